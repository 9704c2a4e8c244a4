import type { Point } from '../document/schema';
import { raysThrough } from '../figure/rays';
import { pastBoards } from './boards';
import { openLight, type Reaching } from './reach';
import { seenShare } from './seen-share';
import { BY_PATCHES } from './room';
import { hairOnWay, toSubject, turnToSubject, type Stage } from './stage';
import { SENDER, SENDERS, type Surround } from './surround';

/** Light by way of the large surfaces round a subject: what a lamp lands on their patches, what those send each other, and what they bring to a place. */

/** Where a lamp is nearer to a patch than so many times its size, its light on it is asked at more points. */
const NEAR_PATCH = 1.5;
/** The subject's shadow counts on patches that get more than this share of what the brightest does. */
const SHADOWED_SHARE = 0.004;
/** What sends less than this share of what the brightest does is left out. */
const LEAST_SHARE = 2e-4;

/**
 * Light by way of the surround is told by its colour: first what only grey surfaces have sent on, with what they keep already taken off, then by each
 * sender with a colour, before that.
 */
export const SENT_COLOURS = 1 + SENDERS.length;
/** Where the light that a coloured sender gives its colour to stands. */
export const sentBy = (sender: number): number => 1 + sender;

/** Amounts of one lamp by colour. */
export const bySender = (): Float64Array => new Float64Array(SENT_COLOURS);

export interface SurroundLight {
  /** Colours that there are. */
  readonly colours: readonly number[];
  /** What sends something on: patches near the subject each by itself, others group by group, from the middle of what they send. Six figures each: place, normal. */
  readonly senders: Float64Array;
  readonly group: Uint16Array;
  readonly areaM2: Float64Array;
  /** What each sends of a lamp of intensity 1, by colour: illuminance x area / pi; and the same for each group. */
  readonly flux: Float64Array;
  readonly groupFlux: Float64Array;
}

const lights = new WeakMap<Reaching, SurroundLight>();

/** What a lamp lands on the surround, past the subject and the boards, and what the surround lands on itself. */
export function surroundLight(reach: Reaching): SurroundLight {
  let found = lights.get(reach);
  if (!found) lights.set(reach, (found = landed(reach)));
  return found;
}

const N = SENT_COLOURS;

function landed(reach: Reaching): SurroundLight {
  const { paints, stage } = reach;
  const { surround } = stage;
  const { count, areaM2, sender } = surround;
  const { greys, means } = paints;
  // A patch takes the mean of its face: only right before it is a lamp more than one place.
  const coarse = { ...reach, nearM: reach.nearM / 3 };
  const first = Float64Array.from({ length: count }, (_, j) => openOnPatch(coarse, j));
  const brightest = first.reduce((most, lux, j) => Math.max(most, lux * areaM2[j]!), 0);
  for (let j = 0; j < count; j++) if (first[j]! * areaM2[j]! > SHADOWED_SHARE * brightest) first[j]! *= pastSubjectTo(reach, j);
  const flux = new Float64Array(N * count);
  /** Puts light that lands on a patch with the colour of what sent it there among what the patch sends. */
  const take = (j: number, lux: number, from: number) => {
    const s = sender[j]!;
    const grey = greys[s] ?? null;
    const sends = (lux * areaM2[j]!) / Math.PI;
    // Of two colours one after the other the last is kept, and the mean of the first.
    if (grey !== null) flux[N * j + from]! += grey * sends;
    else flux[N * j + sentBy(s)]! += sends * (from === 0 ? 1 : means[from - 1]!);
  };
  for (let j = 0; j < count; j++) take(j, first[j]!, 0);
  const colours = [0, ...SENDERS.flatMap((_, s) => (greys[s] === null && sender.includes(s) ? [sentBy(s)] : []))];
  const shares = fromPatches(surround);
  const lux = new Float64Array(count);
  const last = flux.slice();
  for (let bounce = 1; bounce < BY_PATCHES; bounce++) {
    const before = flux.slice();
    for (const c of colours) {
      lux.fill(0);
      for (let k = 0; k < count; k++) {
        const sends = last[N * k + c]!;
        if (sends <= LEAST_SHARE * brightest) continue;
        for (let j = 0, row = count * k; j < count; j++) lux[j]! += shares[row + j]! * sends;
      }
      for (let j = 0; j < count; j++) if (lux[j]! > 0) take(j, lux[j]!, c);
    }
    for (let i = 0; i < last.length; i++) last[i] = flux[i]! - before[i]!;
  }
  return { colours, ...gathered(surround, colours, flux) };
}

