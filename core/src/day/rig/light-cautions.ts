import { lampCautionKey } from '../../planning/capture/lamps';
import { continuousLux } from '../../exposure/continuous';
import { fullLux, lampStops, lookupIn } from '../../scene/resolve';
import type { Light, Look } from '../../document/schema';
import { caution, type Caution, type CautionLevel } from './caution';
import { gelCautionKey, gelSafety } from './gel-safety';
import { drawOf } from './load';

/** Cautions about single lights: heat, what hangs, stands, water, flicker, glare, batteries, helpers. */

/** A light this high, and this near to a person sideways, hangs over somebody, m. */
const OVER_HEIGHT_M = 1.9;
const OVER_REACH_M = 1;
const TALL_STAND_M = 2.2;
const NEAR_FACE_M = 0.8;
const GLARE_LUX = 10_000;
const BIG_BATTERY_W = 150;
const [RISKY_LOW_HZ, RISKY_HIGH_HZ] = [3, 30];
const HUNG: ReadonlySet<Light['rig']['hold']> = new Set(['boom', 'overhead', 'magnet', 'tape']);

export function heatOf(look: Look, light: Light): Caution[] {
  const safety = gelSafety(look, light);
  if (!safety || (safety.level === 'low' && !safety.stops)) return [];
  return [
    {
      key: gelCautionKey(light),
      kind: 'heat',
      level: safety.stops ? 'stop' : safety.level === 'hot' ? 'act' : 'note',
      title: `${light.name}: gel and heat`,
      reasons: [...safety.reasons, `About ${safety.absorbedWPerCm2.toFixed(2)} W stay in each cm² of gel.`],
      lightIds: [light.id],
    },
  ];
}

export function lampOf({ id, name, lamp }: Light): Caution[] {
  if (!lamp) return [];
  const { fittedW, ratedW, diffusionStops } = lamp;
  if (fittedW > ratedW) {
    return [
      {
        key: lampCautionKey({ id, lamp }),
        kind: 'lamp',
        level: 'stop',
        title: `${name}: ${fittedW} W in a holder for ${ratedW} W`,
        reasons: [
          'Holder, shade and cloth can burn. Take a smaller lamp, or a fitting made for it.',
          'Where somebody licensed has changed the fitting, enter its new rating.',
        ],
        lightIds: [id],
      },
    ];
  }
  if (diffusionStops > 0) {
    return [
      caution(
        'lamp',
        `${id}:diffused`,
        'act',
        `${name}: diffusion round a lamp`,
        ['Use material made for heat, with air between it and the lamp, and do not leave it unattended.'],
        [id],
      ),
    ];
  }
  return [];
}

function isOverSomebody({ subject }: Look, { position }: Light): boolean {
  if (subject.form === 'bottle') return false;
  return position[1] > Math.max(OVER_HEIGHT_M, subject.faceHeightM) && Math.hypot(position[0], position[2]) < OVER_REACH_M;
}

export function hangingOf(look: Look, light: Light): Caution[] {
  const { id, name, rig, position } = light;
  if (light.role === 'window') return [];
  const over = isOverSomebody(look, light);
  if (!HUNG.has(rig.hold) && !(over && rig.hold === 'stand')) return [];
  const reasons: string[] = [];
  if (rig.hold === 'tape') reasons.push('Tape and hook tape carry no rated load: hang it from something that does.');
  if (rig.hold === 'magnet') reasons.push('A magnet slips on paint and tape: it does not hold over people.');
  reasons.push(
    rig.secondHold
      ? 'Its second hold must carry the whole by itself: a rated line, short, to something fixed.'
      : 'Give it a second, independent hold: a rated safety line to something fixed.',
  );
  if (rig.hold === 'boom' && !rig.weighted) reasons.push('Balance the boom and weigh its foot down.');
  reasons.push(
    rig.weightKg === null
      ? 'Weigh it with its modifier and gel, and hold that against what clamp and fixing are rated for.'
      : `${rig.weightKg} kg: hold that against what clamp and fixing are rated for.`,
  );
  reasons.push(
    over
      ? 'The subject is under it: nobody stands there while it is put up or moved.'
      : 'Keep people out from under it while it is put up or moved.',
  );
  const unheld = !rig.secondHold || rig.hold === 'tape' || (rig.hold === 'magnet' && over);
  return [
    caution(
      'overhead',
      `${id}:${rig.hold}:${rig.secondHold ? 'two' : 'one'}:${rig.weightKg ?? '?'}:${over ? 'over' : 'beside'}`,
      unheld && (over || rig.hold === 'overhead' || rig.hold === 'tape') ? 'stop' : 'act',
      `${name}: hangs ${position[1].toFixed(1)} m up${over ? ', over the subject' : ''}`,
      reasons,
      [id],
    ),
  ];
}

