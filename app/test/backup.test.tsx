/** @jest-environment jsdom */
import { waitFor } from '@testing-library/react';
import { BackupPage } from '../src/log/BackupPage';
import { press, screen, show, within } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

const mockTaken: boolean[] = [];
const mockSaid: string[] = [];

jest.mock('../src/ui/files', () => ({ chooseFile: async () => new Blob(['PK']) }));
jest.mock('../src/ui/Toasts', () => ({ say: (text: string) => mockSaid.push(text) }));
jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  return {
    ...actual,
    api: {
      ...actual.api,
      takeArchive: async (_file: Blob, leaveUnread: boolean) => {
        mockTaken.push(leaveUnread);
        const message = 'The picture of “Test 3” cannot be read.';
        if (!leaveUnread) throw new actual.ApiError(422, message, [{ field: 'frames/x.picture', message }], null, true);
        return { added: 4, same: 1, beside: 0, left: 1 };
      },
    },
  };
});

it('an archive with a damaged picture names it, and comes in without it where that is wished', async () => {
  show(<BackupPage />);
  press('Take one in');
  const sheet = await screen.findByRole('dialog');
  expect(sheet.textContent).toContain('“Test 3” cannot be read');
  expect(mockTaken).toEqual([false]);
  within(sheet).getByRole('button', { name: 'Take it in without them' }).click();
  await waitFor(() => expect(mockSaid).toEqual(['4 added, 1 here already, 1 frame left out.']));
  expect(mockTaken).toEqual([false, true]);
  expect(screen.queryByRole('dialog')).toBeNull();
});
