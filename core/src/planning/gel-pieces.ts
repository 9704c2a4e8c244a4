import type { KitEntry, KitGel } from '../catalogue/kit-schema';
import type { Light, Look } from '../document/schema';
import { gelNameIn } from '../scene/resolve';

/** How large a piece of gel a light takes where its gel hangs, and how many sheets such pieces are cut from. */

/** Width and height, cm. Pieces may be turned. */
export type SizeCm = readonly [number, number];

/** Gel at the head covers its mouth, whatever stands before it, cm: a reflector of 18 cm, lapped. */
const HEAD_CM = 24;
const TUBE_WRAP_CM = 25;
/** Gel laps over the edge on every side; and over the next piece where two are joined, cm. */
export const LAP_CM = 3;
/** What takes this much light beyond its grid is a box or an umbrella before a head, and not a fixture's own face, stops. */
const BEFORE_A_HEAD_STOPS = 1;
const GRID_STOPS = 1;
/** A sheet where the kit knows none, cm. */
const USUAL_SHEET_CM: SizeCm = [50, 60];

type Held = Pick<Light, 'modifier' | 'mount' | 'fixture'>;

/** Whether the gel hangs at the head, behind whatever stands before it. */
export function hangsAtHead({ modifier, mount, fixture }: Held): boolean {
  if (mount === 'inside' || mount === 'touching') return true;
  if (mount !== 'holder') return false;
  const lossStops = modifier.lossStops - (modifier.gridDeg === null ? 0 : GRID_STOPS);
  return fixture.kind === 'flash' || lossStops >= BEFORE_A_HEAD_STOPS;
}

/** The least piece that covers a light where its gel hangs. */
export function gelPieceCm(light: Held): SizeCm {
  const { face } = light.modifier;
  const lapped = (metres: number) => Math.ceil(100 * metres + 2 * LAP_CM);
  const whole: SizeCm =
    face.kind === 'disc'
      ? [lapped(2 * face.radiusM), lapped(2 * face.radiusM)]
      : face.kind === 'rectangle'
        ? [lapped(Math.min(face.widthM, face.heightM)), lapped(Math.max(face.widthM, face.heightM))]
        : [TUBE_WRAP_CM, lapped(face.lengthM)];
  return hangsAtHead(light) ? [Math.min(whole[0], HEAD_CM), Math.min(whole[1], HEAD_CM)] : whole;
}

/** What a number of pieces takes: whole sheets, and how many of the pieces have to be joined of several. */
export interface Cut {
  readonly sheets: number;
  readonly joined: number;
}

interface Rest {
  readonly w: number;
  readonly h: number;
}

/** Cuts pieces from sheets, large ones first, each from the least rest that it fits. What is larger than a sheet is joined of whole ones. */
export function cutFrom(pieces: readonly SizeCm[], [sheetW, sheetH]: SizeCm): Cut {
  const rests: Rest[] = [];
  let [sheets, joined] = [0, 0];
  const fits = ([w, h]: SizeCm, rest: Rest) => w <= rest.w && h <= rest.h;
  const bySize = [...pieces].sort((a, b) => Math.max(...b) - Math.max(...a) || Math.min(...b) - Math.min(...a));
  for (const piece of bySize) {
    const turns: readonly SizeCm[] = [piece, [piece[1], piece[0]]];
    const sheet = { w: sheetW, h: sheetH };
    if (!turns.some((turn) => fits(turn, sheet))) {
      sheets += Math.min(...turns.map(([w, h]) => joinedSheets(w, sheetW) * joinedSheets(h, sheetH)));
      joined += 1;
      continue;
    }
    if (!turns.some((turn) => rests.some((rest) => fits(turn, rest)))) {
      sheets += 1;
      rests.push(sheet);
    }
    takePiece(rests, turns, fits);
  }
  return { sheets, joined };
}

/** Sheets side by side that reach over so many cm, each lapping over the one before. */
const joinedSheets = (cm: number, sheetCm: number): number =>
  cm <= sheetCm ? 1 : 1 + Math.ceil((cm - sheetCm) / Math.max(1, sheetCm - LAP_CM));

/** Takes a piece from the least rest that it fits, and leaves two rests in its place: the longer cut runs all the way. */
function takePiece(rests: Rest[], turns: readonly SizeCm[], fits: (piece: SizeCm, rest: Rest) => boolean): void {
  const ways = rests.flatMap((rest, at) => turns.filter((turn) => fits(turn, rest)).map((turn) => ({ at, rest, turn })));
  const [best] = ways.sort((a, b) => a.rest.w * a.rest.h - b.rest.w * b.rest.h || Math.min(...spare(a)) - Math.min(...spare(b)));
  const { at, rest, turn } = best!;
  const [right, under] = spare(best!);
  const across = right * rest.h >= under * rest.w;
  rests.splice(at, 1, { w: right, h: across ? rest.h : turn[1] }, { w: across ? turn[0] : rest.w, h: under });
}

const spare = ({ rest, turn }: { rest: Rest; turn: SizeCm }): SizeCm => [rest.w - turn[0], rest.h - turn[1]];

/** All pieces of one gel that a look's lights take; a film of double strength is two sheets in one. */
export function piecesOf(
  { lights }: Pick<Look, 'lights'>,
  gel: string,
  isCounted: (light: Light) => boolean = () => true,
): SizeCm[] {
  return lights.filter(isCounted).flatMap((light) => {
    const times = light.gels
      .filter((one) => one.gel === gel)
      .reduce((sum, { strength }) => sum + light.pieces * Math.max(1, Math.round(strength)), 0);
    return Array.from({ length: times }, () => gelPieceCm(light));
  });
}

/** The sheets of a gel as the kit has them, or as they are usually sold. */
export const sheetCm = (entry: Pick<KitGel, 'widthCm' | 'heightCm'> | undefined): SizeCm =>
  entry ? [entry.widthCm, entry.heightCm] : USUAL_SHEET_CM;

/** How often a gel can be put on a light (all of its pieces each time) from what other uses leave of its sheets. */
export function timesLeft(entry: KitGel, used: readonly SizeCm[], light: Held & Pick<Light, 'pieces'>, most = 12): number {
  const each = Array.from({ length: light.pieces }, () => gelPieceCm(light));
  let pieces = [...used];
  for (let times = 0; times < most; times++) {
    pieces = [...pieces, ...each];
    if (cutFrom(pieces, sheetCm(entry)).sheets > entry.count) return times;
  }
  return most;
}

/** What a look takes of each gel, against what the kit has. */
export interface GelNeed extends Cut {
  readonly gel: string;
  readonly pieces: readonly SizeCm[];
  /** Sheets there are; null without a kit. */
  readonly have: number | null;
}

/** The gels of all lights that are on, in the order in which they first stand. */
export function gelNeeds(look: Look, kit: readonly KitEntry[]): GelNeed[] {
  const lights = look.lights.filter(({ on }) => on);
  const ids = [...new Set(lights.flatMap(({ gels }) => gels.map(({ gel }) => gel)))];
  return ids.map((gel) => {
    const name = gelNameIn(look.spectra, gel);
    // Sheets under one name may have been bought twice, and entered twice.
    const there = kit.filter(
      (one): one is KitGel => one.kind === 'gel' && !one.archived && (one.id === gel || one.name === name),
    );
    const pieces = piecesOf({ lights }, gel);
    const have = kit.length ? there.reduce((sum, { count }) => sum + count, 0) : null;
    return { gel, pieces, ...cutFrom(pieces, sheetCm(there[0])), have };
  });
}
