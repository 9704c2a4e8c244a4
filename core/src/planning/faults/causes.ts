import { objectiveOf } from '../balance/balance';
import { formatStops } from '../../exposure/stops';
import { InputError } from '../../errors';
import { evaluate, KEY_PROBE_ID } from '../../scene/evaluate';
import { veils } from '../../scene/in-view';
import type { Readings } from '../../scene/readings';
import { LIMITS, type Board, type Light, type Look, type Point } from '../../document/schema';
import { spillRemedies } from '../../scene/spill';
import { ambientLux } from '../../scene/compile';
import { viewOf } from '../../transport/view';
import { faultMeasure, type FaultWord } from './words';

export const CAUSE_KINDS = [
  'leak',
  'spill',
  'level-high',
  'level-low',
  'exposure-high',
  'exposure-low',
  'white-balance',
  'ambient',
  'haze',
  'soft-filter',
  'flare',
  'fill',
  'gel-pale',
  'gel-deep',
  'no-anchor',
  'room',
] as const;
export type CauseKind = (typeof CAUSE_KINDS)[number];

/** Something that makes a picture wrong: found by trying its cure. */
export interface Cause {
  readonly kind: CauseKind;
  readonly lightId: string | null;
  readonly title: string;
  /** What in this look points to it, with its number. */
  readonly evidence: string;
  /** What the button does. */
  readonly cure: string;
  /** Share of the fault that the cure takes away, 0 to 1. */
  readonly helps: number;
  /** The look with the cure tried. */
  readonly look: Look;
}

interface Suspect {
  readonly kind: CauseKind;
  readonly lightId: string | null;
  readonly title: string;
  readonly evidence: string;
  readonly cure: string;
  readonly look: Look;
  /** How much is undone by the cure, in walks to the stand: 0 a dial, 1 something to fetch. */
  readonly effort: number;
}

/** How far under the key side a fill leaves its shadow where it is to be seen, stops. */
const FILL_UNDER_STOPS = 1.3;

/** A cure that helps less than this is no cause. */
const HELPS_FROM = 0.025;
/** What an effort counts against a cure, and what nearness to all other aims counts for it. */
const EFFORT_WEIGHT = 0.02;
const AIMS_WEIGHT = 0.06;

/** Causes of a fault in a look, the likeliest first, at most six. Each suspect is judged by what its cure takes from the fault. */
export function causesOf(word: FaultWord, look: Look): Cause[] {
  const readings = evaluate(look);
  const before = faultMeasure(word, readings);
  const aims = objectiveOf(look);
  return suspects(look, readings)
    .flatMap((suspect): { cause: Cause; score: number }[] => {
      try {
        const after = evaluate(suspect.look);
        const gain = before - faultMeasure(word, after);
        const nearer = Math.max(-1, Math.min(1, aims - objectiveOf(suspect.look)));
        if (gain < HELPS_FROM) return [];
        const { effort, ...rest } = suspect;
        const helps = before > 0 ? Math.min(1, gain / before) : 0;
        return [{ cause: { ...rest, helps }, score: gain + AIMS_WEIGHT * nearer - EFFORT_WEIGHT * effort }];
      } catch (error) {
        if (error instanceof InputError) return [];
        throw error;
      }
    })
    .sort((a, b) => b.score - a.score)
    .slice(0, 6)
    .map(({ cause }) => cause);
}

