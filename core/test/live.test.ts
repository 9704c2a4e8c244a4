import { expectedMarks, livePlan, readLive, type FramePixels } from '../src/day';
import { demoLooks } from '../src/demo';
import { makeStudio } from '../src/picture';
import { painted, changed } from './frame-support';

const poster = demoLooks()[0]!;

describe('a moving picture against the plan', () => {
  const size = { width: 200, height: 250 } as const;
  const marks = expectedMarks(poster, size.width, size.height);
  const plan = livePlan(poster, size.width, size.height);
  const { readings } = plan;
  const read = (frame: FramePixels) => readLive(frame, poster, plan, 0.5);
  const studio = makeStudio();
  const shown = (look: typeof poster): FramePixels => {
    const { rgba, width, height } = studio.picture({ look, ...size, fineness: 2 });
    return { rgba, width, height };
  };

  it('its places are as planned where it is the plan, and off by what a light is off', () => {
    const asPlanned = read(shown(poster));
    expect(asPlanned.places.map(({ probe }) => probe)).toEqual(marks.map(({ probe }) => probe));
    const backdrop = (of: typeof asPlanned) => of.places.find(({ probe }) => probe === 'backdrop-left')!;
    expect(Math.abs(backdrop(asPlanned).stops!)).toBeLessThan(0.3);
    const dark = read(shown(changed(poster, 'backdrop', ({ unit }) => ({ unit: { ...unit, outputStops: -2 } }))));
    expect(backdrop(dark).stops! - backdrop(asPlanned).stops!).toBeLessThan(-1.2);
  });

  it('says where a light leaves its window, and what clips', () => {
    const light = poster.lights.find(({ id }) => id === 'backdrop')!;
    const { window, stops } = readings.lights.find(({ id }) => id === 'backdrop')!;
    const planned = readings.probes.find(({ id }) => id === light.zone)!.recorded;
    const by = (off: number) =>
      read(painted(200, 250, () => planned.map((v) => Math.min(0.95, v * 2 ** off)) as [number, number, number])).places.find(
        ({ probe }) => probe === light.zone,
      )!.state;
    expect(by(0)).toBe('inside');
    expect(by(window!.lowStops - stops - 0.6)).toBe('under');
    const burnt = read(painted(200, 250, () => [1, 0.5, 0.2]));
    for (const { state } of burnt.places) expect(state).toBe('clips');
    expect(burnt.summary.clipping.channels[0]).toBe(1);
    for (const { stops: off, state } of read(painted(200, 250, () => [0, 0, 0])).places) {
      expect(off).toBeNull();
      expect(state).toBe('no-window');
    }
  });

  it('its instruments count levels, colours and a line of the picture as it is shown', () => {
    // Left half mid-grey, right half a red of one stop over it; the lower half is black.
    const frame = painted(40, 20, (x, y) => (y > 0.5 ? [0, 0, 0] : x < 0.5 ? [0.18, 0.18, 0.18] : [0.36, 0.02, 0.02]));
    const { levels, line, disc } = readLive(frame, poster, plan, 0.25).scopes;
    const share = (list: readonly number[], stops: number) => {
      const at = Math.floor((stops - levels.fromStops) / levels.stepStops);
      return list.slice(at - 1, at + 2).reduce((a, b) => a + b, 0);
    };
    expect(levels.r.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(share(levels.r, 0)).toBeCloseTo(0.25, 6);
    expect(share(levels.r, 1)).toBeCloseTo(0.25, 6);
    expect(share(levels.g, Math.log2(0.02 / 0.18))).toBeCloseTo(0.25, 6);
    expect(levels.g[0]).toBeCloseTo(0.5, 6);
    expect(levels.ceilingStops).toBeCloseTo(Math.log2(1 / 0.18), 6);
    expect(line.r[5]).toBeCloseTo(0, 1);
    expect(line.r[35]).toBeCloseTo(1, 1);
    expect(line.b[35]).toBeCloseTo(Math.log2(0.02 / 0.18), 1);
    // Three colours in the picture: grey and black in the middle cell, red to the right of it and above.
    const filled = [...disc.density].flatMap((d, i) => (d > 0 ? [[i % disc.size, Math.floor(i / disc.size)] as const] : []));
    const middle = (disc.size - 1) / 2;
    expect(filled).toHaveLength(2);
    expect(filled).toContainEqual([middle, middle]);
    const red = filled.find(([x]) => x !== middle)!;
    expect(red[0]).toBeGreaterThan(middle);
    expect(red[1]).toBeLessThan(middle);
  });
});
