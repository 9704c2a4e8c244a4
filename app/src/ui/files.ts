/** Picture files that the server reads. */
export const PICTURE_FILES = 'image/jpeg,image/png,image/tiff,.tif,.tiff';

/** Lets the user choose a file. Null when nothing was chosen. */
export async function chooseFile(accept: string): Promise<File | null> {
  return (await chooseFiles(accept, false))[0] ?? null;
}

/** The same for several. */
export function chooseFiles(accept: string, several = true): Promise<File[]> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.multiple = several;
    input.onchange = () => resolve(Array.from(input.files ?? []));
    input.oncancel = () => resolve([]);
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

/** The texts of several files, by their names. @throws Error naming the first that is larger than a spectrum's file may be. */
export function textsOf(files: readonly File[], largest = 1_000_000): Promise<{ name: string; text: string }[]> {
  return Promise.all(files.map(async (file) => ({ name: file.name, text: await textOf(file, largest) })));
}