/** Surfaces that a subject can be near to: their patches stay apart. */
const isNear = (sender: number) => sender === SENDER.backdrop || sender === SENDER.table;

/** Puts patches together where that does no harm. */
function gathered(
  { count, place, normal, areaM2, sender, group, groups }: Surround,
  colours: readonly number[],
  flux: Float64Array,
): Omit<SurroundLight, 'colours'> {
  const groupFlux = new Float64Array(N * groups.count);
  const middles = new Float64Array(4 * groups.count);
  const areas = new Float64Array(groups.count);
  const sums = new Float64Array(count);
  for (let j = 0; j < count; j++) {
    const g = group[j]!;
    for (const c of colours) {
      sums[j]! += flux[N * j + c]!;
      groupFlux[N * g + c]! += flux[N * j + c]!;
    }
    for (let c = 0; c < 3; c++) middles[4 * g + c]! += sums[j]! * place[3 * j + c]!;
    middles[4 * g + 3]! += sums[j]!;
    areas[g]! += areaM2[j]!;
  }
  let most = 0;
  for (let g = 0; g < groups.count; g++) most = Math.max(most, middles[4 * g + 3]!);
  const counts = (sends: number) => sends > LEAST_SHARE * most;
  const out = {
    senders: new Float64Array(6 * count),
    group: new Uint16Array(count),
    areaM2: new Float64Array(count),
    flux: new Float64Array(N * count),
  };
  let n = 0;
  const add = (g: number, area: number, amounts: Float64Array, from: number, direction: Float64Array, of: number): number => {
    out.group[n] = g;
    out.areaM2[n] = area;
    for (let c = 0; c < 3; c++) out.senders[6 * n + 3 + c] = direction[3 * of + c]!;
    for (const c of colours) out.flux[N * n + c] = amounts[from + c]!;
    return 6 * n++;
  };
  for (let j = 0; j < count; j++) {
    if (!isNear(sender[j]!) || !counts(sums[j]!)) continue;
    const q = add(group[j]!, areaM2[j]!, flux, N * j, normal, j);
    for (let c = 0; c < 3; c++) out.senders[q + c] = place[3 * j + c]!;
  }
  for (let g = 0; g < groups.count; g++) {
    const total = middles[4 * g + 3]!;
    if (isNear(groups.sender[g]!) || !counts(total)) continue;
    const q = add(g, areas[g]!, groupFlux, N * g, groups.normal, g);
    for (let c = 0; c < 3; c++) out.senders[q + c] = middles[4 * g + c]! / total;
  }
  return {
    senders: out.senders.subarray(0, 6 * n),
    group: out.group.subarray(0, n),
    areaM2: out.areaM2.subarray(0, n),
    flux: out.flux.subarray(0, N * n),
    groupFlux,
  };
}

const between = new WeakMap<Surround, Float32Array>();

/** What one unit that a patch (rows) sends lands on each other. */
function fromPatches(surround: Surround): Float32Array {
  let found = between.get(surround);
  if (found) return found;
  const { count, place: p, normal: n, areaM2 } = surround;
  found = new Float32Array(count * count);
  // Nothing is taken apart in here: there are some hundred thousand pairs, mostly before it is compiled well.
  for (let k = 0; k < count; k++) {
    const px = p[3 * k]!;
    const py = p[3 * k + 1]!;
    const pz = p[3 * k + 2]!;
    const nx = n[3 * k]!;
    const ny = n[3 * k + 1]!;
    const nz = n[3 * k + 2]!;
    const wide = areaM2[k]! / Math.PI;
    for (let j = 0; j < count; j++) {
      const q = 3 * j;
      const dx = px - p[q]!;
      const dy = py - p[q + 1]!;
      const dz = pz - p[q + 2]!;
      const there = -(nx * dx + ny * dy + nz * dz);
      if (there <= 1e-9) continue;
      const here = n[q]! * dx + n[q + 1]! * dy + n[q + 2]! * dz;
      if (here <= 1e-9) continue;
      const d2 = dx * dx + dy * dy + dz * dz;
      found[count * k + j] = (here * there) / (d2 * (d2 + wide));
    }
  }
  between.set(surround, found);
  return found;
}

