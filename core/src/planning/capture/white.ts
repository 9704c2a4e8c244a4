import type { Camera } from '../../camera/camera';
import { cctDuv, kelvinToMired } from '../../colour/cct';
import { spectrumToXy } from '../../colour/observer';
import { cameraOf, type White } from '../../scene/camera';
import { filterSwatchHex } from '../../scene/swatch';
import { lookupIn, resolveFilter, resolveSource, spectrumOfSource } from '../../scene/resolve';
import { AMBIENT_ID, ambientLux } from '../../scene/ambient';
import type { Look } from '../../document/schema';
import { product, type Spectrum } from '../../spectrum/grid';
import { planeOfSpectrum, targetOf } from '../../vivid/plane';

/** How a light reads against a white: by mired for whitish light, by its recorded colour for any. */
export type Reading = 'neutral' | 'slightly warm' | 'warm' | 'slightly cool' | 'cool' | 'green' | 'magenta' | 'coloured';

/** One light of a look against several whites. */
export interface LightAtWhites {
  readonly id: string;
  readonly name: string;
  /** Of the light with its gels; null where a colour temperature says nothing. */
  readonly cctK: number | null;
  readonly duv: number | null;
  readonly at: readonly {
    readonly hex: string;
    /** Purity of its recorded colour on a neutral surface, and its hue, OKLCh degrees. */
    readonly purity: number;
    readonly hueDeg: number;
    /** Light against white, mired: positive is warmer than the white; null without a colour temperature. */
    readonly miredShift: number | null;
    readonly reads: Reading;
  }[];
}

const NEUTRAL_MIRED = 12;
const SLIGHT_MIRED = 45;
const NEUTRAL_DUV = 0.006;
/** A light of more purity than this is coloured, whatever its nearest colour temperature. */
const COLOURED = 0.2;
/** Farther than this from the line of whites a light has no colour temperature that says anything (CIE 15 stops at 0.05; cameras' tint ends here). */
const MOST_DUV = 0.02;

/** Colour temperature and Duv of a light that is a white; null for one that is a colour. */
function whiteOf(spectrum: Spectrum): { readonly cctK: number | null; readonly duv: number | null } {
  const { cctK, duv } = cctDuv(spectrumToXy(spectrum));
  return cctK === null || Math.abs(duv) > MOST_DUV ? { cctK: null, duv: null } : { cctK, duv };
}

function readsAs(miredShift: number | null, duvShift: number, purity: number): Reading {
  if (miredShift === null || purity > COLOURED) return 'coloured';
  if (Math.abs(miredShift) < NEUTRAL_MIRED && Math.abs(duvShift) >= NEUTRAL_DUV) return duvShift > 0 ? 'green' : 'magenta';
  if (Math.abs(miredShift) < NEUTRAL_MIRED) return 'neutral';
  const slight = Math.abs(miredShift) < SLIGHT_MIRED;
  if (miredShift > 0) return slight ? 'slightly warm' : 'warm';
  return slight ? 'slightly cool' : 'cool';
}

/** The lights of a look by spectrum, with ambient where there is any. */
function lightsOf(look: Look): { readonly id: string; readonly name: string; readonly spectrum: Spectrum }[] {
  const lookup = lookupIn(look.spectra);
  const lights = look.lights
    .filter(({ on }) => on)
    .map((light) => ({
      id: light.id,
      name: light.name,
      spectrum: product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)),
    }));
  const ambient = { id: AMBIENT_ID, name: 'Ambient', spectrum: spectrumOfSource(look.ambient.source, lookup) };
  return ambientLux(look.ambient) > 0 ? [...lights, ambient] : lights;
}

/** How light of a spectrum is recorded on a neutral surface by a camera that is set to `white`. */
export function lightAtWhite(camera: Camera, white: White, spectrum: Spectrum): LightAtWhites['at'][number] {
  const { cctK, duv } = whiteOf(spectrum);
  const { hueDeg, purity } = targetOf(planeOfSpectrum(camera, spectrum));
  const miredShift = cctK === null ? null : kelvinToMired(cctK) - kelvinToMired(white.whiteK);
  return {
    hex: filterSwatchHex(camera, spectrum),
    purity,
    hueDeg,
    miredShift,
    reads: readsAs(miredShift, (duv ?? 0) - white.tintDuv, purity),
  };
}

/** How every light of a look is recorded on a neutral surface at each of several whites. */
export function lightsAtWhites(look: Look, whites: readonly White[]): LightAtWhites[] {
  const cameras = whites.map((white) => cameraOf(look, white));
  return lightsOf(look).map(({ id, name, spectrum }) => ({
    id,
    name,
    ...whiteOf(spectrum),
    at: whites.map((white, w) => lightAtWhite(cameras[w]!, white, spectrum)),
  }));
}

/** Whites from 2500 to 10 000 K in equal steps of mired, for drawing. */
export function whiteScale(steps: number): number[] {
  const [low, high] = [kelvinToMired(10_000), kelvinToMired(2500)];
  return Array.from({ length: steps }, (_, i) => 1e6 / (high - ((high - low) * i) / (steps - 1)));
}

/** One of the ways in which people decide on a white. None of them is the right one. */
export interface WhiteSchool extends White {
  readonly id: 'daylight' | 'tungsten' | 'key' | 'ambient' | 'cooler' | 'warmer';
  /** The light that it goes by; null where it goes by none. */
  readonly by: string | null;
}

/** How far "pushed" goes, mired: clearly seen, still believable on a face. */
export const PUSH_MIRED = 60;
const LOWEST_K = 1600;
const HIGHEST_K = 25_000;

/** In the steps in which cameras take it. */
const STEP_K = 10;
const held = (whiteK: number) => STEP_K * Math.round(Math.min(HIGHEST_K, Math.max(LOWEST_K, whiteK)) / STEP_K);
const heldDuv = (duv: number) => Number(Math.min(0.03, Math.max(-0.03, duv)).toFixed(4));

/** The schools of white balance for a look, with what each would set. */
export function whiteSchools(look: Look): WhiteSchool[] {
  const lights = lightsOf(look);
  const of = (id: string | undefined) => {
    const light = lights.find((one) => one.id === id);
    const { cctK, duv } = light ? cctDuv(spectrumToXy(light.spectrum)) : { cctK: null, duv: null };
    return cctK === null ? null : { whiteK: held(cctK), tintDuv: heldDuv(duv), by: light!.name };
  };
  const key = of(look.lights.find(({ role, on }) => role === 'key' && on)?.id);
  const ambient = of(AMBIENT_ID);
  const from = key ?? { whiteK: look.camera.whiteK, tintDuv: look.camera.tintDuv, by: null };
  const pushed = (byMired: number) => ({ ...from, whiteK: held(1e6 / (kelvinToMired(from.whiteK) + byMired)) });
  return [
    { id: 'daylight', whiteK: 5600, tintDuv: 0, by: null },
    { id: 'tungsten', whiteK: 3200, tintDuv: 0, by: null },
    ...(key ? [{ id: 'key', ...key } as const] : []),
    ...(ambient ? [{ id: 'ambient', ...ambient } as const] : []),
    { id: 'cooler', ...pushed(PUSH_MIRED) },
    { id: 'warmer', ...pushed(-PUSH_MIRED) },
  ];
}
