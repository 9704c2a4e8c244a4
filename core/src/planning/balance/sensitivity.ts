import { oklabDistance, oklabOf } from '../../colour/oklab';
import { evaluate } from '../../scene/evaluate';
import type { Readings } from '../../scene/readings';
import { meteredIndex, zoneOf } from '../../document/zones';
import type { Light, Look, Point } from '../../document/schema';

/** How much of the picture a change of one property of one light moves. */
export interface Sensitivity {
  /** Null for the camera. */
  readonly lightId: string | null;
  readonly name: string;
  readonly property: string;
  /** Mean difference over the places of the picture, OKLab times 100: 2 is just seen. */
  readonly change: number;
  /** Place that changes most. */
  readonly where: string;
  /** So little that it may be played with. */
  readonly isFree: boolean;
}

function difference(a: Readings, b: Readings): { change: number; where: string } {
  const each = a.probes.map((probe, p) => ({
    name: probe.name,
    d: 100 * oklabDistance(oklabOf(...probe.recorded), oklabOf(...b.probes[p]!.recorded)),
  }));
  const most = each.reduce((one, other) => (other.d > one.d ? other : one));
  return { change: each.reduce((total, { d }) => total + d, 0) / each.length, where: most.name };
}

const TURN_DEG = 5;
/** A hue is moved one way along the line of whites and one way across it: this warmer, and green of this density. */
const [HUE_MIRED, HUE_GREEN] = [40, 0.15];
/** Under this a change is not seen in the picture as a whole. */
const FREE_BELOW = 0.3;

function turned({ position, aim }: Light): Point {
  const a = (TURN_DEG * Math.PI) / 180;
  const [dx, dz] = [aim[0] - position[0], aim[2] - position[2]];
  return [position[0] + dx * Math.cos(a) - dz * Math.sin(a), aim[1], position[2] + dx * Math.sin(a) + dz * Math.cos(a)];
}

function nearer({ position, aim }: Light): Point {
  const at = (i: 0 | 1 | 2) => aim[i] + (position[i] - aim[i]) * 0.9;
  return [at(0), at(1), at(2)];
}

/**
 * Which light and which property changes the picture most: a third of a stop, a tenth of the distance, 5 degrees, its hue warmer or greener, a gel a quarter
 * paler, the light away; for the camera a third of a stop and 300 K. Largest first.
 */
export function sensitivities(look: Look): Sensitivity[] {
  const now = evaluate(look);
  const out: Sensitivity[] = [];
  const tryLook = (lightId: string | null, name: string, property: string, tried: Look) => {
    const { change, where } = difference(now, evaluate(tried));
    out.push({ lightId, name, property, change, where, isFree: change < FREE_BELOW });
  };
  look.lights.forEach((light, l) => {
    if (!light.on || light.muted) return;
    const { id, name } = light;
    const put = (change: Partial<Light>): Look => ({
      ...look,
      lights: look.lights.map((one, i) => (i === l ? { ...one, ...change } : one)),
    });
    const down = Math.max(light.fixture.minStops, light.powerStops - 1 / 3);
    tryLook(id, name, 'a third of a stop less', put({ powerStops: down }));
    tryLook(id, name, 'a tenth nearer', put({ position: nearer(light) }));
    tryLook(id, name, `turned ${TURN_DEG}°`, put({ aim: turned(light) }));
    const { unit } = light;
    tryLook(
      id,
      name,
      `hue ${HUE_MIRED} mired warmer`,
      put({ unit: { ...unit, miredShift: Math.min(200, unit.miredShift + HUE_MIRED) } }),
    );
    tryLook(id, name, 'hue an eighth greener', put({ unit: { ...unit, green: Math.min(0.6, unit.green + HUE_GREEN) } }));
    if (light.gels.length)
      tryLook(
        id,
        name,
        'gel a quarter paler',
        put({ gels: light.gels.map((gel) => ({ ...gel, strength: Math.max(0.05, gel.strength * 0.75) })) }),
      );
    tryLook(id, name, 'away', put({ muted: true }));
  });
  const { camera } = look;
  tryLook(null, 'Camera', 'a third of a stop less', { ...look, camera: { ...camera, iso: camera.iso * 2 ** (-1 / 3) } });
  tryLook(null, 'Camera', 'white 300 K lower', { ...look, camera: { ...camera, whiteK: Math.max(1600, camera.whiteK - 300) } });
  return out.sort((a, b) => b.change - a.change);
}

/** What a third of a stop more of a white light costs and gives. */
export interface WhiteCost {
  readonly lightId: string;
  readonly name: string;
  /** Vividness that the coloured places lose in all, and the one that loses most. */
  readonly vividnessLost: number;
  readonly where: string;
  /** Contrast that the face gains against the backdrop, stops. */
  readonly contrastGained: number;
}

/** For every light that counts as white: vividness lost against contrast gained by a third of a stop more of it. */
export function whiteCosts(look: Look): WhiteCost[] {
  const now = evaluate(look);
  const contrast = ({ probes }: Readings) => {
    const back = zoneOf(probes, 'backdrop', 'middle');
    return back ? probes[meteredIndex(probes)]!.stops - back.stops : 0;
  };
  const coloured = (r: Readings) =>
    new Map(
      r.probes
        .filter(({ colourLights }) => colourLights.some((id) => !now.lights.find((one) => one.id === id)?.isWhite))
        .map(({ name, vividness }) => [name, vividness]),
    );
  const before = coloured(now);
  return now.lights.flatMap((row, l): WhiteCost[] => {
    if (!row.active || !row.isWhite) return [];
    const more = evaluate({
      ...look,
      // By the exposure of that light alone, whatever its range.
      lights: look.lights.map((light, i) =>
        i === l ? { ...light, unit: { ...light.unit, outputStops: Math.min(4, light.unit.outputStops + 1 / 3) } } : light,
      ),
    });
    const after = coloured(more);
    const losses = [...before].map(([name, v]) => ({ name, lost: Math.max(0, v - (after.get(name) ?? v)) }));
    const worst = losses.reduce((a, b) => (b.lost > a.lost ? b : a), { name: '', lost: 0 });
    return [
      {
        lightId: row.id,
        name: row.name,
        vividnessLost: losses.reduce((sum, { lost }) => sum + lost, 0),
        where: worst.name,
        contrastGained: contrast(more) - contrast(now),
      },
    ];
  });
}
