/** @jest-environment jsdom */
import type { Revision } from '@fulgent/core/contracts';
import { waitFor } from '@testing-library/react';
import { EarlierSheet } from '../src/look/EarlierSheet';
import { undo } from '../src/look/store';
import { now, open, poster, press, screen, show, type, within } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

const HOUR = 3_600_000;
const mockVersions: Revision[] = [];

jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  return {
    ...actual,
    api: {
      ...actual.api,
      updateLook: () => Promise.reject(new actual.OfflineError()),
      readRevision: async (_id: string, revision: number) => ({
        ...jest.requireActual('./pages').poster,
        title: `Number ${revision}`,
      }),
      nameRevision: async (_id: string, revision: number, name: string) => {
        const at = mockVersions.findIndex((one) => one.revision === revision);
        mockVersions[at] = { ...mockVersions[at]!, name };
        return mockVersions[at];
      },
    },
  };
});

beforeEach(() => {
  mockVersions.splice(
    0,
    Infinity,
    ...[3, 2, 1].map((revision) => ({ revision, createdAt: revision * HOUR, by: revision === 2 ? 'Ana’s phone' : '', name: '' })),
  );
  open(poster);
});

const versions = async () => mockVersions.map((one) => ({ ...one }));

it('an earlier version comes back as one step, which undo takes back', async () => {
  let isClosed = false;
  show(<EarlierSheet id="look-1" onClose={() => (isClosed = true)} />, versions);
  const second = within(await screen.findByTestId('version-2'));
  expect(second.getByText(/Ana’s phone/)).toBeTruthy();
  // What is there now is not gone back to.
  expect(within(screen.getByTestId('version-3')).queryByRole('button', { name: 'Go back to this' })).toBeNull();
  second.getByRole('button', { name: 'Go back to this' }).click();
  await waitFor(() => expect(now().title).toBe('Number 2'));
  expect(isClosed).toBe(true);
  undo();
  expect(now()).toBe(poster);
});

it('a version is kept under a name, and shows it', async () => {
  show(<EarlierSheet id="look-1" onClose={() => undefined} />, versions);
  within(await screen.findByTestId('version-1'))
    .getByRole('button', { name: 'Keep under a name' })
    .click();
  await screen.findByLabelText('What it is kept for');
  type('What it is kept for', ' As shot ');
  press('Keep');
  await waitFor(() => expect(within(screen.getByTestId('version-1')).getByText('As shot')).toBeTruthy());
  expect(mockVersions[2]!.name).toBe('As shot');
});
