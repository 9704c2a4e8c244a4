import Papa from 'papaparse';
import { STAND_IN_KIT } from '../src/catalogue';
import { cameraCard, packList, runSheet } from '../src/day';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { withGroup } from '../src/planning';
import { parseLook } from '../src/scene';
import { sheetCsv } from '../src/files';
import { copyOf } from './support';

const poster = demoLooks()[0]!;
const clone = () => copyOf(poster) as Look;

describe('the run sheet', () => {
  it('has a card for every light that is on, in build order, in the terms of its dials', () => {
    const cards = runSheet(poster);
    expect(cards.map(({ lightId }) => lightId)).toEqual(['key', 'rim-left', 'rim-right', 'backdrop']);
    const key = cards[0]!;
    expect(key.power).toMatch(/^1\/\d+( \+0\.\d)?$/);
    expect(key).toMatchObject({ side: 'left', aim: 'the face', roundingStops: 0, dials: [] });
    expect(key.gels.map(({ name }) => name)).toEqual(['quarter warming']);
    expect(key.shape).toEqual(['grid, cuts off at 40°']);
    const [street] = runSheet(nightOvenLooks()[0]!).filter(({ lightId }) => lightId === 'street');
    expect(street!.dials).toEqual([
      { name: 'Mode', value: 'x, y' },
      { name: 'x', value: '0.5100' },
      { name: 'y', value: '0.4200' },
    ]);
    const fridge = runSheet(nightOvenLooks()[0]!).find(({ lightId }) => lightId === 'fridge')!;
    expect(fridge.dials.map(({ value }) => value)).toEqual(['hue', '210°', '70 %', '6500 K']);
    expect(fridge.power).toMatch(/%$/);
    const off = clone();
    off.lights[1]!.on = false;
    expect(runSheet(off)).toHaveLength(3);
  });

  it('says how far the nearest step of a fixture is from what was planned', () => {
    const look = clone();
    look.lights[0]!.powerStops = -2.04;
    // It would read 0.0.
    expect(runSheet(look)[0]!.roundingStops).toBe(0);
    look.lights[0]!.fixture.step = { unit: 'stops', value: 1 / 3 };
    look.lights[0]!.powerStops = -2.2;
    expect(runSheet(look)[0]!.roundingStops).toBeCloseTo(2.2 - 7 / 3, 6);
  });

  it('measures a place as one does on set', () => {
    const look = clone();
    Object.assign(look.lights[0]!, { position: [-1, 2.62, 1], aim: [0, 1.62, 0], rollDeg: -15 });
    const [card] = runSheet(look);
    expect(card!.distanceM).toBeCloseTo(Math.sqrt(3), 9);
    expect(card).toMatchObject({ heightM: 2.62, aroundDeg: 45, side: 'left' });
    expect(card!.shape).toContain('rolled 15° to the left');
    look.lights[0]!.aim = [1.5, 0.4, -1];
    expect(runSheet(look)[0]!.aim).toMatch(/1\.50 m right, 0\.40 m high, 1\.00 m behind/);
    expect(runSheet(nocturneLooks()[0]!)[0]!.aim).toBe('the bottle');
  });

  it('counts equal things together, two sheets for a doubled gel', () => {
    const look = clone();
    look.lights[1]!.gels = [{ gel: 'teal-deep', strength: 2 }];
    look.lights[3]!.pieces = 2;
    const items = packList(look);
    const of = (name: string) => items.find((item) => item.name === name);
    // Four pieces of 24 x 24 cm are cut from one sheet.
    expect(of('deep teal')!.count).toBe(1);
    expect(of('deep teal')!.use).toBe('Rim left, 24 x 24 cm; Backdrop, 2 of 24 x 24 cm');
    expect(of('Stand with weight')!.count).toBe(5);
    expect(items.filter(({ kind }) => kind === 'fixture').reduce((sum, { count }) => sum + count, 0)).toBe(5);
  });

  it('the camera is set as it is spoken of: a time for stills, an angle for film', () => {
    expect(cameraCard(poster).map(({ value }) => value)).toEqual(['200', 'f/8', '1/200', '5600 K', 'none', '85 mm from 1.90 m']);
    expect(cameraCard(nightOvenLooks()[0]!).find(({ name }) => name === 'Shutter')!.value).toBe('180° at 24 frames a second');
  });

  it('goes out as CSV that reads back, and no cell is taken for a formula', () => {
    const look = withGroup(clone(), { id: 'g', name: '=SUM(A1)', lights: ['key'] });
    look.lights[1]!.name = 'Rim, "cold"';
    look.lights[2]!.name = 'Rim; =1+1;@x';
    parseLook(look);
    const { data, errors } = Papa.parse<Record<string, string>>(sheetCsv(runSheet(look)), { header: true });
    expect(errors).toEqual([]);
    expect(data).toHaveLength(4);
    expect(data[1]!['light']).toBe('Rim, "cold"');
    // Nor where a spreadsheet parts cells at semicolons.
    expect(data[2]!['light']).toBe("Rim; '=1+1;'@x");
    expect(data[0]!['groups']).toBe("'=SUM(A1)");
    expect(Number(data[0]!['distance_m'])).toBeCloseTo(runSheet(look)[0]!.distanceM, 2);
  });
});

