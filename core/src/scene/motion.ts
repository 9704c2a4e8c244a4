import type { Look } from '../document/schema';

/** How far the image of what moves travels while the shutter is open: mm on the sensor, and as a share of its width. */
export function pathOnSensor({ motion, camera }: Pick<Look, 'motion' | 'camera'>): {
  readonly mm: number;
  readonly share: number;
} {
  const mm = (motion.speedMS * camera.shutterS * camera.focalMm) / camera.distanceM;
  return { mm, share: mm / camera.sensorWidthMm };
}
