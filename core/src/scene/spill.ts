import { beamIntensity, gridTransmission } from '../exposure/beam';
import { nearFieldRatio } from '../exposure/distance';
import { MID_GREY } from '../exposure/meter';
import { addFigures, compileScene, type Scene } from './compile';
import { FIGURE, FIGURES } from './figures';
import { LIMITS, type Board, type Light, type Look, type Point, type Probe } from '../document/schema';
import { throwM } from '../transport/room';

/** What one light does at one part of the picture. */
export interface Reach {
  readonly probe: string;
  readonly name: string;
  /** Recorded there by this light alone, stops from mid-grey; -Infinity where it does not reach. */
  readonly stops: number;
  /** Its share of the light there. */
  readonly share: number;
  readonly verdict: 'wanted' | 'accepted' | 'none' | 'harmless' | 'spill' | 'strong';
}

const HARMLESS_SHARE = 0.04;
const STRONG_SHARE = 0.2;

/** Which light reaches which part of the picture: one row of parts for each light, in the order of the look. */
export function reachTable(look: Look, scene: Scene = compileScene(look)): readonly (readonly Reach[])[] {
  const totals = look.probes.map((_, p) => {
    const sum = new Float64Array(FIGURES);
    for (const light of scene.lights) if (light.active) addFigures(sum, light, p, light.powerStops);
    return sum[FIGURE.incident]!;
  });
  return look.lights.map((light, l) =>
    look.probes.map((probe, p): Reach => {
      const own = new Float64Array(FIGURES);
      addFigures(own, scene.lights[l]!, p, light.powerStops);
      const share = totals[p]! > 0 ? own[FIGURE.incident]! / totals[p]! : 0;
      return {
        probe: probe.id,
        name: probe.name,
        stops: own[FIGURE.luminance]! > 1e-12 ? Math.log2(own[FIGURE.luminance]! / MID_GREY) : -Infinity,
        share,
        verdict: verdictOf(light, probe, share),
      };
    }),
  );
}

function verdictOf(light: Light, probe: Probe, share: number): Reach['verdict'] {
  if (probe.id === light.zone) return 'wanted';
  if (light.accepts.includes(probe.id)) return 'accepted';
  if (share < 0.002) return 'none';
  if (share < HARMLESS_SHARE) return 'harmless';
  return share < STRONG_SHARE ? 'spill' : 'strong';
}

/** One thing to do against spill, tried out: what it takes from the spill, and what it costs where the light works. */
export interface SpillRemedy {
  readonly id: 'grid' | 'turn' | 'closer' | 'flag';
  readonly name: string;
  /** Change at the place of the spill, stops. */
  readonly there: number;
  /** Change where the light works, stops, before its power makes up for it. */
  readonly atWork: number;
  /** The light as it would be. */
  readonly light: Light;
  /** A flag to put up, where that is the remedy. */
  readonly board: Board | null;
}

const GRIDS_DEG = [40, 20] as const;
const GRID_LOSS: Readonly<Record<number, number>> = { 40: 0.6, 20: 0.6 };
const TURN_DEG = 10;
const CLOSER = 0.7;

/** Remedies for the spill of a light on one probe, those that help most for what they cost first. */
export function spillRemedies(look: Look, lightId: string, probeId: string): SpillRemedy[] {
  const l = look.lights.findIndex(({ id }) => id === lightId);
  const light = look.lights[l];
  const p = look.probes.findIndex(({ id }) => id === probeId);
  const z = look.probes.findIndex(({ id }) => id === light?.zone);
  if (!light || p < 0 || z < 0) return [];
  const level = (one: Light, board: Board | null = null) => {
    const scene = compileScene({
      ...look,
      boards: board ? [...look.boards, board] : look.boards,
      lights: look.lights.map((other, i) => (i === l ? one : other)),
    });
    return [p, z].map((at) => {
      const own = new Float64Array(FIGURES);
      addFigures(own, scene.lights[l]!, at, one.powerStops);
      return Math.log2(Math.max(1e-9, own[FIGURE.incident]!));
    }) as [number, number];
  };
  const [spill, work] = level(light);
  const tries: Omit<SpillRemedy, 'there' | 'atWork'>[] = [
    ...GRIDS_DEG.filter((deg) => light.modifier.gridDeg === null || deg < light.modifier.gridDeg).map((deg) => ({
      id: 'grid' as const,
      name: `${deg}° grid`,
      board: null,
      light: {
        ...light,
        modifier: {
          ...light.modifier,
          name: light.modifier.name.includes('grid') ? light.modifier.name : `${light.modifier.name}, ${deg}° grid`.slice(0, 120),
          gridDeg: deg,
          lossStops: Math.min(8, light.modifier.lossStops + (light.modifier.gridDeg === null ? GRID_LOSS[deg]! : 0)),
        },
      },
    })),
    { id: 'turn', name: `turn ${TURN_DEG}° away`, board: null, light: turnedAway(light, look.probes[p]!.position) },
    {
      id: 'closer',
      name: `${(throwM(light) * CLOSER).toFixed(1)} m from its aim, power down`,
      board: null,
      light: closer(light),
    },
    ...(look.boards.length < LIMITS.boards
      ? [{ id: 'flag' as const, name: 'a flag beside it', light, board: flagFor(look, light, look.probes[p]!.position) }]
      : []),
  ];
  return tries
    .map((one): SpillRemedy => {
      const [there, atWork] = level(one.light, one.board);
      return { ...one, there: there - spill, atWork: atWork - work };
    })
    .filter(({ there, atWork }) => there - Math.min(0, atWork) < -0.15)
    .sort((a, b) => a.there - a.atWork - (b.there - b.atWork));
}