const at = (values: Float64Array, from: number): Point => [values[from]!, values[from + 1]!, values[from + 2]!];

/** Mean illuminance of a patch over 2 x 2 or 4 x 4 points, as if no subject stood there. */
function openOnPatch(reach: Reaching, j: number): number {
  const { surround } = reach.stage;
  const place = at(surround.place, 3 * j);
  const normal = at(surround.normal, 3 * j);
  const [u, v] = [at(surround.sides, 6 * j), at(surround.sides, 6 * j + 3)];
  const [lx, ly, lz] = reach.light.position;
  const size = 2 * Math.max(Math.hypot(...u), Math.hypot(...v));
  const n = Math.hypot(lx - place[0], ly - place[1], lz - place[2]) < NEAR_PATCH * size ? 4 : 2;
  let open = 0;
  for (let a = 0; a < n; a++)
    for (let b = 0; b < n; b++) {
      const [s, t] = [(2 * a + 1) / n - 1, (2 * b + 1) / n - 1];
      const [x, y, z] = [0, 1, 2].map((c) => place[c]! + s * u[c]! + t * v[c]!) as [number, number, number];
      open += openLight(reach, x, y, z, ...normal);
    }
  return open / (n * n);
}

/** Share of a lamp's face that the middle of a patch sees past the subject. */
function pastSubjectTo({ stage, points }: Reaching, j: number): number {
  const { surround } = stage;
  const normal = turnToSubject(stage, at(surround.normal, 3 * j));
  const own = toSubject(stage, at(surround.place, 3 * j));
  return seenShare(stage, points, ...own, ...normal, 0);
}

/** A group that is seen wholly. Shares are bytes: a picture keeps them for every vertex. */
export const WHOLE = 255;
/** Groups are asked so many at once. */
const AT_ONCE = 4;
const askedGroups = new Int32Array(AT_ONCE);

/**
 * Share, of 255, of each group of patches that a place in the room sees past the subject, its hair, boards and the table: asked once for all lamps. With no
 * direction (0, 0, 0) all sides count, as for strands. A place of the subject is lifted off by `liftM`.
 */
export function groupsSeen(
  out: Uint8Array,
  from: number,
  stage: Stage,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  liftM: number,
): void {
  const { shade, boards, turn, originM } = stage;
  const { groups, table } = stage.surround;
  const flat = nx === 0 && ny === 0 && nz === 0;
  const ox = x + liftM * nx;
  const oy = y + liftM * ny;
  const oz = z + liftM * nz;
  // In the subject's own axes.
  const ax = turn[0] * ox - turn[1] * oz;
  const ay = oy - originM;
  const az = turn[1] * ox + turn[0] * oz;
  const rays = raysThrough(shade.bvh);
  const { way } = rays;
  for (let g = 0; g < groups.count;) {
    let count = 0;
    for (; g < groups.count && count < AT_ONCE; g++) {
      const dx = groups.place[3 * g]! - ox;
      const dy = groups.place[3 * g + 1]! - oy;
      const dz = groups.place[3 * g + 2]! - oz;
      out[from + g] = 0;
      // A group that has set by more than its own size shows nothing.
      if (!flat && nx * dx + ny * dy + nz * dz < -groups.radiusM[g]!) continue;
      const there = groups.normal[3 * g]! * dx + groups.normal[3 * g + 1]! * dy + groups.normal[3 * g + 2]! * dz;
      if (there >= 0) continue;
      if (table && underTable(table, ox, oy, oz, dx, dy, dz)) continue;
      way[count] = turn[0] * dx - turn[1] * dz;
      way[count + 4] = dy;
      way[count + 8] = turn[1] * dx + turn[0] * dz;
      askedGroups[count++] = g;
    }
    if (count === 0) break;
    const blocked = rays.blocked(count, ax, ay, az);
    for (let k = 0; k < count; k++) {
      if (blocked & (1 << k)) continue;
      const one = askedGroups[k]!;
      let share = boards.length
        ? pastBoards(
            boards,
            ox,
            oy,
            oz,
            groups.place[3 * one]!,
            groups.place[3 * one + 1]!,
            groups.place[3 * one + 2]!,
            groups.radiusM[one]!,
          )
        : 1;
      if (shade.hair && share > 0) {
        const [bx, by, bz] = [way[k]!, way[k + 4]!, way[k + 8]!];
        const d = Math.sqrt(bx * bx + by * by + bz * bz) || 1e-9;
        const depth = hairOnWay(shade, ax, ay, az, bx / d, by / d, bz / d, d);
        if (depth > 0) share *= Math.exp(-depth);
      }
      out[from + one] = Math.round(WHOLE * share);
    }
  }
}

