/** The text part of a message, made from the same blocks as the HTML (not from the HTML). */
import { conditionHolds } from '../conditions/condition';
import { runner, type CompiledWords } from '../text/compile';
import { promiseRef } from '../codes';
import { ROWS_MAX } from '../summary';
import { rowsLeftOut, STANDING_PHRASES } from './tables';
import { plainLine, type Both } from '../text/values';
import type { Phrase } from '../template/phrasebook';
import type { LaidBlock } from '../template/passages';
import { hrefOf, type Filling } from './filling';

type Write = (filling: Filling) => string;

export interface TextParts {
  segments: Map<string, CompiledWords>;
  phrases: Map<Phrase, CompiledWords>;
  totalLabel: Write;
  value: (name: string) => Write;
  language: string;
  /** The look's links, a line each; empty when it has none. */
  links: string;
  /** Whether they stand above the footer's words: where no block of their own has them. */
  linksInFooter: boolean;
}

/** The text part of a message: what writes it for each order. */
export function textPart(blocks: readonly LaidBlock[], parts: TextParts): Write {
  const written = blocks.map((block) => guarded(block, blockText(block, parts), parts));
  return (filling) => `${joined(written, filling)}\n`;
}

function joined(blocks: readonly Write[], filling: Filling): string {
  let out = '';
  for (const block of blocks) {
    const text = block(filling).trim();
    if (text !== '') out += out === '' ? text : `\n\n${text}`;
  }
  return out;
}

/** Words only when what has to hold for the block does. */
function guarded(block: LaidBlock, write: Write, { language }: TextParts): Write {
  const conditions = [...(block.also ?? []), ...(block.when ? [block.when] : [])];
  if (conditions.length === 0) return write;
  return (f) => (conditions.every((c) => conditionHolds(c, f.snapshot.facts, language)) ? write(f) : '');
}

