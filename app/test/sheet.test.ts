import { cautionsOf, runSheet } from '@fulgent/core/day';
import { cautionWords, sheetDocument } from '@fulgent/words';
import { demoLooks, nightOvenLooks } from '@fulgent/core/demo';
import { LIMITS, type Look } from '@fulgent/core/document';
import { parseLook } from '@fulgent/core/scene';
import { sheetHtml } from '../src/sheet/print';
import { correctDial } from '../src/sheet/correct';
import {
  addCircuit,
  addPose,
  changeCircuit,
  changeDay,
  changePose,
  changeRig,
  removeCircuit,
  removePose,
  toggleChecked,
} from '../src/sheet/edits';
import { angleWords } from '../src/sheet/PosesPage';
import { undo, useOpenLook } from '../src/look/store';

jest.mock('../src/workers/compute', () => ({ compute: () => ({}), latestEvaluator: () => () => undefined }));

const poster = demoLooks()[0]!;
const open = (look: Look = poster) => useOpenLook.setState({ id: null, look, saved: look, past: [], future: [], revision: 1 });
const look = () => useOpenLook.getState().look!;
const light = (id: string) => look().lights.find((one) => one.id === id)!;

beforeEach(() => open());
// Whatever an edit makes is a look that the server takes.
afterEach(() => void parseLook(look()));

describe('the printed sheet', () => {
  const page = (of: Look, picture: string | null = null) =>
    new DOMParser().parseFromString(sheetHtml(of, [], picture), 'text/html');

  it.each([poster, nightOvenLooks()[0]!])('has one block a light in build order, with what is dialled: $title', (of) => {
    const blocks = [...page(of).querySelectorAll('section')];
    const cards = runSheet(of);
    expect(blocks).toHaveLength(cards.length);
    cards.forEach((card, i) => {
      const text = blocks[i]!.textContent!;
      expect(text).toContain(`${i + 1}. ${card.name}`);
      expect(blocks[i]!.querySelector('.dial')!.textContent).toContain(card.power);
      for (const { name, value } of card.dials) {
        expect(text).toContain(name);
        expect(text).toContain(value);
      }
      for (const { name } of card.gels) expect(text).toContain(name);
    });
  });

  it('has all that the sheet holds, word for word', () => {
    const of: Look = {
      ...poster,
      ambient: { ...poster.ambient, openings: [{ id: 'o', name: 'Skylight', count: 3, done: false }] },
      lights: poster.lights.map((one, i) => (i === 0 ? { ...one, rig: { ...one.rig, holder: 'Ash' } } : one)),
    };
    const text = page(of).body.textContent!;
    const { camera, blocks, lists } = sheetDocument(of);
    for (const { name, value } of [...camera, ...blocks.flatMap(({ lines }) => lines)]) expect(text).toContain(`${name}${value}`);
    expect(lists.map(({ kind }) => kind)).toEqual(['close', 'roles', 'pack', 'cautions']);
    for (const { title, items } of lists) {
      expect(text).toContain(title);
      for (const { name, count, text: said } of items) expect(text).toContain(`${count ?? ''}${name}${said}`);
    }
  });

  it('has every caution with its reasons, and defers', () => {
    const text = page(poster).body.textContent!;
    for (const { title, reasons } of cautionsOf(poster).map(cautionWords)) {
      expect(text).toContain(title);
      for (const reason of reasons) expect(text).toContain(reason);
    }
    expect(text).toMatch(/local/i);
  });

  it('shows what people typed as text, never as a page', () => {
    const nasty = '<img src=x onerror=alert(1)>"&\'</title><script>bad()</script>';
    const marked: Look = {
      ...poster,
      title: nasty,
      brief: { ...poster.brief, note: nasty },
      lights: poster.lights.map((one) => ({ ...one, name: nasty })),
    };
    const made = page(marked, 'data:image/jpeg;base64,AAAA');
    expect(made.querySelectorAll('script')).toHaveLength(0);
    expect([...made.querySelectorAll('img')].map((img) => img.getAttribute('src'))).toEqual(['data:image/jpeg;base64,AAAA']);
    expect(made.querySelector('h1')!.textContent).toBe(nasty);
    expect(made.querySelector('section b')!.textContent).toBe(`1. ${nasty}`);
  });
});

