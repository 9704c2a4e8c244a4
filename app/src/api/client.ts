import type { KitEntry, KitFile, Look, Problem } from '@fulgent/core';

/** A shoot with the cards of its looks, as the server lists them. */
export interface Shoot {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  readonly looks: readonly LookCard[];
}

export interface LookCard {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly updatedAt: number;
  readonly card: { readonly patches: Readonly<Record<string, string>>; readonly lights: number; readonly trouble: string | null };
}

export interface StoredLook {
  readonly id: string;
  readonly shootId: string;
  readonly revision: number;
  readonly look: Look;
}

/** A kit entry with the revision that a change builds on; 0 for a stand-in as it ships. */
export interface StoredEntry {
  readonly entry: KitEntry;
  readonly revision: number;
  readonly standIn: boolean;
}

/** An answer of the server that is not success; `problems` name the fields. */
export class ApiError extends Error {
  readonly status: number;
  readonly problems: readonly Problem[];
  /** The present look, in a 409. */
  readonly current: StoredLook | null;

  constructor(status: number, message: string, problems: readonly Problem[], current: StoredLook | null) {
    super(message);
    this.name = 'ApiError';
    this.status = status;
    this.problems = problems;
    this.current = current;
  }
}

/** Anything that kept the request from being answered: no network, server stopped. */
export class OfflineError extends Error {
  constructor() {
    super('The server cannot be reached. Your work stays here and is sent when it is back.');
    this.name = 'OfflineError';
  }
}

async function request<T>(method: string, url: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      headers: { ...(body === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  } catch {
    throw new OfflineError();
  }
  const text = await response.text();
  const value: unknown = text ? parsed(text) : undefined;
  if (response.ok) return value as T;
  const problem = (value ?? {}) as { detail?: string; errors?: Problem[]; current?: StoredLook };
  throw new ApiError(
    response.status,
    problem.detail ?? `The server answered ${response.status}.`,
    problem.errors ?? [],
    problem.current ?? null,
  );
}

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
  readLook: (id: string) => request<StoredLook>('GET', `/api/looks/${id}`),
  createLook: (look: Look, shootId?: string) =>
    request<StoredLook>('POST', '/api/looks', { look, ...(shootId ? { shootId } : {}) }),
  updateLook: (id: string, basedOn: number, look: Look) =>
    request<StoredLook>('PUT', `/api/looks/${id}`, look, { 'If-Match': `"${basedOn}"` }),
  deleteLook: (id: string) => request<void>('DELETE', `/api/looks/${id}`),
  restoreLook: (id: string) => request<StoredLook>('POST', `/api/looks/${id}/restore`),
  createShoot: (title: string) => request<Shoot>('POST', '/api/shoots', { title }),
  renameShoot: (id: string, title: string) => request<Shoot>('PATCH', `/api/shoots/${id}`, { title }),
  deleteShoot: (id: string) => request<void>('DELETE', `/api/shoots/${id}`),
  restoreShoot: (id: string) => request<void>('POST', `/api/shoots/${id}/restore`),
  kit: '/api/kit',
  kitExport: '/api/kit/export',
  kitTable: '/api/kit/export.csv',
  readEntry: (id: string) => request<StoredEntry>('GET', `/api/kit/${id}`),
  createEntry: (entry: KitEntry) => request<StoredEntry>('POST', '/api/kit', { entry }),
  updateEntry: (basedOn: number, entry: KitEntry) =>
    request<StoredEntry>('PUT', `/api/kit/${entry.id}`, entry, { 'If-Match': `"${basedOn}"` }),
  deleteEntry: (id: string) => request<void>('DELETE', `/api/kit/${id}`),
  restoreEntry: (id: string) => request<StoredEntry>('POST', `/api/kit/${id}/restore`),
  importKit: (file: KitFile) => request<{ added: number; replaced: number }>('POST', '/api/kit/import', file),
  addDemo: () => request<Shoot[]>('POST', '/api/demo'),
};
