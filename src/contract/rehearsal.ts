/** Rehearsals: what their screen is given, and what can be done with them. */
import { Type, type Static } from '@sinclair/typebox';
import type { Audience, MomentColumn } from '@/core/moments';
import {
  OwnScriptSchema,
  type CheckAbout,
  type ComparedLine,
  type FaultExample,
  type FaultFound,
  type FaultTally,
  type Moved,
  type OwnLife,
  type OwnScript,
  type Story,
} from '@/core/rehearsal';
import { PICTURE_FORMS, type PictureForm } from '@/core/rehearsal/pictures';

const strict = { additionalProperties: false } as const;

/** How far a run is. One that was stopped, or could not be finished, has the verdicts that it had come to. */
export type RehearsalState = 'waiting' | 'running' | 'done' | 'stopped' | 'broken';

/** What became of a message that was to come, or was not. */
export const OUTCOMES = ['right', 'noted', 'wrong', 'missing', 'surplus'] as const;
export type MessageOutcome = (typeof OUTCOMES)[number];
/** Those that somebody has to see to. */
export const BAD: readonly MessageOutcome[] = ['wrong', 'missing', 'surplus'];

export interface RehearsalCounts extends Record<MessageOutcome, number> {
  /** Who was to hear nothing, and heard nothing. */
  silent: number;
  /** How many of what arrived are not signed. */
  unsigned: number;
}
export const NO_COUNTS: RehearsalCounts = {
  right: 0,
  noted: 0,
  wrong: 0,
  missing: 0,
  surplus: 0,
  silent: 0,
  unsigned: 0,
};

/** What is to be rehearsed: everything that is live, only what has changed since the newest run, drafts as if they were live, or what is chosen. */
export const REHEARSAL_OF = ['everything', 'changes', 'drafts', 'chosen'] as const;
export type RehearsalOf = (typeof REHEARSAL_OF)[number];
export const AskRehearsalSchema = Type.Object(
  {
    of: Type.Union(REHEARSAL_OF.map((of) => Type.Literal(of))),
    /** Of drafts: the versions, as the Desk names them; all without it, those of the look and of passages among them. */
    versions: Type.Optional(Type.Array(Type.String({ maxLength: 130 }), { minItems: 1, maxItems: 50 })),
    /** Of drafts: that of the look alone. */
    look: Type.Optional(Type.Literal(true)),
    /** What is chosen: the notifications, as the Journey names them. */
    notifications: Type.Optional(Type.Array(Type.String({ maxLength: 60 }), { minItems: 1, maxItems: 200 })),
  },
  strict,
);
export type AskRehearsal = Static<typeof AskRehearsalSchema>;

/** The same as a program asks it; everything without `only`. */
export const BeginRehearsalSchema = Type.Object({ only: Type.Optional(Type.Literal('changes')) }, strict);

/** A test of a message that a program has sent to a colleague: in the store's language and about a fitting order unless it says others. */
export const ProgramTestSchema = Type.Object(
  {
    to: Type.String({ format: 'mail-address' }),
    language: Type.Optional(Type.String({ format: 'language' })),
    order: Type.Optional(Type.String({ minLength: 1, maxLength: 64 })),
  },
  strict,
);

/** A picture by what it is kept under. */
export const PictureSchema = Type.Object(
  { seen: Type.String({ pattern: '^[\\w-]{43}$' }), form: Type.Union(PICTURE_FORMS.map((form) => Type.Literal(form))) },
  strict,
);
export const ContactSheetSchema = Type.Object(
  {
    number: Type.Integer({ minimum: 1 }),
    form: Type.Union(PICTURE_FORMS.map((form) => Type.Literal(form))),
    language: Type.Optional(Type.String({ maxLength: 20 })),
  },
  strict,
);

/** Pictures of a run's messages, or of one of them. */
export const AskPicturesSchema = Type.Object(
  { number: Type.Integer({ minimum: 1 }), message: Type.Optional(Type.String({ maxLength: 40 })) },
  strict,
);
export type AskPictures = Static<typeof AskPicturesSchema>;

export const StopRehearsalSchema = Type.Object({ number: Type.Integer({ minimum: 1 }) }, strict);

/** When a store rehearses by itself. */
export const RehearsalChoiceSchema = Type.Object(
  {
    changes: Type.Boolean(),
    nights: Type.Boolean(),
    pictures: Type.Boolean(),
    /** Links of messages are asked whether they answer. */
    links: Type.Boolean(),
    required: Type.Boolean(),
  },
  strict,
);
export type RehearsalChoice = Static<typeof RehearsalChoiceSchema>;

/** How drafts stand that are to be published where a rehearsal has to have passed: the worst of them. */
export interface DraftsRehearsed {
  state: 'passed' | 'under way' | 'failed' | 'none';
  /** The run that says so. */
  number?: number;
}

/** Why a run began: somebody asked for it, something had changed, or it was night. */
export type RehearsalWhy = 'asked' | 'changed' | 'night';

/** `some`: those that were asked for are taken, and the rest was not. */
export type PicturesState = 'waiting' | 'taking' | 'done' | 'some' | 'broken';

