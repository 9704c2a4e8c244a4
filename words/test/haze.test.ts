import { hazeClearingWords, veilCostWords } from '../src';

describe('haze in words', () => {
  it('says the black that it lifts and the chroma that is left', () => {
    expect(veilCostWords({ lift: { name: 'Hair edge, left', stops: 1.42 }, chromaClear: 0.1, chromaVeiled: 0.071 })).toBe(
      'Lifts the black of hair edge, left by +1.4 stops; colours keep 71 % of their chroma.',
    );
    expect(veilCostWords({ lift: null, chromaClear: 0, chromaVeiled: 0 })).toBe('Lifts no black of this look.');
  });

  it('says how it clears, or what is missing to tell', () => {
    expect(hazeClearingWords({ halfMin: 8.2, clearInMin: 22 })).toBe(
      'Half of it goes in 8 minutes; hardly seen 22 minutes after the last entry.',
    );
    expect(hazeClearingWords({ halfMin: 1, clearInMin: 0 })).toBe('Half of it goes in a minute; hardly seen by now.');
    expect(hazeClearingWords(null)).toMatch(/^Log the level again/);
  });
});
