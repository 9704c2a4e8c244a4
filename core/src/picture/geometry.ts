import type { Look } from '../document/schema';
import { withReach } from './bands';
import { focusOf, type Focus } from './focus';
import { lightKey, lightTerm, settingKey, type LightTerm } from './light-term';
import { sizeOf, takesPart, type PictureRequest } from './request';
import { findSeen, seenKey, type Seen } from './seen';

/** What is kept of geometry, by the pixels of its pictures: about 90 bytes a pixel of what is seen, 6 a pixel and light. */
const MOST_SEEN_PIXELS = 1_200_000;
const [TERM_PIXELS, MOST_TERM_PIXELS] = [3_000_000, 7_000_000];
/** Room for lights that have moved, beside what a picture needs. */
const SPARE = 1.2;

/** Lets the oldest entries of a map go where all together are over a budget; the newest always stays. */
function letGo<V>(map: Map<string, V>, budget: number, weight: (value: V) => number): void {
  let sum = 0;
  for (const value of map.values()) sum += weight(value);
  for (const [oldest, value] of map) {
    if (sum <= budget || map.size === 1) break;
    map.delete(oldest);
    sum -= weight(value);
  }
}

/** Takes an entry of a map or makes it, and keeps the map within its budget. */
function reuse<V>(map: Map<string, V>, key: string, budget: number, weight: (value: V) => number, make: () => V): V {
  let found = map.get(key);
  if (found === undefined) found = make();
  else map.delete(key);
  map.set(key, found);
  letGo(map, budget, weight);
  return found;
}

const pixelsOf = ({ width, height }: Seen) => width * height;
const termPixels = ({ sharp, room }: LightTerm) => sharp.codes.length + room.codes.length;

/** What a picture is added up from. */
export interface Built {
  readonly seen: Seen;
  /** By light; undefined where it takes no part. */
  readonly terms: readonly (LightTerm | undefined)[];
  readonly newTerms: number;
  /** When the work began, and what finding surfaces and lights took, ms. */
  readonly start: number;
  readonly surfacesMs: number;
  readonly lightsMs: number;
}

/** Geometry of pictures, found when it is asked for and kept as long as it serves: what is seen, and how each light falls on it. */
export class Geometry {
  readonly #seen = new Map<string, Seen>();
  readonly #focus = new WeakMap<Seen, Map<string, Focus | null>>();
  readonly #terms = new Map<string, LightTerm>();
  /** What the largest picture needs, so that its coarse one does not push it out. */
  #termBudget = TERM_PIXELS;

  /** The coarse picture is for the moment: the quick figure will do, also where the fine one is at hand. */
  #detail({ fineness }: PictureRequest): 'quick' | 'finest' {
    return fineness === 0 ? 'quick' : 'finest';
  }

  #key(request: PictureRequest): string {
    const { width, height } = sizeOf(request);
    return `${seenKey(request.look, width, height)} ${this.#detail(request)} ${request.rows?.join('-') ?? 'all'}`;
  }

  #termKey(key: string, light: Look['lights'][number], look: Look): string {
    return `${key}|${lightKey(light)}|${settingKey(look)}`;
  }

  seenIn(request: PictureRequest): Seen {
    const { width, height } = sizeOf(request);
    return reuse(this.#seen, this.#key(request), MOST_SEEN_PIXELS, pixelsOf, () =>
      findSeen(request.look, width, height, this.#detail(request), request.rows && withReach(request.rows, width, height)),
    );
  }

  build(request: PictureRequest): Built {
    const { look } = request;
    const start = performance.now();
    const key = this.#key(request);
    const seen = this.seenIn(request);
    const found = performance.now();
    let newTerms = 0;
    const terms = look.lights.map((light, i) =>
      takesPart(request, i)
        ? reuse(this.#terms, this.#termKey(key, light, look), MOST_TERM_PIXELS, termPixels, () => {
            newTerms++;
            return lightTerm(seen, light, look, this.#detail(request) === 'quick');
          })
        : undefined,
    );
    const needed = terms.reduce((sum, term) => sum + (term ? termPixels(term) : 0), 0);
    this.#termBudget = Math.min(MOST_TERM_PIXELS, Math.max(this.#termBudget, SPARE * needed));
    letGo(this.#terms, this.#termBudget, termPixels);
    return { seen, terms, newTerms, start, surfacesMs: found - start, lightsMs: performance.now() - found };
  }

  /** Whether all of it is at hand. */
  isReady(request: PictureRequest): boolean {
    const { look } = request;
    const key = this.#key(request);
    const hasTerm = (light: Look['lights'][number]) => this.#terms.has(this.#termKey(key, light, look));
    return this.#seen.has(key) && look.lights.every((light, i) => !takesPart(request, i) || hasTerm(light));
  }

  focusIn(seen: Seen, look: Look): Focus | null {
    const { aperture, focalMm, distanceM } = look.camera;
    let known = this.#focus.get(seen);
    if (!known) this.#focus.set(seen, (known = new Map()));
    return reuse(
      known,
      `${aperture} ${focalMm} ${distanceM}`,
      3,
      () => 1,
      () => focusOf(seen, look),
    );
  }
}
