import { beamIntensity, gridTransmission } from '../exposure/beam';
import { discIncidence, equivalentRadiusM, nearFieldRatio } from '../exposure/distance';
import { cardSources, fromCard, pastBoards, type CardSource } from './boards';
import type { Board, Light, Look, Point, Probe } from './schema';

/** A capsule that takes light away from what lies behind it; a sphere where both ends coincide. Metres. */
export interface Occluder {
  readonly body: 'head' | 'torso';
  readonly from: Point;
  readonly to: Point;
  readonly radiusM: number;
}

export function minus(a: Point, b: Point): Point {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}

export function plus(a: Point, b: Point, times = 1): Point {
  return [a[0] + times * b[0], a[1] + times * b[1], a[2] + times * b[2]];
}

export function dotPoint(a: Point, b: Point): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

export function lengthOf(a: Point): number {
  return Math.hypot(a[0], a[1], a[2]);
}

export function unitVector(a: Point): Point {
  const length = lengthOf(a) || 1;
  return [a[0] / length, a[1] / length, a[2] / length];
}

export const HEAD_RADIUS_M = 0.11;
const TORSO_RADIUS_M = 0.19;

/** The subject as two simple forms: a head and a body below it. */
export function subjectForms(look: Pick<Look, 'subject'>): Occluder[] {
  const y = look.subject.faceHeightM;
  return [
    { body: 'head', from: [0, y, 0], to: [0, y + 0.04, 0], radiusM: HEAD_RADIUS_M },
    { body: 'torso', from: [0, y - 0.4, -0.02], to: [0, y - 0.85, -0.02], radiusM: TORSO_RADIUS_M },
  ];
}

const clamp01 = (v: number) => Math.min(1, Math.max(0, v));

/**
 * How much of a face of radius `faceRadiusM` at `q` shows past one capsule from `p`, by the least distance of the line of
 * sight from the capsule's axis (closest points of two segments). Scalars only: it runs for every ray of the room wash.
 */
function pastForm(p: Point, q: Point, form: Occluder, faceRadiusM: number): number {
  const { from, to, radiusM } = form;
  const ux = q[0] - p[0];
  const uy = q[1] - p[1];
  const uz = q[2] - p[2];
  const vx = to[0] - from[0];
  const vy = to[1] - from[1];
  const vz = to[2] - from[2];
  const rx = p[0] - from[0];
  const ry = p[1] - from[1];
  const rz = p[2] - from[2];
  const a = ux * ux + uy * uy + uz * uz;
  const e = vx * vx + vy * vy + vz * vz;
  const b = ux * vx + uy * vy + uz * vz;
  const c = ux * rx + uy * ry + uz * rz;
  const f = vx * rx + vy * ry + vz * rz;
  let s = clamp01(-c / a);
  let t = 0;
  if (e > 1e-12) {
    const parallel = a * e - b * b;
    s = parallel > 1e-12 ? clamp01((b * f - c * e) / parallel) : 0;
    t = (b * s + f) / e;
    if (t < 0) [t, s] = [0, clamp01(-c / a)];
    else if (t > 1) [t, s] = [1, clamp01((b - c) / a)];
  }
  const distance = Math.hypot(rx + s * ux - t * vx, ry + s * uy - t * vy, rz + s * uz - t * vz);
  const blur = Math.max(0.01, faceRadiusM * s);
  const share = clamp01((distance - radiusM + blur) / (2 * blur));
  return share * share * (3 - 2 * share);
}

/**
 * The share of a light's face that a place sees past the subject's forms: 1 clear, 0 hidden, softened by the size of
 * the face as it appears at the form. A form does not shadow probes that lie on it; its own incidence does that.
 */
export function visibility(
  place: Point,
  body: Probe['body'],
  light: Point,
  faceRadiusM: number,
  forms: readonly Occluder[],
): number {
  let share = 1;
  for (const form of forms) {
    if (form.body === body) continue;
    share *= pastForm(place, light, form, faceRadiusM);
  }
  return share;
}

/**
 * Geometry of one light at one probe, 1/m^2: multiplied with the light's intensity (lx m^2, or lx s m^2 for flash) it
 * gives the illuminance on the probe's surface. Distance with the size of the face, beam, grid, incidence with wrap, and
 * the subject's own shadow.
 */
export function transfer(
  light: Pick<Light, 'position' | 'aim' | 'modifier'>,
  probe: Probe,
  forms: readonly Occluder[],
  boards: readonly Board[] = [],
): number {
  const direct = straight(light, probe, forms, boards);
  if (boards.length === 0) return direct;
  const [nx, ny, nz] = unitVector(probe.normal);
  return cardsOf(light, forms, boards).reduce((sum, card) => {
    const seen = visibility(probe.position, probe.body, card.board.position, 0, forms);
    return sum + seen * fromCard(card, ...probe.position, nx, ny, nz);
  }, direct);
}

/** The white cards that a light falls on, as sources. */
export function cardsOf(
  light: Pick<Light, 'position' | 'aim' | 'modifier'>,
  forms: readonly Occluder[],
  boards: readonly Board[],
): CardSource[] {
  return cardSources(boards, light.position, (position, normal) =>
    straight(light, { id: '', name: '', surface: 'backdrop', body: 'none', position, normal }, forms, []),
  );
}

function straight(
  light: Pick<Light, 'position' | 'aim' | 'modifier'>,
  probe: Probe,
  forms: readonly Occluder[],
  boards: readonly Board[],
): number {
  const { face, beam, gridDeg } = light.modifier;
  const toLight = minus(light.position, probe.position);
  const distanceM = Math.max(0.02, lengthOf(toLight));
  const radiusM = equivalentRadiusM(face);
  const axis = unitVector(minus(light.aim, light.position));
  const cosine = -dotPoint(axis, toLight) / distanceM;
  const angle = Math.acos(Math.min(1, Math.max(-1, cosine)));
  const out = beamIntensity(beam, angle) * (gridDeg === null ? 1 : gridTransmission(angle, gridDeg));
  if (out === 0) return 0;
  const incidence = Math.acos(Math.min(1, Math.max(-1, dotPoint(unitVector(probe.normal), toLight) / distanceM)));
  const facing = discIncidence(incidence, Math.atan(radiusM / distanceM));
  if (facing === 0) return 0;
  const falloff = nearFieldRatio(face, distanceM) / (distanceM * distanceM);
  const past = boards.length ? pastBoards(boards, ...probe.position, ...light.position, radiusM) : 1;
  return falloff * out * facing * past * visibility(probe.position, probe.body, light.position, radiusM, forms);
}
