/**
 * A process of its own, as it were: what other tests have read of figures is not there.
 * @jest-environment node
 */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readFiguresFrom } from '../figures/read';
import { figureOf, isFigureReady, missingFiles, usePartLoader, type SubjectShape } from '../src/figure';

const shape: SubjectShape = {
  form: 'person',
  person: 'bald',
  garment: 'coat',
  headwear: 'cap',
  sunglasses: false,
  headTurnDeg: 6,
};

afterEach(() => {
  readFiguresFrom(path.join(__dirname, '../figures'));
});

describe('a figure whose parts are not there', () => {
  it('says which, where nothing can read them', () => {
    usePartLoader(null);
    expect(isFigureReady(shape, 'quick')).toBe(false);
    expect(missingFiles(shape, 'fine').map(({ part, detail }) => `${part} ${detail}`)).toContain('body-standing-coat fine');
    expect(() => figureOf(shape, 'quick')).toThrow(/"[a-z-]+" has not been loaded/);
  });

  it('says which, and why, where they cannot be read; and is made once they can', () => {
    readFiguresFrom(mkdtempSync(path.join(tmpdir(), 'figures-')));
    expect(() => figureOf(shape, 'quick')).toThrow(/"[a-z-]+" cannot be read \(.*no such file/s);
    readFiguresFrom(path.join(__dirname, '../figures'));
    expect(figureOf(shape, 'quick').surface.length).toBeGreaterThan(0);
    expect(missingFiles(shape, 'quick')).toEqual([]);
  });
});
