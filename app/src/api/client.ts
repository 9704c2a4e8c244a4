import type { PracticeAnswer } from '@fulgent/core/practice';
import type { KitEntry, KitFile, KitPolicy } from '@fulgent/core/catalogue';
import type { MeterReading } from '@fulgent/core/control';
import type { FrameLabel, FrameMeta, FrameNotes, FrameReading, FrameRecord } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import type { Problem } from '@fulgent/core/scene';
import type {
  ArchiveOutcome,
  DatabaseCopy,
  Deviations,
  DevicesState,
  Here,
  KitOutcome,
  Revision,
  SessionState,
  Shoot,
  StoredEntry,
  StoredLook,
  WatchState,
  LookSummary,
} from '@fulgent/core/contracts';

import { PICTURE_FACTS } from '@fulgent/core/contracts';
import { deviceName, THIS_WINDOW } from '../door/device';

/** An answer of the server that is not success; `problems` name the fields. */
export class ApiError extends Error {
  readonly status: number;
  readonly problems: readonly Problem[];
  /** The present look, in a 409. */
  readonly current: StoredLook | null;
  /** Whether what is wrong can be left out, in a 422 of an archive. */
  readonly canLeave: boolean;

  constructor(status: number, message: string, problems: readonly Problem[], current: StoredLook | null, canLeave = false) {
    super(message);
    this.name = 'ApiError';
    this.status = status;
    this.problems = problems;
    this.current = current;
    this.canLeave = canLeave;
  }
}

/** Anything that kept the request from being answered: no network, server stopped. */
export class OfflineError extends Error {
  constructor() {
    super('The server cannot be reached. Your work stays here and is sent when it is back.');
    this.name = 'OfflineError';
  }
}

/** A look as it was read; `isKept`: not from the server, which cannot be reached, but as this device last saw it. */
export interface ReadLook extends StoredLook {
  readonly isKept?: boolean;
}

/** Answers that may be another a moment later: the server is busy, full, starting or stopping. */
export const isPassing = ({ status }: ApiError): boolean => status >= 500 || status === 408 || status === 425 || status === 429;

/** Sends once more what a busy server stopped before anything of it was done (503): the second time much of it is at hand there. */
export async function onceMore<T>(send: () => Promise<T>): Promise<T> {
  try {
    return await send();
  } catch (error) {
    if (error instanceof ApiError && error.status === 503) return send();
    throw error;
  }
}

/** Called when the server wants the passcode; the page that asks for it listens. */
let onLocked: () => void = () => undefined;
export function whenLocked(listener: () => void): void {
  onLocked = listener;
}

/** How often the same is asked for, and how long at most is waited between, s. */
const [MOST_ASKED, LONGEST_PAUSE_S] = [8, 5];

async function answerOf(
  method: string,
  url: string,
  body: BodyInit | undefined,
  headers: Record<string, string>,
): Promise<Response> {
  try {
    // Whoever works on the same things is told by which device.
    const who: Record<string, string> = method === 'GET' ? {} : { 'X-Fulgent-Who': encodeURIComponent(deviceName()) };
    for (let asked = 1; ; asked++) {
      const answer = await fetch(url, { method, headers: { ...headers, ...who }, ...(body === undefined ? {} : { body }) });
      // What takes long goes on there, and is handed over when it is asked for again.
      const afterS = answer.status === 503 ? Number(answer.headers.get('Retry-After')) : 0;
      if (!(afterS > 0) || asked === MOST_ASKED) return answer;
      await new Promise((resolve) => setTimeout(resolve, 1000 * Math.min(afterS, LONGEST_PAUSE_S)));
    }
  } catch {
    throw new OfflineError();
  }
}

async function taken<T>(response: Response): Promise<T> {
  const text = await response.text();
  const value: unknown = text ? parsed(text) : undefined;
  if (response.ok) return value as T;
  const problem = (value ?? {}) as {
    detail?: string;
    errors?: Problem[];
    field?: string;
    current?: StoredLook;
    canLeave?: boolean;
  };
  if (response.status === 401 && problem.field === undefined) onLocked();
  throw new ApiError(
    response.status,
    problem.detail ?? `The server answered ${response.status}.`,
    problem.errors ?? [],
    problem.current ?? null,
    problem.canLeave,
  );
}

