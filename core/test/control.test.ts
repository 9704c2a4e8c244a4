import { E131_PORT, meterAt, patchOf, readE131, SLOTS, slotsOf, stateOf, universesOf, writeE131 } from '../src/control';
import { demoLooks, nightOvenLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { evaluate } from '../src/scene';
import { fixtureOf } from '../src/catalogue/kit';

const poster = demoLooks()[0]!;
const oven = nightOvenLooks()[0]!;
const cid = Uint8Array.from({ length: 16 }, (_, i) => i + 1);
const packet = { cid, sourceName: 'Fulgent', priority: 100, sequence: 7, universe: 3, slots: Uint8Array.of(255, 0, 128) };

describe('ANSI E1.31 data packets', () => {
  it('lie byte by byte as the standard has them', () => {
    const bytes = writeE131(packet);
    const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
    expect(bytes).toHaveLength(126 + 3);
    expect([...bytes.subarray(0, 4)]).toEqual([0, 0x10, 0, 0]);
    expect(text(4, 16)).toBe('ASC-E1.17\0\0\0');
    // Flags 7 and what is left of the packet from there: tables 4-1, 6-1 and 7-1.
    expect([...bytes.subarray(16, 18)]).toEqual([0x70, 129 - 16]);
    expect([...bytes.subarray(18, 22)]).toEqual([0, 0, 0, 4]);
    expect([...bytes.subarray(22, 38)]).toEqual([...cid]);
    expect([...bytes.subarray(38, 44)]).toEqual([0x70, 129 - 38, 0, 0, 0, 2]);
    expect(text(44, 51)).toBe('Fulgent');
    expect(bytes[51]).toBe(0);
    expect([bytes[108], bytes[111], bytes[112]]).toEqual([100, 7, 0]);
    expect([...bytes.subarray(113, 115)]).toEqual([0, 3]);
    expect([...bytes.subarray(115, 126)]).toEqual([0x70, 129 - 115, 0x02, 0xa1, 0, 0, 0, 1, 0, 4, 0]);
    expect([...bytes.subarray(126)]).toEqual([255, 0, 128]);
    expect(E131_PORT).toBe(5568);
  });

  it('come back as they went', () => {
    const full = {
      ...packet,
      universe: 63_999,
      slots: Uint8Array.from({ length: 512 }, (_, i) => i % 256),
      sourceName: 'Übungslicht 1',
    };
    expect(readE131(writeE131(full))).toEqual(full);
    expect(readE131(writeE131({ ...packet, sourceName: 'é'.repeat(80) }))!.sourceName).toBe('é'.repeat(31));
  });

  it('refuse what the standard does not have, and pass over what is none', () => {
    expect(() => writeE131({ ...packet, universe: 0 })).toThrow(/1 to 63999/);
    expect(() => writeE131({ ...packet, slots: new Uint8Array(513) })).toThrow(/1 to 512/);
    expect(() => writeE131({ ...packet, priority: 201 })).toThrow(/0 to 200/);
    expect(() => writeE131({ ...packet, cid: new Uint8Array(3) })).toThrow(/16 bytes/);
    const good = writeE131(packet);
    for (const at of [1, 5, 16, 21, 38, 43, 115, 117, 118, 122, 124, 125]) {
      const bad = Uint8Array.from(good);
      bad[at] = bad[at]! ^ 0x55;
      expect(readE131(bad)).toBeNull();
    }
    expect(readE131(good.subarray(0, good.length - 1))).toBeNull();
    expect(readE131(new Uint8Array(0))).toBeNull();
  });
});

describe('the stand-in fixtures', () => {
  it.each([
    { mode: 'cct', cctK: 3200, duv: -0.004 },
    { mode: 'hsi', hueDeg: 213, saturation: 0.42, whiteK: 5600 },
    { mode: 'rgb', r: 255, g: 12, b: 80 },
    { mode: 'xy', x: 0.31, y: 0.12 },
    { mode: 'gel', gel: 'azure-deep', whiteK: 6500 },
  ] as const)('understand %j to a thousandth', (setting) => {
    const light: Light = {
      ...oven.lights[0]!,
      fixture: fixtureOf('colour-panel'),
      setting,
      powerStops: -2.5,
      on: true,
      muted: false,
    };
    const { level, mode, dials } = stateOf(slotsOf(light));
    expect(level).toBeCloseTo(2 ** -2.5, 4);
    expect(mode).toBe(setting.mode);
    const wanted = setting.mode === 'hsi' ? [213, 42, 5600] : setting.mode === 'gel' ? null : Object.values(setting).slice(1);
    if (wanted)
      dials.forEach(({ value }, i) =>
        expect(Math.abs(value - (wanted[i] as number))).toBeLessThan(
          Math.max(0.003, 1e-4 * Math.abs(wanted[i] as number) + 0.25 * Number(setting.mode === 'cct' && i === 0)),
        ),
      );
  });

  it('are dark when their light is off, and read an unknown mode as a level', () => {
    expect(stateOf(slotsOf({ ...oven.lights[0]!, on: false })).level).toBe(0);
    expect(stateOf([255, 255, 99])).toMatchObject({ level: 1, mode: 'level', dials: [] });
    expect(stateOf([])).toMatchObject({ level: 0 });
  });

  it('have addresses that do not overlap, over as many universes as it takes', () => {
    const many: Look = {
      ...oven,
      lights: Array.from({ length: 24 }, (_, i) => ({ ...oven.lights[0]!, id: `l${i}`, role: 'fill' as const })),
    };
    const patched = patchOf(many);
    const used = patched.flatMap(({ universe, address }) =>
      Array.from({ length: SLOTS }, (_, i) => `${universe}.${address + i}`),
    );
    expect(new Set(used).size).toBe(used.length);
    expect(patchOf(poster)).toEqual([]);
    const universe = universesOf(many).get(1)!;
    expect(universe).toHaveLength(512);
    expect(stateOf(universe.subarray(0, SLOTS)).level).toBeCloseTo(2 ** oven.lights[0]!.powerStops, 4);
  });
});

describe('the simulated meter', () => {
  it('reads what the look says of the face, and the f-number for it', () => {
    const reading = meterAt(poster, 'face-key');
    expect(reading.stopsOverMeter).toBeCloseTo(evaluate(poster).keyStops, 9);
    expect(reading.aperture).toBeCloseTo(poster.camera.aperture * 2 ** (reading.stopsOverMeter / 2), 9);
  });

  it('reads daylight flash as daylight, a gelled light as no white, the dark as dark', () => {
    const key = { ...poster.lights[0]!, gels: [], leak: 0 };
    const white = meterAt({ ...poster, ambient: { ...poster.ambient, lux: 0 }, lights: [key] }, 'face-key');
    expect(white.cctK).toBeGreaterThan(5450);
    expect(white.cctK).toBeLessThan(5750);
    const blue = { ...key, gels: [{ gel: 'azure-deep', strength: 1 }] };
    expect(meterAt({ ...poster, ambient: { ...poster.ambient, lux: 0 }, lights: [blue] }, 'face-key').cctK).toBeNull();
    expect(meterAt({ ...poster, ambient: { ...poster.ambient, lux: 0 }, lights: [] }, 'face-key')).toMatchObject({
      stopsOverMeter: -Infinity,
      aperture: null,
    });
    expect(() => meterAt(poster, 'nowhere')).toThrow(/no place "nowhere"/);
  });
});
