import { fixtureOf } from '../src/catalogue';
import { nightOvenLooks } from '../src/demo';
import type { ColourFixture, Light, Setting } from '../src/document';

const spot = fixtureOf('colour-panel');
if (spot.kind !== 'colour') throw new Error('The stand-in panel mixes colours.');

/** A fixture that mixes colours in every mode. */
export const COLOUR_SPOT: ColourFixture = spot;

/** A light of a fixture, two stops under full. */
export function lightOn(fixture: ColourFixture, setting: Setting | null, base: Light = nightOvenLooks()[0]!.lights[0]!): Light {
  const white = { mode: 'cct', cctK: 4000, duv: 0 } as const;
  return {
    ...base,
    fixture,
    setting: setting ?? white,
    powerStops: -2,
    on: true,
    muted: false,
    ttl: false,
    lamp: null,
    gels: [],
  };
}
