import { InputError, requireNumber } from '../errors';

export interface LensBeam {
  readonly kind: 'lens';
  readonly beamDeg: number;
  readonly fieldDeg: number;
}

/** Field angle of a zoom lens over its beam angle. */
const ZOOM_FIELD = 1.7;

/** A zoom lens as the lens that it is at a place of its travel, 0 spot to 1 flood: beam angles step evenly in stops. */
export function zoomLens({ spotDeg, floodDeg }: { readonly spotDeg: number; readonly floodDeg: number }, zoom: number): LensBeam {
  const beamDeg = spotDeg * (floodDeg / spotDeg) ** zoom;
  return { kind: 'lens', beamDeg, fieldDeg: Math.min(359, beamDeg * ZOOM_FIELD) };
}

/** How much brighter a zoom lens is on its axis than at full flood, by the light it gathers into the beam. 1 for all others. */
export function zoomGain(beam: BeamShape): number {
  if (beam.kind !== 'zoom') return 1;
  return beamIntegral(zoomLens(beam, 1)) / beamIntegral(zoomLens(beam, beam.zoom));
}

/**
 * How the intensity of a light falls off with the angle from its axis.
 * `diffuse` is a Lambertian face (cosine, nothing behind); `bare` shines everywhere alike; `lens` is a reflector or lens
 * with a beam (50 %) and field (10 %) angle, both full angles in degrees; `zoom` is such a lens between spot and flood, whose
 * intensity on the axis stands against that at full flood, so that no light is lost; `table` is a measured distribution, relative
 * intensity at rising angles from the axis, 0 beyond its last angle.
 */
export type BeamShape =
  | { readonly kind: 'diffuse' }
  | { readonly kind: 'bare' }
  | LensBeam
  | { readonly kind: 'zoom'; readonly spotDeg: number; readonly floodDeg: number; readonly zoom: number }
  | { readonly kind: 'table'; readonly anglesDeg: readonly number[]; readonly relative: readonly number[] };

/**
 * Relative intensity I / I0 as a function of the angle from the axis, rad. For a lens
 * I = I0 2^-((theta / theta_h)^k), theta_h half the beam angle and k chosen so that the field angle has 10 %.
 * @throws InputError for a field angle that is not wider than the beam angle.
 */
export function beamFunction(beam: BeamShape): (angleRad: number) => number {
  switch (beam.kind) {
    case 'bare':
      return () => 1;
    case 'diffuse':
      return (angleRad) => Math.max(0, Math.cos(angleRad));
    case 'lens': {
      const half = (beam.beamDeg * Math.PI) / 360;
      const k = lensExponent(beam);
      return (angleRad) => 2 ** -((Math.abs(angleRad) / half) ** k);
    }
    case 'zoom':
      return beamFunction(zoomLens(beam, beam.zoom));
    case 'table':
      return tableFunction(beam.anglesDeg, beam.relative);
  }
}

/** Relative intensity I / I0 at one angle from the axis; `beamFunction` serves many. */
export function beamIntensity(beam: BeamShape, angleRad: number): number {
  return beamFunction(beam)(angleRad);
}

function tableFunction(anglesDeg: readonly number[], relative: readonly number[]): (angleRad: number) => number {
  const last = anglesDeg.length - 1;
  return (angleRad) => {
    const angle = (Math.abs(angleRad) * 180) / Math.PI;
    if (angle > anglesDeg[last]!) return 0;
    if (angle <= anglesDeg[0]!) return relative[0]!;
    let [low, high] = [0, last];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (anglesDeg[middle]! <= angle) low = middle;
      else high = middle;
    }
    const t = (angle - anglesDeg[low]!) / (anglesDeg[high]! - anglesDeg[low]!);
    return relative[low]! * (1 - t) + relative[high]! * t;
  };
}

function lensExponent({ beamDeg, fieldDeg }: { beamDeg: number; fieldDeg: number }): number {
  requireNumber('beamDeg', beamDeg, 1, 179, ' degrees');
  requireNumber('fieldDeg', fieldDeg, 1, 360, ' degrees');
  if (fieldDeg <= beamDeg) throw new InputError('fieldDeg', 'The field angle (10 %) must be wider than the beam angle (50 %).');
  return Math.log(Math.log2(10)) / Math.log(fieldDeg / beamDeg);
}

/** The integral of I / I0 over solid angle, sr: 2 pi integral of (I / I0) sin(theta) dtheta, 0 to pi. */
export function beamIntegral(beam: BeamShape): number {
  if (beam.kind === 'bare') return 4 * Math.PI;
  if (beam.kind === 'diffuse') return Math.PI;
  // Simpson's rule on 720 intervals.
  const n = 720;
  const h = Math.PI / n;
  const intensity = beamFunction(beam);
  let sum = 0;
  for (let i = 1; i < n; i++) sum += (i % 2 ? 4 : 2) * intensity(i * h) * Math.sin(i * h);
  return (2 * Math.PI * sum * h) / 3;
}

/**
 * What a grid of round cells passes at `angleRad` from its axis when it cuts off entirely at `cutoffDeg` (half angle):
 * the overlap of a cell's front and back opening, 1 on the axis.
 */
export function gridTransmission(angleRad: number, cutoffDeg: number): number {
  requireNumber('gridDeg', cutoffDeg, 1, 89, ' degrees');
  if (Math.abs(angleRad) >= Math.PI / 2) return 0;
  const u = Math.abs(Math.tan(angleRad)) / Math.tan((cutoffDeg * Math.PI) / 180);
  if (u >= 1) return 0;
  return (2 / Math.PI) * (Math.acos(u) - u * Math.sqrt(1 - u * u));
}
