/** What most messages say alike, in Arabic. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('مرحبًا {$customer.firstName}،'), p('مرحبًا،')),
  help: 'هل لديك سؤال؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}ملاحظة من العميل:{/b} {$order.note}')),
  record: 'فتح الطلب',
  shop: 'فتحه في المتجر',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`من المتوقع إرسال طلبك يوم ${day('order.expectedDispatch')}، وسنراسلك مرة أخرى عند إرساله.`),
);
