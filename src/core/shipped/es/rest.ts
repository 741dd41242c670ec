/** What goes out some time after, to contacts, of an account, and by hand, in Spanish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = '¿No has sido tú? No tienes que hacer nada, o escribe a {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Pendiente: {$order.amountDue :money} de {$order.number}',
      'Pago de {$order.number}',
    ),
    preheader: 'Si ya has pagado, no tienes que hacer nada.',
    head: 'Tu pago sigue pendiente',
    say: whether(
      'order.amountDue',
      p(`De tu pedido {$order.number} del ${day('order.placedAt')} queda por pagar ${DUE}.`) +
        p('Si tu pago ya está en camino, no tengas en cuenta este mensaje.'),
      p('Tu pedido {$order.number} está pagado. No tengas en cuenta este mensaje.'),
    ),
    last: p('Este es nuestro último recordatorio. Si ya no quieres el pedido, basta con una respuesta corta.'),
    pay: whether('order.amountDue', 'Pagar {$order.amountDue :money}', 'Pagar ahora'),
  },
  'how-did-we-do': {
    subject: '¿Qué te ha parecido {$order.number}?',
    preheader: 'Dos frases tuyas nos ayudan, y a quienes vengan después.',
    head: '¿Qué te ha parecido?',
    say: p(
      'Tu pedido {$order.number} lleva ya un tiempo contigo. ¿Es lo que esperabas? Cuéntanoslo en una o dos frases, lo bueno y lo malo.',
    ),
    tell: 'Contar cómo ha ido',
    help: 'Si prefieres que no te preguntemos, escribe a {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Factura {$invoice.number} para vuestra contabilidad',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, pedido de {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Factura {$invoice.number}',
    greet: p('Hola:'),
    say: whether(
      'customer.fullName',
      p(
        `{$customer.fullName} nos hizo el pedido {$order.number} el ${day('order.placedAt')}. Importe de la factura: ${b('{$order.total :money}')}.`,
      ),
      p(
        `Esta es la factura del pedido {$order.number} del ${day('order.placedAt')}. Importe: ${b('{$order.total :money}')}.`,
      ),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`Vence el ${b(day('invoice.dueOn'))}: ${DUE}.`),
      'present * present *': p(`Vencido desde el ${day('invoice.overdueSince')}: ${DUE}.`),
      'present * * *': p(`Por pagar: ${DUE}.`),
      '* * * present': p('Está pagada y no hay nada más que hacer.'),
      '* * * *': '',
    }),
    open: 'Abrir la factura',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Un paquete para {$customer.company}: {$order.number}',
      'Un paquete está en camino: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'Contiene un artículo.',
      '*': 'Contiene {$shipment.itemCount} artículos.',
    }),
    head: 'La mercancía está en camino',
    greet: p('Hola:'),
    say: whether(
      'customer.fullName',
      p(
        '{$customer.fullName} ha pedido esta mercancía y está en camino. Comprobad el paquete con la lista de abajo, por favor.',
      ),
      p('Esta mercancía está en camino. Comprobad el paquete con la lista de abajo, por favor.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Te damos la bienvenida a {$store.name}',
    preheader: 'Tu cuenta está lista.',
    head: 'Te damos la bienvenida a {$store.name}',
    say: p(`Tu cuenta está lista, con la dirección ${b('{$customer.email}')}. En ella puedes ver tus pedidos.`),
    go: 'Abrir tu cuenta',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Elige una contraseña nueva para {$store.name}',
    preheader: 'Nada cambia hasta que la elijas.',
    head: 'Elige una contraseña nueva',
    say: p(
      `Alguien ha pedido una contraseña nueva para ${b('{$customer.email}')}. Puedes elegirla con el botón de abajo. Hasta entonces vale la anterior.`,
    ),
    go: 'Elegir una contraseña',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'Lo que {$store.name} te escribe',
    preheader: 'El enlace vale durante una hora.',
    head: 'Lo que te escribimos',
    say: p(
      `Con el botón de abajo ves y cambias en qué idioma escribimos a ${b('{$customer.email}')}, quién más recibe mensajes sobre tus pedidos y qué mensajes quieres. Vale durante una hora.`,
    ),
    go: 'Abrir la página',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'Sobre tu pedido {$order.number}',
    preheader: 'Un mensaje de {$store.name}.',
    head: 'Sobre tu pedido',
    say:
      p(`Te escribimos sobre tu pedido {$order.number} del ${day('order.placedAt')}.`) +
      p('No tienes que hacer nada; solo queríamos que lo supieras.'),
  },
  'one-question': {
    subject: 'Una pregunta sobre {$order.number}',
    preheader: 'Una respuesta corta tuya y seguimos con tu pedido.',
    head: 'Una pregunta sobre tu pedido',
    say:
      p(`Tenemos una pregunta sobre tu pedido {$order.number}: ${b('¿cuál de los dos colores querías?')}`) +
      p('Basta con una o dos palabras en respuesta a este mensaje.'),
  },
  'looking-for-parcel': {
    subject: 'Estamos buscando tu paquete: {$order.number}',
    preheader: 'Te escribiremos en cuanto sepamos más.',
    head: 'Estamos buscando tu paquete',
    say: whether(
      'shipment.carrier',
      p(
        'Tu paquete ya debería haberte llegado. Hemos preguntado a {$shipment.carrier} dónde está y te escribiremos en cuanto sepamos más.',
      ),
      p(
        'Tu paquete ya debería haberte llegado. Hemos preguntado al transportista dónde está y te escribiremos en cuanto sepamos más.',
      ),
    ),
  },
  news: {
    subject: 'Novedades de {$store.name}',
    preheader: 'Qué hay de nuevo, en pocas líneas.',
    head: 'Nuestras novedades',
    say: p('Escribe aquí qué hay de nuevo y por qué puede interesar a quien lo lea.'),
    go: 'A la tienda',
  },
};
