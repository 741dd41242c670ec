import type { Snapshot } from '@/core/order';
import type { Block } from '@/core/template';

/** What the outline says of a block beside its name. */
export function outlineNote(block: Block, snapshot: Snapshot): string {
  switch (block.kind) {
    case 'masthead':
    case 'footer':
      return 'from the look';
    case 'items':
      return snapshot.lines.length === 1 ? '1 line' : `${snapshot.lines.length} lines`;
    case 'addresses':
      return snapshot.shipping.length + snapshot.billing.length === 0 ? 'none on this order' : '';
    case 'button': {
      const missing = 'variable' in block.target && snapshot.values[block.target.variable] === undefined;
      return missing ? 'no address: left out' : '';
    }
    default:
      return '';
  }
}
