const { existsSync, readFileSync } = require('node:fs');
const path = require('node:path');

// An index gives all of a room, used or not, since modules are bundled whole. Here an import from an index becomes one from the files that
// it names, so that a page brings along what it uses. Only what an index re-exports is followed; all else stays as it is written.

const RE_EXPORT = /export (?:type )?\{([^}]*)\} from '(\.[^']*)';/g;
const indexes = new Map();

const fileOf = (from, name) =>
  [`${name}.ts`, `${name}.tsx`, path.join(name, 'index.ts')].map((one) => path.resolve(from, one)).find((one) => existsSync(one));

/** Where each name of an index comes from: its file and its name there. */
function namesIn(index) {
  let names = indexes.get(index);
  if (names) return names;
  indexes.set(index, (names = new Map()));
  for (const [, list, from] of readFileSync(index, 'utf8').matchAll(RE_EXPORT)) {
    const file = fileOf(path.dirname(index), from);
    for (const one of list.split(',')) {
      const [name, as = name] = one
        .replace(/^\s*type /, '')
        .trim()
        .split(' as ');
      if (file && name && name !== 'default') names.set(as, followed(file, name));
    }
  }
  return names;
}

/** Through an index that names another. */
function followed(file, name) {
  return (path.basename(file) === 'index.ts' && namesIn(file).get(name)) || { file, name };
}

/** The index that an import is from; undefined where it is from another file, or from a package that is not of this repository. */
function indexOf(source, importer) {
  const own = /^@fulgent\/(core|words)(?:\/(.+))?$/.exec(source);
  if (!own && !source.startsWith('.')) return undefined;
  const file = own ? path.join(__dirname, '..', own[1], 'src', own[2] ?? '', 'index.ts') : fileOf(path.dirname(importer), source);
  return file && path.basename(file) === 'index.ts' && existsSync(file) ? file : undefined;
}

/** What is bundled is kept for other checkouts, too: it names no folder of this one. */
function towards(file, importer) {
  const way = path.relative(path.dirname(importer), file).split(path.sep).join('/');
  return way.startsWith('.') ? way : `./${way}`;
}

module.exports = ({ types: t }) => ({
  name: 'barrels',
  visitor: {
    ImportDeclaration(at, { filename }) {
      const { node } = at;
      const index = filename && node.importKind !== 'type' ? indexOf(node.source.value, filename) : undefined;
      if (!index) return;
      const names = namesIn(index);
      const byFile = new Map();
      const rest = [];
      for (const one of node.specifiers) {
        const found = t.isImportSpecifier(one) && one.importKind !== 'type' ? names.get(one.imported.name) : undefined;
        if (!found) rest.push(one);
        else byFile.set(found.file, [...(byFile.get(found.file) ?? []), t.importSpecifier(one.local, t.identifier(found.name))]);
      }
      if (byFile.size === 0) return;
      // Types alone leave nothing behind.
      const kept = rest.filter((one) => one.importKind !== 'type');
      at.replaceWithMultiple([
        ...[...byFile].map(([file, specifiers]) => t.importDeclaration(specifiers, t.stringLiteral(towards(file, filename)))),
        ...(kept.length ? [t.importDeclaration(rest, node.source)] : []),
      ]);
    },
  },
});
