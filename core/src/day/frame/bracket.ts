import { oklabDistance, oklabOf } from '../../colour/oklab';
import { silhouette } from '../../document/zones';
import type { Look } from '../../document/schema';
import type { FrameSummary, Patch } from './measure';

/** One frame of a bracket, as it was read. */
export interface BracketFrame {
  /** Stops from the plan at which the light stood. */
  readonly stops: number;
  readonly patches: readonly Patch[];
  readonly summary: FrameSummary;
}

/** What one step of a bracket shows. */
export interface BracketStep {
  readonly stops: number;
  /** Share of the frame in which a channel clips. */
  readonly clipped: number;
  /** At the light's own place: chroma, and the largest share of it that clips. Null where that place is not read. */
  readonly chroma: number | null;
  readonly placeClipped: number | null;
  /** Least OKLab difference of the subject's edges from the backdrop beside them; null where they are not read. */
  readonly separation: number | null;
}

export interface Bracket {
  /** By stops, lowest first. */
  readonly steps: readonly BracketStep[];
  /** Where the colour is strongest without clipping; null where no step says so. */
  readonly bestStops: number | null;
  readonly finding: BracketFinding;
}

/** What a bracket says. */
export type BracketFinding =
  | { readonly kind: 'one-frame' }
  | { readonly kind: 'begin-lower' }
  /** Strongest at the highest or the lowest of the steps, or where the next higher one pales. */
  | { readonly kind: 'highest' | 'lowest' | 'pales-above'; readonly bestStops: number }
  /** The next step clips so much of the place. */
  | { readonly kind: 'clips-above'; readonly bestStops: number; readonly aboveStops: number; readonly clipped: number };

/** From this share on the place has begun to clip. */
const CLIPS_FROM = 0.02;

const isClipped = ({ placeClipped }: BracketStep) => (placeClipped ?? 0) >= CLIPS_FROM;

/** A light at several levels, everything else standing: where its colour is strongest before it begins to clip. */
export function readBracket(look: Look, lightId: string, frames: readonly BracketFrame[]): Bracket {
  const light = look.lights.find(({ id }) => id === lightId);
  const steps = [...frames]
    .sort((a, b) => a.stops - b.stops)
    .map(({ stops, patches, summary }): BracketStep => {
      const place = patches.find(({ probe }) => probe === light?.zone);
      return {
        stops,
        clipped: summary.clipping.any,
        chroma: place?.chroma ?? null,
        placeClipped: place ? Math.max(...place.clipped) : null,
        separation: separationIn(look, patches),
      };
    });
  const clean = steps.filter((step) => step.chroma !== null && !isClipped(step));
  const best = clean.reduce<BracketStep | null>((a, b) => (a === null || b.chroma! > a.chroma! ? b : a), null);
  return { steps, bestStops: best?.stops ?? null, finding: findingOf(steps, best) };
}

function separationIn({ probes }: Look, patches: readonly Patch[]): number | null {
  const lab = (index: number) => {
    const patch = patches.find(({ probe }) => probe === probes[index]!.id);
    return patch ? oklabOf(...patch.linear) : null;
  };
  const found = silhouette(probes).flatMap(([edge, behind]) => {
    const [a, b] = [lab(edge), lab(behind)];
    return a && b ? [oklabDistance(a, b)] : [];
  });
  return found.length ? Math.min(...found) : null;
}

function findingOf(steps: readonly BracketStep[], best: BracketStep | null): BracketFinding {
  if (steps.length < 2) return { kind: 'one-frame' };
  if (!best) return { kind: 'begin-lower' };
  const bestStops = best.stops;
  const above = steps[steps.indexOf(best) + 1];
  if (!above) return { kind: 'highest', bestStops };
  if (isClipped(above)) return { kind: 'clips-above', bestStops, aboveStops: above.stops, clipped: above.placeClipped! };
  return { kind: best === steps[0] ? 'lowest' : 'pales-above', bestStops };
}
