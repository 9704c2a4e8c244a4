import { readFiguresFrom } from '../../figures/read';
import { random } from '../../src/figure/numeric';
import { demoLooks } from '../../src/demo';
import type { Board, Look, Point, Probe } from '../../src/document';
import { isBlocked } from '../../src/figure/bvh';
import { modifierOf } from '../../src/catalogue';
import { parseLook } from '../../src/scene';
import { paintsOf, reflectancesOf } from '../../src/scene/reflectances';
import { subjectForms } from '../../src/transport/geometry';
import { byCard, reaching, straight } from '../../src/transport/reach';
import { liftOf } from '../../src/transport/seen-share';
import { landedFlux, washFactor } from '../../src/transport/room';
import { stageOf, toSubject } from '../../src/transport/stage';
import { PAPER_BEFORE_M, SENDERS } from '../../src/transport/surround';
import { sentBy } from '../../src/transport/surround-light';
import { viewOf } from '../../src/transport/view';
import { bring, placed } from '../../src/transport/zone-light';
import { traced, type Bands, type TracedRoom } from './path-tracer';

/** Twenty made-up rooms with a lit backdrop, boards and a person in the way: what comes to places of the person and the backdrop, by the model and path-traced. */

readFiguresFrom(process.argv[2]!);
const poster = demoLooks()[0]!;
const [ROOMS, PATHS] = [Number(process.argv[3] ?? 20), Number(process.argv[4] ?? 9000)];
/** Wavelengths of the bands on the grid of 5 nm from 380: 450, 540, 620 nm. */
const AT = [14, 32, 48] as const;

const face = poster.subject.faceHeightM;
const on = (id: string, position: Point, normal: Point): Probe => ({
  ...poster.probes[0]!,
  ...{ id, name: id, surface: 'skin', body: 'head', position, normal },
});
const PLACES: readonly Probe[] = [
  on('face', [0, face - 0.02, 0.12], [0, 0, 1]),
  on('cheek-left', [-0.06, face - 0.02, 0.08], [-0.8, 0, 0.6]),
  on('cheek-right', [0.06, face - 0.02, 0.08], [0.8, 0, 0.6]),
  on('edge-left', [-0.08, face + 0.05, -0.03], [-0.9, 0.1, -0.42]),
  on('edge-right', [0.08, face + 0.05, -0.03], [0.9, 0.1, -0.42]),
  { ...on('backdrop', [0, face + 0.25, 0], [0, 0, 1]), surface: 'backdrop', body: 'none' },
];

function generated(n: number): Look {
  const next = random(7000 + n);
  const between = (low: number, high: number) => low + (high - low) * next();
  const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const distanceM = [1, 1.5, 2.4][n % 3]! * between(0.9, 1.1);
  const side = one([-1, 1]);
  const room = { ...poster.room, widthM: between(3.6, 9), depthM: distanceM + between(2.5, 6), heightM: between(2.4, 4) };
  const key = poster.lights[0]!;
  const light = (id: string, modifier: string, position: Point, aim: Point) => ({
    ...key,
    ...{
      id,
      name: id,
      position,
      aim,
      rollDeg: 0,
      gels: [],
      modifier: { ...modifierOf(modifier), gridDeg: null, spill: 0, cut: null },
    },
  });
  const board = (id: string, finish: Board['finish'], position: Point, yawDeg: number): Board => ({
    ...{
      id,
      name: id,
      finish,
      position,
      widthM: between(0.5, 1.2),
      heightM: between(0.8, 1.9),
      yawDeg,
      lossStops: 1,
      tint: null,
    },
  });
  const behind = -distanceM * between(0.35, 0.6);
  return parseLook({
    ...poster,
    air: { hazePerM: 0 },
    subject: { ...poster.subject, person: 'bald', headwear: 'none', sunglasses: false, turnDeg: 0, headTurnDeg: 0 },
    probes: PLACES.map((probe) =>
      probe.id === 'backdrop' ? { ...probe, position: [between(-0.6, 0.6), face + 0.25, -distanceM] } : probe,
    ),
    backdrop: {
      ...poster.backdrop,
      ...{ distanceM, widthM: between(2, 3.6), type: one(['sweep', 'cloth', 'wall'] as const) },
      surface: one([
        { kind: 'neutral', reflectance: 0.9 },
        { kind: 'material', id: 'cloth-red' },
        { kind: 'neutral', reflectance: 0.5 },
      ]),
    },
    room: { ...room, walls: between(0.1, 0.8), ceiling: between(0.2, 0.85), floor: between(0.1, 0.5), paint: null },
    boards: [
      ...(n % 3 === 0 ? [board('flag', 'black', [0.7 * side, face, 0.1], between(60, 120))] : []),
      ...(n % 4 === 1 ? [board('card', 'white', [-0.9 * side, face - 0.1, 0.35], -75 * side)] : []),
    ],
    lights: [
      light(
        'behind',
        one(['reflector', 'bare']),
        [1.1 * side, between(0.4, 1.8), behind],
        [between(-0.4, 0.4), face - 0.1, -distanceM],
      ),
      light('key', one(['reflector', 'softbox']), [-1.1 * side, face + 0.5, between(1, 1.6)], [0, face - 0.05, 0]),
    ]
      .slice(0, n % 2 ? 2 : 1)
      .map((made) => ({ ...made, zone: 'face', accepts: [] })),
    ambient: { ...poster.ambient, lux: 0, places: [] },
  });
}

