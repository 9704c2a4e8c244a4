import { TextEncoder } from 'node:util';
import { NO_META, NO_NOTES, type FrameRecord, type LogEntry } from '@fulgent/core/day';
import { demoLooks } from '@fulgent/core/demo';
import { codePath } from '../src/log/PhonePage';
import { statusWords } from '../src/look/words';
import { byDay, found, textOf } from '../src/log/search';
import { exposureDifferences, exposureWords, frameName } from '../src/sheet/frame-words';
import { askAgainMs, readingLine } from '../src/sheet/useReading';

// The test's window lacks it; browsers have it.
Object.assign(globalThis, { TextEncoder });

const frame = (change: Partial<FrameRecord['notes']> = {}, meta: Partial<FrameRecord['meta']> = {}): FrameRecord => ({
  id: 'f',
  lookId: 'l',
  name: 'Frame 3',
  kind: 'full',
  lightId: '',
  stops: 0,
  widthPx: 10,
  heightPx: 10,
  meta: { ...NO_META, ...meta },
  notes: { ...NO_NOTES, ...change },
  reading: null,
  mime: 'image/jpeg',
  revision: 1,
  createdAt: 0,
  updatedAt: 0,
});

const entry = (change: Partial<LogEntry> = {}): LogEntry => ({
  lookId: 'l',
  revision: 1,
  patches: {},
  title: 'Piste',
  shootId: 's',
  shootTitle: 'Club',
  createdAt: 0,
  updatedAt: Date.UTC(2026, 2, 4, 12),
  frames: [],
  trims: [],
  versions: [],
  tried: [],
  ingredients: [],
  acknowledged: [],
  note: '',
  meter: [],
  gels: ['deep teal'],
  fixtures: ['Flash 200 J'],
  status: 'idea',
  statusAt: '',
  ...change,
});

describe('the log', () => {
  it('is searched by all words, whatever their case and place', () => {
    const list = [
      entry({ lookId: 'a', frames: [frame({ words: 'Rim too pale', by: 'Client' })] }),
      entry({ lookId: 'b', note: 'pale morning' }),
    ];
    const ids = (words: string) => found(list, { words, only: 'all' }).map(({ lookId }) => lookId);
    expect(ids('')).toEqual(['a', 'b']);
    expect(ids('PALE')).toEqual(['a', 'b']);
    expect(ids('pale client')).toEqual(['a']);
    expect(ids('teal piste')).toEqual(['a', 'b']);
    expect(ids('velvet')).toEqual([]);
    expect(textOf(list[0]!)).toContain('rim too pale');
  });

  it('is narrowed to frames, what was chosen, rejected or trimmed', () => {
    const trimmed = entry({ lookId: 't', trims: [{ at: '', light: 'key', name: 'Key', stops: -1, group: '', why: '' }] });
    const settled = entry({ lookId: 's', status: 'approved', statusAt: '2026-03-04T12:00:00Z' });
    const chosen = entry({ lookId: 'c', frames: [frame({ chosen: true })] });
    const version = entry({ lookId: 'v', versions: [{ name: 'Dark', votes: 1, chosen: true, lockedAt: null, note: '' }] });
    const rejected = entry({ lookId: 'r', ingredients: [{ id: 'fog', name: 'Fog', state: 'rejected', reason: '' }] });
    const ids = (only: 'frames' | 'chosen' | 'rejected' | 'trims' | 'approved') =>
      found([trimmed, chosen, version, rejected, settled], { words: '', only }).map(({ lookId }) => lookId);
    expect(ids('frames')).toEqual(['c']);
    expect(ids('chosen')).toEqual(['c', 'v']);
    expect(ids('rejected')).toEqual(['r']);
    expect(ids('trims')).toEqual(['t']);
    expect(ids('approved')).toEqual(['s']);
    expect(statusWords(settled)).toMatch(/^Approved, 4 Mar/);
    expect(statusWords({ status: 'trial', statusAt: '' })).toBe('On trial');
  });

  it('stands by days', () => {
    const days = byDay([
      entry({ updatedAt: Date.UTC(2026, 2, 4, 12) }),
      entry({ updatedAt: Date.UTC(2026, 2, 4, 11) }),
      entry({ updatedAt: Date.UTC(2026, 2, 3, 12) }),
    ]);
    expect(days.map(({ day, entries }) => [day, entries.length])).toEqual([
      ['4 March 2026', 2],
      ['3 March 2026', 1],
    ]);
  });
});

describe('a frame’s exposure', () => {
  const [look] = demoLooks();

  it('is told as the file has it', () => {
    expect(exposureWords(frame())).toBe('the file tells no exposure');
    expect(exposureWords(frame({}, { aperture: 8, iso: 200, shutterS: 1 / 200 }))).toBe('1/200, f/8, ISO 200');
  });

  it('is held against the plan', () => {
    const { aperture, iso, shutterS } = look!.camera;
    expect(exposureDifferences(look!, frame({}, { aperture, iso, shutterS, white: 'manual' }))).toEqual([]);
    expect(exposureDifferences(look!, frame({}, { aperture: aperture * 1.41, iso, shutterS }))).toEqual([
      expect.stringMatching(/planned at f\//),
    ]);
    expect(exposureDifferences(look!, frame({}, { white: 'auto', iso: iso * 2 }))).toHaveLength(2);
  });
});

describe('the code to scan', () => {
  it('is a square with a quiet edge', () => {
    const { path, size } = codePath('http://192.0.2.7:4680');
    expect(size).toBeGreaterThan(25);
    expect(path.startsWith('M4 4')).toBe(true);
    expect(path).not.toContain('M0 ');
  });
});

describe('what a frame says in a line', () => {
  const light = { lightId: 'a', name: 'Key', offStops: 0.4, uncertainStops: 0.1, unseen: false, isOff: true, asPlanned: false };
  const read = (lights: readonly (typeof light)[]): FrameRecord => ({
    ...frame(),
    reading: {
      comparison: { fits: true, reason: null, patches: [], lights, ambientStops: null, overallStops: 0 },
    } as unknown as FrameRecord['reading'],
  });
  it.each([
    [
      'the light that is furthest off',
      read([light, { ...light, name: 'Rim', offStops: -0.9 }]),
      'Rim: 0.9 under the plan; +0.9 brings it there. 1 more.',
    ],
    ['the only one', read([light]), 'Key: 0.4 over the plan; -0.4 brings it there.'],
    ['none off', read([{ ...light, isOff: false }]), 'As planned.'],
    ['none seen', read([{ ...light, isOff: false, unseen: true }]), null],
    ['not yet measured', frame(), 'Measuring…'],
    ['a black frame', { ...frame(), kind: 'black' } as FrameRecord, null],
    ['a graded frame', { ...read([light]), notes: { ...NO_NOTES, graded: true } }, 'No evidence of the plan.'],
  ])('%s', (_what, one, wanted) => expect(readingLine(one)).toBe(wanted));

  it('is asked for again until every frame has been measured', () => {
    expect(askAgainMs([read([light]), frame()])).toBeGreaterThan(0);
    expect(askAgainMs([read([light])])).toBe(0);
    expect(askAgainMs(undefined)).toBe(0);
  });

  it('is of a frame called as its file', () => {
    expect(frameName({ name: 'IMG.0012.jpg' }, 'Frame')).toBe('IMG.0012');
    expect(frameName({ name: '.png' }, 'Frame')).toBe('Frame');
  });
});
