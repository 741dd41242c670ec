/** Screenshots shown by a link: what the link shows, what is said of it, and what comes back of that. */
import { Type, type Static } from '@sinclair/typebox';
import type { PictureSize } from './rehearsal';
import type { PictureForm } from '@/core/rehearsal/pictures';

const strict = { additionalProperties: false } as const;
const ID = Type.String({ minLength: 1, maxLength: 40 });

export const MOST_VIEWING_DAYS = 90;
export const ShareScreenshotsSchema = Type.Object(
  {
    /** The number of the run. */
    number: Type.Integer({ minimum: 1 }),
    /** For whom. */
    name: Type.String({ maxLength: 120 }),
    days: Type.Integer({ minimum: 1, maximum: MOST_VIEWING_DAYS }),
  },
  strict,
);
export type ShareScreenshots = Static<typeof ShareScreenshotsSchema>;

/** A link that is open, as whoever made it sees it. */
export interface SharedLink {
  id: string;
  name: string;
  run: number;
  until: string;
  usedAt?: string;
  approved: number;
  remarks: number;
  /** How many messages it shows. */
  of: number;
}

export const ApproveSchema = Type.Object({ message: ID, approved: Type.Boolean() }, strict);
export type Approve = Static<typeof ApproveSchema>;
export const RemarkSchema = Type.Object(
  {
    message: ID,
    /** Empty for all of the message. */
    block: Type.String({ maxLength: 60 }),
    text: Type.String({ maxLength: 2000 }),
  },
  strict,
);
export type Remark = Static<typeof RemarkSchema>;
export const OfRemarkSchema = Type.Object({ id: ID }, strict);

/** A message as it stands in the list of a link. */
export interface ViewedRow {
  id: string;
  notification: string;
  version: string;
  language: string;
  seen: string;
  approved: boolean;
  remarks: number;
}

export interface ViewedRemark {
  id: string;
  /** What it is about, in words; empty for all of the message. */
  about: string;
  text: string;
  done: boolean;
}

export interface ViewedMessage extends ViewedRow {
  subject: string;
  form: PictureForm;
  size: PictureSize;
  /** What a remark can be about, in the order of reading. */
  blocks: { id: string; label: string }[];
  own: ViewedRemark[];
  previous?: string;
  next?: string;
  at: number;
  of: number;
}

/** A remark as it comes back to the Desk. */
export interface DeskRemark {
  id: string;
  by: string;
  at: string;
  language: string;
  /** The block that it is about, while there is one; empty for all of the message. */
  block: string;
  text: string;
  /** The picture that it was said of, while there is one. */
  message?: string;
}
