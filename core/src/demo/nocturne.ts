import { balance } from '../planning/balance/balance';
import { standardProbes } from '../scene/probes';
import { ambientOf } from '../document/defaults';
import { type Light, type Look } from '../document/schema';
import { kitCamera } from '../catalogue/kit';
import { piece, QUICKLY } from './piece';
import { poster } from './saltmarsh';

/** Nocturne: a perfume bottle on dark stone for a shop's window. A tiny flash and two lights that burn on, in a dragged shutter. Made up. */
const BOTTLE_M = 0.95;
const BOTTLE_BACK_M = 1.1;

/** Steel and soot: a kettle for the same window, steel drawn by two strips of colour. */
function kettle(base: Look): Look {
  const at = (
    id: string,
    name: string,
    role: Light['role'],
    hueDeg: number,
    position: Light['position'],
    zone: string,
  ): Light => ({
    ...piece({
      id,
      name,
      role,
      side: 'right',
      fixture: 'colour-tube',
      modifier: 'tube-face',
      setting: { mode: 'hsi', hueDeg, saturation: 0.75, whiteK: 5600 },
      powerStops: -3,
      zone,
    }),
    position,
    aim: [0, BOTTLE_M, 0],
    rollDeg: 90,
  });
  return {
    ...base,
    title: 'Kettle, steel in two colours',
    brief: { ...base.brief, note: 'Steel has no colour of its own: it shows the lights. Matt parts hold the shape.' },
    subject: { ...base.subject, name: 'Steel kettle', form: 'kettle', wardrobe: { kind: 'neutral', reflectance: 0.08 } },
    camera: { ...base.camera, distanceM: 1.15, focalMm: 100 },
    lights: [
      at('key', 'Amber strip', 'key', 32, [-0.55, BOTTLE_M + 0.2, 0.3], 'face-key'),
      at('edge', 'Blue strip', 'rim', 215, [0.55, BOTTLE_M + 0.15, 0.1], 'face-shadow'),
      ...base.lights.filter(({ id }) => id === 'glow'),
    ],
    probes: standardProbes(BOTTLE_M, BOTTLE_BACK_M, 'left', 'kettle'),
  };
}

/** The tabletop look: the liquid is lit from behind, the label by a small flash, the glass drawn by a strip of blue. */
export function nocturneLooks(): readonly Look[] {
  const base = poster('Nocturne, amber in the dark', 'The liquid carries the amber; blue draws the edge of the glass.', []);
  const at = (light: Light, position: Light['position'], aim: Light['aim']): Light => ({ ...light, position, aim });
  const label = at(
    piece({
      id: 'key',
      name: 'Label flash',
      role: 'key',
      side: 'left',
      fixture: 'flash-small',
      modifier: 'snoot',
      gels: ['warm-quarter'],
      powerStops: -6,
    }),
    [-0.45, BOTTLE_M + 0.35, 0.55],
    [0, BOTTLE_M - 0.02, 0],
  );
  const glow = at(
    piece({
      id: 'glow',
      name: 'Glow on the paper',
      role: 'background',
      side: 'right',
      fixture: 'colour-spot',
      modifier: 'snoot',
      setting: { mode: 'hsi', hueDeg: 38, saturation: 0.45, whiteK: 3200 },
      powerStops: -5,
    }),
    [0.35, BOTTLE_M - 0.35, -0.45],
    [0, BOTTLE_M, -BOTTLE_BACK_M],
  );
  const edge = at(
    piece({
      id: 'edge',
      name: 'Blue edge',
      role: 'rim',
      side: 'right',
      fixture: 'colour-tube',
      modifier: 'tube-face',
      setting: { mode: 'hsi', hueDeg: 222, saturation: 0.8, whiteK: 5600 },
      powerStops: -4,
    }),
    [0.5, BOTTLE_M + 0.15, -0.05],
    [0, BOTTLE_M, 0],
  );
  const look: Look = {
    ...base,
    brief: { ...base.brief, mood: 'dark', keyStops: -0.5, keyLevel: 'low', separation: 0.08 },
    camera: {
      ...kitCamera('stills'),
      focalMm: 100,
      distanceM: 0.75,
      aperture: 11,
      iso: 100,
      shutterS: 1 / 4,
      longestS: 4,
      whiteK: 4600,
    },
    subject: {
      ...base.subject,
      name: 'Perfume bottle',
      form: 'bottle',
      faceHeightM: BOTTLE_M,
      wardrobe: { kind: 'neutral', reflectance: 0.06 },
      liquid: { tint: 'amber', strength: 1.4 },
      label: { kind: 'neutral', reflectance: 0.62 },
    },
    backdrop: { ...base.backdrop, surface: { kind: 'neutral', reflectance: 0.2 }, distanceM: BOTTLE_BACK_M, widthM: 1.4 },
    ambient: { ...ambientOf(2, { kind: 'planck', cctK: 3000 }), targetStops: -6 },
    whites: [],
    lights: [label, edge, { ...glow, rollDeg: 0 }].map((light) => (light.id === 'edge' ? { ...light, rollDeg: 90 } : light)),
    probes: standardProbes(BOTTLE_M, BOTTLE_BACK_M, 'left', 'bottle'),
  };
  return [balance(look, QUICKLY).look, balance(kettle(look), QUICKLY).look];
}