describe('a dial that a frame corrects', () => {
  it('comes down by what the light is over, on its steps, and the unit is known to be stronger', () => {
    const before = light('key');
    correctDial('key', 'Key', 0.7);
    const after = light('key');
    expect(after.powerStops).toBeLessThan(before.powerStops);
    expect(Math.abs(after.powerStops - (before.powerStops - 0.7))).toBeLessThan(0.17);
    expect(after.unit.outputStops).toBeCloseTo(before.unit.outputStops + 0.7, 9);
    expect(look().build.ledger.at(-1)).toMatchObject({ light: 'key', why: 'held against a test frame' });
    undo();
    expect(look()).toEqual(poster);
  });

  it('stays within the range of the dial and of what a unit can be', () => {
    for (let i = 0; i < 8; i++) correctDial('key', 'Key', -2);
    expect(light('key').powerStops).toBeLessThanOrEqual(0);
    expect(light('key').unit.outputStops).toBe(-4);
    for (let i = 0; i < 12; i++) correctDial('key', 'Key', 3);
    expect(light('key').powerStops).toBeGreaterThanOrEqual(light('key').fixture.minStops);
    expect(light('key').unit.outputStops).toBe(4);
  });

  it('of a light that is gone changes nothing', () => {
    correctDial('nobody', 'Nobody', 1);
    expect(look()).toBe(poster);
  });
});

describe('what the day brings', () => {
  it('circuits are added under free names, and what hung on one that goes hangs on the first again', () => {
    addCircuit();
    addCircuit();
    expect(look().day.circuits.map(({ id }) => id)).toEqual(['circuit-1', 'circuit-2', 'circuit-3']);
    changeCircuit('circuit-2', { name: 'Kitchen', amps: 20 });
    changeRig('key', 'circuit', { circuit: 'circuit-2' });
    removeCircuit('circuit-2');
    expect(light('key').rig.circuit).toBe('');
    addCircuit();
    expect(look().day.circuits.map(({ name }) => name)).toEqual(['Circuit 1', 'Circuit 3', 'Circuit 4']);
    for (let i = 0; i < 20; i++) addCircuit();
    expect(look().day.circuits).toHaveLength(LIMITS.places);
  });

  it('a rig and the place are changed in steps that can be taken back', () => {
    changeRig('key', 'hold', { hold: 'overhead' });
    changeDay('wet', { wet: true });
    expect(light('key').rig.hold).toBe('overhead');
    undo();
    expect(look().day.wet).toBe(false);
    expect(light('key').rig.hold).toBe('overhead');
    changeRig('nobody', 'hold', { hold: 'tape' });
    expect(look().lights.some(({ rig }) => rig.hold === 'tape')).toBe(false);
  });

  it('lights are checked off and taken back', () => {
    toggleChecked('key');
    toggleChecked('rim-left');
    expect(look().build.checked).toEqual(expect.arrayContaining(['key', 'rim-left']));
    toggleChecked('key');
    expect(look().build.checked).not.toContain('key');
  });

  it('poses are added where the person stands, named, turned, taken and removed', () => {
    open({ ...poster, subject: { ...poster.subject, turnDeg: 15 } });
    addPose();
    addPose();
    changePose('pose-1', 'name', { name: 'Blade up' });
    changePose('pose-2', 'done', { done: true });
    expect(look().day.poses).toEqual([
      { id: 'pose-1', name: 'Blade up', turnDeg: 15, note: '', done: false },
      { id: 'pose-2', name: 'Pose 2', turnDeg: 15, note: '', done: true },
    ]);
    removePose('pose-1');
    addPose();
    expect(look().day.poses.map(({ id }) => id)).toEqual(['pose-2', 'pose-3']);
    for (let i = 0; i < 70; i++) addPose();
    expect(look().day.poses).toHaveLength(LIMITS.entries);
  });

  it('says an angle by the side of the picture', () => {
    expect(angleWords(0)).toBe('facing the camera');
    expect(angleWords(-20)).toBe('20° left in the picture');
    expect(angleWords(35)).toBe('35° right in the picture');
  });
});
