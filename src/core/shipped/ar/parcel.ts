/** Parcels, collecting and downloads, in Arabic. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`سلّمنا ${it} إلى {$shipment.carrier} يوم ${day('shipment.dispatchedAt')}.`) + after,
    'present *': p(`سلّمنا ${it} إلى {$shipment.carrier}.`) + after,
    '* present': p(`سلّمنا ${it} للتوصيل يوم ${day('shipment.dispatchedAt')}.`) + after,
    '* *': p(`سلّمنا ${it} للتوصيل.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'طردك في الطريق: {$order.number}',
    preheader: 'ما يحتويه، وكيف تتبعه.',
    left: whether('delivery.city', 'في الطريق إلى {$delivery.city}', 'في الطريق إليك'),
    how: handedOver('طردك'),
    inside: 'في هذا الطرد',
    help: 'هل وصل شيء تالفًا أو ناقصًا؟ راسلنا على {$store.email}، ومع صورة إن أمكن.',
  },
  'on-its-way~a-part': {
    subject: 'جزء من {$order.number} في الطريق',
    preheader: 'ما يحتويه. والباقي يتبعه.',
    left: 'جزء من طلبك في الطريق',
    how: handedOver('جزءًا من طلبك', p(`${b('الباقي يتبعه،')} وسنراسلك مرة أخرى عند إرساله.`)),
  },
  'on-its-way~the-last-part': {
    subject: 'باقي {$order.number} في الطريق',
    preheader: 'ما يحتويه. بهذا الطرد يكتمل طلبك.',
    left: 'باقي طلبك في الطريق',
    how: handedOver('باقي طلبك', p(b('بهذا الطرد يكتمل طلبك.'))),
  },
  'tracking-changed': {
    subject: 'جديد عن طردك: {$order.number}',
    preheader: 'كيف تتبعه من الآن.',
    head: 'تغيّر تتبع طردك',
    say: p('تغيّر تتبع طردك للطلب {$order.number}. المعتمد هو ما تراه أدناه.'),
  },
  'ready-to-collect': {
    subject: 'جاهز للاستلام: {$order.number}',
    preheader: whether('shipment.location', 'طلبك جاهز: {$shipment.location}.', 'طلبك جاهز.'),
    head: 'طلبك جاهز للاستلام',
    say: whether(
      'shipment.location',
      p(`تم تجهيزه وهو بانتظارك هنا: ${b('{$shipment.location}')}. يرجى إحضار الرقم ${b('{$order.number}')} معك.`),
      p(`تم تجهيزه وهو بانتظارك. يرجى إحضار الرقم ${b('{$order.number}')} معك.`),
    ),
    place: collectAt('ساعات العمل'),
  },
  delivered: {
    subject: 'وصل طردك: {$order.number}',
    preheader: 'تم تسليمه. وهذا ما ينبغي أن يحتويه.',
    head: 'وصل طردك',
    say: whether(
      'shipment.carrier',
      p('أبلغتنا {$shipment.carrier} بتسليم طردك. وأدناه ما ينبغي أن يحتويه.'),
      p('تم تسليم طردك. وأدناه ما ينبغي أن يحتويه.'),
    ),
    help: 'هل هناك شيء ناقص أو تالف؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
  },
  'your-downloads': {
    subject: 'ملفاتك للتنزيل من الطلب {$order.number}',
    preheader: 'ملفاتك جاهزة. احتفظ بهذه الرسالة: الروابط لك وحدك.',
    head: 'ملفاتك جاهزة',
    say: p('يمكنك الآن تنزيل ما طلبته. احفظ الملفات حيث يسهل عليك إيجادها.'),
    help: 'هل هناك رابط لا يعمل؟ أجب على هذه الرسالة أو راسلنا على {$store.email}.',
  },
};
