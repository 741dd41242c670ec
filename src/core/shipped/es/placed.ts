/** When an order is placed, in Spanish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Importe: ${b('{$order.total :money}')}.`;

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'Hemos recibido tu pedido {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: 'Un artículo, {$order.total :money}. Todos los detalles de un vistazo.',
      '*': '{$order.itemCount} artículos, {$order.total :money}. Todos los detalles de un vistazo.',
    }),
    thanks: whether('customer.firstName', 'Gracias, {$customer.firstName}', 'Gracias por tu pedido'),
    next: byNumber('order.itemCount', {
      one: p(`Hemos recibido tu pedido: {$order.firstItem}. ${TOTAL}`),
      '*': p(`Hemos recibido tu pedido de {$order.itemCount} artículos. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Transfiere ${b('{$order.amountDue :money}')} a la cuenta de abajo, con la referencia que figura en ella.`,
      ),
      'present *': p(`Queda por pagar: ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Seguir tu pedido',
    help: '¿Hay algo que no cuadra? Responde a este mensaje o escribe a {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Seguir tu pedido, sin cuenta',
    help: 'Guarda este mensaje: su botón lleva a tu pedido sin contraseña. ¿Hay algo que no cuadra? Respóndelo o escribe a {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Pedido {$order.number} registrado: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Envío previsto para el ${day('order.expectedDispatch')}.`,
      'Revisa las cantidades, por favor.',
    ),
    thanks: 'Tu pedido {$order.number} está registrado',
    next: p(
      `Gracias por tu pedido. ${TOTAL} Revisa las cantidades, por favor, y avísanos de cualquier cambio antes del envío.`,
    ),
    dispatch: whether(
      'order.expectedDispatch',
      p(`El envío está previsto para el ${b(day('order.expectedDispatch'))}.`),
    ),
    help: '¿Tienes alguna pregunta? Responde a este mensaje o escribe a {$store.email}.',
  },
  'new-order': {
    subject: 'Nuevo pedido {$order.number}: {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'Sin cuenta, {$order.channel}'),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `Pedido de ${b('{$customer.fullName}')} ({$order.channel}), el ${day('order.placedAt')}. Enviar a más tardar el ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`Pedido de ${b('{$customer.fullName}')} ({$order.channel}), el ${day('order.placedAt')}.`),
      '* present': p(
        `Pedido sin cuenta ({$order.channel}), el ${day('order.placedAt')}. Enviar a más tardar el ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`Pedido sin cuenta ({$order.channel}), el ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Aún sin pagar: ${b('{$order.amountDue :money}')}.`)),
  },
};