/** How far the pictures of a run's messages are. */
export interface PicturesOfRun {
  state: PicturesState;
  /** Messages whose pictures are taken, of all that arrived. */
  taken: number;
  of: number;
  tookMs: number;
  /** Why they could not be taken. */
  trouble: string;
}

/** A notification that can be rehearsed: it is on, and something of it is live. */
export interface Rehearsable {
  slug: string;
  name: string;
}

export interface RehearsalRun {
  number: number;
  why: RehearsalWhy;
  state: RehearsalState;
  askedBy: string;
  askedAt: string;
  endedAt?: string;
  tookMs: number;
  lives: number;
  livesDone: number;
  tried: number;
  counts: RehearsalCounts;
  trouble: string;
  /** Of a run of changes, or of what was chosen: the number of the one that the rest is taken over from. */
  since?: number;
  /** Somebody chose what was rehearsed. */
  chosen?: true;
  /** What was rehearsed as if it were live: how many drafts, and whether the look and which passages are among them. None without it. */
  drafts?: { n: number; look: boolean; passages: string[] };
  /** Undefined while nobody has asked for them. */
  pictures?: PicturesOfRun;
}

/** One message of a run, as the board and the lists have it. */
export interface RehearsedRow {
  id: string;
  notification: string;
  version: string;
  /** Where it is edited; empty for what was removed since. */
  address: string;
  role: 'customer' | 'contact' | 'staff';
  recipient: string;
  wanted: string;
  language: string;
  turn: number;
  life: number;
  outcome: MessageOutcome;
  /** It was right in the run before. */
  worse: boolean;
  /** The number of the run that it was taken over from. */
  from?: number;
  /** What its pictures are kept under, where there are any. */
  seen?: string;
}

/** A notification on the board. */
export interface RehearsedCard {
  id: string;
  name: string;
  column: MomentColumn;
  audience: Audience;
  /** The worst of its messages by language, of those that customers shop in or colleagues read. */
  cells: { language: string; outcome: MessageOutcome; first: string; messages: number }[];
}

export interface RehearsedLife {
  place: number;
  number: string;
  /** The same where it is of an order; empty for what is of an account, a product or many people. */
  order: string;
  script: Story;
  /** What the store's people call it, of an order that they keep. */
  own?: string;
  language: string;
  channel: string;
  guest: boolean;
  products: number;
  done: boolean;
  /** The number of the run that it was lived in, of one that was taken over. */
  from?: number;
  trouble: string;
  counts: Record<MessageOutcome, number>;
  /** Its worst message, to begin looking at. */
  first?: string;
}

export interface UnshownView {
  notification: string;
  version: string;
  /** The colleague whom no order led to; of a version without one. */
  recipient?: string;
  languages: string[];
  why: 'not-of-a-life' | 'no-order-found';
  /** What its version, or itself, asks for. */
  when: string;
}

/** Forms of sentences, and blocks on conditions, of a version in a language that no order showed. */
export interface UnseenView {
  notification: string;
  version: string;
  /** Where it is edited. */
  address: string;
  language: string;
  /** How many there are in all. */
  of: number;
  parts: { place: string; is: number | 'there' | 'left-out'; words: string }[];
}

/** What has changed since the newest run of what is live. */
export interface ChangedSince {
  /** Its number. */
  since: number;
  /** How many of the messages that were rehearsed would be others now. */
  messages: number;
  /** How many versions are live in a language now in which they were not rehearsed. */
  fresh: number;
}

/** What became of a message while something of sending went wrong, with what is to be said of it. */
export interface FaultView extends Omit<FaultFound, 'signed'> {
  of: 'service' | 'reader' | 'afterwards';
  outcome: 'right' | 'noted' | 'wrong';
}

/** Which messages of a run go out by a real service: each notification once, each version once in each language, or all. */
export const POSTED_SETS = ['notifications', 'versions', 'all'] as const;
export type PostedSet = (typeof POSTED_SETS)[number];

export const AskPostingSchema = Type.Object(
  {
    number: Type.Integer({ minimum: 1 }),
    set: Type.Union(POSTED_SETS.map((set) => Type.Literal(set))),
    /** To whoever asks, or to the mailbox for proofs, in which it is looked for. */
    to: Type.Union([Type.Literal('me'), Type.Literal('proofs')]),
    /** Each to an address of its own, with a part behind a plus. */
    plus: Type.Boolean(),
  },
  strict,
);
export type AskPosting = Static<typeof AskPostingSchema>;

/** `sent`: a service took it, and it is looked for. */
export type PostingState = 'waiting' | 'sent' | 'done';

/** What sending messages of a run by real services would take. */
export interface PostingForecast {
  messages: number;
  /** Where they would go, the first of them. */
  to: string;
  services: {
    name: string;
    messages: number;
    /** What is left of its limit of the day before it; none without a limit. */
    left?: number;
    perDay?: number;
    perMinute?: number;
  }[];
  /** Why it cannot be done; empty where it can. */
  trouble: string;
}

/** How far that is. */
export interface PostedView {
  to: string;
  of: number;
  waiting: number;
  /** Taken by a service, and looked for. */
  lookedFor: number;
}

