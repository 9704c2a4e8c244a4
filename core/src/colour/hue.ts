/** Angles of hue, degrees. */

/** The same direction, from 0 up to 360. */
export function turnedDeg(deg: number): number {
  return ((deg % 360) + 360) % 360;
}

/** Direction of a place on a plane, from 0 up to 360. */
export function directionDeg(a: number, b: number): number {
  return turnedDeg((Math.atan2(b, a) * 180) / Math.PI);
}

/** The shorter way from one direction to another, from -180 up to 180; positive is counter-clockwise. */
export function turnBetweenDeg(fromDeg: number, toDeg: number): number {
  return turnedDeg(toDeg - fromDeg + 180) - 180;
}
