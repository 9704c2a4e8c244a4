import { create } from 'zustand';

const STORED_AS = 'fulgent:topics';

/** Which parts of pages stand open. Kept for as long as the page is; whether all do is kept on the device. */
interface Topics {
  readonly open: ReadonlySet<string>;
  readonly all: boolean;
}

export const useTopics = create<Topics>(() => ({ open: new Set(), all: localStorage.getItem(STORED_AS) === 'all' }));

/** Opens a topic, or closes it. */
export function toggleTopic(id: string): void {
  useTopics.setState(({ open }) => {
    const next = new Set(open);
    if (!next.delete(id)) next.add(id);
    return { open: next };
  });
}

/** All parts of all pages open, as one long page each; or closed, to one line each. */
export function openAllTopics(all: boolean): void {
  localStorage.setItem(STORED_AS, all ? 'all' : 'one');
  useTopics.setState({ all, open: new Set() });
}

/** Whether a topic stands open: what was touched is turned round from what is usual. */
export const useTopicOpen = (id: string): boolean => useTopics(({ open, all }) => open.has(id) !== all);
