/** @jest-environment jsdom */
import { fixtureOf } from '@fulgent/core/catalogue';
import type { Fixture } from '@fulgent/core/document';
import { act, fireEvent } from '@testing-library/react';
import { useState } from 'react';
import { nextInSeries, readLength, readNumber, readPower, readShutter } from '../src/look/numbers';
import { GuessAxis } from '../src/practice/GuessAxis';
import { Button, Choice } from '../src/ui/Button';
import { Dial, ShutterDial } from '../src/ui/Dial';
import { Field } from '../src/ui/Field';
import { useLengthUnit } from '../src/ui/lengths';
import { Pick } from '../src/ui/Pick';
import { Section, Topic, TopicsSwitch } from '../src/ui/Section';
import { Sheet } from '../src/ui/Sheet';
import { Table } from '../src/ui/Table';
import { say, Toasts } from '../src/ui/Toasts';
import { errors, press, screen, show, type, valueOf, within } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));

/** What every page is made of: how values are typed and stepped, how wrong ones are met, and what a screen reader is told. */

describe('typed numbers', () => {
  const range = { name: 'Height', low: 0.05, high: 20, unit: 'm' };

  it.each([
    ['1.7', 1.7],
    ['1,7', 1.7],
    ['1.7 m', 1.7],
    ['+2', 2],
    ['0.05', 0.05],
  ])('%s is taken', (text, value) => expect(readNumber(text, range)).toBe(value));

  it.each(['', 'high', '1.2.3', '--2', '20.01', '-1', '1e3', 'Infinity', 'NaN', '１'])(
    '%j is refused with the limits',
    (text) => {
      expect(readNumber(text, range)).toMatch(/^Height must be a number from 0\.05 to 20 m/);
    },
  );

  it.each([
    ['1/3', 1 / 3],
    ['-2/3', -2 / 3],
    ['−2/3', -2 / 3],
    ['1 1/3', 4 / 3],
    ['-1+2/3 stops', -5 / 3],
    ['.7', 0.7],
    ['−.3', -0.3],
    ['–1,3 stops', -1.3],
  ])('%s is taken for stops', (text, value) =>
    expect(readNumber(text, { name: 'Level', low: -4, high: 4, unit: 'stops' })).toBeCloseTo(value, 12),
  );

  it.each(['1/0', '1/3/2', '12/3', '1/', '/3', '1 1', '5 1/3'])('%s is refused for stops', (text) => {
    expect(readNumber(text, { name: 'Level', low: -4, high: 4, unit: 'stops' })).toMatch(/^Level must be a number/);
  });

  it('a fraction is for stops, and for nothing else', () => {
    expect(readNumber('1/3', range)).toMatch(/^Height must be/);
  });

  it('what is long is shown shortened', () => {
    const said = readNumber('x'.repeat(500), range) as string;
    expect(said.length).toBeLessThan(100);
  });

  it.each([
    ['1/200', 1 / 200],
    ['1 / 200 s', 1 / 200],
    ['0.5', 0.5],
    ['0,5 s', 0.5],
    ['30', 30],
  ])('%s is an exposure time', (text, seconds) => expect(readShutter(text)).toBeCloseTo(seconds, 12));

  it.each(['1/0', '1/99999', '90', 'fast', '-1', '1/-5'])('%s is no exposure time', (text) => {
    expect(readShutter(text)).toMatch(/^Shutter must be/);
  });

  it.each([
    [1, 100, 200, 'up'],
    [-1, 100, 50, 'down'],
    [1, 400, 400, 'at the end'],
    [1, 120, 200, 'between two'],
    [-1, 120, 100, 'between two, down'],
  ] as const)('the next of a series, %d from %d is %d: %s', (by, from, to, _) => {
    expect(nextInSeries([50, 100, 200, 400], from, by)).toBe(to);
  });
});

