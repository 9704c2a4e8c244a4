/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { api, ApiError, OfflineError } from '../src/api/client';
import { Thumbnail } from '../src/frame/Thumbnail';

/** Answers of a server, one after another. */
function answers(...all: readonly { readonly status?: number; readonly after?: string; readonly body?: unknown }[]) {
  const asked: [string, RequestInit][] = [];
  let n = 0;
  global.fetch = jest.fn(async (url: string, options: RequestInit) => {
    asked.push([url, options]);
    const { after, body, status = 200 } = all[Math.min(n++, all.length - 1)]!;
    return {
      ok: status < 400,
      status,
      headers: { get: (name: string) => (name === 'Retry-After' ? (after ?? null) : null) },
      text: async () => JSON.stringify(body),
      blob: async () => body,
    } as unknown as Response;
  }) as unknown as typeof fetch;
  return asked;
}

const busy = { status: 503, after: '1', body: { detail: 'This takes longer than 9 s here.' } };

describe('what a busy server has under way', () => {
  const { fetch } = global;
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => {
    jest.useRealTimers();
    global.fetch = fetch;
  });

  it('is asked for again, and taken when it is there', async () => {
    const asked = answers(busy, busy, { body: { id: 'frame' } });
    const frame = api.shoot('look', { alone: 'none' });
    await jest.advanceTimersByTimeAsync(2100);
    await expect(frame).resolves.toEqual({ id: 'frame' });
    expect(asked).toHaveLength(3);
    expect(new Set(asked.map(([url, { method, body }]) => `${method} ${url} ${String(body)}`)).size).toBe(1);
  });

  it('is a file, too', async () => {
    answers(busy, { body: 'a PDF' });
    const file = api.sheetPdf('look', 'a4');
    await jest.advanceTimersByTimeAsync(1100);
    await expect(file).resolves.toBe('a PDF');
  });

  it('is told where it does not come', async () => {
    const asked = answers(busy);
    const file = expect(api.sheetPdf('look', 'letter')).rejects.toMatchObject({ status: 503, message: busy.body.detail });
    await jest.advanceTimersByTimeAsync(60_000);
    await file;
    expect(asked).toHaveLength(8);
  });

  it('is not what was stopped: that is told at once', async () => {
    const asked = answers({ status: 503, body: { detail: 'This took longer than 45 s and was stopped.' } });
    await expect(api.sheetPdf('look', 'a4')).rejects.toBeInstanceOf(ApiError);
    expect(asked).toHaveLength(1);
  });

  it('never waits long between two times, whatever the server says', async () => {
    const asked = answers({ ...busy, after: '3600' }, { body: 'a PDF' });
    const file = api.sheetPdf('look', 'a4');
    await jest.advanceTimersByTimeAsync(5100);
    await expect(file).resolves.toBe('a PDF');
    expect(asked).toHaveLength(2);
  });

  it('is another thing than a server that cannot be reached', async () => {
    global.fetch = jest.fn(() => Promise.reject(new TypeError('no network'))) as unknown as typeof fetch;
    await expect(api.sheetPdf('look', 'a4')).rejects.toBeInstanceOf(OfflineError);
  });
});

describe('the picture on a card', () => {
  /** Pictures that were asked for and have not come. */
  const coming: { src: string; onerror: (event: unknown) => void }[] = [];
  const { Image } = window;
  beforeEach(() => {
    coming.length = 0;
    jest.useFakeTimers();
    window.Image = function (this: (typeof coming)[number]) {
      coming.push(this);
    } as unknown as typeof Image;
  });
  afterEach(() => {
    jest.useRealTimers();
    window.Image = Image;
  });

  const fail = () => {
    act(() => coming.at(-1)!.onerror({ nativeEvent: {} }));
    act(() => void jest.advanceTimersByTime(2100));
  };
  const picture = () => screen.queryByLabelText('Salt, simulated');

  it('is asked for again while it may still be drawn, and left out at last', () => {
    render(<Thumbnail id="a" revision={3} patches={{ backdrop: '#123456' }} title="Salt" width={100} />);
    expect(coming.map(({ src }) => src)).toEqual([api.lookPicture('a', 3)]);
    for (let i = 0; i < 5; i++) fail();
    const again = [1, 2, 3, 4, 5].map((n) => `${api.lookPicture('a', 3)}&again=${n}`);
    expect(coming.map(({ src }) => src).slice(1)).toEqual(again);
    expect(picture()).not.toBeNull();
    fail();
    expect(picture()).toBeNull();
  });
});
