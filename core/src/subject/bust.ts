import { cone, cut, ellipsoid, join, meet, mirror, sphere } from './ops';
import { EYE_WHITE_PART, HAIR, IRIS, LASH, LIPS, SKIN, WARDROBE } from './materials';

/**
 * A person's head and shoulders as distances: smooth-blended ellipsoids, capsules and cut-outs. Metres; the origin is the
 * middle of the face, x to the camera's right, y up, z out of the face. Left and right are mirrored where nothing says
 * otherwise, so most parts are written once on |x|. Everything is scalars, since it runs millions of times a picture.
 */

export const EYE_X = 0.0315;
export const EYE_Y = 0.006;
export const EYE_Z = 0.0665;
const EYE_R = 0.0122;

/** Skin: skull, face, ears and neck. */
export function skinDistance(x: number, y: number, z: number): number {
  const m = mirror(x, 0.004);
  // Far from the head the neck alone counts; it keeps the march cheap.
  const neck = join(
    cone(x, y, z, 0, -0.07, -0.024, 0, -0.2, -0.036, 0.053, 0.058),
    cone(m, y, z, 0.05, -0.055, -0.02, 0.014, -0.188, 0.012, 0.012, 0.013),
    0.022,
  );
  if (x * x + (y - 0.01) * (y - 0.01) + z * z > 0.045)
    return Math.min(neck, Math.sqrt(x * x + (y - 0.01) * (y - 0.01) + z * z) - 0.16);
  let d = ellipsoid(x, y - 0.038, z + 0.02, 0.0745, 0.09, 0.096);
  // Forehead and the planes of the temple.
  d = join(d, ellipsoid(x, y - 0.045, z - 0.025, 0.06, 0.058, 0.056), 0.03);
  // Middle of the face.
  d = join(d, ellipsoid(x, y + 0.026, z - 0.018, 0.0565, 0.078, 0.067), 0.03);
  // Jaw: from below the ear to the chin.
  d = join(d, cone(m, y, z, 0.055, -0.056, -0.006, 0.013, -0.099, 0.056, 0.015, 0.0165), 0.04);
  d = join(d, ellipsoid(x, y + 0.1, z - 0.061, 0.0235, 0.0175, 0.0175), 0.03);
  // Cheekbone and the soft cheek below it.
  d = join(d, ellipsoid(m - 0.046, y + 0.022, z - 0.047, 0.0185, 0.0135, 0.022), 0.022);
  d = join(d, ellipsoid(m - 0.034, y + 0.05, z - 0.052, 0.02, 0.025, 0.02), 0.026);
  // Eye sockets.
  d = cut(d, ellipsoid(m - EYE_X, y - EYE_Y, z - 0.087, 0.0195, 0.0125, 0.0165), 0.02);
  // Brow ridge over them.
  d = join(d, cone(m, y, z, 0.005, 0.0225, 0.0795, 0.045, 0.026, 0.062, 0.0072, 0.006), 0.022);
  // Lids: shells round the eyeball, open between.
  const ex = m - EYE_X;
  const ey = y - EYE_Y;
  const ez = z - EYE_Z;
  const lid = sphere(ex, ey, ez, EYE_R + 0.0017);
  const slant = 0.1 * ex;
  const upper = meet(lid, -(ey - 0.0042 + 3.4 * ex * ex * 10 - slant), 0.002);
  const lower = meet(lid, ey + 0.0046 - 2.2 * ex * ex * 10 - slant, 0.002);
  d = join(d, Math.min(upper, lower), 0.0048);
  // Nose: root, bridge, tip, wings.
  d = join(d, cone(x, y, z, 0, 0.014, 0.0795, 0, -0.03, 0.1005, 0.0072, 0.0098), 0.017);
  d = join(d, ellipsoid(x, y + 0.0335, z - 0.1035, 0.0108, 0.0098, 0.0112), 0.009);
  d = join(d, ellipsoid(m - 0.0128, y + 0.0365, z - 0.0905, 0.0078, 0.0082, 0.0115), 0.0075);
  d = cut(d, ellipsoid(m - 0.0067, y + 0.0455, z - 0.0975, 0.0044, 0.0045, 0.0062), 0.004);
  // The mound of the mouth, lips, and the line between them.
  d = join(d, ellipsoid(x, y + 0.066, z - 0.0625, 0.033, 0.0235, 0.0215), 0.026);
  d = cut(d, cone(x, y, z, 0, -0.047, 0.0925, 0, -0.056, 0.0925, 0.0022, 0.0026), 0.008);
  d = join(d, lipsDistance(x, y, z), 0.0035);
  const corner = m * m * 1.6;
  d = cut(d, cone(m, y, z, 0, -0.0645 + corner * 0.2, 0.0905, 0.0262, -0.0652, 0.0765, 0.0011, 0.0016), 0.0032);
  d = cut(d, ellipsoid(x, y + 0.0828, z - 0.088, 0.019, 0.004, 0.008), 0.012);
  // Ear.
  const ax = m - 0.078 - 0.28 * (-0.012 - z);
  let ear = ellipsoid(ax, y + 0.006 - 0.1 * z, z + 0.016, 0.0072, 0.0305, 0.0185);
  ear = cut(ear, ellipsoid(ax - 0.006, y + 0.002, z + 0.0145, 0.0062, 0.021, 0.0115), 0.005);
  ear = join(ear, ellipsoid(ax - 0.002, y + 0.006, z + 0.0005, 0.004, 0.008, 0.004), 0.004);
  d = join(d, ear, 0.008);
  return join(d, neck, 0.026);
}

