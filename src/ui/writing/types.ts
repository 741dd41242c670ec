/** What the screen of messages by hand is given, as the server loads it. */
import type { Order } from '@/core/order';
import type { Template } from '@/core/template';

export interface MessageOnScreen {
  slug: string;
  name: string;
  note: string;
  offered: number;
  why: string;
}

export interface PartOnScreen {
  editionId: string;
  language: string;
  version: string;
  template: Template;
  to: { order: string; address: string; name: string; role: string }[];
}

export interface WrittenOrder {
  number: string;
  name: string;
  order: Order;
  channelName?: string;
}

export interface WithoutOnScreen {
  order: string;
  name: string;
  why: string;
}