/** How far faults are that are tried with all messages of a run. */
export type FaultsState = 'waiting' | 'trying' | 'done' | 'stopped' | 'broken';

/** What became of all messages while something of sending went wrong. */
export interface FaultsOfAllView {
  state: FaultsState;
  /** How many faults there are to try. */
  faults: number;
  /** Orders to live, of all faults, and those that were. */
  of: number;
  done: number;
  tookMs: number;
  rows: (Omit<FaultTally, 'examples'> & {
    of: FaultView['of'];
    outcome: FaultView['outcome'];
    examples: (Omit<FaultExample, 'notificationId' | 'variantId'> & { notification: string; version: string })[];
  })[];
}

export interface FaultsView {
  notification: string;
  version: string;
  recipient: string;
  rows: FaultView[];
  /** How many there are to try. */
  of: number;
  /** They are being tried just now. */
  underWay: boolean;
}

/** What of an order that the store's people keep could not happen in a rehearsal. */
export interface OwnTroubles {
  id: string;
  name: string;
  /** In kept words. */
  words: string[];
}

/** Most orders that a store keeps for its rehearsals: all of them are lived each time. */
export const MOST_OWN_ORDERS = 20;
const NAME = Type.String({ minLength: 1, maxLength: 120 });

/** An order that is kept, written step by step. */
export const SaveOwnSchema = Type.Object(
  {
    /** Of one that is there already, with the revision that was read. */
    id: Type.Optional(Type.String({ maxLength: 40 })),
    revision: Type.Optional(Type.Integer({ minimum: 1 })),
    name: NAME,
    script: OwnScriptSchema,
  },
  strict,
);
export type SaveOwn = Static<typeof SaveOwnSchema>;

export const KeepRecordedSchema = Type.Object({ order: Type.String({ minLength: 1, maxLength: 64 }) }, strict);
export const KeepFoundSchema = Type.Object(
  { number: Type.Integer({ minimum: 1 }), place: Type.Integer({ minimum: 1 }) },
  strict,
);
export const SwitchOwnSchema = Type.Object({ id: Type.String({ maxLength: 40 }), used: Type.Boolean() }, strict);
export const NameOwnSchema = Type.Object({ id: Type.String({ maxLength: 40 }), name: NAME }, strict);
export const RemoveOwnSchema = Type.Object({ id: Type.String({ maxLength: 40 }) }, strict);
export const ForeseeOwnSchema = Type.Object({ script: OwnScriptSchema }, strict);

/** An order that is kept, in the list. */
export interface OwnOrderRow {
  id: string;
  name: string;
  from: OwnLife['from'];
  used: boolean;
  language: string;
  channel: string;
  guest: boolean;
  revision: number;
  madeBy: string;
  madeAt: string;
  /** What of it cannot happen as the store is set now. */
  troubles: number;
  /** Of one that is written step by step. */
  script?: OwnScript;
}

/** What comes of an order that is kept. */
export interface OwnForeseen {
  /** What cannot happen, by its place in the script (RFC 6901). */
  troubles: { path: string; message: string }[];
  events: {
    event: string;
    /** Hours after the order was placed. */
    after: number;
    messages: { notification: string; recipient: string; language: string; after: number }[];
  }[];
}

export interface RehearsalView {
  run: RehearsalRun;
  cards: RehearsedCard[];
  messages: RehearsedRow[];
  lives: RehearsedLife[];
  /** None where no message goes out when an order is placed, and in a run of changes. */
  faults?: FaultsView;
  /** None where nobody had messages sent by real services. */
  posted?: PostedView;
  /** None while nobody has asked for it. */
  faultsOfAll?: FaultsOfAllView;
  unshown: UnshownView[];
  unseen: UnseenView[];
  /** Orders that the store's people keep, of which not all could happen. */
  ownTroubles: OwnTroubles[];
  /** The messages that have pictures, in the order in which these are looked at. */
  pictured: string[];
}

export interface RehearsedMessage extends RehearsedRow {
  subject: string;
  recipientName: string;
  at: string;
  event: string;
  checks: { about: CheckAbout; outcome: 'right' | 'noted' | 'wrong'; words: string }[];
  /** As it is seen, ready for a frame without script; and its text part. */
  html: string;
  text: string;
  /** What it was in the run before, where it was rehearsed then. */
  before?: {
    run: number;
    outcome: MessageOutcome;
    /** What it says otherwise than the same message of the same order there; undefined where there is none to be held against. */
    lines?: ComparedLine[];
  };
}

/** A picture of a message, in points. */
export interface PictureSize {
  width: number;
  height: number;
}

/** A message looked at, beside the same of the run before. */
export interface PictureView extends RehearsedRow {
  run: number;
  number: string;
  subject: string;
  form: PictureForm;
  size: PictureSize;
  /** Messages before and after it in the run that have pictures. */
  previous?: string;
  next?: string;
  /** The same message of the same order in the run before, where it has pictures, and where they differ. */
  before?: { run: number; seen: string; size: PictureSize; moved: Moved };
  /** That picture is being taken. */
  comes?: boolean;
}
