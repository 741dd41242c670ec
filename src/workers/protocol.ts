/** What the Desk and its worker say to each other. */
import type { Look } from '@/core/look';
import type { Audience, MomentDetails } from '@/core/moments';
import type { Snapshot, StoreFacts } from '@/core/snapshot';
import type { Order } from '@/core/order';
import type { Finding, ShelfFacts } from '@/core/preflight';
import type { KnownCodes } from '@/core/codes';
import type { RenderedMessage, WordsStyles } from '@/core/render';
import type { Passages, Segments, Template } from '@/core/template';
import type { ReadSource } from '@/core/template/source';
import type { ValuesAs } from '@/core/text';
import type { Language, Speech } from '@/words/speak';

/** How a message is looked at: as mail programs show it in the light or in two kinds of dark, with pictures or without. */
export interface SheetView {
  ground: 'light' | 'dark' | 'forced';
  pictures: boolean;
}

/** All that a message is rendered from. */
export interface RenderParts {
  template: Template;
  look: Look;
  language: string;
  locale?: string;
  timeZone: string;
  phrases: Segments;
  passages: Passages;
  /** The store's own language, which passages fall back to. */
  sourceLanguage: string;
  /** Languages that fill what is not translated, where messages go out before they are complete. */
  gaps?: readonly string[];
  facts: StoreFacts;
  order: Order;
  /** What the message is about: the order, its newest parcel, its newest refund. */
  moment: string;
  /** Who reads it: a customer without it. */
  reader?: Audience;
  /** What its messages would be about now; made up without it. */
  details?: MomentDetails;
  /** The block whose words are edited: it stays on the sheet where they say nothing. */
  edited?: string;
  /** How it is looked at. */
  view?: SheetView;
  channelName?: string;
  /** Values that the order is looked at with instead of its own. */
  as?: ValuesAs;
  /** Products that blocks suggest for this order, by block. */
  suggestions?: Snapshot['suggestions'];
  /** The store's discount codes, and the currency of their amounts. */
  codes: KnownCodes;
  currency: string;
  /** Milliseconds since the epoch; fixed for a sitting, so that nothing on the sheet moves by itself. */
  now: number;
  /** With these, the template is checked as well; then the sheet is answered first. */
  check?: {
    shelf?: ShelfFacts;
    partly?: readonly string[];
    partOfMessage?: boolean;
    senderDomains?: readonly string[];
  };
}

/** What differs from the parts that the worker was told of before; the first time, all of them. */
export interface PartsChange {
  changed?: Partial<Omit<RenderParts, 'template'>>;
  gone?: (keyof Omit<RenderParts, 'template'>)[];
  /** Blocks when they differ, and the words of those languages that do. */
  template?: {
    blocks?: Template['blocks'];
    /** With these it has attachments; an empty list when it has none any more. */
    attachments?: NonNullable<Template['attachments']>;
    /** With these it is sent in another way than usual; an empty object when it is not any more. */
    sentAs?: NonNullable<Template['sentAs']>;
    words: Record<string, Segments>;
    goneLanguages: string[];
  };
}

export interface RenderRequest extends PartsChange {
  id: number;
}

/** A template's JSON to be read. */
export interface ReadRequest {
  id: number;
  read: string;
}

export interface ReadAnswer extends ReadSource {
  id: number;
}

/** The message as it is looked at, ahead of all else that is known of it: the sheet does not wait for that. */
export interface SheetAnswer {
  id: number;
  sheetFirst: string;
}

export interface Rendered {
  id: number;
  message?: RenderedMessage;
  /** Its HTML as it is looked at. */
  sheet?: string;
  /** What words take from the message around them. */
  styles?: WordsStyles;
  /** Size of its HTML as it is sent. */
  bytes?: number;
  /** Names of the store's own that have no words in the language. */
  unnamed?: Snapshot['unnamed'];
  /** Values that the order lacks where nothing stands in their place. */
  empty?: Finding[];
  /** What the checks found, when they were asked for. */
  findings?: Finding[];
  /** Why it could not be rendered. */
  trouble?: string;
  /** Time taken in the worker, in milliseconds. */
  ms: number;
}

/** Said once, before all else: in which language what is found is told, and its words. */
export interface ReaderNote {
  reader: Language;
  translations: Speech['translations'];
}

export type Question = RenderRequest | ReadRequest;
export type Answer = Rendered | ReadAnswer | SheetAnswer;
