import { Presence } from '../src/presence';

describe('who has a look open', () => {
  it('is told to the others, each window by its own name, and never to itself', () => {
    const presence = new Presence();
    expect(presence.here('look', 'a', 'Ada', 0)).toEqual([]);
    expect(presence.here('look', 'b', 'A phone', 10)).toEqual(['Ada']);
    expect(presence.here('look', 'a', 'Ada', 20)).toEqual(['A phone']);
    expect(presence.here('other', 'c', 'Cy', 30)).toEqual([]);
  });

  it('a window that has been silent for a quarter of a minute is gone', () => {
    const presence = new Presence();
    presence.here('look', 'a', 'Ada', 0);
    expect(presence.here('look', 'b', 'Bo', 14_000)).toEqual(['Ada']);
    expect(presence.here('look', 'b', 'Bo', 16_000)).toEqual([]);
  });

  it('what a window said before it left, and comes after, does not bring it back: a page loaded anew is not told of itself', () => {
    const presence = new Presence();
    presence.here('look', 'before', 'A computer', 0);
    presence.left('look', 'before', 100);
    expect(presence.here('look', 'after', 'A computer', 150)).toEqual([]);
    presence.here('look', 'before', 'A computer', 200);
    expect(presence.here('look', 'after', 'A computer', 4150)).toEqual([]);
    // Nor where the first that is heard of it is that it left.
    presence.left('look', 'quick', 5000);
    presence.here('look', 'quick', 'A phone', 5100);
    expect(presence.here('look', 'after', 'A computer', 8150)).toEqual([]);
  });

  it('a window that opens the look again is there with what it says next', () => {
    const presence = new Presence();
    presence.here('look', 'a', 'Ada', 0);
    presence.left('look', 'a', 1000);
    expect(presence.here('look', 'a', 'Ada', 4500)).toEqual([]);
    expect(presence.here('look', 'b', 'Bo', 4600)).toEqual(['Ada']);
  });

  it('a look that anybody may ask of does not fill the memory', () => {
    const presence = new Presence();
    for (let i = 0; i < 500; i++) presence.here('look', `w${i}`, 'x', 0);
    expect(presence.here('look', 'one', 'me', 1)).toHaveLength(50);
  });
});
