import { applyCurve, linearOutputInto, recordInto, type Camera } from '../camera/camera';
import { keepHueInto } from '../camera/gamut';
import { oklabInto } from '../colour/oklab';

/** Balanced, unclipped sensor values b_r, b_g, b_b. */
export type Triple = readonly [r: number, g: number, b: number];

/** Below this own purity a light is white: it has no hue of its own to lose. */
export const WHITE_BELOW = 0.025;

/**
 * Whether a light is white: on a neutral surface as this camera sees it, whatever made it. Mixed of narrow bands it may look tinted on skin or cloth, and yet
 * has no hue of its own. `light` is its balanced triple on white.
 */
export function isWhiteLight(camera: Camera, light: Triple): boolean {
  return ownColour(camera, light, NEUTRAL).purity < WHITE_BELOW;
}

const NEUTRAL: Triple = [1, 1, 1];

const lab = new Float64Array(3);
const rgb = new Float64Array(3);

export function smoothstep(x: number, low: number, high: number): number {
  const t = Math.min(1, Math.max(0, (x - low) / (high - low)));
  return t * t * (3 - 2 * t);
}

/** sigma = (a, b) / sqrt(L^2 + a^2 + b^2) in OKLab: colour strength and hue apart from level. Black has none: (0, 0). */
export interface Sigma {
  readonly a: number;
  readonly b: number;
}

function sigmaOfRgb(): Sigma {
  oklabInto(lab, rgb[0]!, rgb[1]!, rgb[2]!);
  // Not `Math.hypot`, which is several times slower.
  const size = Math.sqrt(lab[0]! * lab[0]! + lab[1]! * lab[1]! + lab[2]! * lab[2]!);
  return size > 0 ? { a: lab[1]! / size, b: lab[2]! / size } : { a: 0, b: 0 };
}

/** sigma of balanced values before any clip or curve, negative outputs to 0. OKLab is a cube root, so level cancels. */
export function linearSigma(camera: Pick<Camera, 'matrix'>, r: number, g: number, b: number): Sigma {
  linearOutputInto(rgb, camera, r, g, b);
  for (let c = 0; c < 3; c++) if (rgb[c]! < 0) rgb[c] = 0;
  return sigmaOfRgb();
}

/** What a zone's colour is measured against: its own colour alone, and white on the same surface. */
export interface OwnColour {
  readonly whiteA: number;
  readonly whiteB: number;
  /** P0: the purity of the light alone. */
  readonly purity: number;
  /** u: unit vector of the own hue; (0, 0) where there is none. */
  readonly hueA: number;
  readonly hueB: number;
  /** n: 0 for a white light, 1 for a coloured one. */
  readonly colouredness: number;
}

/** The own colour of a light on a surface, from its balanced triple there and that of the white-balance illuminant. */
export function ownColour(camera: Camera, light: Triple, white: Triple): OwnColour {
  const l = linearSigma(camera, light[0], light[1], light[2]);
  const w = linearSigma(camera, white[0], white[1], white[2]);
  const [da, db] = [l.a - w.a, l.b - w.b];
  const purity = Math.sqrt(da * da + db * db);
  const none = purity < 1e-6;
  return {
    whiteA: w.a,
    whiteB: w.b,
    purity,
    hueA: none ? 0 : (l.a - w.a) / purity,
    hueB: none ? 0 : (l.b - w.b) / purity,
    colouredness: smoothstep(purity, WHITE_BELOW, 0.06),
  };
}

/**
 * V of balanced values as this camera records them: visible W = max(smoothstep(P |Lab|, .03, .08), smoothstep(L, .20, .35)),
 * V = W (1 - n + n min(1, P / P0)). Level, paling, drift of hue and dilution by other light all cost. 0 to 1.
 */
export function vividnessOf(camera: Camera, own: OwnColour, r: number, g: number, b: number): number {
  return vividnessAlong(camera, own, NOTHING, [r, g, b])(0);
}

const NOTHING: Triple = [0, 0, 0];

/**
 * V along a sweep: the vividness of `base + 2^stops light` as a function of stops. The same as `vividnessOf`, with all
 * that stands still taken out of the loop: a balance calls it some hundred thousand times.
 */
export function vividnessAlong(camera: Camera, own: OwnColour, base: Triple, light: Triple): (stops: number) => number {
  const { whiteA, whiteB, hueA, hueB, colouredness: n, purity: ownPurity } = own;
  const { whiteClip: clip, outputClip, shoulder, tone } = camera;
  const keepsHue = camera.gamut === 'hue';
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = camera.matrix as unknown as Nine;
  const [b0, b1, b2] = base;
  const [l0, l1, l2] = light;
  const curve =
    shoulder === 0 && !tone
      ? (x: number) => (x <= 0 ? 0 : x >= outputClip ? 1 : x / outputClip)
      : (x: number) => applyCurve(camera, x);
  return (stops) => {
    // Not `2 ** stops`, which is several times slower.
    const x = Math.exp(stops * Math.LN2);
    const sr = Math.min(clip, b0 + x * l0);
    const sg = Math.min(clip, b1 + x * l1);
    const sb = Math.min(clip, b2 + x * l2);
    let r = m0 * sr + m1 * sg + m2 * sb;
    let g = m3 * sr + m4 * sg + m5 * sb;
    let b = m6 * sr + m7 * sg + m8 * sb;
    if (keepsHue && (r < 0 || g < 0 || b < 0)) {
      rgb[0] = r;
      rgb[1] = g;
      rgb[2] = b;
      keepHueInto(rgb);
      [r, g, b] = [rgb[0]!, rgb[1]!, rgb[2]!];
    }
    oklabInto(lab, curve(r), curve(g), curve(b));
    const L = lab[0]!;
    const A = lab[1]!;
    const B = lab[2]!;
    const size = Math.sqrt(L * L + A * A + B * B);
    if (size === 0) return 0;
    const purity = Math.max(0, (A / size - whiteA) * hueA + (B / size - whiteB) * hueB);
    const visible = Math.max(smoothstep(purity * size, 0.03, 0.08), smoothstep(L, 0.2, 0.35));
    return n === 0 ? visible : visible * (1 - n + n * Math.min(1, purity / ownPurity));
  };
}

type Nine = readonly [number, number, number, number, number, number, number, number, number];

function purityInLab(own: OwnColour, size: number): number {
  if (size === 0) return 0;
  return Math.max(0, (lab[1]! / size - own.whiteA) * own.hueA + (lab[2]! / size - own.whiteB) * own.hueB);
}

/** P of balanced values as recorded: how much of the zone's own hue is left. */
export function recordedPurity(camera: Camera, own: OwnColour, r: number, g: number, b: number): number {
  recordInto(rgb, camera, r, g, b);
  oklabInto(lab, rgb[0]!, rgb[1]!, rgb[2]!);
  return purityInLab(own, Math.hypot(lab[0]!, lab[1]!, lab[2]!));
}