/** The red of the lips, a little in front of the skin. */
export function lipsDistance(x: number, y: number, z: number): number {
  const m = Math.abs(x);
  const bow = 0.0016 * Math.exp(-((m - 0.006) * (m - 0.006)) / 0.00004);
  const back = m * m * 13;
  const upper = ellipsoid(x, y + 0.0605 - bow - m * 0.015, z - 0.0852 + back, 0.027, 0.0052, 0.0092);
  const lower = ellipsoid(x, y + 0.0697, z - 0.0848 + back, 0.0235, 0.0064, 0.0092);
  return Math.min(upper, lower);
}

/** Eyeball. */
export function eyeDistance(x: number, y: number, z: number): number {
  const m = Math.abs(x);
  return sphere(m - EYE_X, y - EYE_Y, z - EYE_Z, EYE_R);
}

/** The material of a place on the eyeball; the gaze is straight ahead. */
function eyePart(x: number, y: number): number {
  const dx = Math.abs(x) - EYE_X;
  const dy = y - EYE_Y;
  const d2 = dx * dx + dy * dy;
  if (d2 < 0.0026 * 0.0026) return LASH;
  return d2 < 0.0061 * 0.0061 ? IRIS : EYE_WHITE_PART;
}

/** Strands: fine waves along the way the hair lies, from the crown down and forward. */
function strands(x: number, y: number, z: number): number {
  const turn = Math.atan2(x, z + 0.05);
  const down = y * 22 + z * 9;
  return (
    0.0014 * Math.sin(turn * 17 + 1.9 * Math.sin(down)) +
    0.0009 * Math.sin(turn * 41 + 2.3 * Math.sin(down * 0.7 + 1)) +
    0.00045 * Math.sin(turn * 97 + down * 3)
  );
}

/** Hair: a mass over the skull, fuller on top, cut by a line from the forehead to behind the ear. */
export function hairDistance(x: number, y: number, z: number): number {
  if (x * x + (y - 0.05) * (y - 0.05) + z * z > 0.05) return Math.sqrt(x * x + (y - 0.05) * (y - 0.05) + z * z) - 0.175;
  const m = Math.abs(x);
  let d = ellipsoid(x, y - 0.05, z + 0.028, 0.083, 0.092, 0.1);
  d = join(d, ellipsoid(x + 0.01, y - 0.112, z - 0.018, 0.062, 0.036, 0.066), 0.04);
  // Hairline: over the forehead, round the temple, before and behind the ear.
  const temple = Math.max(0, m - 0.045) * 0.9;
  const line = (y - 0.082 + temple + 0.0016 * Math.sin(x * 210) + 0.0012 * Math.sin(x * 470)) * 0.9 - (z - 0.068) * 0.62;
  d = meet(d, -line, 0.01);
  const nape = -(y + 0.068 + z * 0.25);
  d = meet(d, nape, 0.012);
  // Room for the ear.
  d = cut(d, ellipsoid(m - 0.088, y + 0.012, z + 0.004, 0.022, 0.034, 0.026), 0.008);
  const close = d < 0.02 ? strands(x, y, z) : 0;
  return d - 0.004 + close;
}

