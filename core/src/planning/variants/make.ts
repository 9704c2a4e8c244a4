import { balance } from '../balance/balance';
import { InputError } from '../../errors';
import { goalOfSpectrum, translate } from '../../fixture/match';
import { evaluate } from '../../scene/evaluate';
import { fixtureLookup, lookupIn, resolveSource } from '../../scene/resolve';
import { compileScene } from '../../scene/compile';
import type { Light, Look, Variant } from '../../document/schema';
import { meteredIndex, zoneOf } from '../../document/zones';
import type { ProbeReading } from '../../scene/readings';
import { apertureBy, isoBy, ndBy } from '../proposals/of-whole';
import { kelvinToMired } from '../../colour/cct';
import { asNeutral } from '../light-sets';
import { atLevel, LEVELS } from './levels';
import { lookOfVariant, variantOf, type VariantKind, type VariantOffer, VARIANT_NAMES } from './variants';

const isColoured = ({ gels, setting }: Light) =>
  gels.length > 0 || (setting !== null && !(setting.mode === 'cct') && !(setting.mode === 'hsi' && setting.saturation < 0.1));

/** A version with its figures. @throws InputError as `makeVariant`. */
export function offerVariant(look: Look, kind: VariantKind, id: string): VariantOffer {
  const variant = makeVariant(look, kind, id);
  const { probes, lights } = evaluate(lookOfVariant(look, variant));
  const stopsOf = (probe: ProbeReading | undefined) => (probe && Number.isFinite(probe.stops) ? probe.stops : null);
  const coloured = lights.filter(({ active, isWhite }) => active && !isWhite);
  return {
    variant,
    faceStops: stopsOf(probes[meteredIndex(probes)]),
    backdropStops: stopsOf(zoneOf(probes, 'backdrop', 'middle')),
    clips: probes.filter(({ clipped }) => clipped.length > 0).map(({ name }) => name),
    colours: coloured.length,
    vivid: coloured.filter(({ verdict }) => verdict.kind === 'vivid').length,
  };
}

/** Makes a version. @throws InputError where the rig cannot give it, with the remedy. */
export function makeVariant(look: Look, kind: VariantKind, id: string): Variant {
  const name = VARIANT_NAMES[kind];
  const solved = (change: Look): Variant => variantOf(balance(change).look, id, name);
  const coloured = look.lights.filter((light) => light.on && isColoured(light));
  switch (kind) {
    case 'as-is':
      return variantOf(look, id, name);
    case 'dark':
    case 'bright':
    case 'low-key':
    case 'high-key':
      return solved(atLevel(look, LEVELS[kind]));
    case 'camera-darker':
    case 'camera-brighter':
      return variantOf(byCamera(look, kind === 'camera-darker' ? -CAMERA_STOPS : CAMERA_STOPS), id, name);
    case 'warmer':
    case 'cooler':
      return variantOf(atWhite(look, kind === 'warmer' ? -WHITE_MIRED : WHITE_MIRED), id, name);
    case 'one-light': {
      const rows = evaluate(look).lights.filter(({ active }) => active);
      const best = coloured[0] ?? look.lights.find(({ id: one }) => one === rows[0]?.id);
      if (!best) throw new InputError('lights', 'There is no light in this look. Add one first.');
      const alone = {
        ...look,
        ambient: look.ambient,
        lights: look.lights.map((light) => ({ ...light, on: light.id === best.id })),
      };
      return { ...variantOf(alone, id, `${name}: ${best.name}`.slice(0, 120)) };
    }
    case 'swapped': {
      const pair = swappable(coloured);
      if (!pair)
        throw new InputError('lights', 'Two coloured lights of one kind are needed to swap: both gelled, or both full-colour.');
      const [a, b] = pair;
      return solved({
        ...look,
        lights: look.lights.map((light) =>
          light.id === a.id ? colouredAs(look, a, b) : light.id === b.id ? colouredAs(look, b, a) : light,
        ),
      });
    }
    case 'splash': {
      const splash = coloured.find(({ role }) => role === 'background') ?? coloured[0];
      if (!splash) throw new InputError('lights', 'No light has a colour: gel one first.');
      return solved({
        ...look,
        lights: look.lights.map((light) =>
          light.id === splash.id || !isColoured(light) ? light : asNeutral(light, look.camera.whiteK),
        ),
      });
    }
  }
}

/** What a version by camera alone moves, stops. */
const CAMERA_STOPS = 1;

/** Exposed otherwise, every light as it stands: by ISO first, which changes neither depth nor motion. */
function byCamera(look: Look, stops: number): Look {
  const [first] = [...isoBy(look, stops), ...ndBy(look, stops), ...apertureBy(look, stops)];
  if (!first) throw new InputError('camera', 'ISO, ND and aperture are at their ends: change the light instead.');
  return first.look;
}

/** A step of white that is plainly seen and no more, mired. */
const WHITE_MIRED = 25;
const [LEAST_WHITE_K, MOST_WHITE_K] = [1600, 25_000];

/** At another white balance: light that was white comes out warmer where the camera is set to a bluer one. */
function atWhite(look: Look, mired: number): Look {
  const { camera } = look;
  const wanted = kelvinToMired(camera.whiteK) + mired;
  // Kelvin and mired turn into each other alike.
  const whiteK = wanted > 0 ? 10 * Math.round(kelvinToMired(wanted) / 10) : Infinity;
  if (whiteK < LEAST_WHITE_K || whiteK > MOST_WHITE_K)
    throw new InputError('camera.whiteK', 'The white balance is at its end: gel the key warmer or cooler instead.');
  return { ...look, camera: { ...camera, whiteK } };
}

/** The first and the last of the full-colour lights, or else of the gelled ones: usually the two that stand against each other. */
function swappable(lights: readonly Light[]): readonly [Light, Light] | null {
  for (const isColour of [true, false]) {
    const alike = lights.filter(({ fixture }) => (fixture.kind === 'colour') === isColour);
    if (alike.length > 1) return [alike[0]!, alike.at(-1)!];
  }
  return null;
}

/** A light in another's colour: with its gels, and a full-colour one dialled to what this camera sees of the other. */
function colouredAs(look: Look, light: Light, other: Light): Light {
  const { gels } = other;
  if (light.fixture.kind !== 'colour') return { ...light, gels };
  if (light.fixture.name === other.fixture.name) return { ...light, gels, setting: other.setting };
  const lookup = lookupIn(look.spectra);
  const { camera } = compileScene(look);
  const goal = goalOfSpectrum(camera, resolveSource(other, 0, lookup));
  const { ways } = translate(light.fixture, goal, camera, fixtureLookup(lookup), {
    whiteK: look.camera.whiteK,
    unit: light.unit,
  });
  // The way that comes nearest; in the mode that it is in now where that is as near.
  const nearness = (way: (typeof ways)[number]) => way.difference - (way.mode === light.setting?.mode ? AS_NEAR : 0);
  const best = ways.reduce((a, b) => (nearness(b) < nearness(a) ? b : a));
  return { ...light, gels, setting: best.setting ?? light.setting };
}

/** Distance on the plane that nobody sees. */
const AS_NEAR = 0.004;
