import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { buildSync } from 'esbuild';
import { HOST, launch, SEED, stopped } from './server';

/** The host of the servers, from its own code and the server's; packages stay where they are, as in the server's bundle. */
function bundleHost(): void {
  const { dependencies } = JSON.parse(readFileSync(path.resolve(__dirname, '../server/package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  buildSync({
    entryPoints: [path.resolve(__dirname, '../server/test/host.ts')],
    outfile: HOST,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    external: Object.keys(dependencies).filter((name) => !name.startsWith('@fulgent/') && name !== 'nanoid'),
  });
}

/** Makes the demo shoots once: every test starts from a copy of that database. */
export default async function seed(): Promise<void> {
  bundleHost();
  rmSync(SEED, { recursive: true, force: true });
  const { child, url } = await launch(SEED, 0, { demo: true, env: { FULGENT_PICTURES: 'quick' } });
  // Their pictures too, coarse ones: drawn once, and then only read.
  const looks = (await (await fetch(`${url}/api/looks`)).json()) as { id: string; revision: number }[];
  const picture = async (look: (typeof looks)[number]): Promise<unknown> => {
    const answer = await fetch(`${url}/api/looks/${look.id}/picture?revision=${look.revision}`);
    await answer.arrayBuffer();
    // It takes longer than a request may: it goes on meanwhile.
    return answer.status === 503 ? picture(look) : undefined;
  };
  await Promise.all(looks.map(picture));
  await stopped(child);
}
