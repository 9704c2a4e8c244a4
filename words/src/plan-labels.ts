import type { Light, Look, Point } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { formatPower, lampShape, roundOf, stopsAlong, type ExposureLine, type OnPlan, type PlanSide } from '@fulgent/core/scene';
import { throwM } from '@fulgent/core/transport';
import { layOut, type Box, type Placed, type Wish } from './labels';

/** How a plan lies on its screen or paper. */
export interface PlanLayout {
  readonly side: PlanSide;
  /** Of a metre, in its own units. */
  readonly scale: number;
  readonly at: (point: Point) => readonly [x: number, y: number];
  readonly px: (place: OnPlan) => readonly [x: number, y: number];
}

/** Shares of the way from a light to its aim at which what is left of it is written. */
export const ALONG = [0.5, 1.4] as const;

const around = ([x, y]: readonly [number, number], half: number): Box => ({ x: x - half, y: y - half, w: 2 * half, h: 2 * half });
const LAMP_HALF_PX = 14;

/** What is written on a plan, and where: the chosen light first, then all lights with their dial and height, the camera, the backdrop. */
export function planLabels(
  look: Look,
  layout: PlanLayout,
  chosen: Light | undefined,
  width: number,
  height: number,
  lines: readonly ExposureLine[] = [],
): Placed[] {
  const camera: Point = [0, look.subject.faceHeightM, look.camera.distanceM];
  const face: Point = [0, look.subject.faceHeightM, 0];
  const inside = ({ at: [x, y] }: Wish) => x > 0 && y > 0 && x < width && y < height;
  const wishes: Wish[] = [
    ...(chosen ? [lightWish(chosen, layout)] : []),
    ...look.lights.filter(({ id }) => id !== chosen?.id).map((light) => lightWish(light, layout)),
    ...(chosen ? alongWishes(chosen, layout, lines.length === 0) : []),
    ...(chosen ? lines.flatMap((line) => lineWish(line, chosen, layout, width, height) ?? []) : []),
    {
      id: 'plan:camera',
      at: layout.at(camera),
      lines: [
        layout.side === 'front'
          ? `what ${look.camera.focalMm} mm sees`
          : `${look.camera.focalMm} mm, ${look.camera.distanceM.toFixed(1)} m`,
      ],
      towards: layout.side === 'top' ? 0 : 90,
    },
    {
      id: 'plan:backdrop',
      at: layout.at([0, layout.side === 'top' ? face[1] : look.room.heightM - 0.1, -look.backdrop.distanceM]),
      lines: [`backdrop, ${look.backdrop.distanceM.toFixed(1)} m behind`],
      from: 6,
      towards: 270,
    },
  ];
  const head = Math.max(9, 0.18 * layout.scale);
  const things = [
    ...look.lights.flatMap((light) => lampBoxes(light, layout)),
    around(layout.at(camera), LAMP_HALF_PX),
    around(layout.at(face), head),
  ];
  return layOut(wishes.filter(inside), things, width, height);
}

/** A lamp at its true size is kept clear along its outline. */
function lampBoxes(light: Light, { side, px, at }: PlanLayout): Box[] {
  const { body, front } = lampShape(light, side);
  const [from, to] = front as readonly [OnPlan, OnPlan];
  const along = ALONG_FRONT.map((share): OnPlan => [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]);
  return [around(at(light.position), LAMP_HALF_PX), ...[...body, ...along].map((place) => around(px(place), OUTLINE_HALF_PX))];
}

const ALONG_FRONT = [0.2, 0.4, 0.6, 0.8];
const OUTLINE_HALF_PX = 5;

function lightWish(light: Light, layout: PlanLayout): Wish {
  const { id, name, position, aim, fixture, powerStops, on } = light;
  const [x, y] = layout.at(position);
  const [ax, ay] = layout.at(aim);
  // Behind the lamp, where its beam is not.
  const towards = (Math.atan2(y - ay, x - ax) * 180) / Math.PI;
  const dial = on ? formatPower(fixture, powerStops) : 'off';
  return { id, at: [x, y], lines: [name, `${dial} · ${position[1].toFixed(1)} m`], towards };
}

/** A line of equal exposure is named where it is farthest from its light: near it they all meet. */
function lineWish({ stops, rings }: ExposureLine, light: Light, layout: PlanLayout, width: number, height: number): Wish | null {
  const [lx, ly] = layout.at(light.position);
  const away = ([x, y]: readonly [number, number]) => Math.hypot(x - lx, y - ly);
  const seen = rings
    .flat()
    .map((place) => layout.px(place))
    .filter(([x, y]) => x > LINE_EDGE_PX && x < width - LINE_EDGE_PX && y > LINE_EDGE_PX && y < height - LINE_EDGE_PX);
  if (seen.length === 0) return null;
  const at = seen.reduce((best, one) => (away(one) > away(best) ? one : best));
  return {
    id: `plan:line-${stops}`,
    at,
    lines: [stops === 0 ? 'as at its aim' : `${stops > 0 ? '+' : '−'}${Math.abs(stops)}`],
    from: 0,
    towards: 90,
  };
}

const LINE_EDGE_PX = 12;

/** The chosen light's distance, and what is left of it nearer and farther. */
function alongWishes(light: Light, layout: PlanLayout, isMarked: boolean): Wish[] {
  const [x0, y0] = layout.at(light.position);
  const [x1, y1] = layout.at(light.aim);
  const metres = throwM(light);
  const { deg, side } = roundOf(light);
  const more =
    layout.side === 'top' ? `${Math.round(Math.abs(deg))}°${side ? ` ${side}` : ''}` : `${light.position[1].toFixed(2)} m high`;
  return [
    { id: 'plan:throw', at: [(x0 + x1) / 2, (y0 + y1) / 2], lines: [`${metres.toFixed(2)} m, ${more}`], from: 6, towards: 60 },
    ...(isMarked ? ALONG : []).map((k): Wish => ({
      id: `plan:along-${k}`,
      at: [x0 + (x1 - x0) * k, y0 + (y1 - y0) * k],
      lines: [formatStops(stopsAlong(light, metres * k))],
      from: 5,
      towards: -30,
    })),
  ];
}
