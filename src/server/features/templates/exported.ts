/** A message or a template as a file: HTML that stands alone, mail as RFC 5322 has it, or JSON. */
import { AppError } from '../../base/errors';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { senderFor, sendersOf } from '../../sending/service';
import { composeMessage, domainOf, freshMessageId } from '../../sending/compose';
import { madeUpFor } from '@/core/placeholders';
import { filesFor } from '../../sending/files';
import { inForm, renderFor, snapshotFor } from '../../sending/render';
import { detailsNow } from '../../summaries/example';
import { templateFor } from './templates';
import { orderSnapshot } from '../orders/orders';
import { say } from '@/words/refusals';

export interface ExportedFile {
  name: string;
  type: string;
  body: string | Buffer;
}

/** A message of a template about an order as a file: `html`, `eml` or `json`. Throws `not-found` and `invalid`. */
export async function exportMessage(
  access: Access,
  slug: string,
  wanted: { as: string; language: string; order: string },
): Promise<ExportedFile> {
  const { name, moment, audience, schedule, sender: kind, template } = await templateFor(access, slug, 'draft');
  await remember(access, 'exportedTemplate', {
    notification: name,
    format: wanted.as === 'json' || wanted.as === 'eml' ? wanted.as.toUpperCase() : 'HTML',
  });
  const file = `${slug}-${wanted.language}`;
  if (wanted.as === 'json') {
    const body = JSON.stringify({ $schema: '/api/v1/schemas/template.json', ...template }, null, 2);
    return { name: `${slug}.json`, type: 'application/json', body };
  }
  if (!template.words[wanted.language]) throw new AppError('invalid', say.nameHasNoWordsIn({ name }));
  const { order, channelName } = await orderSnapshot(access, wanted.order);
  const details = await detailsNow(access.store, { moment, schedule });
  const message = await renderFor({
    store: access.store,
    template,
    language: wanted.language,
    order,
    moment,
    reader: audience,
    now: Date.now(),
    ...(channelName && { channelName }),
    ...(details && { details }),
  });
  if (wanted.as === 'html') return { name: `${file}.html`, type: 'text/html; charset=utf-8', body: message.html };
  if (wanted.as !== 'eml') throw new AppError('invalid', say.aMessageIsSavedAs);
  const snapshot = snapshotFor(access.store, order, moment, channelName, wanted.language, Date.now(), {
    ...madeUpFor(moment, { reader: audience }),
    ...(details && { details }),
  });
  const files = await filesFor({
    store: access.store,
    order,
    snapshot,
    moment,
    language: wanted.language,
    details: undefined,
    attachments: template.attachments,
    brought: { fromShop: [], byHand: [] },
  });
  const sender = senderFor(await sendersOf(access.store.id), kind);
  const from = { name: sender?.name ?? access.store.name, address: sender?.address ?? access.store.facts.email };
  const { sentAs } = template;
  const body = await composeMessage(inForm(message, sentAs), {
    from: { name: sentAs?.fromName ?? from.name, address: sentAs?.fromAddress ?? from.address },
    ...(sentAs?.replyTo && { replyTo: sentAs.replyTo }),
    ...(sentAs?.cc && { cc: sentAs.cc }),
    to: { name: '', address: order.customer.email },
    messageId: freshMessageId(domainOf(from.address)),
    date: new Date(),
    language: wanted.language,
    files,
  });
  return { name: `${file}.eml`, type: 'message/rfc822', body };
}
