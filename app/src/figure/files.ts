import { FIGURES_VERSION, filesOf, type PartFile, type SubjectShape } from '@fulgent/core/figure';

/** Fetches a file of a figure. @throws Error with a remedy where it cannot be had. */
export async function fetchFile({ part, detail }: PartFile): Promise<Response> {
  const answer = await fetch(`/figures/${part}.${detail}?v=${FIGURES_VERSION}`).catch(() => null);
  if (!answer?.ok)
    throw new Error(`The figure cannot be loaded (${part}). Check the connection to the server, then reload the page.`);
  return answer;
}

/** Whether workers will find a subject's quick figure: it is fetched, and kept by the browser. @throws Error with a remedy where not. */
export async function fetchFigure(shape: SubjectShape): Promise<void> {
  await Promise.all(filesOf(shape, 'quick').map(async (file) => (await fetchFile(file)).arrayBuffer()));
}

/** Has all files of a subject's figure kept for when there is no connection. Nothing is said of what fails. */
export async function keepFigure(shape: SubjectShape): Promise<void> {
  await Promise.all(filesOf(shape, 'fine').map((file) => fetchFile(file).catch(() => null)));
}
