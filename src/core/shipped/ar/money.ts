/** Payments, invoices and refunds, in Arabic. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'ادفع {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'أعدنا إليك {$refund.amount :money}',
    preheader: 'للطلب {$order.number}.',
    head: 'أعدنا مبلغ {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(`أعدنا إليك ${REFUND} يوم ${day('refund.issuedAt')}. قد يستغرق وصول المبلغ بضعة أيام حسب مصرفك.`),
      p(`أعدنا إليك ${REFUND}. قد يستغرق وصول المبلغ بضعة أيام حسب مصرفك.`),
    ),
    what: p('بذلك أُعيد كل ما دفعته للطلب {$order.number}.'),
    help: 'هل هناك خطأ ما؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'لجزء من الطلب {$order.number}.',
    head: 'أعدنا جزءًا من المبلغ: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('هذا المبلغ لجزء من الطلب {$order.number}؛ والتفاصيل أدناه. ويبقى باقي الطلب كما هو.'),
      p('هذا جزء مما دفعته للطلب {$order.number}. ويبقى الطلب نفسه كما هو.'),
    ),
  },
  'payment-received': {
    subject: 'وصلت دفعتك للطلب {$order.number}',
    preheader: whether(
      'order.amountPaid',
      'استلمنا {$order.amountPaid :money} للطلب {$order.number}.',
      'للطلب {$order.number}.',
    ),
    head: 'شكرًا على الدفع',
    say: p('وصلت دفعتك للطلب {$order.number}.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'وصل جزء من دفعتك للطلب {$order.number}',
    preheader: whether('order.amountDue', 'المبلغ المتبقي: {$order.amountDue :money}.', 'شكرًا لك.'),
    head: 'وصل جزء من دفعتك',
    say: whether(
      'order.amountPaid',
      p(`شكرًا لك. استلمنا حتى الآن ${b('{$order.amountPaid :money}')} للطلب {$order.number}.`),
      p('شكرًا لك. وصل جزء من ثمن الطلب {$order.number}.'),
    ),
    open: whether('order.amountDue', p(`المبلغ المتبقي: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'ادفع الباقي'),
  },
  'payment-failed': {
    subject: 'لم تتم عملية الدفع للطلب {$order.number}',
    preheader: 'لم يُخصم أي مبلغ. طلبك محفوظ، ويمكنك الدفع مرة أخرى.',
    head: 'لم تتم عملية الدفع',
    say: whether(
      'order.amountDue',
      p(
        `تعذّر إتمام دفع ${DUE} للطلب {$order.number}. لم يُخصم أي مبلغ، ونحتفظ بطلبك لك. يرجى المحاولة مرة أخرى أو اختيار طريقة دفع أخرى.`,
      ),
      p(
        'تعذّر إتمام الدفع للطلب {$order.number}. لم يُخصم أي مبلغ، ونحتفظ بطلبك لك. يرجى المحاولة مرة أخرى أو اختيار طريقة دفع أخرى.',
      ),
    ),
    why: whether('reason.words', p('السبب الذي أُبلغنا به: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'ادفع الآن'),
  },
  invoice: {
    subject: 'الفاتورة {$invoice.number} للطلب {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'المبلغ المطلوب: {$order.amountDue :money}.',
      '* present': 'الفاتورة مدفوعة، ولا يلزمك أي إجراء.',
      '* *': 'للطلب {$order.number}.',
    }),
    head: 'الفاتورة {$invoice.number}',
    say: p(`هذه فاتورة طلبك {$order.number}. المبلغ: ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `دُفع منها {$order.amountPaid :money}. والمبلغ ${DUE} متأخر منذ ${day('invoice.overdueSince')}.`,
      ),
      'present present *': p(`دُفع منها {$order.amountPaid :money}. المبلغ المتبقي: ${DUE}.`),
      'present * present': p(
        `المبلغ ${DUE} متأخر منذ ${day('invoice.overdueSince')}. إن كنت قد دفعت، فلا يلزمك أي إجراء.`,
      ),
      'present * *': p(`المبلغ المطلوب: ${DUE}.`),
      '* present *': p('الفاتورة مدفوعة، ولا يلزمك أي إجراء. شكرًا لك.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`تاريخ الاستحقاق: ${b(day('invoice.dueOn'))}.`)),
    open: 'فتح الفاتورة',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'تعذّر الدفع: {$order.number}، {$order.amountDue :money}',
      'تعذّر الدفع: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. لا ترسله بعد.', 'لا ترسله بعد.'),
    what: 'أوقف {$order.number}: تعذّر الدفع',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `لم تتم عملية الدفع من ${b('{$customer.fullName}')}: {$reason.words}. لا ترسل الطلب قبل وصول المبلغ.`,
      ),
      'present *': p(`لم تتم عملية الدفع من ${b('{$customer.fullName}')}. لا ترسل الطلب قبل وصول المبلغ.`),
      '* present': p('لم تتم عملية الدفع من زائر: {$reason.words}. لا ترسل الطلب قبل وصول المبلغ.'),
      '* *': p('لم تتم عملية الدفع من زائر. لا ترسل الطلب قبل وصول المبلغ.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'أُعيد {$refund.amount :money} من {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'للطلب {$order.number}.'),
    what: 'أُعيد {$refund.amount :money}، {$order.number}',
    facts: whether('customer.fullName', p(`إلى ${b('{$customer.fullName}')}.`), p('إلى زائر.')),
  },
};
