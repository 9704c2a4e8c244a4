/** An id that none of these has, such as `note-3`. */
export const freshId = (taken: readonly { readonly id: string }[], stem: string) => {
  for (let n = taken.length + 1; ; n++) if (!taken.some(({ id }) => id === `${stem}-${n}`)) return `${stem}-${n}`;
};
