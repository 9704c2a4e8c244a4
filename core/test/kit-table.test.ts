import { STAND_IN_KIT, type KitEntry, type KitGel } from '../src/catalogue';
import { bookings } from '../src/day';
import { demoLooks, nightOvenLooks } from '../src/demo';
import type { Look } from '../src/document';
import { kitCsv, readKitCsv } from '../src/files';
import { LookError } from '../src/scene';

const gel = STAND_IN_KIT.find((entry): entry is KitGel => entry.kind === 'gel')!;
const own: KitGel = {
  ...gel,
  id: 'own-1',
  name: '=Rose; "deep", -2',
  note: '@torn\tat one edge; +spare\nin the blue case',
  provenance: 'measured',
  hours: 12.5,
};
const lamp: KitEntry = {
  ...STAND_IN_KIT.find(({ id }) => id === 'colour-panel')!,
  id: 'own-2',
  name: 'Panel, mine',
  provenance: 'guessed',
  archived: true,
};
const changedStandIn: KitEntry = { ...STAND_IN_KIT.find(({ id }) => id === 'flash-200')!, count: 7 };

const problemsOf = (text: string): string[] => {
  try {
    readKitCsv(text);
    return [];
  } catch (error) {
    return error instanceof LookError
      ? error.problems.map(({ field, message }) => `${field}: ${message}`)
      : [(error as Error).message];
  }
};

describe('a kit as a table', () => {
  const kit = [...STAND_IN_KIT.filter(({ id }) => id !== 'flash-200'), changedStandIn, own, lamp];

  it('holds everything both ways; stand-ins as they ship are left out', () => {
    expect(readKitCsv(kitCsv(kit))).toEqual([changedStandIn, own, lamp]);
  });

  it('no cell runs in a spreadsheet', () => {
    for (const cell of kitCsv(kit).split(/[,;\t\n]/)) expect(cell.trim()).not.toMatch(/^"?[=@+]/);
  });

  it('is read however a spreadsheet saves it, with what was changed there', () => {
    const text = kitCsv([own])
      .replace(/,12\.5,/, ',"13,5",')
      .replace(',2,measured,no,', ',4,guessed,yes,');
    expect(readKitCsv(text)).toEqual([{ ...own, count: 4, hours: 13.5, provenance: 'guessed', archived: true }]);
  });

  it('names row and field of all that is wrong, and takes nothing', () => {
    const text = kitCsv([own, lamp]);
    expect(problemsOf(text.replace(',2,measured,no,', ',-3,measured,no,'))[0]).toMatch(/^row 2, count: count must be/);
    expect(problemsOf(text.replace(',2,measured,no,', ',many,measured,no,'))[0]).toBe(
      'row 2, count: The count is "many", not a number.',
    );
    expect(problemsOf(text.replace(',2,measured,no,', ',2,measured,perhaps,'))[0]).toContain('must be yes or no');
    expect(problemsOf(text.replace(/fixture,own-2/, 'fixture,own-9'))[0]).toMatch(/^row 3, id: .*ids stay as they are/);
    expect(problemsOf(kitCsv([own, own]))[0]).toContain('stands in row 2, too');
    expect(problemsOf(text.replace('""kind""', '""kind'))[0]).toBeTruthy();
    expect(problemsOf('name,count\nRose,2')[0]).toContain('needs the column "entry"');
    expect(problemsOf('')[0]).toContain('needs the column');
  });
});

describe('bookings', () => {
  const on = (look: Look, date: string): Look => ({ ...look, day: { ...look.day, date } });
  const [poster, second] = demoLooks();
  const oven = nightOvenLooks()[0]!;
  const at = (shootId: string, look: Look) => ({ shootId, shoot: `Shoot ${shootId}`, look });
  const taken = (days: ReturnType<typeof bookings>, name: string) => days[0]!.items.find((item) => item.name === name)!;

  it('looks of one shoot follow one another, shoots of one day burn at once', () => {
    const key = poster!.lights.find(({ role }) => role === 'key')!.fixture.name;
    const one = bookings([at('a', on(poster!, '2026-12-05')), at('a', on(second!, '2026-12-05'))], STAND_IN_KIT);
    const both = bookings([at('a', on(poster!, '2026-12-05')), at('b', on(poster!, '2026-12-05'))], STAND_IN_KIT);
    const alone = bookings([at('a', on(poster!, '2026-12-05'))], STAND_IN_KIT);
    expect(taken(both, key).count).toBe(2 * taken(alone, key).count);
    expect(taken(one, key).count).toBeLessThan(taken(both, key).count);
    expect(taken(both, key).shoots.map(({ title }) => title)).toEqual(['Shoot a', 'Shoot b']);
    expect(taken(both, key).short).toBe(Math.max(0, taken(both, key).count - taken(both, key).have!));
  });

  it('days are apart and in order; a look without a day books nothing', () => {
    const days = bookings([at('a', on(oven, '2027-01-02')), at('b', on(poster!, '2026-12-05')), at('c', second!)], STAND_IN_KIT);
    expect(days.map(({ date }) => date)).toEqual(['2026-12-05', '2027-01-02']);
    expect(bookings([at('c', second!)], STAND_IN_KIT)).toEqual([]);
  });
});
