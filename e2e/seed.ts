import { rmSync } from 'node:fs';
import { launch, SEED, stopped } from './server';

/** Makes the demo shoots once: every test starts from a copy of that database. */
export default async function seed(): Promise<void> {
  rmSync(SEED, { recursive: true, force: true });
  const { child } = await launch(SEED, 0, { demo: true });
  await stopped(child);
}
