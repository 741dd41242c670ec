/** When an order is placed, in Arabic. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `المبلغ: ${b('{$order.total :money}')}.`;
const GLANCE = '{$order.total :money}. كل التفاصيل في نظرة واحدة.';

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'وصلنا طلبك {$order.number}',
    preheader: byNumber('order.itemCount', {
      zero: `{$order.itemCount} منتج، ${GLANCE}`,
      one: `منتج واحد، ${GLANCE}`,
      two: `منتجان، ${GLANCE}`,
      few: `{$order.itemCount} منتجات، ${GLANCE}`,
      many: `{$order.itemCount} منتجًا، ${GLANCE}`,
      '*': `{$order.itemCount} منتج، ${GLANCE}`,
    }),
    thanks: whether('customer.firstName', 'شكرًا لك، {$customer.firstName}', 'شكرًا على طلبك'),
    next: byNumber('order.itemCount', {
      zero: p(`وصلنا طلبك. ${TOTAL}`),
      one: p(`وصلنا طلبك: {$order.firstItem}. ${TOTAL}`),
      two: p(`وصلنا طلبك، وفيه منتجان. ${TOTAL}`),
      few: p(`وصلنا طلبك، وفيه {$order.itemCount} منتجات. ${TOTAL}`),
      many: p(`وصلنا طلبك، وفيه {$order.itemCount} منتجًا. ${TOTAL}`),
      '*': p(`وصلنا طلبك، وفيه {$order.itemCount} منتج. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `يرجى تحويل ${b('{$order.amountDue :money}')} إلى الحساب أدناه، مع ذكر مرجع الدفع المبيّن هناك.`,
      ),
      'present *': p(`المبلغ المتبقي: ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'تتبع طلبك',
    help: 'هل هناك خطأ ما؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
  },
  'order-received~guests': {
    follow: 'تتبع طلبك بدون حساب',
    help: 'احتفظ بهذه الرسالة: يقودك زرها إلى طلبك بدون كلمة مرور. هل هناك خطأ ما؟ أجب عليها أو راسلنا على {$store.email}.',
  },
  'order-received~trade': {
    subject: 'تم تسجيل الطلب {$order.number}: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `الإرسال المقرر: ${day('order.expectedDispatch')}.`,
      'يرجى مراجعة الكميات.',
    ),
    thanks: 'تم تسجيل طلبك {$order.number}',
    next: p(`شكرًا على طلبك. ${TOTAL} يرجى مراجعة الكميات وإبلاغنا بأي تغيير قبل الإرسال.`),
    dispatch: whether('order.expectedDispatch', p(`الإرسال المقرر: ${b(day('order.expectedDispatch'))}.`)),
    help: 'هل لديك سؤال؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
  },
  'new-order': {
    subject: 'طلب جديد {$order.number}: {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}، {$order.channel}', 'زائر، {$order.channel}'),
    what: '{$order.number}، {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `طلب من ${b('{$customer.fullName}')} عبر {$order.channel} يوم ${day('order.placedAt')}. يُرسل في موعد أقصاه ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`طلب من ${b('{$customer.fullName}')} عبر {$order.channel} يوم ${day('order.placedAt')}.`),
      '* present': p(
        `طلب من زائر عبر {$order.channel} يوم ${day('order.placedAt')}. يُرسل في موعد أقصاه ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`طلب من زائر عبر {$order.channel} يوم ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`لم يُدفع بعد: ${b('{$order.amountDue :money}')}.`)),
  },
};