describe('what has to be packed for the day', () => {
  const items = (look: Look) => packList(look).map(({ kind, name, count }) => [kind, name, count]);

  it('has leads, weights, tape, and sheets large enough for where the gel is held', () => {
    const list = items(poster);
    expect(list).toContainEqual(['power', 'Lead, 10 m', 4]);
    expect(list).toContainEqual(['stand', 'Stand with weight', 4]);
    expect(list).toContainEqual(['tape', 'Roll of gel tape', 1]);
  });

  it('says what is short of the kit, and has cloth for what is to be closed off', () => {
    const look = clone();
    look.lights[3]!.gels = [{ gel: 'teal-deep', strength: 1 }];
    look.lights[3]!.mount = 'tape';
    look.lights[3]!.modifier.face = { kind: 'rectangle', widthM: 0.9, heightM: 0.9 };
    look.ambient.openings = [{ id: 'w', name: 'Window', count: 2, done: false }];
    const list = packList(look, STAND_IN_KIT);
    const gel = list.find(({ kind, name }) => kind === 'gel' && name === 'deep teal')!;
    expect(gel).toMatchObject({ have: 2, joined: 1, short: gel.count - 2 });
    expect(gel.count).toBeGreaterThan(3);
    expect(list).toContainEqual(expect.objectContaining({ kind: 'cloth', count: 2, use: '2 x Window', have: null, short: 0 }));
    const flash = list.find(({ kind }) => kind === 'fixture')!;
    expect(flash).toMatchObject({ have: 4, short: 0 });
    // Nobody's kit: nothing is short.
    expect(packList(look).every(({ have, short }) => have === null && short === 0)).toBe(true);
  });

  it('has a boom, safety lines, batteries and spare bulbs where they are needed, and no stand for what is held by hand', () => {
    const look = clone();
    look.lights[0]!.rig.hold = 'boom';
    look.lights[1]!.rig.hold = 'hand';
    look.lights[2]!.rig.battery = true;
    look.lights[3]!.lamp = { kind: 'lamp', ratedW: 60, fittedW: 40, figureW: 60, diffusionStops: 0 };
    const list = items(look);
    expect(list).toContainEqual(['stand', 'Boom with counterweight', 1]);
    expect(list).toContainEqual(['rigging', 'Rated safety line', 1]);
    expect(list).toContainEqual(['stand', 'Stand with weight', 2]);
    expect(list).toContainEqual(['power', 'Battery', 1]);
    expect(list).toContainEqual(['power', 'Lead, 10 m', 3]);
    expect(list).toContainEqual(['power', 'Bulb, 40 W', 2]);
  });
});
