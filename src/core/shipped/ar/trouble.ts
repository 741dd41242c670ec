/** When something does not go as it should, in Arabic. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `سنعيد إليك ${b('{$cancellation.refund :money}')} بالطريقة التي دفعت بها، وسنراسلك عند إرسال المبلغ.`,
);
const NO_REASON = p('لم يُذكر سبب.');
const ORDER_OF = p('{$customer.fullName}، {$order.total :money}، {$order.channel}');
const ORDER_OF_GUEST = p('زائر، {$order.total :money}، {$order.channel}');
const REASON = whether('reason.words', p('السبب: {$reason.words}.'));
const NOT_MEANT = 'هل هذا غير ما أردت؟ أجب على هذه الرسالة قريبًا أو راسلنا على {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'سنعيد إليك {$cancellation.refund :money}.',
  '* present': 'المبلغ المتبقي: {$order.amountDue :money}.',
  '* *': 'لا شيء عليك دفعه.',
});

const STOP: Segments = {
  subject: 'أوقف {$order.number}: أُلغي',
  preheader: whether('cancellation.items', 'لا ترسل: {$cancellation.items}', 'لم يبق شيء للإرسال.'),
  what: 'أوقف {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`أُلغي: ${b('{$cancellation.items}')}. السبب: {$reason.words}.`),
    'present *': p(`أُلغي: ${b('{$cancellation.items}')}.`),
    '* present': p('أُلغي الطلب. السبب: {$reason.words}.'),
    '* *': p('أُلغي الطلب.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('لا ترسل هذه المنتجات، بل تعاد إلى المخزن ({$order.location}):'),
    'present *': p('لا ترسل هذه المنتجات، بل تعاد إلى المخزن:'),
    '* *': p('لا شيء يعاد إلى المخزن.'),
  }),
  sent: whether('cancellation.sentItems', p('أُرسل من قبل: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`المبلغ الواجب رده: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'نحتاج إلى ردك بشأن {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'طلبك متوقف حتى نسمع منك.'),
    head: 'طلبك متوقف',
    say: whether(
      'reason.words',
      p(`أوقفنا طلبك {$order.number}: ${b('{$reason.words}')}. أجب على هذه الرسالة ليستمر.`),
      p('أوقفنا طلبك {$order.number}. أجب على هذه الرسالة ليستمر.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'راجع {$order.number}: متوقف',
    preheader: whether('reason.words', '{$reason.words}', 'لم يُذكر سبب.'),
    what: '{$order.number} متوقف',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: 'يتأخر {$delay.item} قليلًا: {$order.number}',
    preheader: whether(
      'delay.until',
      `نتوقعه الآن يوم ${day('delay.until')}. لا يلزمك أي إجراء.`,
      'لا يلزمك أي إجراء.',
    ),
    head: 'أحد المنتجات يتأخر',
    say: p(`${b('{$delay.item}')} من طلبك {$order.number} لن يكون جاهزًا في الموعد المذكور.`),
    until: whether(
      'delay.until',
      p(`نتوقعه الآن يوم ${b(day('delay.until'))}.`),
      p('لا يمكننا تحديد موعد بعد، وسنراسلك حالما نعرفه.'),
    ),
    why: whether('delay.reason', p('السبب: {$delay.reason}.')),
    help: 'هل تفضل منتجًا آخر أو استرداد المبلغ؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'متأخر: {$delay.item} للطلب {$order.number}',
    preheader: whether('delay.until', `متوقع الآن يوم ${day('delay.until')}`, 'لا موعد معروف بعد.'),
    what: '{$delay.item} متأخر',
    facts: whether(
      'customer.fullName',
      p(`للطلب ${b('{$order.number}')}، {$customer.fullName}.`),
      p(`للطلب ${b('{$order.number}')}، زائر.`),
    ),
    until: whether('delay.until', p(`متوقع يوم ${b(day('delay.until'))}.`), p('لا موعد معروف بعد.')),
    why: whether('delay.reason', p('السبب: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'ملاحظة على طلبك {$order.number}',
    preheader: whether('note.by', 'من {$note.by}، {$store.name}', 'من {$store.name}'),
    head: 'ملاحظة على طلبك',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}، {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'وصل مرتجعك للطلب {$order.number}',
    preheader: whether('return.items', '{$return.items}', 'شكرًا على إرساله.'),
    head: 'وصل مرتجعك',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: وصلنا هذا يوم ${day('return.receivedAt')}. سنفحصه ونراسلك عند إعادة المبلغ.`,
      ),
      'present *': p(`${b('{$return.items}')}: وصلنا هذا. سنفحصه ونراسلك عند إعادة المبلغ.`),
      '* *': p('وصلنا ما أعدته من الطلب {$order.number}. سنفحصه ونراسلك عند إعادة المبلغ.'),
    }),
  },
  'order-cancelled': {
    subject: whether('cancellation.sentItems', 'أُلغي باقي طلبك {$order.number}', 'أُلغي طلبك {$order.number}'),
    preheader: MONEY_BRIEFLY,
    head: whether('cancellation.sentItems', 'أُلغي باقي طلبك', 'أُلغي طلبك'),
    say: whether(
      'cancellation.sentItems',
      p('ألغينا ما لم يُرسل بعد من طلبك {$order.number}؛ وهو مذكور أدناه.'),
      p('أُلغي طلبك {$order.number}. ولن يُرسل منه شيء.'),
    ),
    sent: whether('cancellation.sentItems', p('لا يشمل ذلك ما أُرسل من قبل: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`المبلغ المتبقي لما أُرسل: ${DUE}.`),
      '* *': p('لا شيء عليك دفعه.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'أُلغي جزء من طلبك {$order.number}',
    preheader: MONEY_BRIEFLY,
    head: 'أُلغي جزء من طلبك',
    say: p('ألغينا جزءًا من طلبك {$order.number}؛ وهو مذكور أدناه. ويبقى الباقي كما هو.'),
    sent: whether('cancellation.sentItems', p('أُرسل من قبل، ولا يشمله ذلك: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`المبلغ المتبقي لباقي الطلب: ${DUE}.`),
      '* *': p('لا شيء عليك دفعه لما أُلغي.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'أوقف جزءًا من {$order.number}: أُلغيت منتجات',
    what: 'أوقف جزءًا من {$order.number}',
  },
  'mail-came-back': {
    subject: 'لم تصل: {$bounce.notification} للطلب {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether('customer.fullName', 'لم تصل الرسالة إلى {$customer.fullName}', 'لم تصل الرسالة إلى العميل'),
    facts: p(
      `عادت رسالة ${b('{$bounce.notification}')} للطلب ${b('{$order.number}')} من {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('اسأل هاتفيًا عن عنوان بريد آخر، {$customer.phone}. صحّحه وأرسل الرسالة مرة أخرى.'),
      p('ابحث عن عنوان بريد آخر، وصحّحه وأرسل الرسالة مرة أخرى. لا يوجد رقم هاتف معروف.'),
    ),
    delivery: 'انظر ما حدث',
  },
};
