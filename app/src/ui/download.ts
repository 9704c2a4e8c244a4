/** Gives a file to the browser to keep. */
export function download(file: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  // Some browsers take it only after the click has been dealt with.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A title as a file name: letters, digits, spaces, dashes and underscores. */
export function fileName(title: string): string {
  return title.replace(/[^\p{L}\p{N} _-]/gu, '').trim() || 'look';
}
