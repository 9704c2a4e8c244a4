import { demoLooks } from '@fulgent/core/demo';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { FrameCanvas } from '../src/frame/FrameCanvas';
import { Waiting, WaitingRows } from '../src/ui/Waiting';

jest.unmock('../src/frame/FrameCanvas');

const poster = demoLooks()[0]!;
const mockPainted: unknown[] = [];
jest.mock('../src/workers/frame', () => ({
  frame: () => null,
  thumbs: () => null,
  latestPainter: () => ({ paint: (wish: unknown) => mockPainted.push(wish), stop: () => undefined }),
}));

describe('the shape of what comes', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('keeps the place of rows at once, and is seen and told only of what is not there in a moment', () => {
    const { container } = render(<WaitingRows count={3} />);
    expect(screen.queryByRole('status')).toBeNull();
    expect((container.firstElementChild as HTMLElement).style.height).toMatch(/^\d+px$/);
    act(() => jest.advanceTimersByTime(300));
    const rows = screen.getByRole('status', { name: 'Computing' });
    expect(rows.children).toHaveLength(3);
  });

  it('says what is done meanwhile', () => {
    render(<Waiting height={100} label="Loading the log" />);
    expect(screen.getByRole('status', { name: 'Loading the log' }).style.height).toBe('100px');
  });
});

describe('a picture under which a stored one is seen', () => {
  beforeEach(() => mockPainted.splice(0));
  const canvas = (waits: boolean, look = poster, url: string | null = '/stored.jpg') => (
    <FrameCanvas look={look} width={80} height={100} poster={url ?? undefined} waits={waits} label="Picture" />
  );

  it('is drawn once what comes first is there', () => {
    const { rerender } = render(canvas(true));
    expect(mockPainted).toHaveLength(0);
    rerender(canvas(false));
    expect(mockPainted).toHaveLength(1);
  });

  it('is drawn at once where there is none, where it cannot be had, and where the look is another', () => {
    render(canvas(true, poster, null));
    expect(mockPainted.splice(0)).toHaveLength(1);
    const { container, rerender } = render(canvas(true));
    fireEvent.error(container.querySelector('img')!);
    expect(mockPainted).toHaveLength(1);
    rerender(canvas(true, { ...poster, camera: { ...poster.camera, iso: 2 * poster.camera.iso } }));
    expect(mockPainted).toHaveLength(2);
  });
});