interface Row {
  readonly n: number;
  readonly place: string;
  readonly wavelength: number;
  readonly model: number;
  readonly traced: number;
  readonly direct: number;
  readonly straight: number;
  readonly wash: number;
  readonly open: number;
  readonly stops: number;
}

const rows: Row[] = [];
for (let n = 0; n < ROOMS; n++) {
  const look = generated(n);
  const stage = stageOf(look);
  const { of } = reflectancesOf(look);
  const [backdrop, walls] = [of('backdrop'), of('wall')];
  const paints = paintsOf(look, { of });
  const bands = (values: ArrayLike<number>): Bands => [values[AT[0]]!, values[AT[1]]!, values[AT[2]]!];
  const eye = viewOf(look, 3, 2).eye;
  const { room, backdrop: b } = look;
  const tracedRoom: TracedRoom = {
    ...{ halfWidthM: room.widthM / 2, backM: -b.distanceM, frontM: -b.distanceM + room.depthM, heightM: room.heightM },
    halfBackdropM: b.type === 'wall' ? room.widthM / 2 : Math.min(b.widthM, room.widthM) / 2,
    paperToM: b.type === 'sweep' ? PAPER_BEFORE_M : null,
    ...{ backdrop: bands(backdrop), walls: bands(walls), floor: room.floor, ceiling: room.ceiling },
    ...{ boards: look.boards, lights: look.lights },
    isHidden: (from, to) => {
      const [x, y, z] = toSubject(stage, from);
      const [tx, ty, tz] = toSubject(stage, to);
      return isBlocked(stage.shade.bvh, x, y, z, tx - x, ty - y, tz - z, 1);
    },
  };
  const reaches = look.lights.map((light) => reaching(light, stage, paints));
  const washes = look.lights.map((light) => washFactor(look, landedFlux(look, light, subjectForms(look)), backdrop, walls));
  const next = random(99 + n);
  look.probes.forEach((probe) => {
    const at = placed(stage, probe);
    const lift = liftOf(at.on ? at.on.surface : null);
    const model = [0, 0, 0];
    let direct = 0;
    reaches.forEach((reach, l) => {
      const {
        sent,
        direct: [, g],
      } = bring(reach, at, eye);
      const cards = reach.cards.reduce((sum, card) => sum + byCard(card, reach, at.place, at.normal, lift), 0);
      const own = at.on ? straight(reach, at.place, at.normal, lift) + cards : g;
      direct += own;
      AT.forEach((k, c) => {
        const coloured = SENDERS.reduce((sum, name, s) => sum + sent[sentBy(s)]! * of(name)[k]!, 0);
        model[c]! += own + sent[0]! + coloured + at.open * washes[l]![k]!;
      });
    });
    const off: Point = [0, 1, 2].map((c) => at.place[c]! + (lift || 0.001) * at.normal[c]!) as [number, number, number];
    const found = traced(tracedRoom, off, at.normal, PATHS, next);
    AT.forEach((k, c) => {
      const reference = found.straight + found.sent[c]!;
      rows.push({
        n,
        place: probe.id,
        wavelength: 380 + 5 * k,
        model: model[c]!,
        traced: reference,
        direct,
        straight: found.straight,
        wash: at.open * washes.reduce((sum, wash) => sum + wash[k]!, 0),
        open: at.open,
        stops: Math.log2(model[c]! / reference),
      });
    });
  });
}
process.stdout.write(JSON.stringify(rows));
