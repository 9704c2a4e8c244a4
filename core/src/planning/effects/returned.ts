import { axesOf } from '../../transport/boards';
import type { Board, Light, Look } from '../../document/schema';

/** Less of a turn or a height cannot be set by hand. */
const TURN_DEG = 1;
const HEIGHT_M = 0.05;

/**
 * A card turned and raised so that it returns a lamp to the face as a mirror would: its normal halves the angle between both, and its middle
 * lies where the ray from lamp to card to face meets it. Upright as all boards are, so only turn and height move; where it stands stays.
 */
export function returning(look: Look, board: Board, light: Pick<Light, 'position'>): Pick<Board, 'yawDeg' | 'position'> {
  const [x, , z] = board.position;
  const face = [0, look.subject.faceHeightM, 0] as const;
  const towards = (to: readonly number[]) => {
    const [dx, dz] = [to[0]! - x, to[2]! - z];
    const far = Math.max(1e-3, Math.hypot(dx, dz));
    return { x: dx / far, z: dz / far, far };
  };
  const [lamp, back] = [towards(light.position), towards(face)];
  // A lamp in line behind the card: nothing halves that angle, and the card faces the face.
  const [nx, nz] = [lamp.x + back.x, lamp.z + back.z];
  const [fx, fz] = Math.hypot(nx, nz) < 1e-6 ? [back.x, back.z] : [nx, nz];
  const yaw = (Math.atan2(fx, fz) * 180) / Math.PI;
  const height = (light.position[1] * back.far + face[1] * lamp.far) / (lamp.far + back.far);
  const least = Math.min(board.heightM / 2, height);
  return {
    yawDeg: Math.round(yaw / TURN_DEG) * TURN_DEG,
    position: [x, Number((Math.round(Math.max(least, height) / HEIGHT_M) * HEIGHT_M).toFixed(2)), z],
  };
}

/** Which lamps a card can return to the face at all: those that shine on the side of it that the face sees. */
export function returnable(look: Look, board: Board): readonly Light[] {
  if (board.finish !== 'white' && board.finish !== 'silver') return [];
  return look.lights.filter((light) => {
    const { normal } = axesOf({ yawDeg: returning(look, board, light).yawDeg });
    const [x, , z] = board.position;
    const side = (to: readonly number[]) => normal[0] * (to[0]! - x) + normal[2] * (to[2]! - z);
    // Grazing light goes past it.
    return side(light.position) > 0.1 && side([0, 0, 0]) > 0.1;
  });
}
