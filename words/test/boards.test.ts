import { boardGainWords } from '../src';

describe('what a card gains', () => {
  it('is said by place, in stops', () => {
    expect(
      boardGainWords({
        places: [
          { name: 'Face, shadow side', stops: 0.62 },
          { name: 'Wardrobe', stops: -Infinity },
        ],
      }),
    ).toBe('Face, shadow side +0.6; wardrobe dark with it, in stops.');
    expect(boardGainWords({ places: [] })).toMatch(/Changes nothing/);
  });
});
