import { lampCautionKey } from '../../planning/capture/lamps';
import { continuousLux } from '../../exposure/continuous';
import { fullLux, lampStops, lookupIn } from '../../scene/resolve';
import { fitsInRoom } from '../../transport/room';
import type { Light, Look } from '../../document/schema';
import { caution, type Caution, type CautionLevel, type CautionReason, type PlainReason } from './caution';
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
      about: { is: 'gel-heat', name: light.name },
      reasons: [...safety.reasons.map((why) => ({ why })), { why: 'gel-absorbs', wPerCm2: safety.absorbedWPerCm2 }],
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
        about: { is: 'over-rating', name, fittedW, ratedW },
        reasons: [{ why: 'lamp-over-holder' }, { why: 'fitting-changed' }],
        lightIds: [id],
      },
    ];
  }
  if (diffusionStops > 0) {
    return [caution('lamp', `${id}:diffused`, 'act', { is: 'diffused-lamp', name }, ['diffusion-near-lamp'], [id])];
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
  const reasons: (PlainReason | CautionReason)[] = [];
  if (rig.hold === 'tape') reasons.push('tape-unrated');
  if (rig.hold === 'magnet') reasons.push('magnet-slips');
  reasons.push(rig.secondHold ? 'second-hold-carries-all' : 'needs-second-hold');
  if (rig.hold === 'boom' && !rig.weighted) reasons.push('balance-boom');
  reasons.push(rig.weightKg === null ? 'weigh-it' : { why: 'weighs', weightKg: rig.weightKg });
  reasons.push(over ? 'subject-under' : 'people-under');
  const unheld = !rig.secondHold || rig.hold === 'tape' || (rig.hold === 'magnet' && over);
  return [
    caution(
      'overhead',
      `${id}:${rig.hold}:${rig.secondHold ? 'two' : 'one'}:${rig.weightKg ?? '?'}:${over ? 'over' : 'beside'}`,
      unheld && (over || rig.hold === 'overhead' || rig.hold === 'tape') ? 'stop' : 'act',
      { is: 'hangs', name, heightM: position[1], overSubject: over },
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
  return [
    ...tall.map(({ id, name, position }) =>
      caution(
        'stand',
        `${id}:tall`,
        'act',
        { is: 'loose-stand', name },
        [{ why: 'topples', heightM: position[1] }, 'wind'],
        [id],
      ),
    ),
    ...(low.length
      ? [
          caution(
            'stand',
            low.map(({ id }) => id).join('+'),
            'note',
            { is: 'loose-stands', names: low.map(({ name }) => name) },
            ['weigh-stands', 'wind'],
            low.map(({ id }) => id),
          ),
        ]
      : []),
  ];
}

/** Above this under the ceiling there is no room for a head, m. */
const HEAD_ROOM_M = 0.15;

export function roomOf(look: Look, { id, name, role, position, rig }: Light): Caution[] {
  if (role === 'window') return [];
  const ceilingM = look.room.heightM;
  const hung = rig.hold === 'overhead' || rig.hold === 'magnet' || rig.hold === 'tape';
  const isOutside = !fitsInRoom(look, position);
  if (!isOutside && (hung || position[1] <= ceilingM - HEAD_ROOM_M)) return [];
  const about = { is: 'no-room', name, heightM: position[1], ceilingM, isOutside } as const;
  return [caution('stand', `${id}:room:${position.map((v) => v.toFixed(1)).join()}`, 'act', about, ['under-ceiling'], [id])];
}

export function wetOf({ day }: Look, { id, name, role, rig }: Light): Caution[] {
  if (!day.wet || role === 'window') return [];
  if (rig.wetRated) {
    return [caution('wet', `${id}:rated`, 'act', { is: 'near-water', name }, ['wet-rated-links'], [id])];
  }
  return [
    caution(
      'wet',
      `${id}:${rig.battery ? 'battery' : 'mains'}`,
      rig.battery ? 'act' : 'stop',
      { is: 'not-wet-rated', name },
      [rig.battery ? 'cover-from-wet' : 'mains-and-water'],
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
      { is: 'effect', name, type: effect.type, rateHz: effect.rateHz },
      [risky ? 'flicker-seizures' : 'flicker-announce', 'flicker-stop-cue', ...(seen ? (['flicker-mistaken'] as const) : [])],
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
      near ? { is: 'near-eyes', name, distanceM: distance } : { is: 'bright-at-eyes', name, lux },
      [fixture.kind === 'flash' ? 'flash-in-eyes' : 'bright-in-eyes', 'blue-hurts'],
      [id],
    ),
  ];
}

export function batteryOf(look: Look, light: Light): Caution[] {
  if (!light.rig.battery || drawOf(look, light).watts < BIG_BATTERY_W) return [];
  return [caution('battery', `${light.id}`, 'note', { is: 'large-battery', name: light.name }, ['battery-charge'], [light.id])];
}

/** Who holds lights by hand: nobody holds two at once, and everybody is somebody. */
export function handsOf(look: Look, lights: readonly Light[]): Caution[] {
  const held = lights.filter(({ rig, role }) => rig.hold === 'hand' && role !== 'window');
  const byWho = new Map<string, Light[]>();
  for (const light of held) {
    const who = light.rig.holder.trim().toLowerCase();
    if (who) byWho.set(who, [...(byWho.get(who) ?? []), light]);
  }
  const several = [...byWho.values()].filter((theirs) => theirs.length > 1);
  const clashes = several.map((theirs) =>
    caution(
      'helper',
      `several:${theirs.map(({ id }) => id).join('+')}`,
      'act',
      { is: 'holds-several', who: theirs[0]!.rig.holder.trim(), names: theirs.map(({ name }) => name) },
      ['one-pair-of-hands'],
      theirs.map(({ id }) => id),
    ),
  );
  const needed = held.filter(({ rig }) => !rig.holder.trim()).length + byWho.size;
  const { crew } = look.brief.place;
  if (needed <= crew || crew < 1) return clashes;
  return [
    ...clashes,
    caution(
      'helper',
      `hands:${needed}:${crew}`,
      'act',
      { is: 'hands', needed, crew },
      ['more-hands'],
      held.map(({ id }) => id),
    ),
  ];
}

export function helperOf(look: Look, { id, name, rig, position }: Light): Caution[] {
  if (rig.hold !== 'hand') return [];
  const level: CautionLevel = look.brief.place.crew < 1 && !rig.holder ? 'act' : 'note';
  return [
    caution(
      'helper',
      `${id}:${rig.holder}`,
      level,
      { is: 'by-hand', name },
      [{ why: 'holder-needs', who: rig.holder, heightM: position[1] }, ...(level === 'act' ? (['nobody-helps'] as const) : [])],
      [id],
    ),
  ];
}
