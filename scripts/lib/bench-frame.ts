// The picture: relighting against a rendering wavelength by wavelength, in the same run on the same look.
import { findSurfaces, frameReflectances, lightTerm, makeStudio, viewOf } from '../../core/src/frame/index';
import { makeCamera, lookupIn, product, resolveFilter, resolveSource, type Look } from '../../core/src/index';
import { responses } from '../../core/src/camera/sensor';
import { fullExposure } from '../../core/src/look/scene';

type Row = [what: string, measured: string, budget: string];

const [WIDTH, HEIGHT] = [390, 480];
/** The slow way is measured on every so many-th pixel, and the time multiplied. */
const EVERY = 24;

function median(values: number[]): number {
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

/** Every pixel by its 81 bands: source through gels, on the surface, into the sensor. */
function slowly(look: Look): number {
  const view = viewOf(look, WIDTH, HEIGHT);
  const surfaces = findSurfaces(look, view);
  const terms = look.lights.map((light) => lightTerm(surfaces, light, view, look));
  const lookup = lookupIn(look.spectra);
  const camera = makeCamera({ whiteK: look.camera.whiteK });
  const rho = frameReflectances(look);
  const sources = look.lights.map((light) =>
    product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)).map(
      (v) => v * fullExposure(look, light, lookup) * 2 ** light.powerStops,
    ),
  );
  const arriving = new Float64Array(rho[0]!.length);
  let sum = 0;
  const start = performance.now();
  for (let p = 0; p < WIDTH * HEIGHT; p += EVERY) {
    const reflectance = rho[surfaces.material[p]!]!;
    arriving.fill(0);
    for (let l = 0; l < sources.length; l++) {
      const { lit, gloss } = terms[l]!;
      const [g, s, source] = [lit[p]!, gloss[p]!, sources[l]!];
      for (let k = 0; k < arriving.length; k++) arriving[k]! += source[k]! * (g * reflectance[k]! + s);
    }
    sum += responses(camera.sensor, arriving)[0];
  }
  const ms = (performance.now() - start) * EVERY;
  return Number.isFinite(sum) ? ms : NaN;
}

export function benchFrame(six: Look): Row[] {
  const studio = makeStudio();
  const request = (look: Look, fineness: 0 | 1 | 2 = 2) => ({ look, width: WIDTH, height: HEIGHT, fineness });
  const power = (i: number): Look => ({
    ...six,
    lights: six.lights.map((light, l) => (l === 1 ? { ...light, powerStops: -((i % 18) + 1) / 3 } : light)),
  });
  const exposure = (i: number): Look => ({ ...six, camera: { ...six.camera, iso: 100 + (i % 20) * 10 } });
  const cold = studio.picture(request(six)).ms;
  studio.picture(request(six, 1));
  studio.picture(request(six, 0));
  const runs = (make: (i: number) => Look, fineness: 0 | 1 | 2) => {
    const times: number[] = [];
    for (let i = 0; i < 60; i++) times.push(studio.picture(request(make(i), fineness)).ms.total);
    return median(times.slice(10));
  };
  const one = runs(power, 2);
  const dragged = runs(power, 1);
  const all = runs(exposure, 2);
  const slow = slowly(six);
  const moved = (i: number): Look => ({
    ...six,
    lights: six.lights.map((light, l) =>
      l === 0
        ? { ...light, position: [light.position[0] + 0.01 * (i + 1), light.position[1], light.position[2]] as const }
        : light,
    ) as Look['lights'],
  });
  const term = (fineness: 0 | 1 | 2) => median([0, 1, 2, 3, 4].map((i) => studio.picture(request(moved(i), fineness)).ms.lights));
  const size = `${WIDTH}x${HEIGHT}, ${six.lights.length} lights`;
  return [
    [`picture after a change of power, ${size}`, `${one.toFixed(1)} ms`, '8 ms in Chromium'],
    ['the same at the half size of a drag', `${dragged.toFixed(1)} ms`, '8 ms'],
    [`picture after a change of exposure, ${size}`, `${all.toFixed(1)} ms`, '8 ms in Chromium'],
    [
      'rendering by 81 bands, same picture',
      `${slow.toFixed(0)} ms (every ${EVERY}th pixel, times ${EVERY}): ${Math.round(slow / one)} times a change of power`,
      '100 times',
    ],
    ['geometry of one moved light, coarse', `${term(0).toFixed(0)} ms`, '150 ms'],
    ['geometry of one moved light, fine', `${term(2).toFixed(0)} ms`, '1000 ms'],
    ['first picture with all geometry, fine', `${cold.total.toFixed(0)} ms`, 'none set'],
  ];
}
