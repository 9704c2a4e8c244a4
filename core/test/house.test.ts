import { spawnSync } from 'node:child_process';
import path from 'node:path';

const ROOT = path.join(__dirname, '../..');

/** Texts as files of the house would hold them, by what they show. */
const FILES = {
  upwards: [
    'core/src/colour/made-up.ts',
    "export { compileScene } from '../scene/compile';\nexport { dot } from '../spectrum/grid';\n",
  ],
  upwardsFromBelow: ['core/src/planning/palette/made-up.ts', "export { runSheet } from '../../day/sheet/sheet';\n"],
  downwards: ['core/src/planning/palette/made-up.ts', "export { makeStudio } from '../../picture/studio';\n"],
  machine: ['core/src/day/sheet/made-up.ts', "export { readFileSync } from 'node:fs';\n"],
  interface: ['core/src/errors.ts', "export { useState } from 'react';\n"],
  longFile: ['core/src/colour/made-up.ts', `${Array.from({ length: 405 }, (_, i) => `export const a${i} = ${i};`).join('\n')}\n`],
  longInCore: ['core/src/colour/made-up.ts', longFunction()],
  longInWords: ['words/src/made-up.ts', longFunction()],
  longOnServer: ['server/src/made-up.ts', longFunction()],
  longInApp: ['app/src/made-up.tsx', longFunction()],
  onPage: [
    'app/src/look/made-up.ts',
    "import { evaluate, type Readings } from '@fulgent/core/scene';\nimport { balance } from '@fulgent/core/planning/search';\nexport { evaluate, balance };\nexport type R = Readings;\n",
  ],
  inWorker: [
    'app/src/workers/made-up.worker.ts',
    "import { evaluate } from '@fulgent/core/scene';\nimport { balance } from '@fulgent/core/planning/search';\nexport { evaluate, balance };\n",
  ],
  sentence: [
    'core/src/vivid/made-up.ts',
    "export const a = 'Too dark to read.';\nexport const b = (n: number) => `Lower it by ${n} stops for now.`;\nexport const c = 'face-key';\n",
  ],
  error: ['core/src/vivid/made-up.ts', "export const e = new Error('The stops must be a number.');\n"],
  // What the file that it imports imports in turn.
  circle: ['core/src/scene/zone.ts', "export { readScene } from './evaluate';\n"],
} as const;

function longFunction(): string {
  const lines = Array.from({ length: 82 }, (_, i) => `  log(${i});`).join('\n');
  return `export function long(log: (n: number) => void): void {\n${lines}\n}\n`;
}

/** Lints each text at its place, in one process: its messages by line. */
function lintAll(): Record<keyof typeof FILES, string[]> {
  const program = `
    import { ESLint } from 'eslint';
    let input = '';
    for await (const chunk of process.stdin) input += chunk;
    const eslint = new ESLint();
    const out = {};
    for (const [name, [filePath, text]] of Object.entries(JSON.parse(input)))
      out[name] = (await eslint.lintText(text, { filePath }))[0].messages.map(({ line, message }) => line + ' ' + message);
    process.stdout.write(JSON.stringify(out));`;
  const { stdout, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', program], {
    cwd: ROOT,
    input: JSON.stringify(FILES),
    encoding: 'utf8',
  });
  if (!stdout) throw new Error(stderr);
  return JSON.parse(stdout) as Record<keyof typeof FILES, string[]>;
}

describe('lint holds the house', () => {
  const said = lintAll();

  it('no room uses what stands above it', () => {
    expect(said.upwards).toEqual([expect.stringMatching(/^1 .*above colour: arrows point down only/)]);
    expect(said.upwardsFromBelow).toEqual([expect.stringMatching(/above planning: arrows point down only/)]);
    expect(said.downwards).toEqual([]);
  });

  it('core knows no machine and no interface', () => {
    expect(said.machine).toEqual([expect.stringMatching(/pure computation/)]);
    expect(said.interface).toEqual([expect.stringMatching(/pure computation/)]);
  });

  it('files and functions that grow too long are told', () => {
    expect(said.longFile).toEqual([expect.stringMatching(/too many lines/)]);
    for (const one of [said.longInCore, said.longInWords, said.longOnServer, said.longInApp])
      expect(one).toEqual([expect.stringMatching(/Function 'long' has too many lines/)]);
  });

  it('core does not speak, but for errors', () => {
    expect(said.sentence).toEqual([expect.stringMatching(/^1 A sentence/), expect.stringMatching(/^2 A sentence/)]);
    expect(said.error).toEqual([]);
  });

  it('no page compiles a scene or searches: workers do', () => {
    expect(said.onPage).toEqual([
      expect.stringMatching(/^1 .*in a worker or on the server/),
      expect.stringMatching(/^2 .*in a worker or on the server/),
    ]);
    expect(said.inWorker).toEqual([]);
  });

  it('files that need each other are told', () => {
    expect(said.circle).toEqual([expect.stringMatching(/Dependency cycle/)]);
  });
});
