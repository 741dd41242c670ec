/** Notices as screens have them. */
import type { Selection } from '@/core/notices';
import type { Audience } from '@/core/moments';

/** How far a notice is, for who looks at it. */
export type NoticeStanding = 'planning' | 'going' | 'paused' | 'stopped' | 'done';

export interface NoticeCounts {
  accepted: number;
  waiting: number;
  failed: number;
  stopped: number;
}

export interface NoticeView {
  id: string;
  slug: string | undefined;
  name: string;
  /** The selection as a sentence. */
  selection: string;
  standing: NoticeStanding;
  by: string;
  /** RFC 3339. */
  at: string;
  haltedBy: string;
  chosen: number;
  getting: number;
  counts: NoticeCounts;
  /** Messages a minute. */
  pace: number;
  /** When the last is due, RFC 3339, while it goes out. */
  endsAt?: string;
}

/** People who were chosen and do not get a notice, for one reason. */
export interface LeftOut {
  reason: string;
  count: number;
  /** The first of them. */
  people: string[];
}

export interface NoticeDetail extends NoticeView {
  without: LeftOut[];
}

/** A message that can go out as a notice. */
export interface NoticeMessage {
  slug: string;
  name: string;
  note: string;
  /** News or an offer, which needs consent. */
  offers: boolean;
  edition: number;
  subject: string;
  /** The live edition in the store's own language, with a made-up reader. */
  html: string;
  languages: string[];
  audience: Audience;
  /** The address the newest test of the live edition went to. */
  tested?: string;
}

export interface SavedSelection {
  id: string;
  name: string;
  selection: Selection;
}

/** What a notice would come to. */
export interface NoticeForecast {
  words: string;
  getting: number;
  byLanguage: { language: string; count: number }[];
  without: LeftOut[];
  pace: number;
  endsAt?: string;
}
