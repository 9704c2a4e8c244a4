/** Lets the user choose a file. Null when nothing was chosen. */
export function chooseFile(accept: string): Promise<File | null> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.onchange = () => resolve(input.files?.[0] ?? null);
    input.oncancel = () => resolve(null);
    input.click();
  });
}

/** Reads a file as text. @throws Error naming the file when it is larger than `largest` bytes. */
export async function textOf(file: File, largest: number): Promise<string> {
  if (file.size > largest) {
    throw new Error(`${file.name} is larger than ${Math.round(largest / 1e5) / 10} MB. Is it the right file?`);
  }
  return file.text();
}