describe('typed powers', () => {
  const flash = fixtureOf('flash-400');
  const lamp = fixtureOf('led-spot');

  it.each([
    ['1/1', 0],
    ['full', 0],
    ['1/8', -3],
    ['1/8 +1/3', -3 + 1 / 3],
    ['1/8 -0.3', -3.3],
    ['-2.3', -2.3],
    ['−2.3 stops', -2.3],
    ['0', 0],
    ['200 J', -1],
    ['50 ws', -3],
  ])('%s of a 400 J head', (text, stops) => expect(readPower(text, flash)).toBeCloseTo(stops, 9));

  it.each([
    ['brighter', /is none of them/],
    ['', /is none of them/],
    ['800 J', /Full is the most/],
    ['1/4000', /Its lowest is/],
    ['-20', /Its lowest is/],
    ['1/0', /is none of them|Full is the most/],
  ])('%j is refused with the way out', (text, said) => expect(readPower(text, flash)).toMatch(said));

  it('percent follows the dimmer, and joules are of flash alone', () => {
    const linear = { ...lamp, dimmer: 1 } as Fixture;
    expect(readPower('50 %', linear)).toBeCloseTo(-1, 6);
    expect(readPower('100 %', linear)).toBeCloseTo(0, 9);
    expect(readPower('50 J', lamp)).toMatch(/is none of them/);
  });
});

describe('typed lengths', () => {
  afterEach(() => useLengthUnit.setState({ unit: 'metres' }));
  const range = { name: 'Distance', low: 0.2, high: 30 };

  it.each([
    ['1.7', 1.7],
    ['170 cm', 1.7],
    ['5\' 6"', 1.6764],
    ['6 ft', 1.8288],
    ['18"', 0.4572],
  ])('%s in metres', (text, metres) => expect(readLength(text, range)).toBeCloseTo(metres, 4));

  it('a bare figure is in the unit of the device, and so are the limits that are said', () => {
    useLengthUnit.setState({ unit: 'feet' });
    expect(readLength('6', range)).toBeCloseTo(1.8288, 4);
    expect(readLength('200', range)).toMatch(/Distance must be a length from 8″ to 98′ 5″\.$/);
    expect(readLength('far', range)).toMatch(/Type it as 1\.7, 170 cm or 5' 6"/);
  });
});

describe('a dial', () => {
  function Own({ series, unit = '' }: { readonly series?: readonly number[]; readonly unit?: string }) {
    const [value, setValue] = useState(2);
    const given = series ? { series } : { step: 0.5 };
    return <Dial label="Level" value={value} onChange={setValue} low={1} high={4} unit={unit} {...given} />;
  }

  it('steps within its limits, and takes what is typed', () => {
    show(<Own />);
    press('Level: more');
    expect(valueOf('Level')).toBe('2.5');
    for (let i = 0; i < 9; i++) press('Level: more');
    expect(valueOf('Level')).toBe('4');
    type('Level', '1,25');
    expect(valueOf('Level')).toBe('1.25');
    for (let i = 0; i < 9; i++) press('Level: less');
    expect(valueOf('Level')).toBe('1');
  });

  it('a wrong entry stays as typed, is marked and said, and goes with the next right one', () => {
    show(<Own unit="stops" />);
    type('Level', 'much');
    expect(valueOf('Level')).toBe('much');
    expect(screen.getByLabelText('Level').getAttribute('aria-invalid')).toBe('true');
    expect(errors().join()).toMatch(/^Level must be a number from 1 to 4 stops; "much" is not\./);
    type('Level', '3');
    expect(errors()).toEqual([]);
    expect(valueOf('Level')).toBe('3 stops');
  });

  it('a wrong entry is put aside by a step', () => {
    show(<Own />);
    type('Level', '99');
    expect(errors()).toHaveLength(1);
    press('Level: more');
    expect(valueOf('Level')).toBe('2.5');
    expect(errors()).toEqual([]);
  });

  it('goes through a series as marked', () => {
    show(<Own series={[1, 1.4, 2, 2.8, 4]} />);
    press('Level: more');
    expect(valueOf('Level')).toBe('2.8');
    press('Level: less');
    press('Level: less');
    expect(valueOf('Level')).toBe('1.4');
  });

  it('offers the keys that a keyboard of figures lacks, while it is typed', () => {
    function Shutter() {
      const [value, setValue] = useState(1 / 60);
      return <ShutterDial label="Shutter" value={value} onChange={setValue} />;
    }
    show(<Shutter />);
    expect(screen.queryByRole('group', { name: 'Keys for this value' })).toBeNull();
    const field = screen.getByLabelText('Shutter');
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: '' } });
    const keys = within(screen.getByRole('group', { name: 'Keys for this value' }));
    act(() => keys.getByText('1/').click());
    expect(valueOf('Shutter')).toBe('1/');
    fireEvent.change(field, { target: { value: `${valueOf('Shutter')}250` } });
    fireEvent.blur(field);
    expect(valueOf('Shutter')).toMatch(/^1\/250/);
  });
});

