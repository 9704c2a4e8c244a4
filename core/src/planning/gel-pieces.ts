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

/** Where one piece lies on its sheet, cm from the upper left, turned as it is cut. */
export interface PlacedPiece {
  /** Which of the pieces that were asked for. */
  readonly piece: number;
  readonly sheet: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** How sheets are cut. Pieces that are larger than a sheet are joined of whole ones, which come last. */
export interface CuttingPlan extends Cut {
  readonly placed: readonly PlacedPiece[];
  /** Pieces that are joined, with the sheets that each takes, side by side and one under the other. */
  readonly joins: readonly { readonly piece: number; readonly across: number; readonly down: number }[];
}

interface Rest {
  readonly sheet: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

interface Piece {
  readonly piece: number;
  readonly size: SizeCm;
}

/** In which order pieces are laid out: whatever takes the fewest sheets is taken. */
const ORDERS: readonly ((a: SizeCm, b: SizeCm) => number)[] = [
  (a, b) => Math.max(...b) - Math.max(...a) || Math.min(...b) - Math.min(...a),
  (a, b) => b[0] * b[1] - a[0] * a[1],
  (a, b) => Math.min(...b) - Math.min(...a) || Math.max(...b) - Math.max(...a),
];

const FEW = 5;

const isAlike = (a: Piece, b: Piece): boolean => a.size[0] === b.size[0] && a.size[1] === b.size[1];

/** Every order of pieces, one after the other; those that only pieces of one size have changed places in are one. */
function* ordersOf(pieces: readonly Piece[]): Generator<readonly Piece[]> {
  if (pieces.length === 0) yield [];
  for (const [i, first] of pieces.entries()) {
    if (pieces.slice(0, i).some((before) => isAlike(before, first))) continue;
    for (const rest of ordersOf(pieces.filter((_, k) => k !== i))) yield [first, ...rest];
  }
}

/** A rest is cut along its longer spare side, or along the other. */
const CUTS = ['longer', 'shorter'] as const;

/** The sheets that pieces are cut from. */
export function cutFrom(pieces: readonly SizeCm[], sheet: SizeCm): Cut {
  const { sheets, joined } = cuttingPlan(pieces, sheet);
  return { sheets, joined };
}

/**
 * Cuts pieces from sheets by straight cuts from edge to edge, each piece from the least rest that it fits, turned where that helps; several orders are tried.
 * What is larger than a sheet is joined of whole ones.
 */
export function cuttingPlan(pieces: readonly SizeCm[], sheet: SizeCm): CuttingPlan {
  const all = pieces.map((size, piece): Piece => ({ piece, size }));
  const isWhole = ({ size: [w, h] }: Piece) => (w <= sheet[0] && h <= sheet[1]) || (h <= sheet[0] && w <= sheet[1]);
  const joins = all
    .filter((one) => !isWhole(one))
    .map(({ piece, size: [w, h] }) => {
      const ways = [
        [joinedSheets(w, sheet[0]), joinedSheets(h, sheet[1])],
        [joinedSheets(h, sheet[0]), joinedSheets(w, sheet[1])],
      ] as const;
      const [across, down] = ways[0][0] * ways[0][1] <= ways[1][0] * ways[1][1] ? ways[0] : ways[1];
      return { piece, across, down };
    });
  const placed = fewest(all.filter(isWhole), sheet);
  return {
    sheets: sheetsOf(placed) + joins.reduce((sum, { across, down }) => sum + across * down, 0),
    joined: joins.length,
    placed,
    joins,
  };
}

/** Lays out pieces that each fit a sheet on the fewest sheets that the orders tried take; the first of them that does. */
function fewest(pieces: readonly Piece[], sheet: SizeCm): readonly PlacedPiece[] {
  // Of few pieces every order is tried.
  const orders = pieces.length <= FEW ? ordersOf(pieces) : ORDERS.map((by) => [...pieces].sort((p, q) => by(p.size, q.size)));
  const area = pieces.reduce((sum, { size: [w, h] }) => sum + w * h, 0);
  const least = Math.ceil(area / (sheet[0] * sheet[1]));
  let best: readonly PlacedPiece[] | null = null;
  for (const order of orders)
    for (const cut of CUTS) {
      const placed = laidOut(order, sheet, cut);
      if (!best || sheetsOf(placed) < sheetsOf(best)) best = placed;
      if (sheetsOf(best) <= least) return best;
    }
  return best ?? [];
}

const sheetsOf = (placed: readonly PlacedPiece[]): number => placed.reduce((most, { sheet }) => Math.max(most, sheet + 1), 0);

/** Sheets side by side that reach over so many cm, each lapping over the one before. */
const joinedSheets = (cm: number, sheetCm: number): number =>
  cm <= sheetCm ? 1 : 1 + Math.ceil((cm - sheetCm) / Math.max(1, sheetCm - LAP_CM));

function laidOut(pieces: readonly Piece[], sheet: SizeCm, cut: (typeof CUTS)[number]): PlacedPiece[] {
  const rests: Rest[] = [];
  const placed: PlacedPiece[] = [];
  let sheets = 0;
  for (const { piece, size } of pieces) {
    const best = closest(rests, size) ?? freshSheet(rests, sheets++, sheet, size);
    const { at, rest, turn } = best;
    const [w, h] = turn;
    placed.push({ piece, sheet: rest.sheet, x: rest.x, y: rest.y, w, h });
    const [right, under] = spare(best);
    // One of the two cuts runs all the way.
    const across = right * rest.h >= under * rest.w === (cut === 'longer');
    rests.splice(
      at,
      1,
      { ...rest, x: rest.x + w, w: right, h: across ? rest.h : h },
      { ...rest, y: rest.y + h, w: across ? w : rest.w, h: under },
    );
  }
  return placed;
}

interface Way {
  readonly at: number;
  readonly rest: Rest;
  readonly turn: SizeCm;
}

/** The least rest that a piece fits, and how it is turned there; where two are as large, the one that it fills closest. */
function closest(rests: readonly Rest[], [w, h]: SizeCm): Way | null {
  let best: Way | null = null;
  const take = (at: number, rest: Rest, turn: SizeCm) => {
    if (turn[0] > rest.w || turn[1] > rest.h) return;
    const way = { at, rest, turn };
    const larger = best ? rest.w * rest.h - best.rest.w * best.rest.h || Math.min(...spare(way)) - Math.min(...spare(best)) : -1;
    if (larger < 0) best = way;
  };
  for (const [at, rest] of rests.entries()) {
    take(at, rest, [w, h]);
    take(at, rest, [h, w]);
  }
  return best;
}

function freshSheet(rests: Rest[], sheet: number, [w, h]: SizeCm, size: SizeCm): Way {
  rests.push({ sheet, x: 0, y: 0, w, h });
  return closest(rests, size)!;
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
export interface GelNeed extends CuttingPlan {
  readonly gel: string;
  readonly name: string;
  readonly sheet: SizeCm;
  /** The lights that the pieces are for, one a piece. */
  readonly lights: readonly string[];
  readonly pieces: readonly SizeCm[];
  /** Sheets there are; null without a kit. */
  readonly have: number | null;
}

/** A piece of gel that is wanted, and what for. */
interface Wanted {
  readonly size: SizeCm;
  readonly of: string;
}

/** The gels of all lights that are on, in the order in which they first stand. */
export function gelNeeds(look: Look, kit: readonly KitEntry[]): GelNeed[] {
  return gelsIn([look]).map(({ gel, name }) =>
    needOf(
      gel,
      name,
      wantedBy(look, gel, ({ name: light }) => light),
      kit,
    ),
  );
}

/**
 * The gels of several set-ups that follow one another: a piece that is cut once serves every set-up that takes one of its size, so of each size as many are cut as the
 * set-up that takes most of it.
 */
export function gelNeedsOfDay(looks: readonly Look[], kit: readonly KitEntry[]): GelNeed[] {
  return gelsIn(looks).map(({ gel, name }) => {
    const bySize = new Map<string, Wanted[]>();
    for (const look of looks) {
      const own = new Map<string, Wanted[]>();
      for (const one of wantedBy(look, gel, (light) => `${light.name}, ${look.title}`)) {
        const key = [...one.size].sort((a, b) => a - b).join();
        own.set(key, [...(own.get(key) ?? []), one]);
      }
      for (const [key, list] of own) if (list.length > (bySize.get(key)?.length ?? 0)) bySize.set(key, list);
    }
    return needOf(gel, name, [...bySize.values()].flat(), kit);
  });
}

/** The gels of looks, each once, by id. */
function gelsIn(looks: readonly Look[]): { readonly gel: string; readonly name: string }[] {
  const names = new Map<string, string>();
  for (const { lights, spectra } of looks)
    for (const { on, gels } of lights)
      if (on) for (const { gel } of gels) if (!names.has(gel)) names.set(gel, gelNameIn(spectra, gel));
  return [...names].map(([gel, name]) => ({ gel, name }));
}

const wantedBy = ({ lights }: Look, gel: string, called: (light: Light) => string): Wanted[] =>
  lights
    .filter(({ on }) => on)
    .flatMap((light) => piecesOf({ lights: [light] }, gel).map((size) => ({ size, of: called(light) })));

function needOf(gel: string, name: string, wanted: readonly Wanted[], kit: readonly KitEntry[]): GelNeed {
  // Sheets under one name may have been bought twice, and entered twice.
  const there = kit.filter((one): one is KitGel => one.kind === 'gel' && !one.archived && (one.id === gel || one.name === name));
  const pieces = wanted.map(({ size }) => size);
  const sheet = sheetCm(there[0]);
  const have = kit.length ? there.reduce((sum, { count }) => sum + count, 0) : null;
  return { gel, name, sheet, lights: wanted.map(({ of }) => of), pieces, ...cuttingPlan(pieces, sheet), have };
}
