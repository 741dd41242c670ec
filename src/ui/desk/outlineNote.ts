import type { Snapshot } from '@/core/snapshot';
import { placeholderType } from '@/core/placeholders';
import type { Block, Passages } from '@/core/template';
import { chooser, parseSource, type Values } from '@/core/text';

/** What the outline says of a block beside its name. */
export function outlineNote(block: Block, snapshot: Snapshot, passages: Passages, words = ''): string {
  const { values } = snapshot;
  switch (block.kind) {
    case 'masthead':
    case 'footer':
    case 'links':
      return 'from the look';
    case 'items':
      return linesNote(block.only ? snapshot.lines.filter((l) => l.shippable).length : snapshot.lines.length);
    case 'addresses':
      return snapshot.shipping.length + snapshot.billing.length === 0 ? 'none on this order' : '';
    case 'button': {
      const missing = 'variable' in block.target && values[block.target.variable] === undefined;
      return missing ? 'no address: left out' : '';
    }
    case 'parcel':
      return values['shipment.carrier'] || values['shipment.trackingNumber'] ? '' : 'no parcel: left out';
    case 'transfer':
      return values['payment.iban'] ? '' : 'left out';
    case 'refund':
      return snapshot.refund.length === 0 ? 'no refund: left out' : '';
    case 'notes':
      return snapshot.notes.length === 0 ? 'none on this order' : '';
    case 'downloads':
      return snapshot.downloads.length === 0 ? 'none on this order' : '';
    case 'discount':
      return block.code;
    case 'passage':
      return passages[block.passage]?.name ?? 'none chosen';
    case 'image':
      return block.picture ? '' : 'no picture yet';
    default:
      return saysNothing(words, values) ? 'left out' : '';
  }
}

const linesNote = (lines: number): string =>
  lines === 0 ? 'nothing to ship: left out' : lines === 1 ? '1 line' : `${lines} lines`;

/** Whether the form of some words that an order takes has nothing in it. */
function saysNothing(source: string, values: Values): boolean {
  if (!source.startsWith('.')) return false;
  const parsed = parseSource(source);
  if (!parsed.ok || parsed.message.type !== 'select') return false;
  const form = parsed.message.variants[chooser(parsed.message, { locale: 'en', typeOf: placeholderType })(values)];
  return form?.value.length === 0;
}
