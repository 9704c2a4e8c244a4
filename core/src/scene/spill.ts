import { MID_GREY } from '../exposure/meter';
import { addFigures, compileScene, type Scene } from './compile';
import { FIGURE, FIGURES } from './figures';
import type { Light, Look, Probe } from '../document/schema';

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

/** Parts that a light of a role is to reach beside the place where it works: a key lights the whole front of somebody, a backdrop's light all of it. */
const WANTED_OF: Readonly<Partial<Record<Light['role'], readonly Probe['part'][]>>> = {
  key: ['front', 'clothing'],
  fill: ['front', 'clothing'],
  window: ['front', 'clothing'],
  background: ['backdrop'],
};

function verdictOf(light: Light, probe: Probe, share: number): Reach['verdict'] {
  if (probe.id === light.zone || WANTED_OF[light.role]?.includes(probe.part)) return 'wanted';
  if (light.accepts.includes(probe.id)) return 'accepted';
  if (share < 0.002) return 'none';
  if (share < HARMLESS_SHARE) return 'harmless';
  return share < STRONG_SHARE ? 'spill' : 'strong';
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
      part: 'backdrop',
      side: 'middle',
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
