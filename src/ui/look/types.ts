/** What the Look screen is given. */
import type { Condition } from '@/core/conditions';
import type { Look } from '@/core/look';
import type { Order } from '@/core/order';
import type { Result } from '@/core/result';
import type { Template } from '@/core/template';
import type { OrderChoice } from '../desk/ReadingStrip';
import type { DeskStore } from '../desk/types';
import type { BringPicture } from '../parts/PictureInput';
import type { PictureColour } from '@/core/look';

/** A message that the look is tried on. */
export interface LookMessage {
  slug: string;
  name: string;
  moment: string;
  /** As they are asked: an order takes the first whose condition it meets. */
  versions: { when?: Condition; template: Template }[];
}

export interface LookProps {
  base: string;
  store: DeskStore;
  draft: Look;
  revision: number;
  live: Look;
  editions: { number: number; publishedBy: string; publishedAt: string }[];
  messages: LookMessage[];
  /** Names of the live notifications, all of which wear the look. */
  touches: string[];
  otherStores: { id: string; name: string }[];
  orders: OrderChoice[];
  order: { order: Order; channelName?: string | undefined };
  part: string | undefined;
  strip: { order: string; language: string };
  now: number;
  mayEdit: boolean;
  mayPublish: boolean;
  onSave: (revision: number, look: Look) => Promise<Result<{ revision: number }>>;
  onPublish: (revision: number) => Promise<Result<{ said: string }>>;
  onOrder: (number: string) => Promise<Result<{ order: Order; channelName: string | undefined }>>;
  onOrders: (search: string) => Promise<Result<OrderChoice[]>>;
  onBring: BringPicture;
  onColours: (path: string) => Promise<Result<PictureColour[]>>;
  onImport: (text: string) => Promise<Result<Look>>;
  onCopy: (store: string) => Promise<Result<Look>>;
  onEdition: (number: number) => Promise<Result<Look>>;
}
