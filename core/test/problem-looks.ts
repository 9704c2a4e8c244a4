import { modifierOf } from '../src/catalogue';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Light, Look } from '../src/document/schema';
import type { CauseKind, FaultWord } from '../src/planning';
import { fixedPoster } from './poster';
import { copyOf, withLights } from './support';

/** Looks with faults planted in them, what somebody would call them, and what is to be found: as invented as the shoots they are made of. */
export interface ProblemLook {
  readonly name: string;
  readonly word: FaultWord;
  /** The causes, each with its light where it is one light's; all come first, in any order. */
  readonly causes: readonly (readonly [kind: CauseKind, lightId?: string])[];
  readonly look: Look;
}

type Plant = (look: Look) => void;

export const at = (look: Look, id: string): Light => look.lights.find((light) => light.id === id)!;
const problem = (
  name: string,
  of: Look,
  word: FaultWord,
  causes: ProblemLook['causes'],
  ...plants: readonly Plant[]
): ProblemLook => {
  const look = copyOf(of) as Look;
  for (const plant of plants) plant(look);
  return { name, word, causes, look };
};

const leaking =
  (id: string, leak = 0.3): Plant =>
  (look) =>
    (at(look, id).leak = leak);
const power =
  (id: string, powerStops: number): Plant =>
  (look) =>
    (at(look, id).powerStops = powerStops);
const by =
  (id: string, stops: number): Plant =>
  (look) =>
    (at(look, id).powerStops = Math.min(0, at(look, id).powerStops + stops));
const ambient =
  (lux: number): Plant =>
  (look) =>
    (look.ambient.lux = lux);
const haze =
  (hazePerM: number): Plant =>
  (look) =>
    (look.air.hazePerM = hazePerM);
const softFilter: Plant = (look) => (look.camera.diffusion = 1);
const iso =
  (times: number): Plant =>
  (look) =>
    (look.camera.iso *= times);
const white =
  (whiteK: number): Plant =>
  (look) =>
    (look.camera.whiteK = whiteK);
const blackRoom: Plant = (look) => (look.room = { ...look.room, walls: 0.04, ceiling: 0.04, floor: 0.05 });
const smallWhiteRoom: Plant = (look) =>
  (look.room = { ...look.room, widthM: 3.4, depthM: 5, heightM: 2.5, walls: 0.9, ceiling: 0.92, floor: 0.8 });
/** The key through an umbrella, as bright as it was and all over the place. */
const umbrella: Plant = (look) => {
  const key = at(look, 'key');
  key.modifier = modifierOf('umbrella');
  key.powerStops = -1.8;
};
const pale =
  (id: string, strength = 0.08): Plant =>
  (look) =>
    (at(look, id).gels = at(look, id).gels.map((gel) => ({ ...gel, strength })));
const gelled =
  (id: string, gel: string): Plant =>
  (look) => {
    at(look, id).gels = [{ gel, strength: 1 }];
    at(look, id).powerStops = 0;
  };
/** A fill nearly as bright as the key. */
const filled: Plant = (look) => {
  const key = at(look, 'key');
  const [x, y, z] = key.position;
  const fill: Light = { ...(copyOf(key) as Light), id: 'fill', name: 'Fill', role: 'fill', zone: 'face-shadow', gels: [] };
  look.lights.push({ ...fill, position: [-x, y, z], powerStops: key.powerStops - 0.8 });
};

const piste = fixedPoster();
const touche = demoLooks()[1]!;
const [dough, shelves] = nightOvenLooks() as [Look, Look];
const [bottle] = nocturneLooks() as [Look];
const plain = withLights(piste, ({ id, gels }) => ({ gels: id === 'key' ? [] : gels }));