/** Brows: short hair on the ridge. */
export function browDistance(x: number, y: number, z: number): number {
  const m = Math.abs(x);
  if (m > 0.06 || y < 0 || y > 0.06 || z < 0.03) return 0.02;
  return cone(m, y, z, 0.0145, 0.0265, 0.0838, 0.046, 0.0315, 0.0655, 0.0038, 0.002) + 0.0006 * Math.sin(m * 1500 + y * 900);
}

/** Folds of cloth: slow waves that run down from the shoulders and gather at the collar. */
function folds(x: number, y: number, z: number): number {
  const m = mirror(x, 0.03);
  const drop = -0.26 - y;
  const fade = drop < 0 ? 0 : drop > 0.2 ? 1 : drop / 0.2;
  return (
    fade *
      (0.0042 * Math.sin(m * 34 + 5 * y + 1.3 * Math.sin(y * 13 + x * 4)) +
        0.0022 * Math.sin(m * 71 - y * 17 + 1.1 * Math.sin(x * 23))) +
    0.0013 * Math.sin(y * 60 + x * 25 + z * 30) * (1 - fade)
  );
}

/** Wardrobe: shoulders, chest, arms, and a collar. */
export function wardrobeDistance(x: number, y: number, z: number): number {
  if (y > -0.09) return y + 0.09 > 0.05 ? y + 0.1 : 0.05 + (y + 0.09);
  const m = mirror(x, 0.022);
  // Trapezius and shoulder line.
  let d = cone(m, y, z, 0.03, -0.19, -0.05, 0.165, -0.262, -0.042, 0.05, 0.05);
  d = join(d, ellipsoid(m - 0.178, y + 0.285, z + 0.036, 0.06, 0.062, 0.062), 0.05);
  // Chest, back and belly.
  d = join(d, ellipsoid(x, y + 0.43, z + 0.03, 0.185, 0.24, 0.108), 0.06);
  d = join(d, ellipsoid(m - 0.07, y + 0.36, z - 0.022, 0.09, 0.075, 0.048), 0.07);
  d = join(d, ellipsoid(x, y + 0.68, z + 0.022, 0.168, 0.22, 0.105), 0.06);
  // Upper arms, a little off the body.
  d = join(d, cone(m, y, z, 0.2, -0.3, -0.035, 0.238, -0.62, -0.012, 0.053, 0.046), 0.022);
  const near = d < 0.03 ? folds(x, y, z) : 0;
  d += near;
  // Collar: a band that stands round the neck, open in front.
  const ringY = y + 0.178 + 0.3 * (z + 0.03) * (z > -0.03 ? 0.75 : 0.4);
  const r = Math.sqrt(x * x * 0.94 + (z + 0.03) * (z + 0.03)) - 0.0665;
  const across = Math.max(0, Math.abs(r) - 0.002);
  const along = Math.max(0, Math.abs(ringY) - 0.018);
  const band = Math.sqrt(across * across + along * along) - 0.0048;
  return join(d, band, 0.02);
}

/** Distance to the bust's surface, m: a lower bound, fit for marching. */
export function bustDistance(x: number, y: number, z: number): number {
  return Math.min(
    skinDistance(x, y, z),
    hairDistance(x, y, z),
    wardrobeDistance(x, y, z),
    eyeDistance(x, y, z),
    browDistance(x, y, z),
  );
}

/** Distance of one part alone, by the material that was hit: what normals are taken from. */
export function partDistance(material: number, x: number, y: number, z: number): number {
  switch (material) {
    case WARDROBE:
      return wardrobeDistance(x, y, z);
    case HAIR:
      return Math.min(hairDistance(x, y, z), browDistance(x, y, z));
    case EYE_WHITE_PART:
    case IRIS:
      return eyeDistance(x, y, z);
    default:
      return skinDistance(x, y, z);
  }
}

/** The material at a place on the surface. */
export function bustMaterial(x: number, y: number, z: number): number {
  const skin = skinDistance(x, y, z);
  const hair = hairDistance(x, y, z);
  const cloth = wardrobeDistance(x, y, z);
  const eye = eyeDistance(x, y, z);
  const brow = browDistance(x, y, z);
  const nearest = Math.min(skin, hair, cloth, eye, brow);
  if (nearest === eye) return eyePart(x, y);
  if (nearest === hair || nearest === brow) return HAIR;
  if (nearest === cloth) return WARDROBE;
  // Where lid meets eye lies the dark line of the lashes.
  if (eye < 0.0021 && z > 0.07 && y > EYE_Y + 0.002) return LASH;
  return lipsDistance(x, y, z) < 0.0012 && z > 0.06 ? LIPS : SKIN;
}
