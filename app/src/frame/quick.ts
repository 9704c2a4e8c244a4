import { create } from 'zustand';

const STORED_AS = 'fulgent:quick-pictures';

function stored(): boolean {
  try {
    return localStorage.getItem(STORED_AS) === 'yes';
  } catch {
    return false;
  }
}

/** Whether pictures stay coarse: for slow machines and low batteries. Kept on this device. */
export const useQuickPictures = create<{ readonly quick: boolean }>(() => ({ quick: stored() }));

export function toggleQuickPictures(): void {
  const quick = !useQuickPictures.getState().quick;
  useQuickPictures.setState({ quick });
  try {
    localStorage.setItem(STORED_AS, quick ? 'yes' : 'no');
  } catch {
    // Without storage it lasts as long as the page.
  }
}
