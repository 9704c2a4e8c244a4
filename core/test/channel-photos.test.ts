import { baseCamera } from '../src/camera';
import { applyCurve, linearOutputInto } from '../src/camera/camera';
import { responses } from '../src/camera/sensor';
import { FIXTURES } from '../src/catalogue';
import { spectrumToXy, xyToUvPrime } from '../src/colour';
import type { ColourFixture } from '../src/document';
import { channelFromPhotos, compileEmitters, type ChannelPhotos } from '../src/fixture';
import { whiteLedSource } from '../src/source';
import type { Spectrum } from '../src/spectrum';

const camera = baseCamera();
const exposure = { aperture: 4, iso: 100, shutterS: 1 / 60 };
/** lx at which a grey card of 18 % comes out as mid-grey: C N^2 / (S t). */
const METER_LUX = (250 * 16 * 60) / 100;

/** What the file holds of a grey card of 18 % in lights of so many lx: rounded to a byte of sRGB's accuracy. */
function card(lights: readonly (readonly [Spectrum, number])[]): [number, number, number] {
  const balanced = [0, 0, 0];
  for (const [spectrum, lux] of lights)
    [...responses(camera.sensor, spectrum)].forEach(
      (v, c) => (balanced[c]! += (0.18 * lux * v) / METER_LUX / camera.whiteResponse[c]!),
    );
  const out = new Float64Array(3);
  linearOutputInto(out, camera, balanced[0]!, balanced[1]!, balanced[2]!);
  return [...out].map((v) => Math.round(1000 * Math.min(1, Math.max(0, applyCurve(camera, v)))) / 1000) as [
    number,
    number,
    number,
  ];
}

const room = whiteLedSource(5000, 0.002);
const fixtures = FIXTURES.flatMap(({ item }) => (item.kind === 'colour' ? [item] : []));
const channels = fixtures.flatMap((fixture: ColourFixture) =>
  compileEmitters(fixture).map((emitter, i) => [`${fixture.name}, ${fixture.emitters[i]!.name}`, emitter] as const),
);

describe('a channel by two pictures of a grey card', () => {
  it('a white light on the card reads as the meter would', () => {
    const lux = 900;
    const found = channelFromPhotos(
      {
        without: card([[room, 700]]),
        withIt: card([
          [room, 700],
          [room, lux],
        ]),
        exposure,
        camera,
      },
      'white',
    );
    expect(found.lux / lux).toBeGreaterThan(0.93);
    expect(found.lux / lux).toBeLessThan(1.07);
  });

  it('channels of all stand-ins come out near their colour and light', () => {
    const errors = channels.map(([name, { spectrum, channel, xy }]) => {
      const lux = channel === 'b' ? 120 : 500;
      const photos: ChannelPhotos = {
        without: card([[room, 1200]]),
        withIt: card([
          [room, 1200],
          [spectrum, lux],
        ]),
        exposure,
        camera,
      };
      const found = channelFromPhotos(photos, channel);
      const [a, b] = [xyToUvPrime([found.x, found.y]), xyToUvPrime([xy[0], xy[1]])];
      expect(spectrumToXy(spectrum)[0]).toBeCloseTo(xy[0], 9);
      return { name, uv: Math.hypot(a[0] - b[0], a[1] - b[1]), stops: Math.abs(Math.log2(found.lux / lux)) };
    });
    const worst = (key: 'uv' | 'stops') => Math.max(...errors.map((one) => one[key]));
    const middle = (key: 'uv' | 'stops') => errors.map((one) => one[key]).sort((a, b) => a - b)[Math.floor(errors.length / 2)]!;
    expect({ uv: middle('uv') < 0.012, stops: middle('stops') < 0.1 }).toEqual({ uv: true, stops: true });
    expect({ uv: worst('uv') < 0.05, stops: worst('stops') < 0.4, errors: worst('uv') < 0.05 ? [] : errors }).toEqual({
      uv: true,
      stops: true,
      errors: [],
    });
  });

  it('refuses what clips, what is dark and what adds nothing', () => {
    const plain = card([[room, 700]]);
    const read = (photos: Partial<ChannelPhotos>) => () =>
      channelFromPhotos({ without: plain, withIt: plain, exposure, camera, ...photos }, 'r');
    expect(read({ withIt: [1, 0.5, 0.5] })).toThrow(/clips in the picture with the channel/);
    expect(read({ without: [0.001, 0.2, 0.2] })).toThrow(/too dark in the picture without/);
    expect(read({})).toThrow(/adds hardly anything/);
  });
});
