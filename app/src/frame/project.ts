import type { Point } from '@fulgent/core/document';
import type { View } from '@fulgent/core/transport';

/** Where a place of the room is in a picture, px from its left and top; null behind the camera or outside it. */
export function projected(view: View, [x, y, z]: Point): { readonly left: number; readonly top: number } | null {
  const d = [x - view.eye[0], y - view.eye[1], z - view.eye[2]] as const;
  const along = (axis: Point) => d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2];
  const depth = along(view.forward);
  if (depth <= 0.01) return null;
  const u = along(view.right) / depth / view.halfWidth;
  const v = along(view.up) / depth / view.halfHeight;
  if (Math.abs(u) > 1 || Math.abs(v) > 1) return null;
  return { left: ((u + 1) / 2) * view.width, top: ((1 - v) / 2) * view.height };
}