describe('the keyboard of a phone', () => {
  const keyboardOf = (unit: string, low: number) => {
    const { unmount } = show(<Dial label="Value" value={1} onChange={() => undefined} low={low} high={9000} unit={unit} />);
    const field = screen.getByLabelText('Value');
    fireEvent.focus(field);
    const keys = screen.queryByRole('group', { name: 'Keys for this value' });
    const names = keys
      ? within(keys)
          .getAllByRole('button')
          .map(({ textContent }) => textContent!)
      : [];
    const found = { mode: field.getAttribute('inputmode'), names };
    unmount();
    return found;
  };

  it('has figures alone where they will do, and all keys where a sign is typed', () => {
    expect(keyboardOf('K', 1800)).toEqual({ mode: 'decimal', names: [] });
    expect(keyboardOf('%', 0)).toEqual({ mode: 'decimal', names: [] });
    expect(keyboardOf('stops', -4)).toEqual({ mode: null, names: [] });
    expect(keyboardOf('m', 0.2)).toEqual({ mode: 'decimal', names: ['m', 'cm', '′', '″'] });
  });
});

describe('choices', () => {
  const options = [
    { id: 'a', name: 'First' },
    { id: 'b', name: 'Second' },
  ] as const;

  it('a row of words tells which is chosen', () => {
    function Own() {
      const [value, setValue] = useState<'a' | 'b'>('a');
      return <Choice label="Which" options={options} value={value} onChange={setValue} />;
    }
    show(<Own />);
    const checked = () => screen.getAllByRole('radio').map((one) => one.getAttribute('aria-checked'));
    expect(checked()).toEqual(['true', 'false']);
    press('Second', 'radio');
    expect(checked()).toEqual(['false', 'true']);
    expect(screen.getByRole('radiogroup', { name: 'Which' })).toBeTruthy();
  });

  it('one of many opens a sheet, which its close button and the veil close', () => {
    const picked: string[] = [];
    show(<Pick label="Gel" current="First" options={options} onPick={(id) => picked.push(id)} />);
    press('Gel: First. Change');
    const sheet = within(screen.getByRole('dialog', { name: 'Gel' }));
    act(() => sheet.getByText('Second').click());
    expect(picked).toEqual(['b']);
    expect(screen.queryByRole('dialog')).toBeNull();
    press('Gel: First. Change');
    act(() => within(screen.getByRole('dialog')).getAllByRole('button', { name: 'Close' })[0]!.click());
    expect(screen.queryByRole('dialog')).toBeNull();
    expect(picked).toEqual(['b']);
  });

  it('a sheet closes by Escape', () => {
    let closed = 0;
    show(
      <Sheet title="Own" onClose={() => closed++}>
        <Button label="Inside" onPress={() => undefined} />
      </Sheet>,
    );
    fireEvent.keyUp(document, { key: 'Escape' });
    expect(closed).toBe(1);
  });
});

