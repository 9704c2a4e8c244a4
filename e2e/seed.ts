import { rmSync } from 'node:fs';
import { launch, SEED, stopped } from './server';

/** Makes the demo shoots once: every test starts from a copy of that database. */
export default async function seed(): Promise<void> {
  rmSync(SEED, { recursive: true, force: true });
  const { child, url } = await launch(SEED, 0, { demo: true, env: { FULGENT_PICTURES: 'quick' } });
  // Their pictures too, coarse ones: drawn once, and then only read.
  const looks = (await (await fetch(`${url}/api/looks`)).json()) as { id: string; revision: number }[];
  for (const { id, revision } of looks) await (await fetch(`${url}/api/looks/${id}/picture?revision=${revision}`)).arrayBuffer();
  await stopped(child);
}