function blockText(block: LaidBlock, parts: TextParts): Write {
  const words = (id: string): Write => runner(parts.segments.get(id)?.plain ?? []);
  const phrase = (key: Phrase): Write => runner(parts.phrases.get(key)?.plain ?? []);
  const amounts =
    (range: 'totals' | 'refund', not: readonly string[] = []): Write =>
    (f) => {
      let out = '';
      for (const total of f[range]) {
        if (not.includes(total.row.label)) continue;
        f.total = total;
        if (out !== '') out += '\n';
        out += `${parts.totalLabel(f)}: ${total.amount.plain}`;
      }
      return out;
    };
  /** "Carrier: Fieldpost" for each that has a value. */
  const facts = (rows: [Phrase, string][]): Write => {
    const lines = rows.map(([key, name]) => ({ label: phrase(key), value: parts.value(name) }));
    return (f) =>
      lines
        .map(({ label, value }) => ({ label, text: value(f) }))
        .filter(({ text }) => text !== '')
        .map(({ label, text }) => `${label(f)}: ${text}`)
        .join('\n');
  };
  switch (block.kind) {
    case 'masthead':
      return phrase('mastheadNote');
    case 'heading':
    case 'text':
    case 'html':
      return words(block.id);
    case 'button':
      return linked(words(block.id), (f) => hrefOf(block.target, f), true);
    case 'image': {
      const { target } = block;
      return block.picture ? linked(words(block.id), (f) => target && hrefOf(target, f), false) : () => '';
    }
    case 'columns': {
      const inner = block.columns.flat().map((b) => guarded(b, blockText(b, parts), parts));
      return (f) => joined(inner, f);
    }
    case 'items': {
      const prices = block.prices ?? true;
      return (f) => {
        let out = '';
        for (const { quantity, name, options, total, notes } of f[block.only ?? 'lines']) {
          if (out !== '') out += '\n';
          out += `${quantity} \u00d7 ${name.plain}`;
          if (options.plain !== '') out += ` (${options.plain})`;
          if (prices) out += `: ${total.plain}`;
          if (block.notes)
            for (const note of notes) out += `\n  ${note.words.plain}${note.url ? ` (${note.url})` : ''}`;
        }
        return out;
      };
    }
    case 'totals':
      return amounts('totals', rowsLeftOut(block));
    case 'refund': {
      const rows = amounts('refund');
      const rest = facts([
        ['refundMethod', 'refund.method'],
        ['refundReason', 'refund.reason'],
      ]);
      return (f) => (f.refund.length === 0 ? '' : [rows(f), rest(f)].filter((t) => t !== '').join('\n'));
    }
    case 'transfer':
      return facts([
        ['accountHolder', 'payment.accountHolder'],
        ['iban', 'payment.iban'],
        ['bic', 'payment.bic'],
        ['reference', 'payment.reference'],
        ['due', 'order.amountDue'],
        ['dueOn', 'payment.dueOn'],
      ]);
    case 'parcel': {
      const rows = facts([
        ['carrier', 'shipment.carrier'],
        ['trackingNumber', 'shipment.trackingNumber'],
      ]);
      const follow = linked(
        phrase('followParcel'),
        (f) => (block.button === false ? undefined : hrefOf(TRACKING, f)),
        true,
      );
      return (f) => [rows(f), follow(f)].filter((t) => t !== '').join('\n');
    }
    case 'addresses': {
      const show = block.show ?? 'both';
      const deliver = phrase('deliverTo');
      const bill = phrase('billTo');
      const panel = (label: string, lines: Both[]): string =>
        lines.length > 0 ? `${label}\n${lines.map((l) => l.plain).join('\n')}` : '';
      return (f) =>
        [show === 'billing' ? '' : panel(deliver(f), f.shipping), show === 'delivery' ? '' : panel(bill(f), f.billing)]
          .filter((p) => p !== '')
          .join('\n\n');
    }
    case 'discount': {
      const offer = words(block.id);
      const label = phrase('yourCode');
      const ref = promiseRef(block);
      return (f) => {
        const code = f.snapshot.codes[ref];
        if (code === null) return '';
        return [offer(f), `${label(f)}: ${plainLine(code ?? block.code)}`].filter((t) => t !== '').join('\n');
      };
    }
    case 'notes':
      return (f) =>
        f.notes
          .map(
            (n) =>
              `${block.names === false ? '' : `${n.product.plain}\n`}${n.words.plain}${n.url ? ` (${n.url})` : ''}`,
          )
          .join('\n\n');
    case 'suggestions': {
      const head = phrase('goesWith');
      const prices = block.prices ?? true;
      return (f) => {
        const rows = f.suggestions(block.id).map(({ name, price, url }) => {
          const cost = prices && price.plain !== '' ? `, ${price.plain}` : '';
          return `${name.plain}${cost}${url === '' ? '' : `: ${url}`}`;
        });
        return rows.length === 0 ? '' : [head(f), ...rows].filter((t) => t !== '').join('\n');
      };
    }
    case 'orders': {
      const standings = STANDING_PHRASES.map(([order, key]) => [order, phrase(key)] as const);
      const quantity = phrase('quantity');
      const { most = ROWS_MAX } = block;
      return (f) =>
        f
          .orders()
          .slice(0, most)
          .map(({ number, item, pieces, total, standing }) => {
            const words = standings.find(([order]) => order === standing)?.[1](f);
            return `${number.plain}${words ? ` (${words})` : ''}: ${item.plain}; ${quantity(f)} ${pieces}; ${total.plain}`;
          })
          .join('\n');
    }
    case 'downloads':
      return (f) => f.downloads.map((d) => `${d.name.plain}: ${d.url}`).join('\n');
    case 'divider':
      return () => '----';
    case 'footer': {
      const footer = phrase('footer');
      const links = parts.linksInFooter && parts.links !== '' ? `${parts.links}\n\n` : '';
      const own = [
        linked(phrase('preferences'), (f) => hrefOf(PREFERENCES, f), true),
        linked(phrase('unsubscribe'), (f) => hrefOf(UNSUBSCRIBE, f), true),
      ];
      return (f) => {
        const written = own.map((link) => link(f)).filter((link) => link !== '');
        return `----\n${links}${footer(f)}${written.map((link) => `\n\n${link}`).join('')}`;
      };
    }
    case 'links':
      return () => parts.links;
    case 'space':
    case 'passage':
      return () => '';
  }
}

const TRACKING = { variable: 'shipment.trackingUrl' };
const PREFERENCES = { variable: 'message.preferencesUrl' };
const UNSUBSCRIBE = { variable: 'message.unsubscribeUrl' };

/** Words with the address they lead to; without an address the words alone, or nothing when they say nothing then. */
function linked(words: Write, href: (f: Filling) => string | undefined, needed: boolean): Write {
  return (f) => {
    const address = href(f);
    if (address === undefined) return needed ? '' : words(f);
    return `${words(f)}: ${address}`;
  };
}
