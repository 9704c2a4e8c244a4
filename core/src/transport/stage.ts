import { discIncidence, nearFieldRatio } from '../exposure/distance';
import { formOf, type Form } from '../subject/form';
import { HAIR } from '../subject/materials';
import { lightShare, marchForm, openness } from '../subject/shadow';
import { cardSources, fromCard, pastBoards, type CardSource } from './boards';
import { emissionOf, type Emission, type Emitting } from './emission';
import { unitVector } from './geometry';
import type { Board, Look, Point, Probe } from '../look/schema';

/** What stands between lights and surfaces: the subject where it stands, and the boards. */
export interface Stage {
  readonly form: Form;
  /** Height of the form's origin over the floor, m. */
  readonly originM: number;
  readonly turn: readonly [cos: number, sin: number];
  readonly boards: readonly Board[];
}

export function stageOf({ subject, boards }: Pick<Look, 'subject' | 'boards'>): Stage {
  const angle = (subject.turnDeg * Math.PI) / 180;
  return { form: formOf(subject), originM: subject.faceHeightM, turn: [Math.cos(angle), Math.sin(angle)], boards };
}

/** A probe where it lies on its surface in the room. */
export interface Placed {
  readonly place: Point;
  /** Of length 1. */
  readonly normal: Point;
  /** How much of the light of the room comes in: 1 in the open. */
  readonly open: number;
  /** How far off its surface shadows start, m. */
  readonly liftM: number;
}

/** From how far out a probe is looked for on its form, and how far in. */
const OUTSIDE_M = 0.25;
const INSIDE_M = 0.2;
/** Radius over which the slope of a form is taken for a probe, so that single strands and folds do not decide. */
const SLOPE_M = 0.008;
const HAIR_SLOPE_M = 0.03;
const LIFT_M = 0.004;

/**
 * Puts a probe on what it belongs to. Probes of the subject are written down as if it faced the camera: they turn with it, and move
 * along their own direction onto its surface, so that figures and picture speak of the same place.
 */
export function placed(stage: Stage, probe: Probe): Placed {
  if (probe.body === 'none') return { place: probe.position, normal: unitVector(probe.normal), open: 1, liftM: 0 };
  const key = `${stage.form.key} ${stage.originM} ${stage.turn.join()} ${probe.position.join()} ${probe.normal.join()}`;
  let found = known.get(key);
  if (!found) {
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(key, (found = onSubject(stage, probe)));
  }
  return found;
}

const MOST_KNOWN = 512;
const known = new Map<string, Placed>();

function onSubject({ form, originM, turn: [cos, sin] }: Stage, probe: Probe): Placed {
  const normal = unitVector(probe.normal);
  const room = (x: number, y: number, z: number): Point => [cos * x + sin * z, y, -sin * x + cos * z];
  const [px, py, pz] = [probe.position[0], probe.position[1] - originM, probe.position[2]];
  const out = OUTSIDE_M * form.fine;
  const [ox, oy, oz] = [px + out * normal[0], py + out * normal[1], pz + out * normal[2]];
  const t = marchForm(form, ox, oy, oz, -normal[0], -normal[1], -normal[2]);
  const onForm = t >= 0 && t < out + INSIDE_M * form.fine;
  const [x, y, z] = onForm ? [ox - t * normal[0], oy - t * normal[1], oz - t * normal[2]] : [px, py, pz];
  let [nx, ny, nz] = normal;
  if (onForm) {
    const m = form.material(x, y, z);
    const e = (m === HAIR ? HAIR_SLOPE_M : SLOPE_M) * form.fine;
    const slope = (dx: number, dy: number, dz: number) =>
      form.part(m, x + dx, y + dy, z + dz) - form.part(m, x - dx, y - dy, z - dz);
    [nx, ny, nz] = unitVector([slope(e, 0, 0), slope(0, e, 0), slope(0, 0, e)]);
  }
  const [rx, ry, rz] = room(x, y, z);
  return {
    place: [rx, ry + originM, rz],
    normal: room(nx, ny, nz),
    open: onForm ? openness(form, x, y, z, nx, ny, nz) : 1,
    liftM: LIFT_M * form.fine,
  };
}