async function request<T>(method: string, url: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
  const json = body === undefined ? undefined : JSON.stringify(body);
  return taken(
    await answerOf(method, url, json, { ...(json === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers }),
  );
}

/** Sends a file as it is. */
async function sendFile<T>(url: string, file: Blob, type: string): Promise<T> {
  return taken(await answerOf('POST', url, file, { 'Content-Type': type }));
}

/** A picture that was read and is not kept: its pixels, and what its file says of it. */
export interface ReadPicture {
  readonly png: Blob;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly meta: FrameMeta;
}

async function readPicture(file: Blob): Promise<ReadPicture> {
  const response = await answerOf('POST', '/api/pictures', file, { 'Content-Type': pictureType(file) });
  if (!response.ok) return taken(response);
  const facts = JSON.parse(decodeURIComponent(response.headers.get(PICTURE_FACTS) ?? '')) as Omit<ReadPicture, 'png'>;
  return { ...facts, png: await response.blob() };
}

/** A file that the server makes. */
async function readFile(url: string): Promise<Blob> {
  const response = await answerOf('GET', url, undefined, {});
  return response.ok ? response.blob() : taken(response);
}

const pictureType = ({ type }: Blob): string =>
  ['image/jpeg', 'image/png', 'image/tiff'].includes(type) ? type : 'application/octet-stream';

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** SWR's fetcher. */
export const fetchJson = <T>(url: string): Promise<T> => request<T>('GET', url);

/** The one client of the API. */
export const api = {
  shoots: '/api/shoots',
  readLooks: () => request<LookSummary[]>('GET', '/api/looks'),
  readLook: async (id: string): Promise<ReadLook> => {
    const response = await answerOf('GET', `/api/looks/${id}`, undefined, {});
    return { ...(await taken<StoredLook>(response)), isKept: response.headers.get('X-Fulgent-Kept') === '1' };
  },
  /** Address of the picture of a revision; with `now` the one that was drawn before, or a coarse one at once. */
  lookPicture: (id: string, revision: number, now = false) => `/api/looks/${id}/picture?revision=${revision}${now ? '&now' : ''}`,
  createLook: (look: Look, shootId?: string) =>
    request<StoredLook>('POST', '/api/looks', { look, ...(shootId ? { shootId } : {}) }),
  updateLook: (id: string, basedOn: number, look: Look) =>
    request<StoredLook>('PUT', `/api/looks/${id}`, look, { 'If-Match': `"${basedOn}"` }),
  /** Says that this window has the look open. */
  here: (id: string) => request<Here>('POST', `/api/looks/${id}/here`, { window: THIS_WINDOW }),
  left: (id: string) => request<void>('POST', `/api/looks/${id}/left`, { window: THIS_WINDOW }),
  /** The same as the page goes: an ordinary request would go with it. */
  leftForGood: (id: string) =>
    navigator.sendBeacon(
      `/api/looks/${id}/left`,
      new Blob([JSON.stringify({ window: THIS_WINDOW })], { type: 'application/json' }),
    ),
  revisions: (id: string) => `/api/looks/${id}/revisions`,
  readRevision: (id: string, revision: number) => request<Look>('GET', `/api/looks/${id}/revisions/${revision}`),
  nameRevision: (id: string, revision: number, name: string) =>
    request<Revision>('PATCH', `/api/looks/${id}/revisions/${revision}`, { name }),
  deleteLook: (id: string) => request<void>('DELETE', `/api/looks/${id}`),
  restoreLook: (id: string) => request<StoredLook>('POST', `/api/looks/${id}/restore`),
  createShoot: (title: string) => request<Shoot>('POST', '/api/shoots', { title }),
  renameShoot: (id: string, title: string) => request<Shoot>('PATCH', `/api/shoots/${id}`, { title }),
  deleteShoot: (id: string) => request<void>('DELETE', `/api/shoots/${id}`),
  restoreShoot: (id: string) => request<void>('POST', `/api/shoots/${id}/restore`),
  kit: '/api/kit',
  kitPolicy: '/api/kit/policy',
  setKitPolicy: (policy: KitPolicy) => request<KitPolicy>('PUT', '/api/kit/policy', policy),
  kitExport: '/api/kit/export',
  kitTable: '/api/kit/export.csv',
  readEntry: (id: string) => request<StoredEntry>('GET', `/api/kit/${id}`),
  createEntry: (entry: KitEntry) => request<StoredEntry>('POST', '/api/kit', { entry }),
  updateEntry: (basedOn: number, entry: KitEntry) =>
    request<StoredEntry>('PUT', `/api/kit/${entry.id}`, entry, { 'If-Match': `"${basedOn}"` }),
  deleteEntry: (id: string) => request<void>('DELETE', `/api/kit/${id}`),
  restoreEntry: (id: string) => request<StoredEntry>('POST', `/api/kit/${id}/restore`),
  importKit: (file: KitFile) => request<KitOutcome>('POST', '/api/kit/import', file),
  practice: '/api/practice',
  practiceCsv: '/api/practice/export.csv',
  addPractice: (answers: readonly PracticeAnswer[]) => request<void>('POST', '/api/practice', { answers }),
  clearPractice: () => request<void>('DELETE', '/api/practice'),
  frames: '/api/frames',
  framesOf: (lookId: string) => `/api/looks/${lookId}/frames`,
  framePicture: (id: string) => `/api/frames/${id}/preview`,
  addFrame: (lookId: string, file: Blob, { name, kind, light, stops, video }: FrameLabel) =>
    sendFile<FrameRecord>(
      `/api/looks/${lookId}/frames?${new URLSearchParams({ name, kind, light, stops: String(stops), ...(video ? { video: 'yes' } : {}) }).toString()}`,
      file,
      pictureType(file),
    ),
  readPicture,
  readFrame: (id: string) => request<FrameRecord>('GET', `/api/frames/${id}`),
  /** Address of what was measured in a frame at a revision; the answer waits until it is. */
  frameReading: (id: string, revision: number) => `/api/frames/${id}/reading?revision=${revision}`,
  readFrameReading: (id: string) => request<FrameReading>('GET', `/api/frames/${id}/reading`),
  frameLook: (id: string) => request<Look>('GET', `/api/frames/${id}/look`),
  judgeFrame: (id: string, basedOn: number, notes: FrameNotes) =>
    request<FrameRecord>('PATCH', `/api/frames/${id}`, { notes }, { 'If-Match': `"${basedOn}"` }),
  deleteFrame: (id: string) => request<void>('DELETE', `/api/frames/${id}`),
  restoreFrame: (id: string) => request<FrameRecord>('POST', `/api/frames/${id}/restore`),
  log: '/api/log',
  devices: '/api/devices',
  switchDevices: (on: boolean) => request<DevicesState>('POST', '/api/devices', { on }),
  sendToDevices: (lookId: string) => request<DevicesState>('POST', '/api/devices/send', { lookId }),
  plant: (lookId: string, deviations: Deviations) =>
    request<DevicesState>('POST', '/api/devices/deviations', { lookId, deviations }),
  /** Address of what the simulated camera sees now; `at` tells one moment from another. */
  simulatedLive: (lookId: string, at: number) => `/api/devices/live?lookId=${lookId}&at=${at}`,
  watch: '/api/watch',
  setLive: (lookId: string) => request<WatchState>('PUT', '/api/watch', { lookId }),
  /** `alone` a light's id, 'none' for a black frame, or ''; or a light that is turned by so many stops. */
  shoot: (lookId: string, what: { readonly alone: string } | { readonly light: string; readonly stops: number }) =>
    request<FrameRecord>('POST', '/api/devices/shoot', { lookId, ...what }),
  meter: (
    lookId: string,
    asked: { readonly probe: string; readonly light?: string; readonly iso?: number; readonly shutterS?: number },
  ) => request<MeterReading>('POST', '/api/devices/meter', { lookId, ...asked }),
  backup: '/api/backup',
  /** `leaveUnread`: without frames whose pictures cannot be read. */
  takeArchive: (file: Blob, leaveUnread: boolean) =>
    sendFile<ArchiveOutcome>(`/api/backup${leaveUnread ? '?unread=leave' : ''}`, file, 'application/zip'),
  copies: '/api/backup/copies',
  makeCopy: () => request<DatabaseCopy>('POST', '/api/backup/copies'),
  reach: '/api/reach',
  session: '/api/session',
  enter: (passcode: string) => request<SessionState>('POST', '/api/session', { passcode }),
  leave: () => request<void>('DELETE', '/api/session'),
  sheetPdf: (lookId: string, size: 'a4' | 'letter') => readFile(`/api/looks/${lookId}/sheet.pdf?size=${size}`),
  addDemo: () => request<Shoot[]>('POST', '/api/demo'),
};
