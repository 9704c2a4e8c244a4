import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const { transformSync } = jest.requireActual('@babel/core');
const ROOT = path.resolve(__dirname, '../..');

/** What the bundler sees of a page's imports. */
const made = (code: string): string =>
  transformSync(code, {
    filename: path.join(ROOT, 'app/src/page.ts'),
    configFile: false,
    babelrc: false,
    plugins: [path.join(ROOT, 'app/barrels.js')],
    parserOpts: { plugins: ['typescript'] },
  }).code;

describe('imports from an index', () => {
  it('become imports from the files that it names', () => {
    expect(made("import { cameraOf, formatPower as power } from '@fulgent/core/scene';")).toBe(
      'import { cameraOf } from "../../core/src/scene/camera.ts";\nimport { formatPower as power } from "../../core/src/scene/power.ts";',
    );
    expect(made("import { SCHEME_WORDS } from '@fulgent/words';")).toMatch(
      /^import { SCHEME_WORDS } from "\.\.\/\.\.\/words\/src\/[a-z-]+\.ts";$/,
    );
  });

  it('follow a name through an index that takes it from another', () => {
    for (const name of ['LIMITS', 'SCHEMES', 'PERSON_IDS'])
      expect(made(`import { ${name} } from '@fulgent/core/document';`)).not.toContain('index.ts');
  });

  it('stay where only types are asked for, beside what is taken from a file, and where the index does not name them', () => {
    for (const same of [
      "import type { Readings } from '@fulgent/core/scene';",
      "import { nothingThatThereIs } from '@fulgent/core/scene';",
      "import * as scene from '@fulgent/core/scene';",
      "import { InputError } from '@fulgent/core/errors';",
      "import { View } from 'react-native';",
      "import { Text } from './ui/Text';",
    ])
      expect(made(same)).toBe(same);
    expect(made("import { cameraOf, type White } from '@fulgent/core/scene';")).toContain('core/src/scene/camera.ts');
  });

  it('are understood in every index: what it re-exports is all that it is made of', () => {
    for (const folder of ['core/src', 'words/src'])
      for (const file of readdirSync(path.join(ROOT, folder), { recursive: true }) as string[]) {
        if (path.basename(file) !== 'index.ts') continue;
        const text = readFileSync(path.join(ROOT, folder, file), 'utf8');
        const rest = text.replace(/\/\*[^]*?\*\/|\/\/.*$/gm, '').replace(/export (?:type )?\{[^}]*\} from '\.[^']*';/g, '');
        expect([file, rest.trim()]).toEqual([file, '']);
      }
  });
});
