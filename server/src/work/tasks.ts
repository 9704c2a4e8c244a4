import type { KitEntry } from '@fulgent/core/catalogue';
import type { LookCard } from '@fulgent/core/contracts';
import { demoLooks, nightOvenLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import type { Studio } from '@fulgent/core/picture';
import type { BalanceOptions, BalanceResult, Remedy } from '@fulgent/core/planning';
import { balance, remediesFor } from '@fulgent/core/planning/search';
import { evaluate } from '@fulgent/core/scene';
import type { PictureWish } from '../config';
import { sheetPdf, SHEET_PICTURE, type Paper } from '../sheet/pdf';
import { cardOf } from './card';
import { madeDemoShoot, type MadeShoot } from './demo-shoots';
import { finenessFor } from './fineness';
import { asJpeg, enlarged } from './jpeg';
import { measureWith, type Measure } from './measure';
import { spoken } from './spoken';
import { readWritten, type Written } from './written';

export interface RenderRequest {
  readonly look: Look;
  readonly width: number;
  readonly height: number;
  /** Only this light. */
  readonly only: string | null;
}

/** A whole picture at once, as coarse as it comes first in the application. */
export type SketchRequest = Omit<RenderRequest, 'only'>;

export interface RemediesRequest {
  readonly look: Written;
  readonly kit: readonly KitEntry[];
}

export interface BalanceRequest {
  readonly look: Written;
  readonly options: BalanceOptions;
}

export interface SheetRequest {
  readonly look: Look;
  readonly kit: readonly KitEntry[];
  readonly paper: Paper;
}

/** A look that was read in full, as the JSON text to be stored, and what its card shows. */
export interface AcceptedLook {
  readonly title: string;
  readonly document: string;
  readonly card: LookCard;
}

/** Everything that takes longer than a moment, by name. Looks from outside are read here too: @throws LookError naming every field that is wrong. */
export interface Tasks {
  /** RGBA of 8 bits. */
  readonly picture: (request: RenderRequest) => Promise<Uint8ClampedArray>;
  /** JPEG. */
  readonly sketch: (request: SketchRequest) => Promise<Uint8Array>;
  readonly measure: Measure;
  readonly remedies: (request: RemediesRequest) => Promise<readonly Remedy[]>;
  /** Readings with their words, as the bytes of their JSON. */
  readonly evaluate: (written: Written) => Promise<Uint8Array>;
  readonly balance: (request: BalanceRequest) => Promise<BalanceResult>;
  /** The look as JSON text, brought to the present version. */
  readonly read: (written: Written) => Promise<string>;
  readonly accept: (written: Written) => Promise<AcceptedLook>;
  /** A run sheet as PDF. */
  readonly sheet: (request: SheetRequest) => Promise<Uint8Array>;
  /** Draws one of two people as `sketch` does, for nobody: code that has run is several times quicker. */
  readonly rehearse: (which: 0 | 1) => Promise<void>;
  /** A shoot of the demo as it begins. */
  readonly demo: (id: string) => Promise<MadeShoot>;
}

/** About what a phone's screen shows, px. */
const REHEARSED = { width: 384, height: 480 } as const;

/** The tasks as they are done, drawn by one studio. */
export function tasksWith(studio: Studio, wish: PictureWish = 'fine'): Tasks {
  const picture: Tasks['picture'] = async ({ look, width, height, only }) => {
    const drawn = studio.picture({ look, width, height, fineness: finenessFor(look, only, wish), only: only ?? undefined });
    // Drawn coarsely it comes smaller than it was asked for.
    return drawn.width === width && drawn.height === height ? drawn.rgba : enlarged(drawn, width, height);
  };
  return {
    picture,
    sketch: async ({ look, width, height }) => {
      const { rgba, ...size } = studio.picture({ look, width, height, fineness: 0 });
      return asJpeg(rgba, size.width, size.height);
    },
    rehearse: async (which) => {
      const look = which === 0 ? nightOvenLooks()[0]! : demoLooks()[0]!;
      studio.picture({ look, ...REHEARSED, fineness: 0 });
    },
    measure: measureWith(studio),
    remedies: async ({ look, kit }) => remediesFor(readWritten(look), kit),
    evaluate: async (written) => bytesOf(spoken(evaluate(readWritten(written)))),
    balance: async ({ look, options }) => balance(readWritten(look), options),
    read: async (written) => JSON.stringify(readWritten(written)),
    accept: async (written) => accepted(readWritten(written)),
    async sheet({ look, kit, paper }) {
      const rgba = await picture({ look, ...SHEET_PICTURE, only: null });
      const colours = new Map(evaluate(look).lights.map(({ id, hex }) => [id, hex]));
      return sheetPdf(look, kit, await asJpeg(rgba, SHEET_PICTURE.width, SHEET_PICTURE.height), paper, colours);
    },
    demo: async (id) => madeDemoShoot(id, accepted),
  };
}

const accepted = (look: Look): AcceptedLook => ({ title: look.title, document: JSON.stringify(look), card: cardOf(look) });
const bytesOf = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));
