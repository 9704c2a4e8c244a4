import { cameraCard, gelWords, runSheet } from '@fulgent/core/day';
import { demoLooks, nightOvenLooks } from '@fulgent/core/demo';
import type { Light, Look } from '@fulgent/core/document';
import { cardLines, MOUNT_WORDS, roleSheets, sheetDocument } from '../src';

const poster = demoLooks()[0]!;
const oven = nightOvenLooks()[0]!;

const withLights = (look: Look, change: (light: Light) => Partial<Light>): Look => ({
  ...look,
  lights: look.lights.map((light) => ({ ...light, ...change(light) })),
});

describe('the sheet as it is read', () => {
  it('has the camera, a block a light in build order, and lists that hold something', () => {
    const { title, camera, blocks, lists, defers } = sheetDocument(poster);
    expect(title).toBe(poster.title);
    expect(camera).toEqual(cameraCard(poster));
    expect(blocks.map(({ heading }) => heading)).toEqual(runSheet(poster).map(({ name }, i) => `${i + 1}. ${name}`));
    expect(lists.map(({ kind }) => kind).slice(-2)).toEqual(['pack', 'cautions']);
    for (const { items } of lists) expect(new Set(items.map(({ key }) => key)).size).toBe(items.length);
    expect(defers).toMatch(/local/i);
  });

  it('says what is alike, what the fixture cannot be set to, who helps and what is to be closed', () => {
    const look: Look = {
      ...poster,
      ambient: { ...poster.ambient, openings: [{ id: 'door', name: 'Door', count: 2, done: true }] },
      lights: poster.lights.map((light, i) =>
        i === 0
          ? {
              ...light,
              fixture: { ...light.fixture, step: { unit: 'stops', value: 1 / 3 } },
              pieces: 3,
              powerStops: -1.15,
              rig: { ...light.rig, holder: 'Ash' },
            }
          : light,
      ),
    };
    const { blocks, lists } = sheetDocument(look);
    const first = blocks.find(({ lightId }) => lightId === look.lights[0]!.id)!;
    expect(first.fixture).toMatch(/, 3 alike$/);
    expect(first.rounding).toMatch(/^The nearest setting is [+-]0\.\d from the plan\.$/);
    expect(lists.map(({ kind }) => kind)).toEqual(['close', 'roles', 'pack', 'cautions']);
    expect(lists[0]!.items).toEqual([{ key: 'door', name: 'Door', count: 2, text: 'closed' }]);
    expect(lists[1]!.items.some(({ name }) => name === 'Ash')).toBe(true);
  });
});

describe('the lines of a card', () => {
  const card = (look: Look, id: string) => runSheet(look).find(({ lightId }) => lightId === id)!;
  const value = (look: Look, id: string, name: string) => cardLines(card(look, id)).find((line) => line.name === name)?.value;

  it('say what is dialled, gelled, put on, and where, in that order', () => {
    const fridge = cardLines(card(oven, 'fridge')).map(({ name }) => name);
    expect(fridge.slice(0, 4)).toEqual(['Mode', 'Hue', 'Saturation', 'White']);
    expect(fridge.slice(4, 7)).toEqual(['Gels', 'Modifier', 'Place']);
    expect(value(oven, 'fridge', 'Gels')).toBe('none');
    expect(value(poster, 'key', 'Gels')).toBe('quarter warming, in its holder');
  });

  it('say how a gel is held and how deep it is', () => {
    for (const [mount, words] of Object.entries(MOUNT_WORDS)) {
      const look = withLights(poster, ({ id, gels }) =>
        id === 'key' ? { mount: mount as Light['mount'], gels: gels.map((gel) => ({ ...gel, strength: 2 })) } : {},
      );
      expect(value(look, 'key', 'Gels')).toBe(`quarter warming at 2, ${words}`);
    }
    expect(gelWords({ gels: [] })).toBe('');
  });

  it('name groups, address and cue only where there are any', () => {
    expect(value(poster, 'key', 'Groups')).toBeUndefined();
    const look: Look = {
      ...withLights(oven, ({ id, rig }) =>
        id === 'fridge' ? { rig: { ...rig, address: { universe: 2, first: 11, slots: 4 } } } : {},
      ),
      build: { ...oven.build, groups: [{ id: 'g', name: 'Cold', lights: ['fridge'] }] },
    };
    expect(value(look, 'fridge', 'Groups')).toBe('Cold');
    expect(value(look, 'fridge', 'Address')).toBe('universe 2, slots 11 to 14');
  });
});

describe('role sheets', () => {
  it('give each helper what they hold and dial, and the photographer the rest', () => {
    const sheets = roleSheets(
      withLights(poster, ({ id, rig }) => (id === 'rim-left' ? { rig: { ...rig, holder: 'Second', hold: 'hand' } } : {})),
    );
    expect(sheets.map(({ who }) => who).sort()).toEqual(['Photographer', 'Second']);
    const [task] = sheets.find(({ who }) => who === 'Second')!.tasks;
    expect(task!.text).toMatch(/^Hold .*; gel .*; dial 1\/\d.*eyes off the head/);
    const own = sheets.find(({ who }) => who === 'Photographer')!.tasks;
    expect(own[0]!.text).toMatch(/^Close off before the black frame: /);
    expect(sheets.flatMap(({ tasks }) => tasks)).toHaveLength(5);
  });
});
