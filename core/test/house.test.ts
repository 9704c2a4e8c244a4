import { spawnSync } from 'node:child_process';
import path from 'node:path';

const ROOT = path.join(__dirname, '../..');

/** What lint says of a file of this content at this place. */
function lint(file: string, text: string): string {
  const eslint = path.join(ROOT, 'node_modules/eslint/bin/eslint.js');
  const { stdout, stderr } = spawnSync(process.execPath, [eslint, '--stdin', '--stdin-filename', file], {
    cwd: ROOT,
    input: text,
    encoding: 'utf8',
  });
  return stdout + stderr;
}

describe('the house of core', () => {
  it('no room uses what stands above it', () => {
    const said = lint(
      'core/src/colour/made-up.ts',
      "export { compileScene } from '../scene/compile';\nexport { dot } from '../spectrum/grid';\n",
    );
    expect(said).toMatch(/1:1 +error.*above colour: arrows point down only/);
    expect(said).not.toMatch(/2:1/);
    expect(lint('core/src/planning/palette/made-up.ts', "export { runSheet } from '../../day/sheet/sheet';\n")).toMatch(
      /above planning: arrows point down only/,
    );
    expect(lint('core/src/planning/palette/made-up.ts', "export { makeStudio } from '../../picture/studio';\n")).toBe('');
  });

  it('core knows no machine and no interface', () => {
    expect(lint('core/src/day/sheet/made-up.ts', "export { readFileSync } from 'node:fs';\n")).toMatch(/pure computation/);
    expect(lint('core/src/errors.ts', "export { useState } from 'react';\n")).toMatch(/pure computation/);
  });

  it('a file that grows too long is told', () => {
    const long = Array.from({ length: 405 }, (_, i) => `export const a${i} = ${i};`).join('\n');
    expect(lint('core/src/colour/made-up.ts', `${long}\n`)).toMatch(/too many lines/);
  });
});
