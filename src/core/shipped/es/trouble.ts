/** When something does not go as it should, in Spanish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `Te reembolsamos ${b('{$cancellation.refund :money}')} por el medio con el que pagaste. Te escribiremos cuando esté en camino.`,
);
const NO_REASON = p('No se ha dado ningún motivo.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('Sin cuenta, {$order.total :money}, {$order.channel}');
const REASON = whether('reason.words', p('El motivo: {$reason.words}.'));
const NOT_MEANT = '¿No es lo que querías? Responde pronto a este mensaje o escribe a {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'Te reembolsamos {$cancellation.refund :money}.',
  '* present': 'Queda por pagar: {$order.amountDue :money}.',
  '* *': 'No hay nada que pagar.',
});

const STOP: Segments = {
  subject: 'Detener {$order.number}: cancelado',
  preheader: whether('cancellation.items', 'No enviar: {$cancellation.items}', 'No queda nada por enviar.'),
  what: 'Detener {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Cancelado: ${b('{$cancellation.items}')}. El motivo: {$reason.words}.`),
    'present *': p(`Cancelado: ${b('{$cancellation.items}')}.`),
    '* present': p('Cancelado. El motivo: {$reason.words}.'),
    '* *': p('Cancelado.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('No enviar. Vuelve al almacén ({$order.location}):'),
    'present *': p('No enviar. Vuelve al almacén:'),
    '* *': p('Nada vuelve al almacén.'),
  }),
  sent: whether('cancellation.sentItems', p('Ya enviado: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`Por reembolsar: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'Necesitamos tu respuesta sobre {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Tu pedido está en espera hasta que nos respondas.'),
    head: 'Tu pedido está en espera',
    say: whether(
      'reason.words',
      p(
        `Hemos dejado en espera tu pedido {$order.number}: ${b('{$reason.words}')}. Responde a este mensaje y seguirá adelante.`,
      ),
      p('Hemos dejado en espera tu pedido {$order.number}. Responde a este mensaje y seguirá adelante.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'Revisar {$order.number}: en espera',
    preheader: whether('reason.words', '{$reason.words}', 'No se ha dado ningún motivo.'),
    what: '{$order.number} está en espera',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} tarda un poco más: {$order.number}',
    preheader: whether(
      'delay.until',
      `Ahora lo esperamos para el ${day('delay.until')}. No tienes que hacer nada.`,
      'No tienes que hacer nada.',
    ),
    head: 'Un artículo tarda más',
    say: p(`${b('{$delay.item}')}, de tu pedido {$order.number}, no está listo para el día que dijimos.`),
    until: whether(
      'delay.until',
      p(`Ahora lo esperamos para el ${b(day('delay.until'))}.`),
      p('Todavía no podemos dar una fecha. Te escribiremos en cuanto la sepamos.'),
    ),
    why: whether('delay.reason', p('El motivo: {$delay.reason}.')),
    help: '¿Prefieres otro artículo o un reembolso? Responde a este mensaje o escribe a {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'Con retraso: {$delay.item} de {$order.number}',
    preheader: whether('delay.until', `Previsto ahora el ${day('delay.until')}`, 'Aún no se sabe la fecha.'),
    what: '{$delay.item} llega con retraso',
    facts: whether(
      'customer.fullName',
      p(`Para ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Para ${b('{$order.number}')}, cliente sin cuenta.`),
    ),
    until: whether('delay.until', p(`Previsto el ${b(day('delay.until'))}.`), p('Aún no se sabe la fecha.')),
    why: whether('delay.reason', p('El motivo: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Una nota sobre tu pedido {$order.number}',
    preheader: whether('note.by', 'De {$note.by}, de {$store.name}', 'De {$store.name}'),
    head: 'Una nota sobre tu pedido',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'Tu devolución de {$order.number} ha llegado',
    preheader: whether('return.items', '{$return.items}', 'Gracias por el envío.'),
    head: 'Tu devolución ha llegado',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: lo recibimos el ${day('return.receivedAt')}. Lo revisamos y te escribiremos cuando haya un reembolso en camino.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: lo hemos recibido. Lo revisamos y te escribiremos cuando haya un reembolso en camino.`,
      ),
      '* *': p(
        'Hemos recibido lo que devolviste del pedido {$order.number}. Lo revisamos y te escribiremos cuando haya un reembolso en camino.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'El resto de tu pedido {$order.number} está cancelado',
      'Tu pedido {$order.number} está cancelado',
    ),
    preheader: MONEY_BRIEFLY,
    head: whether('cancellation.sentItems', 'El resto de tu pedido está cancelado', 'Tu pedido está cancelado'),
    say: whether(
      'cancellation.sentItems',
      p('Hemos cancelado lo que aún no se había enviado de tu pedido {$order.number}; lo ves abajo.'),
      p('Tu pedido {$order.number} está cancelado. No se enviará nada de él.'),
    ),
    sent: whether('cancellation.sentItems', p('No afecta a lo que ya se envió: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`De lo que se envió queda por pagar ${DUE}.`),
      '* *': p('No hay nada que pagar.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'Una parte de tu pedido {$order.number} está cancelada',
    preheader: MONEY_BRIEFLY,
    head: 'Una parte de tu pedido está cancelada',
    say: p('Hemos cancelado una parte de tu pedido {$order.number}; la ves abajo. El resto no cambia.'),
    sent: whether('cancellation.sentItems', p('Ya enviado, sin cambios: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Del resto queda por pagar ${DUE}.`),
      '* *': p('No hay nada que pagar por lo cancelado.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Detener una parte de {$order.number}: artículos cancelados',
    what: 'Detener una parte de {$order.number}',
  },
  'mail-came-back': {
    subject: 'Sin entregar: {$bounce.notification} de {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether('customer.fullName', 'No le ha llegado a {$customer.fullName}', 'No le ha llegado al cliente'),
    facts: p(
      `${b('{$bounce.notification}')}, del pedido ${b('{$order.number}')}, ha vuelto de {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Pide otra dirección de correo por teléfono, {$customer.phone}. Corrígela y envía de nuevo el mensaje.'),
      p('Busca otra dirección de correo, corrígela y envía de nuevo el mensaje. No se conoce ningún teléfono.'),
    ),
    delivery: 'Ver qué ha pasado',
  },
};