export const PROBLEM_LOOKS: readonly ProblemLook[] = [
  problem('Gel that gapes', piste, 'washed-out', [['leak', 'backdrop']], leaking('backdrop')),
  problem('Umbrella over everything', piste, 'washed-out', [['spill', 'key']], umbrella, blackRoom),
  problem('Hall lights left on', piste, 'washed-out', [['ambient']], ambient(60_000)),
  problem('Machine left running', piste, 'washed-out', [['haze']], haze(0.15)),
  problem('White cove', piste, 'washed-out', [['room']], smallWhiteRoom),
  problem('Backdrop at full', piste, 'just-white', [['level-high', 'backdrop']], power('backdrop', 0)),
  problem('Forgotten ISO', piste, 'just-white', [['exposure-high']], iso(16)),
  problem('White set for shade', piste, 'too-orange', [['white-balance']], white(12_000)),
  problem('Dim paper', piste, 'muddy', [['level-low', 'backdrop']], power('backdrop', -6)),
  problem('Pale gel', piste, 'grey', [['gel-pale', 'backdrop']], pale('backdrop')),
  problem('Filled to the brim', piste, 'flat', [['fill', 'fill']], filled),
  problem('Everything blue', piste, 'heavy-handed', [['no-anchor', 'key']], gelled('key', 'blue-deep')),
  problem('Rim at full', touche, 'just-white', [['level-high', 'rim-right']], power('rim-right', 0), iso(2)),
  problem('Dark for the hour', touche, 'muddy', [['exposure-low']], iso(1 / 16)),
  problem('Window behind the baker', dough, 'washed-out', [['ambient']], ambient(4000)),
  problem('Flour in the air', dough, 'washed-out', [['haze']], haze(0.3)),
  problem('Daylight white on lamps', dough, 'too-orange', [['white-balance']], white(9000)),
  problem('Kitchen white set for shade', shelves, 'too-orange', [['white-balance']], white(12_000)),
  problem(
    'Rim washed by the key',
    piste,
    'washed-out',
    [
      ['level-low', 'rim-left'],
      ['spill', 'key'],
    ],
    by('rim-left', -3),
    by('rim-right', -3),
    umbrella,
  ),
  problem('Soft filter left on', piste, 'washed-out', [['soft-filter']], softFilter),
  problem('Glow at full', bottle, 'just-white', [['level-high', 'glow']], power('glow', 0), iso(4)),
  // Two at once.
  problem(
    'Gapes, and hall lights on',
    piste,
    'washed-out',
    [['leak', 'backdrop'], ['ambient']],
    leaking('backdrop', 0.4),
    ambient(30_000),
  ),
  problem(
    'Haze, and a gel that gapes',
    piste,
    'washed-out',
    [['haze'], ['leak', 'rim-left']],
    haze(0.12),
    leaking('rim-left', 0.6),
  ),
  problem(
    'Backdrop and rim at full',
    piste,
    'just-white',
    [
      ['level-high', 'backdrop'],
      ['level-high', 'rim-right'],
    ],
    power('backdrop', 0),
    power('rim-right', 0),
  ),
  problem(
    'Two pale gels',
    piste,
    'grey',
    [
      ['gel-pale', 'backdrop'],
      ['gel-pale', 'rim-left'],
    ],
    pale('backdrop'),
    pale('rim-left', 0.1),
  ),
  problem('Filled, in a white cove', plain, 'flat', [['fill', 'fill'], ['room']], filled, smallWhiteRoom),
  problem(
    'Dim paper and dim edge',
    piste,
    'muddy',
    [
      ['level-low', 'backdrop'],
      ['level-low', 'rim-right'],
    ],
    by('backdrop', -4),
    by('rim-right', -4),
  ),
  problem('Haze and hall lights', piste, 'washed-out', [['haze'], ['ambient']], haze(0.12), ambient(40_000)),
  problem(
    'White for shade, orange on the key',
    plain,
    'too-orange',
    [['white-balance'], ['no-anchor', 'key']],
    white(10_000),
    gelled('key', 'amber-mid'),
  ),
  problem('Flour and a window', dough, 'washed-out', [['haze'], ['ambient']], haze(0.25), ambient(3000)),
  problem(
    'Paper gapes under an umbrella',
    piste,
    'washed-out',
    [
      ['leak', 'backdrop'],
      ['spill', 'key'],
    ],
    leaking('backdrop', 0.4),
    umbrella,
    blackRoom,
  ),
];
