import { handedPicture, handPicture } from '../src/frame/handed';
import { heightUpright } from '../src/frame/height-upright';

const canvas = (width: number, toDataURL: () => string) => ({ width, toDataURL }) as unknown as HTMLCanvasElement;

describe('a picture that was drawn on another page', () => {
  it('is that of its look and revision, and of no other', () => {
    handPicture(
      'a',
      1,
      canvas(390, () => 'data:one'),
    );
    expect(handedPicture('a', 1)).toBe('data:one');
    expect(handedPicture('a', 2)).toBeNull();
    expect(handedPicture('b', 1)).toBeNull();
  });

  it('is the last one only, and none where nothing could be handed over', () => {
    handPicture(
      'a',
      1,
      canvas(390, () => 'data:one'),
    );
    handPicture(
      'b',
      1,
      canvas(390, () => 'data:two'),
    );
    expect(handedPicture('a', 1)).toBeNull();
    expect(handedPicture('b', 1)).toBe('data:two');
    for (const nothing of [null, canvas(0, () => 'data:three')]) {
      handPicture('b', 1, nothing);
      expect(handedPicture('b', 1)).toBeNull();
    }
    const tainted = () => {
      throw new Error('The canvas may not be read.');
    };
    handPicture('b', 1, canvas(390, tainted));
    expect(handedPicture('b', 1)).toBeNull();
  });
});

describe('the height of the picture on an upright screen', () => {
  it('leaves room for the step, more of it on steps that are not Balance', () => {
    expect(heightUpright(390, 844, true, 'usual')).toBe(266);
    expect(heightUpright(390, 844, false, 'usual')).toBe(169);
    expect(heightUpright(320, 568, true, 'usual')).toBe(179);
    expect(heightUpright(320, 480, false, 'usual')).toBe(120);
  });

  it('is more on a tablet, up to a measure', () => {
    expect(heightUpright(820, 1180, true, 'usual')).toBe(425);
    expect(heightUpright(1024, 1366, true, 'usual')).toBe(440);
  });

  it('is a strip or most of the screen where that is wanted', () => {
    expect(heightUpright(390, 844, true, 'strip')).toBe(64);
    expect(heightUpright(390, 844, false, 'large')).toBe(506);
  });
});
