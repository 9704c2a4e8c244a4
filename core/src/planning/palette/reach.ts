import type { Camera } from '../../camera/camera';
import type { FixtureLookup } from '../../fixture/modes';
import { compileEmitters } from '../../fixture/emitters';
import { gamutHull, mixtureOf } from '../../fixture/mix';
import type { ColourFixture } from '../../document/schema';
import { product, type Spectrum } from '../../spectrum/grid';
import { balancedTriple } from '../../vivid/alone';
import type { Triple } from '../../vivid/vividness';
import { planeOfTriple, targetOf, type PlanePoint } from '../../vivid/plane';

/** How far the kit's light reaches on the plane in each direction. */
export interface Reach {
  /** Largest purity at hues 0, 5, 10 ... 355 degrees; 0 where nothing reaches. */
  readonly purity: readonly number[];
  /** Single gels on the first source, for dots on the map. */
  readonly gels: readonly { readonly id: string; readonly name: string; readonly point: PlanePoint }[];
}

export const REACH_STEP_DEG = 5;
const BINS = 360 / REACH_STEP_DEG;
/** Points along each edge of a fixture's gamut. */
const EDGE_STEPS = 12;

export interface ReachInput {
  readonly camera: Camera;
  /** White lamps, 1 lx each. */
  readonly sources: readonly Spectrum[];
  readonly gels: readonly { readonly id: string; readonly name: string; readonly transmittance: Spectrum }[];
  readonly fixtures: readonly ColourFixture[];
  readonly lookup: FixtureLookup;
}

/**
 * What a kit can make: every gel and pair of gels on each of its white lamps, and the edges of its colour fixtures' gamuts, as this
 * camera records them on white. Between two places that can be reached lie their mixtures; the edge is drawn through them.
 */
export function reachOf({ camera, sources, gels, fixtures, lookup }: ReachInput): Reach {
  const found: PlanePoint[] = [];
  const singles: Reach['gels'][number][] = [];
  for (const [s, source] of sources.entries()) {
    const weights = camera.sensor.map((one, c) => product(source, one).map((v) => v / camera.whiteResponse[c]!));
    const place = (filter: Spectrum) =>
      planeOfTriple(camera, weights.map((w) => w.reduce((sum, v, i) => sum + v * filter[i]!, 0)) as unknown as Triple);
    gels.forEach(({ id, name, transmittance }, i) => {
      const point = place(transmittance);
      found.push(point);
      if (s === 0) singles.push({ id, name, point });
      for (let j = i; j < gels.length; j++) found.push(place(product(transmittance, gels[j]!.transmittance)));
    });
  }
  for (const fixture of fixtures) {
    const emitters = compileEmitters(fixture, lookup.source);
    const hull = gamutHull(emitters);
    const cornerOf = (k: number) => emitters.findIndex(({ xy }) => xy === hull[k % hull.length]);
    hull.forEach((_, k) => {
      const [p, q] = [cornerOf(k), cornerOf(k + 1)];
      for (let t = 0; t <= EDGE_STEPS; t++) {
        const drives = new Array<number>(emitters.length).fill(0);
        drives[p] = 1 - t / EDGE_STEPS;
        drives[q] = t / EDGE_STEPS;
        found.push(planeOfTriple(camera, balancedTriple(camera, mixtureOf(emitters, drives).spectrum)));
      }
    });
  }
  return { purity: edgeOf(found), gels: singles };
}

/** Purity of the outermost point by direction; directions between two points follow the straight line between them. */
function edgeOf(points: readonly PlanePoint[]): number[] {
  const outer: (PlanePoint | null)[] = new Array<PlanePoint | null>(BINS).fill(null);
  for (const point of points) {
    const { hueDeg, purity } = targetOf(point);
    const bin = Math.round(hueDeg / REACH_STEP_DEG) % BINS;
    const before = outer[bin];
    if (!before || purity > Math.hypot(before.a, before.b)) outer[bin] = point;
  }
  return outer.map((point, bin) => {
    if (point) return Math.hypot(point.a, point.b);
    const seek = (by: 1 | -1) => {
      for (let k = 1; k < BINS; k++) {
        const other = outer[(bin + by * k + BINS) % BINS];
        if (other) return { point: other, steps: k };
      }
      return null;
    };
    const [below, above] = [seek(-1), seek(1)];
    // A gap of half the circle holds no mixture of its two sides.
    if (!below || !above || (below.steps + above.steps) * REACH_STEP_DEG >= 180) return 0;
    const angle = (bin * REACH_STEP_DEG * Math.PI) / 180;
    const [dx, dy] = [above.point.a - below.point.a, above.point.b - below.point.b];
    const det = Math.cos(angle) * dy - Math.sin(angle) * dx;
    return Math.abs(det) < 1e-9 ? 0 : Math.max(0, (below.point.a * dy - below.point.b * dx) / det);
  });
}

/** Whether a kit can make a colour: its purity against the reach at that hue, interpolated. */
export function withinReach({ purity }: Reach, target: { readonly hueDeg: number; readonly purity: number }): boolean {
  return target.purity <= reachAt({ purity }, target.hueDeg) + 1e-6;
}

export function reachAt({ purity }: Pick<Reach, 'purity'>, hueDeg: number): number {
  const at = hueDeg / REACH_STEP_DEG;
  const low = Math.floor(at) % BINS;
  const t = at - Math.floor(at);
  return purity[low]! * (1 - t) + purity[(low + 1) % BINS]! * t;
}
