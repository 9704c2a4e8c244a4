import { evaluate, type Readings } from '@fulgent/core/scene';
import { act, render, screen } from '@testing-library/react';
import { memo, type ReactNode } from 'react';
import { Ladder } from '../src/ladder/Ladder';
import { Plan } from '../src/set/Plan';
import { setHeld, useLate, useSettled } from '../src/ui/held';
import { poster } from './pages';

/** What is drawn again, by name: each part that is watched says so when it renders. */
const drawn: string[] = [];
const since = () => drawn.splice(0);

jest.mock('../src/ladder/LadderStrip', () => {
  const real = jest.requireActual<object>('../src/ladder/LadderStrip');
  return {
    ...real,
    LadderStrip: ({ light }: { readonly light: { readonly id: string } }) => {
      drawn.push(light.id);
      return null;
    },
  };
});

jest.mock('react-native-gesture-handler', () => {
  const real = jest.requireActual<object>('react-native-gesture-handler');
  return {
    ...real,
    GestureDetector: ({ children }: { readonly children: ReactNode }) => {
      const handle = (children as { readonly props?: { readonly testID?: string } }).props?.testID;
      if (handle) drawn.push(handle);
      return children;
    },
  };
});

beforeEach(() => {
  since();
  setHeld(false);
});

const readings = evaluate(poster);
const noop = () => undefined;

describe('the rows of a ladder', () => {
  const ladder = (look: typeof poster, read: Readings, selected: string | null, onSelect: (id: string | null) => void = noop) => (
    <Ladder
      look={look}
      readings={read}
      width={390}
      wide={false}
      selected={selected}
      onSelect={onSelect}
      onOpen={noop}
      onAmbient={noop}
    />
  );
  const ids = poster.lights.map(({ id }) => id);

  it('are all drawn once, and none again for what does not concern them', () => {
    const { rerender } = render(ladder(poster, readings, null));
    expect(since()).toEqual(ids);
    rerender(ladder({ ...poster, title: 'Another title' }, readings, null));
    expect(since()).toEqual([]);
  });

  it('of one light are drawn again for a change of that light alone', () => {
    const { rerender } = render(ladder(poster, readings, null));
    since();
    const [first, ...others] = poster.lights;
    const changed = { ...poster, lights: [{ ...first!, powerStops: -3 }, ...others] };
    rerender(ladder(changed, readings, null));
    expect(since()).toEqual([first!.id]);
    const read = { ...readings, lights: readings.lights.map((one, l) => (l === 1 ? { ...one } : one)) };
    rerender(ladder(changed, read, null));
    expect(since()).toEqual([ids[1]]);
  });

  it('open and close with the choice, with their act and their verdict', () => {
    const chosen: (string | null)[] = [];
    const page = (selected: string | null) => ladder(poster, readings, selected, (id) => chosen.push(id));
    const { rerender } = render(page(null));
    since();
    rerender(page(ids[1]!));
    expect(since()).toEqual([ids[1]]);
    expect(screen.getByTestId(`verdict-${ids[1]}`)).toBeTruthy();
    act(() => screen.getByTestId(`row-${ids[1]}`).querySelector<HTMLElement>('[role=button]')!.click());
    act(() => screen.getByTestId(`row-${ids[0]}`).querySelector<HTMLElement>('[role=button]')!.click());
    expect(chosen).toEqual([null, ids[0]]);
    rerender(page(ids[0]!));
    expect(since().sort()).toEqual([ids[0], ids[1]].sort());
  });
});

describe('the plan', () => {
  const plan = (read: Readings) => <Plan look={poster} readings={read} side="top" width={390} height={340} selected={null} />;

  it('draws none of its handles again for new readings of a set that stands', () => {
    const { rerender } = render(plan(readings));
    const handles = () => since().filter((name) => name.startsWith('handle-'));
    expect(handles()).toEqual(expect.arrayContaining(poster.lights.map(({ id }) => `handle-${id}`)));
    rerender(plan({ ...readings }));
    expect(handles()).toEqual([]);
  });
});

const Shown = memo(function Shown({ value }: { readonly value: string }) {
  drawn.push(value);
  return null;
});

describe('a value that may come late', () => {
  function Late({ value }: { readonly value: string }) {
    return <Shown value={useLate(value)} />;
  }

  it('is the value itself as long as nothing is held', () => {
    const { rerender } = render(<Late value="a" />);
    rerender(<Late value="b" />);
    expect(since()).toEqual(['a', 'b']);
  });

  it('arrives while something is held, and at once when it is let go', () => {
    const { rerender } = render(<Late value="a" />);
    act(() => setHeld(true));
    act(() => rerender(<Late value="b" />));
    expect(since()).toEqual(['a', 'b']);
    act(() => setHeld(false));
    act(() => rerender(<Late value="c" />));
    expect(since()).toEqual(['c']);
  });
});

describe('a value that stands still', () => {
  function Settled({ value }: { readonly value: string }) {
    return <Shown value={useSettled(value)} />;
  }

  it('is the value itself as long as nothing is held', () => {
    const { rerender } = render(<Settled value="a" />);
    rerender(<Settled value="b" />);
    expect(since()).toEqual(['a', 'b']);
  });

  it('keeps what it was while something is held, and takes the last when it is let go', () => {
    const { rerender } = render(<Settled value="a" />);
    act(() => setHeld(true));
    act(() => rerender(<Settled value="b" />));
    act(() => rerender(<Settled value="c" />));
    expect(since()).toEqual(['a']);
    act(() => setHeld(false));
    expect(since()).toEqual(['c']);
  });
});
