/** What the Look screen is given. */
import type { Look } from '@/core/look';
import type { Order } from '@/core/order';
import type { Result } from '@/core/result';
import type { DeskStore, LookMessage } from '@/contract/templates';
import type { OrderChoice } from '@/contract/orders';
import type { BringPicture } from '../parts/bringPicture';
import type { PictureColour } from '@/core/look';

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
  onPublish: (revision: number, note?: string) => Promise<Result<{ said: string }>>;
  /** Rehearses the draft as if it were live; undefined for whoever may not. */
  onRehearse: (() => Promise<Result<{ number: number }>>) | undefined;
  onOrder: (number: string) => Promise<Result<{ order: Order; channelName: string | undefined }>>;
  onOrders: (search: string) => Promise<Result<OrderChoice[]>>;
  onBring: BringPicture;
  onColours: (path: string) => Promise<Result<PictureColour[]>>;
  onImport: (text: string) => Promise<Result<Look>>;
  onCopy: (store: string) => Promise<Result<Look>>;
  onEdition: (number: number) => Promise<Result<Look>>;
}
