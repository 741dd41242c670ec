/** Rendering for the tests of core: MJML's own package, and the template that ships. */
import mjml2html from 'mjml';
import { DEFAULT_LOOK, type Look } from '../look';
import { SHIPPED_NOTIFICATIONS } from '../shipped/index';
import { aboutMoment, snapshotOf } from '../snapshot/snapshot';
import { type Order } from '../order';
import { placeholderType } from '../placeholders';
import { layOut, phrasebookFor, type Passages, type Template } from '../template';
import { directionOf } from '../text';
import { STORE } from '../testing';
import { compileMessage, type RenderedMessage } from './message';
import { makeSkeleton } from './skeleton';

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
  { look = LOOK, passages = {}, moment = 'order.placed' }: { look?: Look; passages?: Passages; moment?: string } = {},
): Promise<(order: Order) => RenderedMessage> {
  const laid = layOut({ blocks: template.blocks, words: { [language]: words } }, language, passages, 'en');
  const skeleton = await makeSkeleton(laid.blocks, look, directionOf(language), compileMjml);
  const message = compileMessage(skeleton, laid, phrasebookFor(language, {}, look.footer.legal), {
    language,
    assetBase: 'https://libellus.example',
    timeZone: 'Europe/Berlin',
    typeOf: placeholderType,
  });
  return (order) =>
    message.fill(
      snapshotOf({ order, store: STORE, now: Date.parse('2026-11-24T09:14:00Z'), ...aboutMoment(order, moment) }),
    );
}
