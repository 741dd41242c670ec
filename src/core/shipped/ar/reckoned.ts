/** Stock that runs out, and summaries of orders, in Arabic. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('المكان: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'عرض المخزون', shop: 'عرضه في المتجر' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'المخزون منخفض: {$stock.product}',
    preheader: 'المتبقي: {$stock.left}',
    what: 'اطلب المزيد: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). المتبقي: ${LEFT}. منخفض ابتداءً من: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). المتبقي: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'نفد المخزون: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'نفد المخزون: {$stock.product}',
    facts: p(`نفد ${PRODUCT} ({$stock.sku}). أزله من المتجر أو اطلب المزيد.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'لا طلبات جديدة حتى {$summary.until :date}',
      one: 'طلب واحد حتى {$summary.until :date}',
      two: 'طلبان حتى {$summary.until :date}',
      few: '{$summary.orders} طلبات حتى {$summary.until :date}',
      many: '{$summary.orders} طلبًا حتى {$summary.until :date}',
      '*': '{$summary.orders} طلب حتى {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'لا طلبات جديدة',
      one: 'طلب واحد',
      two: 'طلبان',
      few: '{$summary.orders} طلبات',
      many: '{$summary.orders} طلبًا',
      '*': '{$summary.orders} طلب',
    }),
    facts: whether(
      'summary.total',
      p(
        `منذ ${day('summary.from')}: ${b('{$summary.total}')}. القطع: {$summary.pieces}. أُلغي منذ ذلك: {$summary.cancelled}.`,
      ),
      p(`منذ ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('أول طلب: {$summary.firstNumber}، {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('غير معروض: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `بانتظار الإرسال: ${b('{$summary.toSend}')}. أقدمها {$summary.oldestNumber} بتاريخ ${day('summary.oldestPlacedAt')}.`,
      ),
      '* *': p('لا شيء بانتظار الإرسال.'),
    }),
    unpaid: whether('summary.due', p(`لم يُدفع بعد: ${b('{$summary.unpaid}')}، {$summary.due}.`)),
    refunds: whether('summary.refunded', p('المبالغ المستردة: {$summary.refunds}، {$summary.refunded}.')),
    record: 'عرض الطلبات',
  },
};
