import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { isWorthSplitting, joinBands, makeStudio, splitOf, type Picture } from '../src/picture';
import { withReach } from '../src/picture/bands';
import { meshStride } from '../src/picture/soft-mesh';
import { rowsOf, viewOf } from '../src/transport/view';

const [WIDTH, HEIGHT] = [144, 180];
const [poster, , , duel] = demoLooks() as Look[] as [Look, Look, Look, Look];
const [dough, , dragged, haze] = nightOvenLooks() as Look[] as [Look, Look, Look, Look];
const bottle: Look = nocturneLooks()[0]!;

const request = (look: Look, fineness: 0 | 2 = 2) => ({ look, width: WIDTH, height: HEIGHT, fineness, forEye: true });

/** A picture drawn in two bands by two studios that know nothing of each other. */
function inBands(look: Look, fineness: 0 | 2 = 2): Picture {
  const asked = request(look, fineness);
  const { width, height, row } = splitOf(asked);
  const rgba = new Uint8ClampedArray(4 * width * height);
  const upper = makeStudio().picture({ ...asked, rows: [0, row] }, rgba.subarray(0, 4 * width * row));
  return joinBands(rgba, upper, makeStudio().picture({ ...asked, rows: [row, height] }));
}

/** Values of 8 bits that differ by more than one step, and the largest difference. */
function differences(a: Picture, b: Picture): { readonly more: number; readonly worst: number } {
  let [more, worst] = [0, 0];
  a.rgba.forEach((value, i) => {
    const d = Math.abs(value - b.rgba[i]!);
    if (d > 1) more++;
    if (d > worst) worst = d;
  });
  return { more, worst };
}

describe('a picture in two bands', () => {
  it.each([
    ['a face close by', poster],
    ['the whole figure, out of focus behind', duel],
    ['cards and a cap', dough],
    ['a hand that moves', dragged],
    ['a beam in haze', haze],
    ['glass', bottle],
  ])('is the picture drawn whole: %s', (_, look) => {
    const whole = makeStudio().picture(request(look));
    const joined = inBands(look);
    expect([joined.width, joined.height]).toEqual([whole.width, whole.height]);
    const { more, worst } = differences(whole, joined);
    expect(more).toBeLessThan(0.0002 * whole.rgba.length);
    expect(worst).toBeLessThan(12);
    expect(joined.burnt).toHaveLength(whole.burnt!.length);
    joined.burnt!.forEach(({ part, share, pixels }, k) => {
      expect([part, pixels]).toEqual([whole.burnt![k]!.part, whole.burnt![k]!.pixels]);
      expect(share).toBeCloseTo(whole.burnt![k]!.share, 3);
    });
  });

  it('also where it is coarse, marked, or of one light alone', () => {
    expect(differences(makeStudio().picture(request(poster, 0)), inBands(poster, 0)).more).toBeLessThan(20);
    const marks = { clipped: true, dark: true, gamut: true };
    const asked = { ...request(poster), marks, only: 'key' };
    const whole = makeStudio().picture(asked);
    const { row, width, height } = splitOf(asked);
    const rgba = new Uint8ClampedArray(whole.rgba.length);
    const upper = makeStudio().picture({ ...asked, rows: [0, row] });
    rgba.set(upper.rgba);
    const joined = joinBands(rgba, upper, makeStudio().picture({ ...asked, rows: [row, height] }));
    expect(upper.rgba).toHaveLength(4 * width * row);
    expect(differences(whole, joined).more).toBeLessThan(20);
    expect(joined.burnt).toBeNull();
  });

  it('is parted where both bands have about the same work, and where meshes of the whole begin', () => {
    for (const look of [poster, duel, dough]) {
      const { row, height, width } = splitOf({ look, width: 645, height: 806, fineness: 2 });
      expect(row / height).toBeGreaterThan(0.3);
      expect(row / height).toBeLessThan(0.7);
      const [from] = withReach([row, height], width, height);
      expect(from % meshStride(width)).toBe(0);
      expect(row - from).toBeLessThan(40);
    }
    expect(withReach([0, 300], 645, 806)[0]).toBe(0);
    expect(withReach([400, 806], 645, 806)[1]).toBe(806);
  });

  it('is left whole where it is small, or where light of all of it comes to every place', () => {
    const large = (look: Look) => ({ ...request(look), width: 390, height: 488 });
    expect(isWorthSplitting(large(poster))).toBe(true);
    expect(isWorthSplitting(request(poster))).toBe(false);
    expect(isWorthSplitting(large({ ...poster, camera: { ...poster.camera, diffusion: 1 } }))).toBe(false);
    expect(isWorthSplitting(large({ ...poster, motion: { ...poster.motion, of: 'zoom' } }))).toBe(false);
  });

  it('rows of rows of a view are rows of the view', () => {
    const view = viewOf(poster, WIDTH, HEIGHT);
    const once = rowsOf(view, 60, 90);
    const twice = rowsOf(rowsOf(view, 30, 120), 30, 60);
    expect(twice.rise).toBeCloseTo(once.rise, 12);
    expect(twice.halfHeight).toBeCloseTo(once.halfHeight, 12);
    expect([twice.height, twice.wholeHeight]).toEqual([30, HEIGHT]);
    expect(rowsOf(view, 0, HEIGHT)).toEqual(view);
  });

  it('power, gel and exposure cost only the relighting, band by band', () => {
    const studio = makeStudio();
    const asked = { ...request(poster), rows: [0, 90] as const };
    expect(studio.isReady(asked)).toBe(false);
    studio.picture(asked);
    expect(studio.isReady(asked)).toBe(true);
    expect(studio.isReady(request(poster))).toBe(false);
    const dimmed = { ...poster, lights: poster.lights.map((light) => ({ ...light, powerStops: -2 })) };
    expect(studio.picture({ ...asked, look: dimmed }).newTerms).toBe(0);
  });
});