/** Whether a table top lies between a place and where it looks. */
function underTable(
  { topM, halfWidthM, halfDepthM }: { readonly topM: number; readonly halfWidthM: number; readonly halfDepthM: number },
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
): boolean {
  const t = (topM - y) / (dy || 1e-9);
  return t > 1e-4 && t < 1 - 1e-4 && Math.abs(x + t * dx) < halfWidthM && Math.abs(z + t * dz) < halfDepthM;
}

/** What the surround brings to a surface of one lamp, by colour, into `out`. `seen` are shares of the groups, of 255, from `from` on. */
export function fromSurround(
  out: Float64Array,
  { colours, senders, group, areaM2, flux }: SurroundLight,
  { hazePerM }: Stage,
  seen: Uint8Array,
  from: number,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): void {
  out.fill(0);
  const second = colours[1] ?? -1;
  for (let j = 0; j < group.length; j++) {
    const share = seen[from + group[j]!]!;
    if (share === 0) continue;
    const q = 6 * j;
    const dx = senders[q]! - x;
    const dy = senders[q + 1]! - y;
    const dz = senders[q + 2]! - z;
    const here = nx * dx + ny * dy + nz * dz;
    if (here <= 0) continue;
    const there = -(senders[q + 3]! * dx + senders[q + 4]! * dy + senders[q + 5]! * dz);
    if (there <= 0) continue;
    const d2 = dx * dx + dy * dy + dz * dz;
    let value = (share * here * there) / (WHOLE * d2 * (d2 + areaM2[j]! / Math.PI));
    if (hazePerM > 0) value *= Math.exp(-hazePerM * Math.sqrt(d2));
    out[0]! += value * flux[N * j]!;
    if (second > 0) out[second]! += value * flux[N * j + second]!;
    for (let c = 2; c < colours.length; c++) out[colours[c]!]! += value * flux[N * j + colours[c]!]!;
  }
}

/** What of the surround's light comes to points of hair: four figures by colour, the flux there and its direction times that. */
export const HAIR_FIGURES = 4;

/**
 * Light of one lamp that the surround sends to a point of hair, whatever the direction of a surface: by colour, flux and flux times direction (room axes),
 * into `out`. Groups count as a whole here: hair is soft of itself.
 */
export function hairFromSurround(
  out: Float64Array,
  { groupFlux, colours }: SurroundLight,
  { surround, hazePerM }: Stage,
  seen: Uint8Array,
  x: number,
  y: number,
  z: number,
): void {
  out.fill(0);
  const { groups } = surround;
  for (let g = 0; g < groups.count; g++) {
    if (seen[g] === 0) continue;
    const dx = groups.place[3 * g]! - x;
    const dy = groups.place[3 * g + 1]! - y;
    const dz = groups.place[3 * g + 2]! - z;
    const there = -(groups.normal[3 * g]! * dx + groups.normal[3 * g + 1]! * dy + groups.normal[3 * g + 2]! * dz);
    if (there <= 0) continue;
    const d2 = dx * dx + dy * dy + dz * dz;
    const d = Math.sqrt(d2);
    const radius = groups.radiusM[g]!;
    const share = (seen[g]! * there * Math.exp(-hazePerM * d)) / (WHOLE * d * (d2 + radius * radius));
    for (const c of colours) {
      const value = share * groupFlux[N * g + c]!;
      const q = HAIR_FIGURES * c;
      out[q]! += value;
      out[q + 1]! += (value * dx) / d;
      out[q + 2]! += (value * dy) / d;
      out[q + 3]! += (value * dz) / d;
    }
  }
}

/** The half angle, as its tangent, over which light spreads whose directions have so long a mean: 1 from one side, 0 from everywhere. */
export function spreadOf(meanLength: number): number {
  const m = Math.min(1, Math.max(0.3, meanLength));
  return Math.sqrt(1 - m * m) / m;
}
