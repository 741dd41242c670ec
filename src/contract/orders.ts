/** What the screens of orders are given. */
import type { ListKind } from '@/core/exchange';
import type { OrderActionKind, OrderStatus, Pieces } from '@/core/order';

/** What becomes of an answer to a message: it waits to be passed on, was, is kept only as a program wrote it, or found no way. */
export type ReplyState = 'waiting' | 'passed-on' | 'automatic' | 'unsent';

/** What somebody answered to a message about an order. */
export interface ReplyView {
  id: string;
  at: string;
  from: string;
  /** It came from another address than the message had gone to. */
  otherAddress: boolean;
  /** To which message. */
  notification: string;
  subject: string;
  /** The beginning of what was written. */
  text: string;
  attachments: string[];
  state: ReplyState;
  words: string;
  passedTo: string;
  /** It can be had as a file. */
  whole: boolean;
}

/** An order in a list. */
export interface OrderRow {
  id: string;
  number: string;
  placedAt: string;
  status: OrderStatus;
  channel: string;
  customerName: string;
  customerEmail: string;
  language: string;
  currency: string;
  total: number;
}

export interface Possible {
  actions: { kind: OrderActionKind; label: string; why: string | undefined }[];
  toSend: Pieces[];
  toRefund: { lines: (Pieces & { amount: number })[]; shipping: number; all: number };
  /** What has left and has not come back. */
  toReturn: Pieces[];
  /** What has not left. */
  toCancel: Pieces[];
  /** What has left. */
  sent: Pieces[];
  /** Still to be paid, in minor units. */
  due: number;
  /** Places of the parcels that have not been delivered. */
  onTheWay: number[];
}

/** What a list of customers would change. */
export interface CustomerListChanges {
  fresh: number;
  changed: number;
  same: number;
  /** It has empty cells, which can take away what stands there. */
  empty: boolean;
  /** Of the first of them, one by one. */
  told: { email: string; what: { field: string; before: string; after: string }[] }[];
}

/** What came of a file. */
export interface FileTaken {
  fresh: number;
  known: number;
  /** By which it can be taken back for a day. */
  takeBack?: string;
}

export interface FilePreview {
  kind: ListKind;
  format: string;
  encoding: string;
  separator?: string | undefined;
  ignored: string[];
  rows: number;
  fresh: number;
  known: number;
  problems: { row: number; column: string; message: string }[];
  problemCount: number;
  sample: string[];
  customers?: CustomerListChanges;
}

export interface OrderChoice {
  number: string;
  name: string;
  note: string;
}

/** What doing something with an order would bring about, as it was found by doing it and taking it back. */
export interface ActionForecast {
  sends: { notification: string; recipient: string; language: string; at: string; now: boolean }[];
  notSent: { notification: string; recipient: string; reason: string }[];
  /** What waits for this order and would be stopped. */
  stops: { notification: string; recipient: string; at: string }[];
  /** Pieces that would then not be sent to the customer any more. */
  keeps: Pieces[];
}