export function standsOf(lights: readonly Light[]): Caution[] {
  const loose = lights.filter(
    ({ rig, role }) => rig.hold === 'stand' && !rig.weighted && role !== 'window' && role !== 'practical',
  );
  const tall = loose.filter(({ position }) => position[1] > TALL_STAND_M);
  const low = loose.filter((light) => !tall.includes(light));
  const outside = 'Outside, wind takes boxes and umbrellas with it: more weight, somebody beside it.';
  const names = (list: readonly Light[]) => list.map(({ name }) => name).join(', ');
  return [
    ...tall.map(({ id, name, position }) =>
      caution(
        'stand',
        `${id}:tall`,
        'act',
        `${name}: tall stand not weighed down`,
        [`At ${position[1].toFixed(1)} m it topples easily: spread the legs, a leg under the load, sandbag on it.`, outside],
        [id],
      ),
    ),
    ...(low.length
      ? [
          caution(
            'stand',
            low.map(({ id }) => id).join('+'),
            'note',
            `Stands not weighed down: ${names(low)}`,
            ['Spread their legs and lay a weight on each.', outside],
            low.map(({ id }) => id),
          ),
        ]
      : []),
  ];
}

export function wetOf({ day }: Look, { id, name, role, rig }: Light): Caution[] {
  if (!day.wet || role === 'window') return [];
  if (rig.wetRated) {
    return [
      caution(
        'wet',
        `${id}:rated`,
        'act',
        `${name}: near water`,
        [
          'Every link must be rated for it: head, ballast, plugs, leads. Feed it through a residual-current breaker, and test that.',
        ],
        [id],
      ),
    ];
  }
  return [
    caution(
      'wet',
      `${id}:${rig.battery ? 'battery' : 'mains'}`,
      rig.battery ? 'act' : 'stop',
      `${name}: not rated for wet`,
      [
        rig.battery
          ? 'Cover it without closing its vents, and keep it out of the water.'
          : 'Mains and water: keep it out of reach of water, or take one that is rated, with all its connectors, behind a residual-current breaker.',
      ],
      [id],
    ),
  ];
}

export function flickerOf({ id, name, effect }: Light): Caution[] {
  if (!effect) return [];
  const risky = effect.rateHz >= RISKY_LOW_HZ && effect.rateHz <= RISKY_HIGH_HZ;
  const seen = effect.type === 'beacon' || effect.type === 'lightning';
  const level: CautionLevel = risky ? 'stop' : 'act';
  return [
    caution(
      'flicker',
      `${id}:${effect.type}:${effect.rateHz}`,
      level,
      `${name}: ${effect.type}, ${effect.rateHz} Hz`,
      [
        risky
          ? 'Between 3 and 30 flashes a second can set off seizures: everybody in the room must have been asked, or another rate taken.'
          : 'Ask everybody in the room beforehand, and announce it.',
        'Agree on a cue that stops it at once.',
        ...(seen ? ['It may be taken for the real thing from outside: tell neighbours or the site.'] : []),
      ],
      [id],
    ),
  ];
}

/** Illuminance at the subject's eyes on the axis of a continuous light at its power, lx. */
function luxAtEyes(look: Look, light: Light): number {
  const { position, modifier } = light;
  const distance = Math.max(0.05, Math.hypot(position[0], position[1] - look.subject.faceHeightM, position[2]));
  return continuousLux(
    fullLux(light, lookupIn(look.spectra)) * 2 ** (lampStops(light) - modifier.lossStops),
    2 ** light.powerStops,
    distance,
    0,
  );
}

export function glareOf(look: Look, light: Light): Caution[] {
  const { id, name, fixture, position, aim, role } = light;
  if (look.subject.form === 'bottle' || role === 'window') return [];
  const face = look.subject.faceHeightM;
  const distance = Math.hypot(position[0], position[1] - face, position[2]);
  const atFace = Math.hypot(aim[0], aim[1] - face, aim[2]) < 0.4 && position[2] > 0;
  if (!atFace) return [];
  const lux = luxAtEyes(look, light);
  const near = distance < NEAR_FACE_M;
  if (!near && lux < GLARE_LUX) return [];
  return [
    caution(
      'glare',
      `${id}:${near ? 'near' : 'bright'}`,
      'act',
      `${name}: ${near ? `${distance.toFixed(1)} m from the eyes` : `about ${Math.round(lux / 1000)} 000 lx at the eyes`}`,
      [
        fixture.kind === 'flash'
          ? 'Eyes away from the head, no flash right before a face; count down.'
          : 'Do not look into it; give the eyes breaks, and move it away where the picture allows.',
        'Strong blue and violet hurt before they seem bright. Night vision goes: light paths before anybody walks.',
      ],
      [id],
    ),
  ];
}

export function batteryOf(look: Look, light: Light): Caution[] {
  if (!light.rig.battery || drawOf(look, light).watts < BIG_BATTERY_W) return [];
  return [
    caution(
      'battery',
      `${light.id}`,
      'note',
      `${light.name}: large battery`,
      ['Charge under supervision, keep it from heat, and mind the rules for its transport.'],
      [light.id],
    ),
  ];
}

export function helperOf(look: Look, { id, name, rig, position }: Light): Caution[] {
  if (rig.hold !== 'hand') return [];
  const who = rig.holder || 'Somebody';
  const level: CautionLevel = look.brief.place.crew < 1 && !rig.holder ? 'act' : 'note';
  return [
    caution(
      'helper',
      `${id}:${rig.holder}`,
      level,
      `${name}: held by hand`,
      [
        `${who} needs a path that can be seen, firm ground at ${position[1].toFixed(1)} m, and eyes off the head.`,
        ...(level === 'act' ? ['The brief has nobody to help: name who holds it.'] : []),
      ],
      [id],
    ),
  ];
}
