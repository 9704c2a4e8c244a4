/** The face of a light, for falloff at near distances. `point` has no size. */
export type FaceShape =
  | { readonly kind: 'disc'; readonly radiusM: number }
  | { readonly kind: 'rectangle'; readonly widthM: number; readonly heightM: number }
  | { readonly kind: 'tube'; readonly lengthM: number };

/**
 * Illuminance on the axis at `distanceM` as a multiple of that at 1 m, for a light that is rated at 1 m.
 * A disc follows (1 + r^2) / (d^2 + r^2) exactly. A rectangle up to 2:1 counts as the disc of equal area, beyond that
 * by its own view factor. A tube follows (q + sin q cos q) / (l d), q = atan(l / 2d).
 */
export function falloffFromOneMetre(face: FaceShape, distanceM: number): number {
  return faceTerm(face, distanceM) / faceTerm(face, 1);
}

/** Illuminance at `distanceM` as a multiple of that of a point of the same far-field intensity at that distance. */
export function nearFieldRatio(face: FaceShape, distanceM: number): number {
  const farM = 1e4;
  const intensity = faceTerm(face, farM) * farM * farM;
  return (faceTerm(face, distanceM) * distanceM * distanceM) / intensity;
}

function faceTerm(face: FaceShape, d: number): number {
  switch (face.kind) {
    case 'disc':
      return 1 / (d * d + face.radiusM * face.radiusM);
    case 'rectangle': {
      const long = Math.max(face.widthM, face.heightM);
      const short = Math.min(face.widthM, face.heightM);
      if (long <= 2 * short) return 1 / (d * d + (long * short) / Math.PI);
      const x = long / (2 * d);
      const y = short / (2 * d);
      const sx = Math.sqrt(1 + x * x);
      const sy = Math.sqrt(1 + y * y);
      return (x / sx) * Math.atan(y / sx) + (y / sy) * Math.atan(x / sy);
    }
    case 'tube': {
      const q = Math.atan(face.lengthM / (2 * d));
      return (q + Math.sin(q) * Math.cos(q)) / (face.lengthM * d);
    }
  }
}

/** The radius (m) of the disc that stands for a face in incidence and shadow: equal area; half the length of a tube. */
export function equivalentRadiusM(face: FaceShape): number {
  switch (face.kind) {
    case 'disc':
      return face.radiusM;
    case 'rectangle':
      return Math.sqrt((face.widthM * face.heightM) / Math.PI);
    case 'tube':
      return face.lengthM / 2;
  }
}

/**
 * Incidence factor of a disc of half-angle `halfAngleRad` seen at `incidenceRad` from the surface normal: the cosine
 * while the whole disc is above the surface's horizon, then the share of it that still shows, 0 when it has set. Soft
 * sources so wrap round a form. Relative to the same disc straight above (view factor over sin^2 of the half-angle).
 */
export function discIncidence(incidenceRad: number, halfAngleRad: number): number {
  const be = incidenceRad;
  const sg = Math.max(0, halfAngleRad);
  if (be <= Math.PI / 2 - sg) return Math.cos(be);
  if (be >= Math.PI / 2 + sg) return 0;
  const sinSg = Math.sin(sg);
  const cosSg = Math.cos(sg);
  const sinBe = Math.sin(be);
  const cosBe = Math.cos(be);
  const clamp = (v: number) => Math.min(1, Math.max(-1, v));
  const partial =
    cosBe * sinSg ** 2 * Math.acos(clamp(-(cosSg / sinSg) * (cosBe / sinBe))) -
    sinSg * cosSg * Math.sqrt(Math.max(0, 1 - cosBe ** 2 / sinSg ** 2));
  const viewFactor = 0.5 - Math.asin(clamp(cosSg / sinBe)) / Math.PI + partial / Math.PI;
  return Math.max(0, viewFactor) / sinSg ** 2;
}
