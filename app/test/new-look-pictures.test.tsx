import { act, fireEvent, waitFor } from '@testing-library/react';
import { NewLookPage } from '../src/shoots/NewLookPage';
import first from '../src/shoots/first.json';
import { screen, show, within } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

beforeEach(() => localStorage.clear());

const at = (name: string) => `/first/${first.version}/${name}.jpg`;
const page = () => show(<NewLookPage shootId={undefined} />);
const pictures = () => [...document.querySelectorAll<HTMLImageElement>('img[data-poster]')].map((one) => one.getAttribute('src'));
/** The large picture comes before those of the colours. */
const large = () => pictures()[0];
const colours = () => pictures().slice(-6);
const choose = (group: string, name: string) =>
  act(() =>
    within(screen.getByRole('radiogroup', { name: group }))
      .getByRole('radio', { name })
      .click(),
  );

describe('a new look shows pictures at once', () => {
  it('that were drawn beforehand, of every pair of colours in the mood that is chosen', () => {
    page();
    expect(large()).toBe(at('azure-amber-neutral'));
    choose('Mood', 'Dark');
    choose('Colours', 'Orange and blue');
    expect(large()).toBe(at('orange-blue-dark'));
    expect(colours()).toEqual(
      ['azure-amber', 'magenta-teal', 'orange-blue', 'red-green', 'violet-yellow', 'blush-azure'].map((id) => at(`${id}-dark`)),
    );
  });

  it('and of everybody, each at its place of one strip', () => {
    page();
    const faces = () => within(screen.getByRole('radiogroup', { name: 'Person' })).queryAllByRole('img');
    expect(faces()).toHaveLength(5);
    expect(new Set(faces().map((one) => one.getAttribute('src')))).toEqual(new Set([at('faces-azure-amber-neutral')]));
    expect(new Set(faces().map(({ style }) => style.left)).size).toBe(5);
    choose('Person', 'Curls');
    expect(large()).toBe(at('who-curls'));
    expect(faces()[0]!.getAttribute('src')).toBe(at('faces-azure-amber-neutral'));
  });

  it('but none where lights are of the own kit alone', async () => {
    show(<NewLookPage shootId={undefined} />, async (url) => (url.endsWith('policy') ? { ownOnly: true } : []));
    expect(large()).toBe(at('azure-amber-neutral'));
    await waitFor(() => expect(pictures()).toEqual([]));
  });

  it('but none of what was not drawn beforehand', () => {
    page();
    choose('Skin', 'Dark');
    // No large one; the pairs keep their colours, on somebody else, until they are drawn.
    expect(pictures()).toEqual(colours());
    expect(colours()[1]).toBe(at('magenta-teal-neutral'));
    choose('Skin', 'Light');
    expect(large()).toBe(at('azure-amber-neutral'));
  });

  it('and draws by itself where one cannot be had', () => {
    page();
    fireEvent.error(document.querySelector('img[data-poster]')!);
    expect(pictures()).toEqual([]);
  });

  it('nor where the strip of faces cannot', () => {
    page();
    fireEvent.error(within(screen.getByRole('radiogroup', { name: 'Person' })).getAllByRole('img')[0]!);
    expect(within(screen.getByRole('radiogroup', { name: 'Person' })).queryAllByRole('img')).toEqual([]);
    expect(pictures()).toEqual([]);
  });
});
