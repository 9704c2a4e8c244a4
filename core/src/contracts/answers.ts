import type { KitEntry } from '../catalogue/kit-schema';
import type { FixtureState } from '../control/slots';
import type { Look } from '../document/schema';

/** What the API answers, written once for the server that sends it and the application that reads it. Times are epoch milliseconds. */

/** The header that says what a picture's file tells, beside its pixels: JSON, escaped as in an address. */
export const PICTURE_FACTS = 'X-Fulgent-Picture';

/** What a card shows of a look without evaluating it: recorded colours by probe id, and the worst verdict. */
export interface LookCard {
  readonly patches: Readonly<Record<string, string>>;
  readonly lights: number;
  readonly trouble: string | null;
  /** The day of the shoot, '' where it is open; cards from before there were days have none. */
  readonly date?: string;
}

/** A look as it is listed. */
export interface LookSummary {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly updatedAt: number;
  readonly card: LookCard;
}

/** A shoot with its looks. */
export interface Shoot {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  readonly createdAt: number;
  readonly looks: readonly LookSummary[];
}

/** A look with the revision that a change builds on. */
export interface StoredLook {
  readonly id: string;
  readonly shootId: string;
  readonly revision: number;
  readonly updatedAt: number;
  readonly look: Look;
}

/** One revision of a look, as it is listed. */
export interface Revision {
  readonly revision: number;
  readonly createdAt: number;
  /** The device that wrote it, as it calls itself; '' where it did not say. */
  readonly by: string;
  /** What it is kept for, or ''. */
  readonly name: string;
}

/** Who else has a look open, and the newest revision of it. */
export interface Here {
  readonly others: readonly string[];
  readonly revision: number;
  readonly by: string;
}

/** A kit entry with the revision that a change builds on; 0 for a stand-in as it ships. */
export interface StoredEntry {
  readonly entry: KitEntry;
  readonly revision: number;
  readonly standIn: boolean;
  /** It may be offered, proposed and placed: neither archived, nor a stand-in where only own things are. */
  readonly atHand: boolean;
}

/** How the simulated set differs from a plan, by light id. */
export type Deviations = Readonly<
  Record<string, { readonly outputStops?: number; readonly miredShift?: number; readonly leak?: number }>
>;

export interface SimulatedFixture {
  readonly lightId: string;
  readonly name: string;
  readonly universe: number;
  readonly address: number;
  /** Null until something was received. */
  readonly state: FixtureState | null;
}

/** The stand-in devices as they are. */
export interface DevicesState {
  readonly on: boolean;
  readonly port: number | null;
  readonly packets: number;
  readonly lookId: string | null;
  readonly fixtures: readonly SimulatedFixture[];
  /** By look, then by light. */
  readonly deviations: Readonly<Record<string, Deviations>>;
}

/** A verified copy of the database. */
export interface DatabaseCopy {
  readonly name: string;
  readonly at: number;
  readonly bytes: number;
}

/** What taking in an archive did: what was added, what was here already as it is, and what was here otherwise and now stands beside it. */
export interface ArchiveOutcome {
  readonly added: number;
  readonly same: number;
  readonly beside: number;
  /** Frames left out because their pictures cannot be read. */
  readonly left: number;
}

/** What taking in a kit file did. */
export interface KitOutcome {
  readonly added: number;
  readonly replaced: number;
}

/** Whether a passcode is wanted, and whether it was given. */
export interface SessionState {
  readonly wanted: boolean;
  readonly open: boolean;
}

/** Where other machines reach the server. */
export interface Reachable {
  readonly addresses: readonly string[];
  readonly passcodeWanted: boolean;
  /** Where the certificate lies that a phone has to trust; null where there is none of this machine's own. */
  readonly authority: string | null;
}

/** One file of the watched folder. */
export interface WatchedFile {
  readonly name: string;
  /** Epoch milliseconds. */
  readonly at: number;
  /** It waits for a look to be set live, or for room. */
  readonly state: 'waiting' | 'taken' | 'refused';
  readonly frameId: string | null;
  /** Why it waits or was refused, with the remedy. */
  readonly why: string | null;
}

/** The folder that is watched for pictures. */
export interface WatchState {
  /** Its name; null where none is watched. */
  readonly folder: string | null;
  /** The look that its files become frames of. */
  readonly lookId: string | null;
  /** Why it cannot be read. */
  readonly problem: string | null;
  /** Newest first. */
  readonly files: readonly WatchedFile[];
}
