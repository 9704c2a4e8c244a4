import { nearFieldRatio } from '../exposure/distance';
import { pastBoards } from './boards';
import type { Reaching } from './reach';
import { pastSubject, type Stage } from './stage';
import type { Point } from '../document/schema';

/** Haze and flare: light that reaches the lens without a surface. */

/** How much haze sends forward rather than back (Henyey and Greenstein's g): fine droplets. */
const FORWARD = 0.6;
const SAMPLES = 10;

/**
 * Light of one source that haze scatters once into the line of sight from `eye` to `place`, per unit of intensity, 1/m^2, as the
 * illuminance of a perfect white that would look as bright: pi sigma times the integral of E p exp(-sigma way) along the line. Haze
 * takes nothing for itself. Samples lie at equal angles as seen from the light, so that what is near it is met.
 */
export function inScatter({ light, emission }: Reaching, stage: Stage, hazePerM: number, eye: Point, place: Point): number {
  if (hazePerM <= 0) return 0;
  const [px, py, pz] = light.position;
  let vx = place[0] - eye[0];
  let vy = place[1] - eye[1];
  let vz = place[2] - eye[2];
  const length = Math.sqrt(vx * vx + vy * vy + vz * vz) || 1e-6;
  vx /= length;
  vy /= length;
  vz /= length;
  const nearest = (px - eye[0]) * vx + (py - eye[1]) * vy + (pz - eye[2]) * vz;
  const ox = eye[0] + nearest * vx - px;
  const oy = eye[1] + nearest * vy - py;
  const oz = eye[2] + nearest * vz - pz;
  const aside = Math.max(0.02, Math.sqrt(ox * ox + oy * oy + oz * oz));
  const from = Math.atan2(-nearest, aside);
  const to = Math.atan2(length - nearest, aside);
  const { boards } = stage;
  let sum = 0;
  for (let i = 0; i < SAMPLES; i++) {
    const turnTo = from + ((i + 0.5) / SAMPLES) * (to - from);
    const s = aside * Math.tan(turnTo);
    const t = nearest + s;
    const x = eye[0] + t * vx;
    const y = eye[1] + t * vy;
    const z = eye[2] + t * vz;
    const dx = x - px;
    const dy = y - py;
    const dz = z - pz;
    const d = Math.max(0.05, Math.sqrt(dx * dx + dy * dy + dz * dz));
    const out = emission.towards(dx / d, dy / d, dz / d);
    if (out < 1e-6) continue;
    // Into the lens goes what turns from the light's way to the way back along the line of sight.
    const cosine = -(dx * vx + dy * vy + dz * vz) / d;
    const q = 1 + FORWARD * FORWARD - 2 * FORWARD * cosine;
    const phase = (1 - FORWARD * FORWARD) / (4 * Math.PI * q * Math.sqrt(q));
    const clear = pastSubject(stage, [x, y, z], [px, py, pz]);
    const past = boards.length && clear > 0 ? clear * pastBoards(boards, x, y, z, px, py, pz, emission.radiusM) : clear;
    if (past <= 0) continue;
    const arriving = (out * nearFieldRatio(light.modifier.face, d)) / (d * d);
    // One over the density of the samples along the line.
    const step = ((to - from) * (aside * aside + s * s)) / aside / SAMPLES;
    sum += past * arriving * phase * Math.exp(-hazePerM * (d + t)) * step;
  }
  return Math.PI * hazePerM * sum;
}

/** Share of the light on a lens that it spreads over the whole picture where the light is straight before it. */
const LENS_VEIL = 0.012;
/** How fast that grows less with the angle from the axis: a cosine to this power, as a hood and coatings do. */
const VEIL_POWER = 6;

export interface Flare {
  /** Illuminance on the lens per unit of intensity, 1/m^2: 0 where the light does not see it. */
  readonly onLens: number;
  /** Angle between the camera's axis and the light, degrees. */
  readonly offAxisDeg: number;
  /** Veil over the whole picture, as the illuminance of a white that would look as bright, 1/m^2. */
  readonly veil: number;
}

/** How much a light shines into the lens, and the veil that this lays over the picture. */
export function flareOf({ light, emission }: Reaching, stage: Stage, eye: Point, forward: Point): Flare {
  const [px, py, pz] = light.position;
  const dx = px - eye[0];
  const dy = py - eye[1];
  const dz = pz - eye[2];
  const d = Math.max(0.05, Math.hypot(dx, dy, dz));
  const cosine = (dx * forward[0] + dy * forward[1] + dz * forward[2]) / d;
  const offAxisDeg = (Math.acos(Math.min(1, Math.max(-1, cosine))) * 180) / Math.PI;
  const out = cosine > 0 ? emission.towards(-dx / d, -dy / d, -dz / d) : 0;
  if (out < 1e-6) return { onLens: 0, offAxisDeg, veil: 0 };
  const { boards } = stage;
  const clear = pastSubject(stage, eye, light.position);
  const past = boards.length ? clear * pastBoards(boards, ...eye, px, py, pz, emission.radiusM) : clear;
  const onLens = (past * cosine * out * nearFieldRatio(light.modifier.face, d)) / (d * d);
  return { onLens, offAxisDeg, veil: LENS_VEIL * onLens * cosine ** VEIL_POWER };
}
