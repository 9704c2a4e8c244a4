import type { Look } from '../document/schema';

/** How far the image of what moves travels while the shutter is open: mm on the sensor, and as a share of its width. In a zoom it is what the edge of the picture travels. */
export function pathOnSensor({ motion, camera }: Pick<Look, 'motion' | 'camera'>): {
  readonly mm: number;
  readonly share: number;
} {
  const { focalMm, sensorWidthMm, shutterS, distanceM } = camera;
  const mm =
    motion.of === 'zoom'
      ? sensorWidthMm * Math.abs(1 - focalMm / (motion.zoomToMm ?? focalMm))
      : (motion.speedMS * shutterS * focalMm) / distanceM;
  return { mm, share: mm / sensorWidthMm };
}

/** Whether anything moves while the shutter is open. */
export const isMoving = ({ motion, camera }: Pick<Look, 'motion' | 'camera'>): boolean =>
  motion.of === 'zoom' ? motion.zoomToMm !== null && motion.zoomToMm !== camera.focalMm : motion.speedMS > 0;
