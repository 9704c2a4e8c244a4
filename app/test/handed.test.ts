import { demoLooks } from '@fulgent/core/demo';
import { handedPicture, handPicture } from '../src/frame/handed';
import { heightUpright } from '../src/frame/height-upright';

const poster = demoLooks()[0]!;

/** A canvas of a size, with what it was given to draw. */
const canvas = (width: number, height: number, toDataURL: () => string = () => 'data:cut') =>
  ({ width, height, toDataURL }) as unknown as HTMLCanvasElement;
const drawn: { readonly size: readonly [number, number]; readonly at: readonly [number, number] }[] = [];
let failure: Error | null = null;

beforeEach(() => {
  drawn.length = 0;
  failure = null;
  jest.spyOn(document, 'createElement').mockImplementation(() => {
    const whole = {
      width: 0,
      height: 0,
      getContext: () => ({
        drawImage: (_cut: unknown, x: number, y: number) => drawn.push({ size: [whole.width, whole.height], at: [x, y] }),
      }),
      toDataURL: () => {
        if (failure) throw failure;
        return `data:${drawn.length}`;
      },
    };
    return whole as unknown as HTMLCanvasElement;
  });
});
afterEach(() => jest.restoreAllMocks());

/** A look by the shape of its sensor. */
const sensor = (aspect: number) => ({
  ...poster,
  camera: { ...poster.camera, sensorWidthMm: 24 * aspect, sensorHeightMm: 24 },
});

describe('a picture that was drawn on another page', () => {
  it('is that of its look and revision, and of no other', () => {
    handPicture('a', 1, canvas(390, 266), sensor(1.5));
    expect(handedPicture('a', 1)).toBe('data:1');
    expect(handedPicture('a', 2)).toBeNull();
    expect(handedPicture('b', 1)).toBeNull();
  });

  it('is the last one only, and none where nothing could be handed over', () => {
    handPicture('a', 1, canvas(390, 266), sensor(1.5));
    handPicture('b', 1, canvas(390, 266), sensor(1.5));
    expect(handedPicture('a', 1)).toBeNull();
    expect(handedPicture('b', 1)).toBe('data:2');
    for (const nothing of [null, canvas(0, 0)]) {
      handPicture('b', 1, nothing, sensor(1.5));
      expect(handedPicture('b', 1)).toBeNull();
    }
    failure = new Error('The canvas may not be read.');
    handPicture('b', 1, canvas(390, 266), sensor(1.5));
    expect(handedPicture('b', 1)).toBeNull();
  });

  it('lies in what the camera takes in where it was cut from it, whatever its shape', () => {
    // An upright cut of a level sensor has its whole height; a level strip of an upright one its whole width.
    // That strip is too low for a head: its middle lies 5.5 cm over the camera, 0.13 of its way down the whole.
    handPicture('a', 1, canvas(576, 800), sensor(1.5));
    handPicture('a', 1, canvas(390, 266), sensor(2 / 3));
    handPicture('a', 1, canvas(300, 200), sensor(1.5));
    expect(drawn).toEqual([
      { size: [1200, 800], at: [312, 0] },
      { size: [390, 585], at: [0, 41] },
      { size: [300, 200], at: [0, 0] },
    ]);
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
    expect(heightUpright(820, 1180, true, 'usual')).toBe(531);
    expect(heightUpright(820, 1180, false, 'usual')).toBe(389);
  });

  it('is a strip or most of the screen where that is wanted', () => {
    expect(heightUpright(390, 844, true, 'strip')).toBe(64);
    expect(heightUpright(390, 844, false, 'large')).toBe(506);
  });
});