/** What one light brings to one place per unit of its intensity (lx m^2, or lx s m^2 for flash), 1/m^2. */
export interface Brought {
  /** Straight, and by way of white cards. */
  readonly direct: number;
  /** By way of each coloured card: index of the board, and what it brings before its colour. */
  readonly cards: readonly { readonly board: number; readonly value: number }[];
}

/** A light made ready for many places of one stage. */
export interface Reaching {
  readonly light: Emitting;
  readonly emission: Emission;
  readonly cards: readonly CardSource[];
}

export function reaching(light: Emitting, stage: Stage): Reaching {
  const emission = emissionOf(light);
  const at = (position: Point, normal: Point) =>
    straight(light, emission, { place: position, normal, open: 1, liftM: 0 }, { ...stage, boards: [] });
  return { light, emission, cards: cardSources(stage.boards, light.position, at) };
}

/** Distance with the size of the face, beam, grid and blades, incidence with wrap, and what stands in the way. */
export function bring({ light, emission, cards }: Reaching, at: Placed, stage: Stage): Brought {
  let direct = straight(light, emission, at, stage);
  const tinted: { board: number; value: number }[] = [];
  for (const card of cards) {
    const seen = pastSubject(stage, at, card.board.position, 0);
    const value = seen > 0 ? seen * fromCard(card, ...at.place, ...at.normal) : 0;
    if (card.board.tint) tinted.push({ board: stage.boards.indexOf(card.board), value });
    else direct += value;
  }
  return { direct, cards: tinted };
}

/** All of a light that reaches a probe, coloured cards included, 1/m^2. */
export function transfer(light: Emitting, probe: Probe, stage: Stage): number {
  const { direct, cards } = bring(reaching(light, stage), placed(stage, probe), stage);
  return cards.reduce((sum, { value }) => sum + value, direct);
}

function straight(light: Emitting, { towards, radiusM }: Emission, at: Placed, stage: Stage): number {
  const [lx, ly, lz] = light.position;
  const dx = lx - at.place[0];
  const dy = ly - at.place[1];
  const dz = lz - at.place[2];
  const distanceM = Math.max(0.02, Math.hypot(dx, dy, dz));
  const [ux, uy, uz] = [dx / distanceM, dy / distanceM, dz / distanceM];
  const out = towards(-ux, -uy, -uz);
  if (out < 1e-9) return 0;
  const cosine = Math.min(1, Math.max(-1, at.normal[0] * ux + at.normal[1] * uy + at.normal[2] * uz));
  const facing = discIncidence(Math.acos(cosine), Math.atan(radiusM / distanceM));
  if (facing <= 0) return 0;
  const falloff = nearFieldRatio(light.modifier.face, distanceM) / (distanceM * distanceM);
  const past = stage.boards.length ? pastBoards(stage.boards, ...at.place, ...light.position, radiusM) : 1;
  return past > 0 ? falloff * out * facing * past * pastSubject(stage, at, light.position, radiusM) : 0;
}

/** Share of a round source at `light` that a place sees past the subject. */
function pastSubject(
  { form, originM, turn: [cos, sin] }: Stage,
  { place, normal, liftM }: Placed,
  light: Point,
  radiusM: number,
): number {
  const x = place[0] + liftM * normal[0];
  const y = place[1] + liftM * normal[1] - originM;
  const z = place[2] + liftM * normal[2];
  const dx = light[0] - place[0];
  const dy = light[1] - place[1];
  const dz = light[2] - place[2];
  const d = Math.hypot(dx, dy, dz) || 1e-9;
  return lightShare(
    form,
    cos * x - sin * z,
    y,
    sin * x + cos * z,
    (cos * dx - sin * dz) / d,
    dy / d,
    (sin * dx + cos * dz) / d,
    d,
    radiusM,
  );
}
