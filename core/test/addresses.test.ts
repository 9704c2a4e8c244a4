import fc from 'fast-check';
import { addressesOf, patchOf, universesOf, UNIVERSE_SLOTS, USUAL_SLOTS } from '../src/control';
import { runSheet } from '../src/day';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { upgradeLook, type Look } from '../src/document';
import { parseLook } from '../src/scene';
import { sheetCsv } from '../src/files';

const oven = nightOvenLooks()[0]!;

type Address = NonNullable<Look['lights'][number]['rig']['address']>;

const withAddresses = (addresses: readonly (Address | null)[], look: Look = oven): Look => ({
  ...look,
  lights: look.lights.map((light, i) => ({ ...light, rig: { ...light.rig, address: addresses[i] ?? null } })),
});

/** As many copies of one continuous light. */
const many = (count: number): Look => {
  const light = oven.lights.find(({ fixture, role }) => fixture.kind !== 'flash' && role !== 'window')!;
  return { ...oven, lights: Array.from({ length: count }, (_, i) => ({ ...light, id: `light-${i}`, name: `Light ${i}` })) };
};

describe('addresses on a lighting network', () => {
  it('are allotted in order, side by side, to all but flashes and windows', () => {
    const rows = addressesOf(oven);
    expect(rows.map(({ lightId }) => lightId)).toEqual(
      oven.lights.filter(({ fixture, role }) => fixture.kind !== 'flash' && role !== 'window').map(({ id }) => id),
    );
    rows.forEach((row, i) =>
      expect(row).toMatchObject({
        universe: 1,
        first: 1 + i * USUAL_SLOTS,
        last: (i + 1) * USUAL_SLOTS,
        isGiven: false,
        problem: null,
        sameAs: [],
      }),
    );
    expect(addressesOf(demoLooks()[0]!)).toEqual([]);
  });

  it('go on in the next universe when one is full', () => {
    const rows = addressesOf(many(24 * 3));
    expect(rows[55]).toMatchObject({ universe: 1, first: 496, last: 504 });
    expect(rows[56]).toMatchObject({ universe: 2, first: 1 });
  });

  it('that are set stay, and the rest keeps clear of them', () => {
    const rows = addressesOf(withAddresses([null, { universe: 1, first: 5, slots: 20 }]));
    expect(rows[1]).toMatchObject({ first: 5, last: 24, isGiven: true });
    expect(rows[0]).toMatchObject({ universe: 1, first: 25 });
  });

  it('never overlap where nobody set them, whatever is set', () => {
    const whole = (low: number, high: number) => fc.integer({ min: low, max: high });
    const address = fc.option(
      fc
        .record({ universe: whole(1, 3), first: whole(1, 512), slots: whole(1, 512) })
        .filter(({ first, slots }) => first + slots <= 513),
    );
    fc.assert(
      fc.property(fc.array(address, { minLength: 12, maxLength: 12 }), (addresses) => {
        const rows = addressesOf(withAddresses(addresses, many(12)));
        const used = new Map<string, number>();
        for (const row of rows) {
          expect(row.last).toBeLessThanOrEqual(UNIVERSE_SLOTS);
          for (let slot = row.first; slot <= row.last; slot++) {
            const key = `${row.universe}.${slot}`;
            used.set(key, (used.get(key) ?? 0) + 1);
          }
        }
        for (const row of rows.filter(({ isGiven }) => !isGiven))
          for (let slot = row.first; slot <= row.last; slot++) expect(used.get(`${row.universe}.${slot}`)).toBe(1);
      }),
      { numRuns: 50 },
    );
  });

  it('that run into each other or past the end are told', () => {
    const [first, second] = addressesOf(
      withAddresses([
        { universe: 2, first: 10, slots: 8 },
        { universe: 2, first: 17, slots: 8 },
      ]),
    );
    expect(first!.problem).toMatchObject({ kind: 'runs-into', other: second!.name, range: { universe: 2, first: 17, slots: 8 } });
    expect(second!.problem).toMatchObject({ kind: 'runs-into', other: first!.name });
    expect(addressesOf(withAddresses([{ universe: 1, first: 510, slots: 8 }]))[0]!.problem).toEqual({
      kind: 'past-end',
      last: 517,
      latest: 505,
    });
    // Two that are meant to do the same are no fault.
    const same = { universe: 1, first: 1, slots: 9 };
    const [a, b] = addressesOf(withAddresses([same, same]));
    expect([a!.problem, b!.problem]).toEqual([null, null]);
    expect(a!.sameAs).toEqual([b!.name]);
  });

  it('are where the stand-in fixtures listen, and past the end of a universe nothing is written', () => {
    const look = withAddresses([{ universe: 7, first: 508, slots: 9 }]);
    const [patch] = patchOf(look);
    expect(patch).toMatchObject({ universe: 7, address: 508 });
    const slots = universesOf(look).get(7)!;
    expect(slots).toHaveLength(512);
    expect([...slots.subarray(0, 507)].every((value) => value === 0)).toBe(true);
    expect([...slots.subarray(507)].some((value) => value > 0)).toBe(true);
  });

  it('stand on the card and in the table when somebody set them', () => {
    const look = withAddresses([{ universe: 3, first: 100, slots: 12 }]);
    const cards = runSheet(look);
    expect(cards.find(({ lightId }) => lightId === look.lights[0]!.id)!.address).toEqual({ universe: 3, first: 100, slots: 12 });
    expect(cards.filter(({ address }) => address !== null)).toHaveLength(1);
    expect(sheetCsv(cards)).toMatch(/,3,100,12\r?$/m);
  });

  it.each([
    [{ universe: 0, first: 1, slots: 1 }, /universe/],
    [{ universe: 1, first: 513, slots: 1 }, /first/],
    [{ universe: 1, first: 1.5, slots: 1 }, /first.*whole/],
    [{ universe: 1, first: 1 }, /slots/],
    ['1.1', /address/],
  ])('of %j are refused by name', (address, field) => {
    const [light, ...rest] = oven.lights;
    expect(() => parseLook({ ...oven, lights: [{ ...light, rig: { ...light!.rig, address } }, ...rest] })).toThrow(field);
  });

  it('are none in looks of version 4, and there are no poses', () => {
    const old = JSON.parse(JSON.stringify(oven)) as Record<string, unknown> & { day: object; lights: { rig: object }[] };
    old['version'] = 4;
    Reflect.deleteProperty(old.day, 'poses');
    for (const { rig } of old.lights) Reflect.deleteProperty(rig, 'address');
    expect(parseLook(upgradeLook(old))).toEqual(oven);
  });
});
