import { create } from 'zustand';
import { STEPS } from './steps';

const STORED_AS = 'fulgent:keys';

/** What one key does in a look, and the key that it has at first. */
export interface KeyAct {
  readonly id: string;
  readonly name: string;
  readonly key: string;
}

export const KEY_ACTS: readonly KeyAct[] = [
  ...STEPS.map(({ id, name }, i) => ({ id, name: `To ${name}`, key: String(i + 1) })),
  { id: 'balance-powers', name: 'Balance the powers', key: 'b' },
  { id: 'full', name: 'The picture over the whole screen', key: 'f' },
  { id: 'compare', name: 'Compare the picture', key: 'c' },
  { id: 'hold', name: 'Held: the picture as it was opened, or what it is compared with', key: ' ' },
  { id: 'solo', name: 'Solo the chosen light', key: 's' },
  { id: 'mute', name: 'Mute the chosen light', key: 'm' },
  { id: 'lock', name: 'Lock the chosen light', key: 'l' },
  { id: 'light', name: 'To the page of the chosen light', key: 'e' },
  { id: 'list', name: 'This list', key: '?' },
];

export type Keys = Readonly<Record<string, string>>;

const FIRST: Keys = Object.fromEntries(KEY_ACTS.map(({ id, key }) => [id, key]));

/** Whether a key can be given to an act: one sign, as it is printed. */
export const isKey = (key: string): boolean => [...key].length === 1;

/** Own keys as they are kept on the device: one printed sign for an act that there is. Anything else is left. */
function read(): Keys {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}');
    const own = Object.entries(typeof kept === 'object' && kept !== null ? kept : {}).filter(
      ([id, key]) => id in FIRST && typeof key === 'string' && isKey(key),
    );
    const keys: Keys = { ...FIRST, ...Object.fromEntries(own) };
    return new Set(Object.values(keys)).size === KEY_ACTS.length ? keys : FIRST;
  } catch {
    return FIRST;
  }
}

export const useKeyNames = create<{ readonly keys: Keys }>(() => ({ keys: read() }));

function keep(keys: Keys): void {
  localStorage.setItem(STORED_AS, JSON.stringify(keys));
  useKeyNames.setState({ keys });
}

/** As it is listed. */
export const keyName = (key: string): string => (key === ' ' ? 'Space' : key.toUpperCase());

/** Gives an act a key. Who had it takes the one that becomes free. Returns the name of that act; null for none. */
export function giveKey(id: string, key: string): string | null {
  const { keys } = useKeyNames.getState();
  const wanted = key.toLowerCase();
  const before = KEY_ACTS.find((act) => act.id !== id && keys[act.id] === wanted);
  keep({ ...keys, ...(before ? { [before.id]: keys[id]! } : {}), [id]: wanted });
  return before?.name ?? null;
}

export const firstKeys = (): void => keep(FIRST);
export const areFirstKeys = (keys: Keys): boolean => KEY_ACTS.every(({ id, key }) => keys[id] === key);

/** The act of a key; undefined for none. */
export function actOf(key: string): string | undefined {
  const { keys } = useKeyNames.getState();
  const wanted = key.toLowerCase();
  return KEY_ACTS.find(({ id }) => keys[id] === wanted)?.id;
}