function suspects(look: Look, readings: Readings): Suspect[] {
  const out: Suspect[] = [];
  const { camera, ambient, air, room } = look;
  const put = (light: Light, change: Partial<Light>): Look => ({
    ...look,
    lights: look.lights.map((one) => (one.id === light.id ? { ...one, ...change } : one)),
  });
  for (const light of look.lights) {
    const row = readings.lights.find(({ id }) => id === light.id);
    if (!row?.active) continue;
    const of = (kind: CauseKind, title: string, evidence: string, cure: string, effort: number, tried: Look) =>
      out.push({ kind, lightId: light.id, title: `${light.name}: ${title}`, evidence, cure, look: tried, effort });
    if (light.leak > 0)
      of(
        'leak',
        'white leaks beside the gel',
        `${Math.round(100 * light.leak)} % passes beside it.`,
        'Seal the gel',
        0.5,
        put(light, { leak: 0 }),
      );
    const level = (stops: number) => Math.min(0, Math.max(light.fixture.minStops, light.powerStops + stops));
    const over = row.stops - row.firstClip.stops;
    if (Number.isFinite(over) && over > -0.1)
      of(
        'level-high',
        'too bright for its colour',
        `${formatStops(over)} over where ${row.firstClip.channel} clips.`,
        `Lower it ${(over + 0.7).toFixed(1)} stops`,
        0,
        put(light, { powerStops: level(-(over + 0.7)) }),
      );
    if (row.window && row.stops < row.window.lowStops) {
      const under = row.window.lowStops - row.stops;
      const middle = (row.window.lowStops + row.window.highStops) / 2 - row.stops;
      of(
        'level-low',
        'under its window',
        `${under.toFixed(1)} stops too dark for its colour.`,
        `Raise it ${middle.toFixed(1)} stops`,
        0,
        put(light, { powerStops: level(middle) }),
      );
    }
    const own = look.probes.findIndex(({ id }) => id === light.zone);
    for (const other of row.dilution.slice(0, 2)) {
      const spiller = look.lights.find(({ id }) => id === other.lightId);
      if (!spiller || other.share < 0.08 || own < 0 || spiller.zone === light.zone) continue;
      const remedy = spillRemedies(look, spiller.id, light.zone)[0];
      if (!remedy) continue;
      const lights = look.lights.map((one) => (one.id === spiller.id ? remedy.light : one));
      out.push({
        kind: 'spill',
        lightId: spiller.id,
        title: `${spiller.name}: its light spills on ${look.probes[own]!.name.toLowerCase()}`,
        evidence: `${Math.round(100 * other.share)} % of the light there; ${light.name} loses ${Math.round(100 * other.vividnessLost)} % of its colour to it.`,
        cure: `Try ${remedy.name}`,
        look: { ...look, lights, boards: remedy.board ? [...look.boards, remedy.board] : look.boards },
        effort: 1,
      });
    }
    if (light.role === 'fill') {
      const stopsAt = (id: string) => readings.probes.find((probe) => probe.id === id)?.stops ?? 0;
      const over = stopsAt(light.zone) - stopsAt(KEY_PROBE_ID) + FILL_UNDER_STOPS;
      if (over > 0.1)
        of(
          'fill',
          'fills too much',
          `The shadow side stands ${formatStops(over - FILL_UNDER_STOPS)} against the key side.`,
          `Lower it ${(over + 1.5).toFixed(1)} stops`,
          0,
          put(light, { powerStops: level(-over - 1.5) }),
        );
    }
    if (light.gels.length) {
      const strength = (times: number) =>
        light.gels.map((gel) => ({ ...gel, strength: Math.min(4, Math.max(0.05, gel.strength * times)) }));
      const thin = light.gels.some((gel) => gel.strength < 0.7);
      of(
        'gel-pale',
        'its gel is pale',
        `Purity ${row.purity.toFixed(2)}${thin ? `, strength ${Math.min(...light.gels.map((gel) => gel.strength))}` : ''}.`,
        thin ? 'Take it at full strength' : 'Take it twice as deep',
        thin ? 0.6 : 1.2,
        put(light, { gels: thin ? light.gels.map((gel) => ({ ...gel, strength: Math.max(1, gel.strength) })) : strength(2) }),
      );
      of(
        'gel-deep',
        'its gel is deep',
        `Purity ${row.purity.toFixed(2)}.`,
        'Take it half as deep',
        1.2,
        put(light, { gels: strength(0.5) }),
      );
      if (light.role === 'key')
        of(
          'no-anchor',
          'nothing neutral is left',
          'The key is gelled: skin and wardrobe take its colour.',
          'Take the gel off the key',
          0.5,
          put(light, { gels: [] }),
        );
    }
  }
  const whole = (kind: CauseKind, title: string, evidence: string, cure: string, effort: number, tried: Look) =>
    out.push({ kind, lightId: null, title, evidence, cure, look: tried, effort });
  const shot = (change: Partial<Look['camera']>): Look => ({ ...look, camera: { ...camera, ...change } });
  const hot = readings.lights.filter(({ active, stops, firstClip }) => active && stops > firstClip.stops).length;
  if (hot > 1)
    whole(
      'exposure-high',
      'Everything is too bright',
      `${hot} lights clip where they work.`,
      'Two stops less ISO',
      0,
      shot({ iso: Math.max(1, camera.iso / 4) }),
    );
  const dark = readings.lights.filter(({ active, stops, window }) => active && window && stops < window.lowStops).length;
  if (dark > 1)
    whole(
      'exposure-low',
      'Everything is too dark',
      `${dark} lights stand under their windows.`,
      'Two stops more ISO',
      0,
      shot({ iso: Math.min(1_000_000, camera.iso * 4) }),
    );
  for (const whiteK of [3200, 4300, 5600, 7000])
    if (Math.abs(1e6 / whiteK - 1e6 / camera.whiteK) > 25)
      whole(
        'white-balance',
        camera.whiteK > whiteK ? 'The white balance is set warm' : 'The white balance is set cool',
        `${Math.round(camera.whiteK)} K; at ${whiteK} K it is ${Math.round(Math.abs(1e6 / whiteK - 1e6 / camera.whiteK))} mired ${camera.whiteK > whiteK ? 'cooler' : 'warmer'}.`,
        `White at ${whiteK} K`,
        // Correcting white is the answer where the camera stands off all usual whites.
        camera.whiteK > 7500 || camera.whiteK < 2800 ? 0 : 2,
        shot({ whiteK, tintDuv: 0 }),
      );
  const lux = ambientLux(ambient);
  if (lux > 0)
    whole(
      'ambient',
      'Ambient light lies over it',
      `${Number(lux.toPrecision(2))} lx; ${readings.ambient.leadsAt ? `it leads on ${readings.ambient.leadsAt.toLowerCase()}` : `${formatStops(readings.ambient.stops)} on the face`}.`,
      'Shut it out by 5 stops',
      0.8,
      { ...look, ambient: { ...ambient, blackoutStops: Math.min(20, ambient.blackoutStops + 5) } },
    );
  if (air.hazePerM > 0)
    whole(
      'haze',
      'Haze greys everything',
      `${Math.round(100 * (1 - Math.exp(-air.hazePerM * (camera.distanceM + look.backdrop.distanceM))))} % of the backdrop's light is lost in it.`,
      'Clear the air',
      0.6,
      { ...look, air: { hazePerM: 0 } },
    );
  if (camera.diffusion > 0)
    whole(
      'soft-filter',
      'The soft filter veils it',
      `Strength ${camera.diffusion}.`,
      'Take the filter off',
      0.1,
      shot({ diffusion: 0 }),
    );
  for (const veil of veils(look)) {
    const light = look.lights.find(({ id }) => id === veil.lightId)!;
    if (veil.flareStops > -6 && look.boards.length < LIMITS.boards)
      out.push({
        kind: 'flare',
        lightId: light.id,
        title: `${light.name}: it shines into the lens`,
        evidence: `A veil of ${formatStops(veil.flareStops)}, ${Math.round(veil.offAxisDeg)}° off the axis.`,
        cure: 'A flag beside the lens',
        look: { ...look, boards: [...look.boards, lensFlag(look, light)] },
        effort: 0.8,
      });
  }
  if (room.walls > 0.25 || room.paint !== null || room.ceiling > 0.5)
    whole(
      'room',
      'The room sends it all back',
      `Walls ${room.paint ? 'are painted' : `send back ${Math.round(100 * room.walls)} %`}, the ceiling ${Math.round(100 * room.ceiling)} %.`,
      'Black cloth on walls and ceiling',
      1.5,
      { ...look, room: { ...room, paint: null, walls: 0.04, ceiling: 0.04, floor: Math.min(room.floor, 0.1) } },
    );
  return out;
}

/** A flag beside the lens, just outside the picture, between it and a light. */
function lensFlag(look: Look, { position }: Light): Board {
  const eye: Point = viewOf(look, 3, 2).eye;
  const d = [position[0] - eye[0], position[1] - eye[1], position[2] - eye[2]] as const;
  const length = Math.hypot(...d);
  const at = (i: 0 | 1 | 2) => Number((eye[i] + (d[i] / length) * LENS_FLAG_M).toFixed(3));
  let n = look.boards.length + 1;
  while (look.boards.some(({ id }) => id === `board-${n}`)) n++;
  return {
    id: `board-${n}`,
    name: 'Flag beside the lens',
    finish: 'black',
    position: [at(0), Math.max(0.2, at(1)), at(2)],
    widthM: 0.14,
    heightM: 0.2,
    yawDeg: Number(((Math.atan2(d[0], d[2]) * 180) / Math.PI).toFixed(1)),
    lossStops: 0,
    tint: null,
  };
}

const LENS_FLAG_M = 0.45;