describe('text', () => {
  it('a field says when it holds no more, and what is wrong', () => {
    function Own() {
      const [text, setText] = useState('');
      return (
        <Field label="Name" value={text} onChange={setText} most={5} error={text === 'bad' ? 'Another name, please.' : null} />
      );
    }
    show(<Own />);
    type('Name', 'bad');
    expect(errors()).toEqual(['Another name, please.']);
    expect(screen.getByLabelText('Name').getAttribute('aria-invalid')).toBe('true');
    type('Name', 'Lamps');
    expect(screen.getByText('It takes 5 characters; that is as many as it holds.')).toBeTruthy();
    expect(screen.getByLabelText('Name').getAttribute('maxlength')).toBe('5');
  });

  it('figures are a table with heads, and the row in use is told', () => {
    const rows = [
      { id: '1', cells: ['f/4', '1.2 m'] },
      { id: '2', cells: ['f/5.6', '1.7 m'], present: true, note: 'as now' },
    ];
    show(<Table label="Depth" columns={['f/', 'Sharp']} rows={rows} />);
    const table = within(screen.getByRole('table', { name: 'Depth' }));
    expect(table.getAllByRole('columnheader').map((head) => head.textContent)).toEqual(['f/', 'Sharp']);
    const present = table.getAllByRole('row').filter((row) => row.getAttribute('aria-current') === 'true');
    expect(present.map((row) => row.textContent)).toEqual(['f/5.61.7 m']);
    expect(table.getByText('as now')).toBeTruthy();
  });

  it('a topic is one line with what stands there, opens in place, and all open at once', () => {
    localStorage.removeItem('fulgent:topics');
    show(
      <>
        <Topic id="own.one" title="Gels" now="none">
          <Button label="Add a gel" onPress={() => undefined} />
        </Topic>
        <TopicsSwitch />
      </>,
    );
    const line = () => screen.getByTestId('topic-own.one');
    if (line().getAttribute('aria-expanded') === 'true') press('One line each');
    expect(line().getAttribute('aria-expanded')).toBe('false');
    expect(screen.queryByRole('button', { name: 'Add a gel' })).toBeNull();
    act(() => line().click());
    expect(screen.getByRole('button', { name: 'Add a gel' })).toBeTruthy();
    act(() => line().click());
    press('Open everything');
    expect(screen.getByRole('button', { name: 'Add a gel' })).toBeTruthy();
  });

  it('a question mark opens one paragraph', () => {
    show(
      <Section title="Levels" what={{ title: 'Levels of the picture', text: 'How much of it is how bright.' }}>
        <></>
      </Section>,
    );
    act(() => screen.getByRole('button', { name: /What is/ }).click());
    expect(screen.getByText('How much of it is how bright.')).toBeTruthy();
  });
});

describe('what is said at the foot', () => {
  it('goes after a while, and with what it offers', () => {
    jest.useFakeTimers();
    try {
      show(<Toasts />);
      let undone = 0;
      act(() => say('Rim removed.', { label: 'Undo', run: () => undone++ }));
      expect(screen.getByText('Rim removed.')).toBeTruthy();
      act(() => jest.advanceTimersByTime(7000));
      expect(screen.getByText('Rim removed.')).toBeTruthy();
      act(() => jest.advanceTimersByTime(2000));
      expect(screen.queryByText('Rim removed.')).toBeNull();
      act(() => say('Key removed.', { label: 'Undo', run: () => undone++ }));
      press('Undo');
      expect(undone).toBe(1);
      expect(screen.queryByText('Key removed.')).toBeNull();
    } finally {
      jest.useRealTimers();
    }
  });
});

describe('a guess on the axis', () => {
  function Own({ truth = null }: { readonly truth?: number | null }) {
    const [value, setValue] = useState(0);
    const axis = { low: -3, high: 3 } as Parameters<typeof GuessAxis>[0]['axis'];
    return (
      <GuessAxis label="How many stops" axis={axis} step={1 / 3} width={300} value={value} onChange={setValue} truth={truth} />
    );
  }
  const slider = () => screen.getByRole('slider', { name: 'How many stops' });
  const key = (name: string) => fireEvent.keyDown(slider(), { key: name });
  const now = () => Number(slider().getAttribute('aria-valuenow'));

  it('is moved by keys, within its ends', () => {
    show(<Own />);
    key('ArrowRight');
    expect(now()).toBeCloseTo(1 / 3, 2);
    key('PageUp');
    expect(now()).toBeCloseTo(4 / 3, 2);
    for (let i = 0; i < 5; i++) key('PageUp');
    expect(now()).toBe(3);
    key('ArrowDown');
    key('PageDown');
    expect(now()).toBeCloseTo(5 / 3, 2);
  });

  it('stands once the truth is shown beside it', () => {
    show(<Own truth={1.5} />);
    key('PageUp');
    expect(now()).toBe(0);
    expect(screen.getByTestId('guess').textContent).toContain('it is +1.5');
    expect(screen.getByTestId('truth')).toBeTruthy();
  });
});
