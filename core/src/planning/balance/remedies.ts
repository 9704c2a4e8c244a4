import { GELS } from '../../gel/stand-ins';
import { turnBetweenDeg } from '../../colour/hue';
import { spectrumToXyz } from '../../colour/observer';
import { convertXyzToLinearRgb } from '../../colour/rgb';
import { hueDegOf, oklabOf } from '../../colour/oklab';
import { throwM } from '../../transport/room';
import { resolveFilter, resolveSource, lookupIn } from '../../scene/resolve';
import type { Light, Look } from '../../document/schema';
import type { Readings } from '../../scene/readings';
import { luminousTransmittance, stopsLost } from '../../gel/gel';
import { product, type Spectrum } from '../../spectrum/grid';
import type { Limit } from './limits';

/** Something to do about a limit. `cost` orders them: 1 a turn of a dial, 2 one thing on one light, 3 the whole exposure, 4 other kit. */
export interface Remedy {
  readonly lightId: string | null;
  readonly cost: 1 | 2 | 3 | 4;
  readonly text: string;
}

const NEAREST_M = 0.3;
const SAME_HUE_DEG = 14;

/** Remedies for the limits of a look, cheapest first, at most eight. */
export function remediesFor(look: Look, readings: Readings, limits: readonly Limit[]): Remedy[] {
  const remedies = limits.flatMap((limit) => remediesOf(look, readings, limit));
  const seen = new Set<string>();
  return remedies
    .filter(({ text }) => !seen.has(text) && seen.add(text))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, 8);
}

function remediesOf(look: Look, readings: Readings, limit: Limit): Remedy[] {
  const light = look.lights.find(({ id }) => id === limit.lightId);
  const other = look.lights.find(({ id }) => id === limit.byLightId);
  const stops = limit.amount.toFixed(1);
  switch (limit.kind) {
    case 'out-of-power':
      return light ? [...paler(look, light), ...closer(light, limit.amount), exposureUp(light, stops)] : [];
    case 'lowest-power':
      return light
        ? [
            farther(light, limit.amount),
            { lightId: light.id, cost: 2, text: `Put ${stops} stops of neutral density on ${light.name}.` },
            exposureDown(light, stops),
          ]
        : [];
    case 'washed-out':
      return light ? washedOut(light, other, limit.byLightId) : [];
    case 'unreached':
      return light ? [{ lightId: light.id, cost: 2, text: `Turn or move ${light.name} so that it reaches its place.` }] : [];
    case 'clipping':
      return light
        ? [
            {
              lightId: light.id,
              cost: 1,
              text: `${light.locked ? 'Unlock and lower' : 'Lower'} ${light.name} by ${stops} stops.`,
            },
            exposureDown(light, stops),
          ]
        : [];
    case 'key':
      return [keyRemedy(look, readings, limit.amount)];
    case 'locked':
      return light ? [{ lightId: light.id, cost: 1, text: `Unlock ${light.name}.` }] : [];
    case 'separation':
      return [
        {
          lightId: null,
          cost: 2,
          text: 'Move the subject off the backdrop, or light the edge or the backdrop in another colour.',
        },
      ];
  }
}

function washedOut(light: Light, other: Light | undefined, byId: string | null): Remedy[] {
  if (!other) {
    const text = byId
      ? `Take ambient down: shut it out, or use a shorter shutter with flash.`
      : `Lower the other light on ${light.name}'s place.`;
    return [{ lightId: null, cost: 2, text }];
  }
  const remedies: Remedy[] = [];
  if (other.modifier.gridDeg === null)
    remedies.push({ lightId: other.id, cost: 2, text: `Put a grid on ${other.name}, or flag it off ${light.name}'s place.` });
  remedies.push({
    lightId: other.id,
    cost: 2,
    text: `Turn ${other.name} away, or move it and the subject off ${light.name}'s place: twice the distance is 2 stops.`,
  });
  return remedies;
}

function closer(light: Light, stops: number): Remedy[] {
  const now = throwM(light);
  const then = now * 2 ** (-stops / 2);
  if (then < NEAREST_M) return [];
  return [{ lightId: light.id, cost: 2, text: `Bring ${light.name} from ${now.toFixed(1)} m to ${then.toFixed(1)} m.` }];
}

function farther(light: Light, stops: number): Remedy {
  const now = throwM(light);
  return {
    lightId: light.id,
    cost: 2,
    text: `Move ${light.name} from ${now.toFixed(1)} m to ${(now * 2 ** (stops / 2)).toFixed(1)} m.`,
  };
}

function exposureUp(light: Light, stops: string): Remedy {
  return light.fixture.kind === 'flash'
    ? { lightId: null, cost: 3, text: `Raise ISO or open up ${stops} stops and take every other light and ambient down with it.` }
    : { lightId: null, cost: 3, text: `Use a shutter ${stops} stops longer: continuous light and ambient rise, flash stays.` };
}

function exposureDown(light: Light, stops: string): Remedy {
  return light.fixture.kind === 'flash'
    ? { lightId: null, cost: 3, text: `Lower ISO or stop down ${stops} stops and raise every other light.` }
    : { lightId: null, cost: 3, text: `Use a shutter ${stops} stops shorter: continuous light and ambient fall, flash stays.` };
}

function keyRemedy(look: Look, readings: Readings, stops: number): Remedy {
  const under = readings.keyStops < look.brief.keyStops;
  const text = under
    ? `Bring the key closer, or raise ISO or open up ${Number.isFinite(stops) ? stops.toFixed(1) : 'a few'} stops.`
    : `Move the key away, or lower ISO or stop down ${stops.toFixed(1)} stops.`;
  return { lightId: null, cost: 3, text };
}

function hueOf(filtered: Spectrum): number {
  const [r, g, b] = convertXyzToLinearRgb(spectrumToXyz(filtered));
  return hueDegOf(oklabOf(r, g, b));
}

/** The single gel of nearly the same hue that loses least and at least half a stop less. */
function paler(look: Look, light: Light): Remedy[] {
  if (light.gels.length === 0) return [];
  const source = resolveSource(light, light.powerStops, lookupIn(look.spectra));
  const filter = resolveFilter(light, lookupIn(look.spectra));
  const now = stopsLost(luminousTransmittance(source, filter));
  const hue = hueOf(product(source, filter));
  const candidates = GELS.filter(({ kind }) => kind === 'effect')
    .map(({ name, transmittance }) => ({
      name,
      loss: stopsLost(luminousTransmittance(source, transmittance)),
      off: Math.abs(turnBetweenDeg(hue, hueOf(product(source, transmittance)))),
    }))
    .filter(({ loss, off }) => off < SAME_HUE_DEG && loss < now - 0.5)
    .sort((a, b) => b.loss - a.loss);
  const pick = candidates[0];
  return pick
    ? [
        {
          lightId: light.id,
          cost: 2,
          text: `Take ${pick.name} on ${light.name}: ${(now - pick.loss).toFixed(1)} stops more light, a paler colour.`,
        },
      ]
    : [];
}
