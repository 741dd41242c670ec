/** What the Desk and its worker say to each other. */
import type { Look } from '@/core/look';
import type { Order, StoreFacts } from '@/core/order';
import type { Finding } from '@/core/preflight';
import type { RenderedMessage } from '@/core/render';
import type { Segments, Template } from '@/core/template';

export interface RenderRequest {
  id: number;
  template: Template;
  look: Look;
  language: string;
  locale?: string;
  timeZone: string;
  phrases: Segments;
  facts: StoreFacts;
  order: Order;
  channelName?: string;
  /** Milliseconds since the epoch; fixed for a sitting, so that nothing on the sheet moves by itself. */
  now: number;
  /** With these, the template is checked as well. */
  check?: { moment: string; sourceLanguage: string };
}

export interface Rendered {
  id: number;
  message?: RenderedMessage;
  findings?: Finding[];
  /** Why it could not be rendered. */
  trouble?: string;
  /** Time taken in the worker, in milliseconds. */
  ms: number;
}
