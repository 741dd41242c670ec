import { promiseRef } from '@/core/codes';
import type { Snapshot } from '@/core/snapshot';
import { placeholderType } from '@/core/placeholders';
import type { Block, Passages } from '@/core/template';
import { chooser, parseSource, type Values } from '@/core/text';
import { say } from '@/words/desk';

/** What the outline says of a block beside its name. */
export function outlineNote(block: Block, snapshot: Snapshot, passages: Passages, words = ''): string {
  const { values } = snapshot;
  switch (block.kind) {
    case 'masthead':
    case 'footer':
    case 'links':
      return say.fromTheLook;
    case 'items':
      return linesNote(block.only ? snapshot.lines.filter((l) => l.shippable).length : snapshot.lines.length);
    case 'addresses':
      return snapshot.shipping.length + snapshot.billing.length === 0 ? say.noneOnThisOrder : '';
    case 'button': {
      const missing = 'variable' in block.target && values[block.target.variable] === undefined;
      return missing ? say.noAddressLeftOut : '';
    }
    case 'parcel':
      return values['shipment.carrier'] || values['shipment.trackingNumber'] ? '' : say.noParcelLeftOut;
    case 'transfer':
      return values['payment.iban'] ? '' : say.leftOut;
    case 'refund':
      return snapshot.refund.length === 0 ? say.noRefundLeftOut : '';
    case 'notes':
      return snapshot.notes.length === 0 ? say.noneOnThisOrder : '';
    case 'suggestions': {
      const names = (snapshot.suggestions[block.id] ?? []).map((p) => p.name);
      return names.length === 0 ? say.noSuggestionsLeftOut : names.join(', ');
    }
    case 'orders':
      return snapshot.orders.length === 0 ? say.noOrdersLeftOut : snapshot.orders.map((o) => o.number).join(', ');
    case 'downloads':
      return snapshot.downloads.length === 0 ? say.noneOnThisOrder : '';
    case 'discount':
      return promised(block, snapshot);
    case 'passage':
      return passages[block.passage]?.name ?? say.noneChosen;
    case 'image':
      return block.picture ? '' : say.noPictureYet;
    default:
      return saysNothing(words, values) ? say.leftOut : '';
  }
}

/** The code of a block as it stands on the sheet. */
function promised(block: Extract<Block, { kind: 'discount' }>, { codes }: Snapshot): string {
  const code = codes[promiseRef(block)];
  return code === null ? say.codeGoneLeftOut : (code ?? block.code);
}

const linesNote = (lines: number): string => (lines === 0 ? say.nothingToShipLeftOut : say.ships({ lines }));

/** Whether the form of some words that an order takes has nothing in it. */
function saysNothing(source: string, values: Values): boolean {
  if (!source.startsWith('.')) return false;
  const parsed = parseSource(source);
  if (!parsed.ok || parsed.message.type !== 'select') return false;
  const form = parsed.message.variants[chooser(parsed.message, { locale: 'en', typeOf: placeholderType })(values)];
  return form?.value.length === 0;
}
