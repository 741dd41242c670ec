/** Rendering for the tests of core: MJML's own package, and the template that ships. */
import mjml2html from 'mjml';
import { DEFAULT_LOOK, type Look } from '../look';
import { SHIPPED_NOTIFICATIONS } from '../shipped/index';
import { aboutMoment, snapshotOf, type Snapshot } from '../snapshot/snapshot';
import { type Order } from '../order';
import type { Passages, Template } from '../template';
import { STORE } from '../testing';
import { messageCompiler } from './compiler';
import type { RenderedMessage } from './message';

export const RECEIVED = SHIPPED_NOTIFICATIONS.find((n) => n.slug === 'order-received')!.template;

export const LOOK: Look = {
  ...DEFAULT_LOOK,
  masthead: { ...DEFAULT_LOOK.masthead, name: 'Quillwick', strapline: 'paper, board & thread' },
};

export async function compileMjml(source: string): Promise<string> {
  const { html, errors } = await mjml2html(source, { validationLevel: 'strict' });
  if (errors.length > 0) throw new Error(errors[0]?.message);
  return html;
}

/** A renderer for one template and language, to be called with many orders. */
export async function renderer(
  language: string,
  template: Template = RECEIVED,
  words = template.words[language] ?? template.words.en ?? {},
  {
    look = LOOK,
    passages = {},
    moment = 'order.placed',
    more = {},
  }: { look?: Look; passages?: Passages; moment?: string; more?: Partial<Snapshot> } = {},
): Promise<(order: Order) => RenderedMessage> {
  const parts = {
    template: { ...template, words: { [language]: words } },
    look,
    language,
    passages,
    sourceLanguage: 'en',
    assetBase: 'https://libellus.example',
    timeZone: 'Europe/Berlin',
  };
  const compiler = messageCompiler({ mjml: compileMjml, cache: new Map() });
  const { message } = await compiler.compile(parts, compiler.layOut(parts));
  return (order) =>
    message.fill({
      ...snapshotOf({ order, store: STORE, now: Date.parse('2026-11-24T09:14:00Z'), ...aboutMoment(order, moment) }),
      ...more,
    });
}
