/** What goes out some time after, to contacts, of an account, and by hand, in Arabic. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'إن لم تكن أنت من طلب ذلك، فلا يلزمك أي إجراء، أو راسلنا على {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'المبلغ المتبقي: {$order.amountDue :money} للطلب {$order.number}',
      'دفع الطلب {$order.number}',
    ),
    preheader: 'إن كنت قد دفعت، فلا يلزمك أي إجراء.',
    head: 'ما زلنا بانتظار دفعتك',
    say: whether(
      'order.amountDue',
      p(`المبلغ المتبقي لطلبك {$order.number} بتاريخ ${day('order.placedAt')}: ${DUE}.`) +
        p('إن كانت دفعتك في الطريق، فيرجى تجاهل هذه الرسالة.'),
      p('طلبك {$order.number} مدفوع. يرجى تجاهل هذه الرسالة.'),
    ),
    last: p('هذا تذكيرنا الأخير. إن لم تعد ترغب في الطلب، فيكفي رد قصير.'),
    pay: whether('order.amountDue', 'ادفع {$order.amountDue :money}', 'ادفع الآن'),
  },
  'how-did-we-do': {
    subject: 'ما رأيك في الطلب {$order.number}؟',
    preheader: 'جملتان منك تساعداننا وتساعدان من يأتي بعدك.',
    head: 'ما رأيك؟',
    say: p('طلبك {$order.number} لديك منذ فترة. هل هو كما كنت تتمنى؟ أخبرنا في جملة أو جملتين، بالجيد وغير الجيد.'),
    tell: 'أخبرنا برأيك',
    help: 'إن كنت لا تود أن نسألك، فراسلنا على {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'الفاتورة {$invoice.number} لقسم الحسابات لديكم',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}، طلب من {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'الفاتورة {$invoice.number}',
    greet: p('مرحبًا،'),
    say: whether(
      'customer.fullName',
      p(
        `هذه فاتورة الطلب {$order.number} من {$customer.fullName} بتاريخ ${day('order.placedAt')}. المبلغ: ${b('{$order.total :money}')}.`,
      ),
      p(`هذه فاتورة الطلب {$order.number} بتاريخ ${day('order.placedAt')}. المبلغ: ${b('{$order.total :money}')}.`),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`المبلغ المطلوب: ${DUE}. تاريخ الاستحقاق: ${b(day('invoice.dueOn'))}.`),
      'present * present *': p(`المبلغ ${DUE} متأخر منذ ${day('invoice.overdueSince')}.`),
      'present * * *': p(`المبلغ المطلوب: ${DUE}.`),
      '* * * present': p('الفاتورة مدفوعة، ولا يلزم أي إجراء.'),
      '* * * *': '',
    }),
    open: 'فتح الفاتورة',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'طرد إلى {$customer.company}: {$order.number}',
      'طرد في الطريق: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      zero: 'فيه {$shipment.itemCount} منتج.',
      one: 'فيه منتج واحد.',
      two: 'فيه منتجان.',
      few: 'فيه {$shipment.itemCount} منتجات.',
      many: 'فيه {$shipment.itemCount} منتجًا.',
      '*': 'فيه {$shipment.itemCount} منتج.',
    }),
    head: 'البضاعة في الطريق',
    greet: p('مرحبًا،'),
    say: whether(
      'customer.fullName',
      p('هذه بضاعة طلبها {$customer.fullName}، وهي في الطريق إليكم. يرجى مراجعة الطرد وفق القائمة أدناه.'),
      p('هذه البضاعة في الطريق إليكم. يرجى مراجعة الطرد وفق القائمة أدناه.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'أهلًا بك في {$store.name}',
    preheader: 'حسابك جاهز.',
    head: 'أهلًا بك في {$store.name}',
    say: p(`حسابك جاهز باسم ${b('{$customer.email}')}. ويمكنك الاطلاع على طلباتك فيه.`),
    go: 'فتح حسابك',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'اختر كلمة مرور جديدة في {$store.name}',
    preheader: 'لن يتغير شيء حتى تختارها.',
    head: 'اختر كلمة مرور جديدة',
    say: p(
      `وصلنا طلب كلمة مرور جديدة للحساب ${b('{$customer.email}')}. يمكنك اختيارها بالزر أدناه. وحتى ذلك الحين تبقى القديمة صالحة.`,
    ),
    go: 'اختر كلمة مرور جديدة',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'ما تكتبه إليك {$store.name}',
    preheader: 'الرابط صالح لمدة ساعة.',
    head: 'ما نكتبه إليك',
    say: p(
      `من الزر أدناه ترى وتغيّر اللغة التي نكتب بها إلى ${b('{$customer.email}')}، ومن غيرك يتلقى رسائل عن طلباتك، والرسائل التي تريدها. وهو صالح لمدة ساعة.`,
    ),
    go: 'افتح الصفحة',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'بخصوص طلبك {$order.number}',
    preheader: 'رسالة من {$store.name}.',
    head: 'بخصوص طلبك',
    say:
      p(`نراسلك بخصوص طلبك {$order.number} بتاريخ ${day('order.placedAt')}.`) +
      p('لا يلزمك أي إجراء؛ أردنا فقط إبلاغك.'),
  },
  'one-question': {
    subject: 'سؤال واحد عن {$order.number}',
    preheader: 'رد قصير منك، ونتابع طلبك.',
    head: 'سؤال واحد عن طلبك',
    say:
      p(`لدينا سؤال عن طلبك {$order.number}: ${b('أي اللونين كنت تقصد؟')}`) +
      p('تكفي كلمة أو كلمتان ردًا على هذه الرسالة.'),
  },
  'looking-for-parcel': {
    subject: 'نبحث عن طردك: {$order.number}',
    preheader: 'سنراسلك حالما نعرف المزيد.',
    head: 'نبحث عن طردك',
    say: whether(
      'shipment.carrier',
      p('كان ينبغي أن يصلك طردك. سألنا {$shipment.carrier} عنه، وسنراسلك حالما نعرف المزيد.'),
      p('كان ينبغي أن يصلك طردك. سألنا شركة الشحن عنه، وسنراسلك حالما نعرف المزيد.'),
    ),
  },
  news: {
    subject: 'أخبار من {$store.name}',
    preheader: 'الجديد في بضعة أسطر.',
    head: 'جديدنا',
    say: p('اكتب هنا ما الجديد، ولماذا قد يهم من يقرؤه.'),
    go: 'إلى المتجر',
  },
};
