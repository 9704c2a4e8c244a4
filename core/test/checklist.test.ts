import { frameChecklist, NO_META, NO_NOTES, type FrameRecord } from '../src/day';
import { demoLooks } from '../src/demo';
import { evaluate } from '../src/scene';

const look = demoLooks()[0]!;
const readings = evaluate(look);
const frame = (change: Partial<FrameRecord>): FrameRecord => ({
  id: 'f',
  lookId: 'l',
  name: 'Frame',
  kind: 'full',
  lightId: '',
  stops: 0,
  mime: 'image/jpeg',
  widthPx: 10,
  heightPx: 10,
  meta: NO_META,
  notes: NO_NOTES,
  reading: null,
  revision: 1,
  createdAt: 100,
  updatedAt: 100,
  ...change,
});
const misfit = { comparison: { reason: 'other-framing', lights: [], patches: [], overallStops: 0 }, leak: null };

describe('the frames that a build-up wants', () => {
  const steps = (frames: readonly FrameRecord[], since = 0) => frameChecklist(look, readings, frames, since);
  const lit = look.lights.filter(({ on, muted }) => on && !muted);

  it('a black one, each light alone, all, and a bracket of the one that is nearest to its clip', () => {
    const kinds = steps([]).map(({ kind }) => kind);
    expect(kinds).toEqual(['black', ...lit.map(() => 'alone'), 'full', 'bracket', 'bracket', 'bracket']);
    const bracket = steps([]).filter(({ kind }) => kind === 'bracket');
    expect(bracket.map(({ stops }) => stops)).toEqual([-1, 0, 1]);
    const way = ({ firstClip, stops }: (typeof readings.lights)[number]) => firstClip.stops - stops;
    const least = Math.min(...readings.lights.filter(({ active }) => active).map(way));
    expect(way(readings.lights.find(({ id }) => id === bracket[0]!.lightId)!)).toBe(least);
  });

  it('lights that are off are not asked for; one light alone is the whole', () => {
    const off = { ...readings, lights: readings.lights.map((light, i) => (i === 0 ? light : { ...light, active: false })) };
    expect(frameChecklist(look, off, [], 0).map(({ kind }) => kind)).toEqual(['black', 'full', 'bracket', 'bracket', 'bracket']);
    const none = { ...readings, lights: readings.lights.map((light) => ({ ...light, active: false })) };
    expect(frameChecklist(look, none, [], 0).map(({ kind }) => kind)).toEqual(['black', 'full']);
  });

  it('takes off what was taken today, of that light, at that level; the newest counts', () => {
    const [first, second] = lit;
    const frames = [
      frame({ id: 'old', kind: 'black', createdAt: 10 }),
      frame({ id: 'black', kind: 'black' }),
      frame({ id: 'alone', kind: 'alone', lightId: second!.id }),
      frame({ id: 'no', kind: 'alone', lightId: first!.id, notes: { ...NO_NOTES, verdict: 'rejected' } }),
      frame({ id: 'newer', createdAt: 200 }),
      frame({ id: 'older' }),
    ];
    const there = steps(frames, 50).flatMap(({ frame: one }) => (one ? [one.id] : []));
    expect(there).toEqual(['black', 'alone', 'newer']);
    expect(steps([frames[0]!], 50).every(({ frame: one }) => one === null)).toBe(true);
  });

  it('what is no evidence is to be taken again; what is being measured is not', () => {
    const bad = frame({ reading: misfit as unknown as FrameRecord['reading'] });
    expect(steps([bad]).find(({ kind }) => kind === 'full')).toMatchObject({ isAgain: true, frame: { id: 'f' } });
    expect(steps([frame({})]).find(({ kind }) => kind === 'full')!.isAgain).toBe(false);
  });
});
