import type { Camera } from '../../camera/camera';
import { yBar } from '../../colour/observer';
import { stopsLost } from '../../gel/gel';
import { dot, flat, product, type Spectrum } from '../../spectrum/grid';
import type { Triple } from '../../vivid/vividness';
import { planeDistance, planeOfTriple, pointOf, targetOf, type PlanePoint, type Target } from '../../vivid/plane';

/** A gel that may be taken. */
export interface GelOption {
  readonly id: string;
  readonly name: string;
  readonly transmittance: Spectrum;
  /** Sheets owned; a stack of two alike needs two. */
  readonly count: number;
}

/** One answer of the search. */
export interface GelFit {
  /** One or two ids, nearer to the lamp first. */
  readonly gels: readonly string[];
  readonly names: readonly string[];
  /** Distance from the target on the plane: under 0.02 hardly seen. */
  readonly difference: number;
  readonly hueDeg: number;
  readonly purity: number;
  readonly stopsLost: number;
  readonly channelStopsLost: readonly [number, number, number];
  /** Sheets left over of the scarcer gel after this use. */
  readonly spare: number;
  readonly point: PlanePoint;
}

export type GelOrder = 'best' | 'difference' | 'purity' | 'light' | 'spare';

/** What a stop of light is worth in difference when fits are ranked: a colour 0.004 nearer may cost a stop more. */
export const STOP_WORTH = 0.004;

export interface GelSearch {
  /** 1 lx of the lamp without gels. */
  readonly source: Spectrum;
  readonly camera: Camera;
  readonly target: Target;
  readonly gels: readonly GelOption[];
  /** Surface that it falls on; neutral white by default. */
  readonly surface?: Spectrum | undefined;
  /** 1 for single sheets only. Default 2. */
  readonly stack?: 1 | 2 | undefined;
  readonly order?: GelOrder | undefined;
  readonly limit?: number | undefined;
  /** Take sheets that are not owned too. Default false. */
  readonly unowned?: boolean | undefined;
}

/**
 * Every single gel and every pair, the same twice included, that the kit has sheets for, ranked for a target colour on a light.
 * Exhaustive: nothing is skipped. Each pair costs four sums over the grid.
 */
export function searchGels({
  source,
  camera,
  target,
  gels,
  surface = flat(1),
  stack = 2,
  order = 'best',
  limit = 12,
  unowned = false,
}: GelSearch): GelFit[] {
  const goal = pointOf(target);
  // Weights that hold everything but the gels.
  const weights = camera.sensor.map((s, c) => product(source, surface, s).map((v) => v / camera.whiteResponse[c]!));
  const luminous = product(source, yBar);
  const channels = camera.sensor.map((s) => product(source, s));
  const allLuminous = dot(source, yBar);
  const allChannels = camera.sensor.map((s) => dot(source, s));
  const usable = gels.filter(({ count }) => unowned || count > 0);
  const fits: GelFit[] = [];
  const offer = (list: readonly GelOption[], filter: Spectrum, spare: number) => {
    const triple = weights.map((w) => dot(w, filter)) as unknown as Triple;
    const point = planeOfTriple(camera, triple);
    const { hueDeg, purity } = targetOf(point);
    fits.push({
      gels: list.map(({ id }) => id),
      names: list.map(({ name }) => name),
      difference: planeDistance(point, goal),
      hueDeg,
      purity,
      stopsLost: stopsLost(dot(luminous, filter) / allLuminous),
      channelStopsLost: channels.map((w, c) => stopsLost(dot(w, filter) / allChannels[c]!)) as [number, number, number],
      spare,
      point,
    });
  };
  usable.forEach((first, i) => {
    offer([first], first.transmittance, first.count - 1);
    if (stack === 1) return;
    for (let j = i; j < usable.length; j++) {
      const second = usable[j]!;
      const spare = i === j ? first.count - 2 : Math.min(first.count, second.count) - 1;
      if (spare < 0 && !unowned) continue;
      offer([first, second], product(first.transmittance, second.transmittance), spare);
    }
  });
  return fits.sort(ORDERS[order]).slice(0, limit);
}

const byName = (a: GelFit, b: GelFit) => {
  const [p, q] = [a.gels.join(), b.gels.join()];
  return a.gels.length - b.gels.length || (p < q ? -1 : p > q ? 1 : 0);
};
const score = (fit: GelFit) => fit.difference + STOP_WORTH * fit.stopsLost;
const ORDERS: Readonly<Record<GelOrder, (a: GelFit, b: GelFit) => number>> = {
  best: (a, b) => score(a) - score(b) || byName(a, b),
  difference: (a, b) => a.difference - b.difference || byName(a, b),
  purity: (a, b) => b.purity - a.purity || byName(a, b),
  light: (a, b) => a.stopsLost - b.stopsLost || byName(a, b),
  spare: (a, b) => b.spare - a.spare || score(a) - score(b) || byName(a, b),
};

/** Two gels in one holder against the same two on two lights. */
export interface StackOrOverlap {
  readonly stack: { readonly stopsLost: number; readonly transmitted: number; readonly point: PlanePoint };
  /** Two lamps of equal light before their gels, overlapped; stops are against one lamp bare. */
  readonly overlap: { readonly stopsLost: number; readonly point: PlanePoint };
  /** Under 2 % passes: nearly black. */
  readonly nearlyBlack: boolean;
}

const NEARLY_BLACK = 0.02;

/** Stacking multiplies, overlapping adds: both answers for a colour wanted from two gels. */
export function stackOrOverlap(camera: Camera, source: Spectrum, first: Spectrum, second: Spectrum): StackOrOverlap {
  const weights = camera.sensor.map((s, c) => product(source, s).map((v) => v / camera.whiteResponse[c]!));
  const luminous = product(source, yBar);
  const all = dot(source, yBar);
  const read = (filter: Spectrum) => ({
    transmitted: dot(luminous, filter) / all,
    point: planeOfTriple(camera, weights.map((w) => dot(w, filter)) as unknown as Triple),
  });
  const stacked = read(product(first, second));
  const added = read(first.map((value, i) => value + second[i]!));
  return {
    stack: { ...stacked, stopsLost: stopsLost(stacked.transmitted) },
    overlap: { point: added.point, stopsLost: stopsLost(added.transmitted) },
    nearlyBlack: stacked.transmitted < NEARLY_BLACK,
  };
}
