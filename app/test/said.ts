/** Stands in for the toasts: what a page says at the foot is kept, with what it offers. */
export interface Said {
  readonly text: string;
  readonly action: { readonly label: string; readonly run: () => void } | undefined;
}

export const said: Said[] = [];
export const say = (text: string, action?: Said['action']): number => said.push({ text, action });
export const Toasts = (): null => null;
