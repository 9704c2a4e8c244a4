import { EYE_X, EYE_Y } from './bust';
import { cone, join } from './ops';

/** A hat: a crown that tapers to a dented top, and a brim that dips in front. */
export function hatDistance(x: number, y: number, z: number): number {
  const u = x;
  const w = (z + 0.018) * 0.9;
  const dip = 0.1 * (z + 0.018) + 0.5 * x * x;
  const py = y - 0.082 + 0.35 * dip;
  const r = Math.sqrt(u * u + w * w);
  const across = Math.max(0, r - 0.136);
  const brim = Math.sqrt(across * across + py * py) - 0.0035;
  const radius = 0.094 - 0.16 * Math.max(0, py);
  const side = r - radius;
  const dent = 0.016 * Math.exp(-(u * u) / 0.0011);
  const top = py - 0.098 + dent;
  const crown = -join(-join(side, side, 0.001), -top, 0.02) * 0.85;
  return join(Math.max(crown, -py - 0.004), brim, 0.008) * 0.9;
}

/** Dark glasses: two rounded panes that follow the face, a bridge, and arms to the ears. */
export function lensDistance(x: number, y: number, z: number): number {
  const m = Math.abs(x);
  const u = m - EYE_X - 0.001;
  const v = y - EYE_Y + 0.003;
  // The panes lie on a slow curve round the head.
  const plane = z - 0.0985 + 5.2 * m * m;
  const shape = (u / 0.0285) ** 4 + (v / 0.0215) ** 4;
  const side = (Math.pow(shape, 0.25) - 1) * 0.0215;
  const away = Math.max(0, side);
  const pane = Math.sqrt(away * away + plane * plane) - 0.0022;
  const bridge = cone(x, y, z, -0.006, 0.012, 0.0985, 0.006, 0.012, 0.0985, 0.0018, 0.0018);
  const arm = cone(m, y, z, 0.0605, 0.012, 0.079, 0.083, 0.012, -0.01, 0.0022, 0.0022);
  return Math.min(pane * 0.8, bridge, arm);
}
