import type { Camera } from '../../camera/camera';
import { invertCurve } from '../../camera/camera';
import { responses } from '../../camera/sensor';
import { InputError } from '../../errors';
import { balancedFromLinear } from '../../fixture/unit';
import { product, type Spectrum } from '../../spectrum/grid';
import { cielabUnderD65, type Cielab } from '../../surface/cielab';
import { skinReflectance } from '../../surface/skin';
import type { Channels } from '../../picture/patches';
import { gaussNewton } from '../../gauss-newton';

/** Somebody's skin, as the application describes it, and how far a sample lies from that. */
export interface SkinFound {
  readonly skinDepth: number;
  readonly undertone: number;
  readonly olive: number;
  /** CIELAB difference of 1976 under D65 that is left, for a meter; in a picture its likeness: channels left, stops. */
  readonly misses: number;
}

/** How far depth, undertone and olive are expected from the middle, before anything is read. */
const PRIORS = [0.6, 0.5, 0.4] as const;
const START_DEPTHS = [0.1, 0.35, 0.75] as const;
const START_OLIVE = 0.15;
const held = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

type Params = readonly [depth: number, undertone: number, olive: number];

/** The skin that explains readings best: `residuals` in standard deviations, of a spectrum and of further unknowns with their own priors. */
function fitSkin(
  residuals: (reflectance: Spectrum, more: readonly number[]) => readonly number[],
  morePriors: readonly number[] = [],
): Params {
  let best: { readonly params: Params; readonly cost: number } | null = null;
  for (const start of START_DEPTHS) {
    const paramsOf = ([d, u, o]: ArrayLike<number> & Iterable<number>): Params => [
      held(start + d!, 0, 1),
      held(u!, -1, 1),
      held(START_OLIVE + o!, 0, 1),
    ];
    const all = (values: Float64Array) => {
      const [depth, undertone, olive] = paramsOf(values);
      return [...residuals(skinReflectance(depth, undertone, olive), Array.from(values.subarray(3)))];
    };
    const { values } = gaussNewton(all, [...PRIORS, ...morePriors]);
    const cost = all(values).reduce((sum, r) => sum + r * r, 0);
    if (!best || cost < best.cost) best = { params: paramsOf(values), cost };
  }
  return best!.params;
}

const found = ([skinDepth, undertone, olive]: Params, misses: number): SkinFound => ({
  skinDepth: Number(skinDepth.toFixed(3)),
  undertone: Number(undertone.toFixed(2)),
  olive: Number(olive.toFixed(2)),
  misses,
});

/** A meter's CIELAB is good to about this. */
const LAB_NOISE = 0.5;
const MOST_MISSED_LAB = 12;

/** Skin from a meter on it: CIELAB under D65 and the 1931 observer. @throws InputError for what no skin is. */
export function skinFromLab(lab: Cielab): SkinFound {
  const distance = (reflectance: Spectrum) => {
    const { L, a, b } = cielabUnderD65(reflectance);
    return [L - lab.L, a - lab.a, b - lab.b];
  };
  const params = fitSkin((reflectance) => distance(reflectance).map((d) => d / LAB_NOISE));
  const misses = Math.hypot(...distance(skinReflectance(...params)));
  if (!(misses < MOST_MISSED_LAB))
    throw new InputError(
      'Lab',
      `That is no skin: the nearest lies ${misses.toFixed(0)} away (CIELAB). Are these figures of D65, specular excluded?`,
    );
  return found(params, misses);
}

/** Skin from its measured reflectance. @throws InputError for what no skin is. */
export const skinFromReflectance = (reflectance: Spectrum): SkinFound => skinFromLab(cielabUnderD65(reflectance));

/** Channels of a picture are good to this; a grey patch and a face beside it are lit alike within this; stops. */
const [CHANNEL_NOISE, LEVEL] = [0.03, 0.2];
const MOST_MISSED_STOPS = 0.35;
const [DARK, BRIGHT] = [0.005, 0.97];

/**
 * Skin from a picture in which a grey patch lies in the same light: what of it the camera sees against the grey.
 * @param skin, grey mean recorded linear values, 0 to 1; `greyReflectance` of the patch, 0.18 for a grey card.
 * @param camera with the white that it was set to, and its curve as far as it is known; source: 1 lx of the light.
 * @throws InputError for what clips, is black, or is no skin.
 */
export function skinFromPicture(
  skin: Channels,
  grey: Channels,
  greyReflectance: number,
  camera: Camera,
  source: Spectrum,
): SkinFound {
  for (const [name, read] of [
    ['skin', skin],
    ['grey', grey],
  ] as const) {
    if (read.some((v) => v > BRIGHT)) throw new InputError(name, `The ${name} clips in the picture; take it with less exposure.`);
    if (read.every((v) => v < DARK))
      throw new InputError(name, `The ${name} is black in the picture; take it with more exposure.`);
  }
  const balanced = ([r, g, b]: Channels) =>
    balancedFromLinear(camera, [invertCurve(camera, r), invertCurve(camera, g), invertCurve(camera, b)]);
  const [on, beside] = [balanced(skin), balanced(grey)];
  if ([...on, ...beside].some((v) => !(v > 0)))
    throw new InputError('grey', 'The grey patch or the skin is coloured out of range: both in one plain light, please.');
  const wanted = on.map((v, c) => Math.log2(v / beside[c]!) + Math.log2(greyReflectance));
  const white = responses(camera.sensor, source);
  const misses = (reflectance: Spectrum, level: number) =>
    responses(camera.sensor, product(source, reflectance)).map((v, c) => Math.log2(v / white[c]!) + level - wanted[c]!);
  const params = fitSkin((reflectance, [level]) => misses(reflectance, level!).map((m) => m / CHANNEL_NOISE), [LEVEL]);
  const left = misses(skinReflectance(...params), 0);
  const mean = left.reduce((sum, m) => sum + m, 0) / 3;
  // What is alike in all channels is the light, not the skin.
  const colour = Math.max(...left.map((m) => Math.abs(m - mean)));
  if (!(colour < MOST_MISSED_STOPS && Math.abs(mean) < 1))
    throw new InputError(
      'skin',
      'That is no skin in this light. Put one mark on the skin and one on the grey patch, both lit alike.',
    );
  return found(params, colour);
}