const FLAG_M = [0.5, 0.8] as const;
/** Share of the way from the light at which a flag stands: near it, where a small one is enough. */
const FLAG_AT = 0.28;

/** A black flag between a light and a place, across the line to it, moved aside from the line to where the light works. */
function flagFor(look: Look, light: Light, from: Point): Board {
  const at = (i: 0 | 1 | 2) => light.position[i] + (from[i] - light.position[i]) * FLAG_AT;
  const yawDeg = (Math.atan2(from[0] - light.position[0], from[2] - light.position[2]) * 180) / Math.PI;
  const a = (yawDeg * Math.PI) / 180;
  const right = [Math.cos(a), -Math.sin(a)] as const;
  // The side of the line on which the work is not.
  const toAim = (light.aim[0] - light.position[0]) * right[0] + (light.aim[2] - light.position[2]) * right[1];
  const aside = (toAim > 0 ? -1 : 1) * FLAG_M[0] * 0.32;
  let n = look.boards.length + 1;
  while (look.boards.some(({ id }) => id === `board-${n}`)) n++;
  const round = (v: number) => Number(v.toFixed(3));
  return {
    id: `board-${n}`,
    name: `Flag ${n}`,
    finish: 'black',
    position: [round(at(0) + aside * right[0]), round(Math.max(0.45, at(1))), round(at(2) + aside * right[1])],
    widthM: FLAG_M[0],
    heightM: FLAG_M[1],
    yawDeg: round(yawDeg),
    lossStops: 0,
    tint: null,
  };
}

/** The light with its aim turned away from a place by a few degrees, about itself. */
function turnedAway(light: Light, from: Point): Light {
  const [px, py, pz] = light.position;
  const axis = [light.aim[0] - px, light.aim[1] - py, light.aim[2] - pz] as const;
  const to = [from[0] - px, from[1] - py, from[2] - pz] as const;
  // Horizontally: the way that leads away from the place.
  const side = Math.sign(axis[0] * to[2] - axis[2] * to[0]) || 1;
  const a = (-side * TURN_DEG * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  return { ...light, aim: [px + axis[0] * c - axis[2] * s, light.aim[1], pz + axis[0] * s + axis[2] * c] };
}

function closer(light: Light): Light {
  const along = (i: 0 | 1 | 2) => light.aim[i] + (light.position[i] - light.aim[i]) * CLOSER;
  const d = throwM(light);
  const gain = Math.log2(
    nearFieldRatio(light.modifier.face, d * CLOSER) / (d * CLOSER) ** 2 / (nearFieldRatio(light.modifier.face, d) / d ** 2),
  );
  return {
    ...light,
    position: [along(0), along(1), along(2)],
    powerStops: Math.max(light.fixture.minStops, light.powerStops - gain),
  };
}

/** The level across the backdrop, at the height of the face. */
export interface Evenness {
  readonly across: readonly { readonly x: number; readonly stops: number }[];
  /** Highest over lowest, stops. */
  readonly spanStops: number;
}

const PLACES = 21;

/** How even the backdrop is lit across what the camera sees of it: all light, recorded luminance, stops from mid-grey. */
export function backdropEvenness(look: Look): Evenness {
  const { distanceM, widthM } = look.backdrop;
  const { camera } = look;
  const seen = ((camera.sensorWidthMm / camera.focalMm) * (camera.distanceM + distanceM)) / 2;
  const half = Math.min(widthM / 2, seen);
  const probes = Array.from({ length: PLACES }, (_, i): Probe => {
    const x = half * ((2 * i) / (PLACES - 1) - 1);
    return {
      id: `across-${i}`,
      name: 'Backdrop',
      surface: 'backdrop',
      body: 'none',
      position: [x, look.subject.faceHeightM, -distanceM],
      normal: [0, 0, 1],
    };
  });
  const first = probes[0]!.id;
  const scene = compileScene({ ...look, probes, lights: look.lights.map((light) => ({ ...light, zone: first })) });
  const across = probes.map(({ position }, p) => {
    const sum = new Float64Array(FIGURES);
    for (const light of scene.lights) if (light.active) addFigures(sum, light, p, light.powerStops);
    return { x: position[0], stops: Math.log2(Math.max(1e-9, sum[FIGURE.luminance]!) / MID_GREY) };
  });
  const levels = across.map(({ stops }) => stops);
  return { across, spanStops: Math.max(...levels) - Math.min(...levels) };
}

/** Half angles of a light as it is drawn: where it gives half, and where it ends, degrees. */
export function beamAngles({ modifier }: Pick<Light, 'modifier'>): { readonly halfDeg: number; readonly endDeg: number } {
  const at = (deg: number) => {
    const angle = (deg * Math.PI) / 180;
    return beamIntensity(modifier.beam, angle) * (modifier.gridDeg === null ? 1 : gridTransmission(angle, modifier.gridDeg));
  };
  const until = (share: number) => {
    for (let deg = 1; deg < 180; deg++) if (at(deg) < share) return deg - 0.5;
    return 180;
  };
  return { halfDeg: until(0.5), endDeg: until(0.05) };
}

/** Level along a light's axis against that at its aim, stops. */
export function stopsAlong({ modifier, position, aim }: Pick<Light, 'modifier' | 'position' | 'aim'>, distanceM: number): number {
  const at = (d: number) => nearFieldRatio(modifier.face, d) / (d * d);
  return Math.log2(at(distanceM) / at(throwM({ position, aim })));
}
