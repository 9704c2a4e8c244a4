import { ambientLux } from '../../scene/ambient';
import { isMoving } from '../../scene/motion';
import type { Board, Light, Look } from '../../document/schema';
import { caution, type Caution } from './caution';
import { circuitLoads, CONTINUOUS_SHARE, drawOf, isFed } from './load';

/** Cautions about the place as a whole: boards, circuits, haze, the dark, the site. */

const TALL_BOARD_M = 1.5;
const DARK_LUX = 5;
/** From here on people walk while the shutter is open; sooner where something moves in the picture. */
const [LONG_SHUTTER_S, MOVING_SHUTTER_S] = [0.25, 1 / 15];

export function boardOf({ id, name, heightM, position }: Board): Caution[] {
  if (heightM < TALL_BOARD_M && position[1] + heightM / 2 < TALL_BOARD_M) return [];
  return [caution('stand', `${id}:board`, 'note', { is: 'tall-board', name }, ['board-topples'])];
}

export function powerOf(look: Look): Caution[] {
  const loads = circuitLoads(look);
  const out = loads.flatMap((load): Caution[] => {
    if (load.lightIds.length === 0) return [];
    const { name, watts, amps, ratedA, estimated } = load;
    const figures = { is: 'circuit', name, watts, amps, ratedA, estimated } as const;
    const state = `${load.id}:${load.ratedA}:${load.amps.toFixed(1)}`;
    if (load.amps > load.ratedA) {
      return [caution('power', state, 'stop', figures, ['over-circuit'], load.lightIds)];
    }
    if (load.share > 1) {
      return [caution('power', state, 'act', figures, [{ why: 'over-usual-share', share: CONTINUOUS_SHARE }], load.lightIds)];
    }
    return [];
  });
  const mains = look.lights.filter(isFed);
  out.push(...socketsOf(look, mains));
  if (mains.length > 0) {
    const leads = mains.reduce((sum, { pieces }) => sum + pieces, 0);
    out.push(
      caution('power', `leads:${leads}:${look.day.leadM}`, 'note', { is: 'leads', count: leads, lengthM: look.day.leadM }, [
        'unroll-leads',
        'same-circuit',
      ]),
    );
  }
  return out;
}

function socketsOf(look: Look, mains: readonly Light[]): Caution[] {
  const givenW = look.brief.place.powerW;
  const draws = mains.map((light) => ({ ...drawOf(look, light), pieces: light.pieces }));
  const watts = draws.reduce((sum, draw) => sum + draw.watts * draw.pieces, 0);
  if (givenW === null || watts <= givenW) return [];
  const estimated = draws.some((draw) => draw.estimated);
  return [
    caution(
      'power',
      `sockets:${givenW}:${Math.round(watts)}`,
      'stop',
      { is: 'sockets', watts, givenW, estimated },
      ['over-sockets'],
      mains.map(({ id }) => id),
    ),
  ];
}

export function hazeOf({ air }: Look): Caution[] {
  if (air.hazePerM <= 0) return [];
  return [caution('haze', `${air.hazePerM}`, 'act', { is: 'haze' }, ['haze-breathing', 'haze-alarms', 'haze-cans'])];
}

export function darkOf(look: Look): Caution[] {
  const lux = ambientLux(look.ambient);
  const { mode, shutterS } = look.camera;
  const moves = isMoving(look);
  const dragged = mode === 'stills' && shutterS >= (moves ? MOVING_SHUTTER_S : LONG_SHUTTER_S);
  if (lux > DARK_LUX && !dragged) return [];
  return [
    caution('dark', dragged ? `drag:${shutterS.toFixed(2)}` : 'black', 'act', { is: dragged ? 'long-exposure' : 'blackout' }, [
      'way-out-lit',
      'cloth-flame',
    ]),
  ];
}

export function siteOf({ brief }: Look): Caution {
  return caution('site', brief.place.name, 'note', { is: 'place', name: brief.place.name }, [
    'site-look-first',
    'safety-parts-stay',
  ]);
}
