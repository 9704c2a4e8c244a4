import { api } from '../api/client';

/** A moving picture: what to draw from, and how to end it. */
export interface LiveSource {
  readonly element: HTMLVideoElement | HTMLImageElement;
  readonly size: () => readonly [width: number, height: number];
  readonly stop: () => void;
}

/** Why no camera can be had from here, with the way; null where one can be asked for. */
export function whyNoCamera(): string | null {
  if (!window.isSecureContext)
    return `Browsers give cameras to secure pages only, and ${window.location.host} is reached without encryption. Open it by https (More, On a phone), or on the machine itself.`;
  return typeof navigator.mediaDevices === 'undefined' ? 'This browser has no video inputs. Open the page in another one.' : null;
}

/** What went wrong with an input, in words. */
function problemOf(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The browser was told not to use the camera. Allow it in the page’s settings, and start again.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'There is no such video input. Plug it in, and start again.';
  if (name === 'NotReadableError') return 'Another program holds this input. Close it there, and start again.';
  return error instanceof Error ? error.message : String(error);
}

/** Opens a video input; '' takes the one that looks away from the person. @throws Error with the remedy. */
export async function openInput(deviceId: string): Promise<LiveSource> {
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: false,
      video: {
        ...(deviceId ? { deviceId: { exact: deviceId } } : { facingMode: 'environment' }),
        width: { ideal: 1920 },
        height: { ideal: 1080 },
      },
    });
  } catch (error) {
    throw new Error(problemOf(error), { cause: error });
  }
  const element = document.createElement('video');
  element.muted = true;
  element.playsInline = true;
  element.srcObject = stream;
  await element.play();
  return {
    element,
    size: () => [element.videoWidth, element.videoHeight],
    stop: () => stream.getTracks().forEach((track) => track.stop()),
  };
}

const SIMULATED_MS = 1500;

/** What the simulated camera sees, again and again. */
export function openSimulated(lookId: string, onProblem: (text: string) => void): LiveSource {
  const shown = new Image();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isOver = false;
  let failed = 0;
  const next = () => {
    const coming = new Image();
    const again = () => {
      if (!isOver) timer = setTimeout(next, SIMULATED_MS);
    };
    coming.onload = () => {
      failed = 0;
      shown.src = coming.src;
      again();
    };
    coming.onerror = () => {
      // The first may take the server so long that it asks to be asked again.
      failed += 1;
      if (failed > 1) onProblem('The simulated camera gives no picture. Turn the stand-in devices on.');
      again();
    };
    coming.src = api.simulatedLive(lookId, Date.now());
  };
  next();
  return {
    element: shown,
    size: () => [shown.naturalWidth, shown.naturalHeight],
    stop: () => {
      isOver = true;
      clearTimeout(timer);
    },
  };
}

/** The inputs that the browser offers; their names are told once one was allowed. */
export async function videoInputs(): Promise<readonly { readonly id: string; readonly name: string }[]> {
  const all = await navigator.mediaDevices.enumerateDevices();
  return all
    .filter(({ kind, deviceId }) => kind === 'videoinput' && deviceId)
    .map(({ deviceId, label }, i) => ({ id: deviceId, name: label || `Input ${i + 1}` }));
}

/** What a source shows at this moment, whole. @throws Error where there is nothing yet. */
export async function frameOf({ element, size }: LiveSource): Promise<Blob> {
  const [width, height] = size();
  const whole = Object.assign(document.createElement('canvas'), { width, height });
  whole.getContext('2d')!.drawImage(element, 0, 0);
  const file = await new Promise<Blob | null>((resolve) => whole.toBlob(resolve, 'image/png'));
  if (!file) throw new Error('The input gives no picture yet. Take it again in a moment.');
  return file;
}

const CLIPS_FROM = 254;
const [STRIPE_PX, BLACK, WHITE] = [3, 0, 255];

/** Hatches what has lost a channel, in place. */
export function hatch({ data, width }: ImageData): void {
  for (let p = 0; p < data.length / 4; p++) {
    const q = 4 * p;
    if (data[q]! < CLIPS_FROM && data[q + 1]! < CLIPS_FROM && data[q + 2]! < CLIPS_FROM) continue;
    const isDark = Math.floor(((p % width) + Math.floor(p / width)) / STRIPE_PX) % 2 === 0;
    data.fill(isDark ? BLACK : WHITE, q, q + 3);
  }
}
