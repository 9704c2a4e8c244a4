import { requireNumber } from '../errors';

/** Exposure time (s) of a shutter angle: angle / 360 of a frame. */
export function shutterOfAngle(angleDeg: number, fps: number): number {
  requireNumber('angle', angleDeg, 1, 360, '°');
  requireNumber('fps', fps, 1, 10_000);
  return angleDeg / (360 * fps);
}

/** Shutter angle (degrees) of an exposure time; over 360 cannot be had at that frame rate. @throws InputError then. */
export function angleOfShutter(shutterS: number, fps: number): number {
  requireNumber('fps', fps, 1, 10_000);
  requireNumber('shutterS', shutterS, 1e-6, 1 / fps + 1e-12, ' s');
  return 360 * fps * shutterS;
}

/** Whether light that pulses at twice the mains frequency gives every frame the same: whole pulses in the exposure. */
export function isFlickerSafe(shutterS: number, mainsHz: 50 | 60): boolean {
  const pulses = shutterS * 2 * mainsHz;
  return pulses > 0.5 && Math.abs(pulses - Math.round(pulses)) < 0.01 * Math.max(1, Math.round(pulses));
}

/** The flicker-safe exposure times at a frame rate, long to short: n / (2 x mains) up to the length of a frame, with their angles. */
export function flickerSafeShutters(mainsHz: 50 | 60, fps: number): { readonly shutterS: number; readonly angleDeg: number }[] {
  requireNumber('fps', fps, 1, 10_000);
  const most = Math.floor((2 * mainsHz) / fps + 1e-9);
  return Array.from({ length: most }, (_, i) => {
    const shutterS = (most - i) / (2 * mainsHz);
    return { shutterS, angleDeg: angleOfShutter(shutterS, fps) };
  });
}
