import { ambientLux } from '../../scene/compile';
import type { Board, Look } from '../../document/schema';
import { caution, type Caution } from './caution';
import { circuitLoads, CONTINUOUS_SHARE } from './load';

/** Cautions about the place as a whole: boards, circuits, haze, the dark, the site. */

const TALL_BOARD_M = 1.5;
const DARK_LUX = 5;
const LONG_SHUTTER_S = 0.5;

export function boardOf({ id, name, heightM, position }: Board): Caution[] {
  if (heightM < TALL_BOARD_M && position[1] + heightM / 2 < TALL_BOARD_M) return [];
  return [
    caution('stand', `${id}:board`, 'note', `${name}: tall board`, [
      'Sandbag its foot or tie it off; it goes over when a door opens or somebody brushes past.',
    ]),
  ];
}

export function powerOf(look: Look): Caution[] {
  const loads = circuitLoads(look);
  const out = loads.flatMap((load): Caution[] => {
    if (load.lightIds.length === 0) return [];
    const figures = `${load.name}: ${Math.round(load.watts)} W, ${load.amps.toFixed(1)} A of ${load.ratedA} A${load.estimated ? ', partly estimated' : ''}`;
    const about = `${load.id}:${load.ratedA}:${load.amps.toFixed(1)}`;
    if (load.amps > load.ratedA) {
      return [
        caution(
          'power',
          about,
          'stop',
          figures,
          ['More than the circuit is rated for: it trips, or worse. Put lights on another circuit.'],
          load.lightIds,
        ),
      ];
    }
    if (load.share > 1) {
      return [
        caution(
          'power',
          about,
          'act',
          figures,
          [
            `Over ${Math.round(100 * CONTINUOUS_SHARE)} % of its rating, which is the usual limit for hours of use. Put lights on another circuit.`,
          ],
          load.lightIds,
        ),
      ];
    }
    return [];
  });
  const mains = look.lights.filter((light) => light.on && light.role !== 'window' && !light.rig.battery);
  if (mains.length > 0) {
    const leads = mains.reduce((sum, { pieces }) => sum + pieces, 0);
    out.push(
      caution('power', `leads:${leads}:${look.day.leadM}`, 'note', `${leads} leads of about ${look.day.leadM} m`, [
        'Unroll them: a coiled lead heats. Route them round paths, tape them down, keep plugs off the floor where it may get wet.',
        'Find out what else hangs on the same circuit.',
      ]),
    );
  }
  return out;
}

export function hazeOf({ air }: Look): Caution[] {
  if (air.hazePerM <= 0) return [];
  return [
    caution('haze', `${air.hazePerM}`, 'act', 'Haze in the air', [
      'Ask everybody first: it can trouble breathing and eyes. Air the room, and write down when it was made.',
      'Settle smoke alarms with whoever runs the building. Floors get slippery.',
      'Pressurised cans stay away from hot heads and sparks.',
    ]),
  ];
}

export function darkOf(look: Look): Caution[] {
  const lux = ambientLux(look.ambient);
  const dragged = look.camera.mode === 'stills' && look.camera.shutterS >= LONG_SHUTTER_S;
  if (lux > DARK_LUX && !dragged) return [];
  return [
    caution(
      'dark',
      `${dragged ? 'drag' : 'black'}`,
      'act',
      dragged ? 'Moving about during a long exposure' : 'A blacked-out room',
      [
        'Leave the way out lit and free; clear the path before the light goes off.',
        'Black cloth must be flame-retardant and stay off hot lamps; leave air.',
      ],
    ),
  ];
}

export function siteOf({ brief }: Look): Caution {
  return caution('site', brief.place.name, 'note', brief.place.name ? `The place: ${brief.place.name}` : 'The place', [
    'Floor, traffic, exits, permission, first aid: look before the gear goes in.',
    'Safety parts stay in place and free to work, also where they rattle.',
  ]);
}
