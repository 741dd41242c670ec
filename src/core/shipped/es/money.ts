/** Payments, invoices and refunds, in Spanish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'Pagar {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Reembolso de {$refund.amount :money}',
    preheader: 'Del pedido {$order.number}.',
    head: 'Hemos reembolsado {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(
        `Te hemos reembolsado ${REFUND} el ${day('refund.issuedAt')}. Según tu banco, puede tardar unos días en llegar.`,
      ),
      p(`Te hemos reembolsado ${REFUND}. Según tu banco, puede tardar unos días en llegar.`),
    ),
    what: p('Con ello queda reembolsado todo lo que pagaste por el pedido {$order.number}.'),
    help: '¿Hay algo que no cuadra? Responde a este mensaje o escribe a {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'De una parte del pedido {$order.number}.',
    head: 'Hemos reembolsado una parte: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('Es por una parte del pedido {$order.number}; abajo ves por cuál. El resto del pedido no cambia.'),
      p('Es una parte de lo que pagaste por el pedido {$order.number}. El pedido en sí no cambia.'),
    ),
  },
  'payment-received': {
    subject: 'Hemos recibido tu pago de {$order.number}',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} recibidos por el pedido {$order.number}.',
      'Del pedido {$order.number}.',
    ),
    head: 'Gracias por tu pago',
    say: p('Hemos recibido tu pago del pedido {$order.number}.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'Hemos recibido una parte de tu pago de {$order.number}',
    preheader: whether('order.amountDue', 'Queda por pagar: {$order.amountDue :money}.', 'Gracias.'),
    head: 'Hemos recibido una parte de tu pago',
    say: whether(
      'order.amountPaid',
      p(`Gracias. Del pedido {$order.number} hemos recibido ${b('{$order.amountPaid :money}')} hasta ahora.`),
      p('Gracias. Hemos recibido una parte del pago del pedido {$order.number}.'),
    ),
    open: whether('order.amountDue', p(`Queda por pagar: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'Pagar el resto'),
  },
  'payment-failed': {
    subject: 'Tu pago de {$order.number} no se ha realizado',
    preheader: 'No se ha cobrado nada. Guardamos tu pedido y puedes pagar de nuevo.',
    head: 'El pago no se ha realizado',
    say: whether(
      'order.amountDue',
      p(
        `No se ha podido cobrar tu pago de ${DUE} del pedido {$order.number}. No se ha cobrado nada y guardamos tu pedido. Inténtalo de nuevo o elige otra forma de pago.`,
      ),
      p(
        'No se ha podido cobrar tu pago del pedido {$order.number}. No se ha cobrado nada y guardamos tu pedido. Inténtalo de nuevo o elige otra forma de pago.',
      ),
    ),
    why: whether('reason.words', p('El motivo que nos dieron: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Pagar ahora'),
  },
  invoice: {
    subject: 'Factura {$invoice.number} de {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'Por pagar: {$order.amountDue :money}.',
      '* present': 'Está pagada. No hay nada más que hacer.',
      '* *': 'Del pedido {$order.number}.',
    }),
    head: 'Factura {$invoice.number}',
    say: p(`Esta es la factura de tu pedido {$order.number}. Importe: ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Ya pagado: {$order.amountPaid :money}. Vencido desde el ${day('invoice.overdueSince')}: ${DUE}.`,
      ),
      'present present *': p(`Ya pagado: {$order.amountPaid :money}. Queda por pagar: ${DUE}.`),
      'present * present': p(
        `Vencido desde el ${day('invoice.overdueSince')}: ${DUE}. Si ya has pagado, no tienes que hacer nada.`,
      ),
      'present * *': p(`Por pagar: ${DUE}.`),
      '* present *': p('Está pagada y no hay nada más que hacer. Gracias.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`Vence el ${b(day('invoice.dueOn'))}.`)),
    open: 'Abrir la factura',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Pago fallido: {$order.number}, {$order.amountDue :money}',
      'Pago fallido: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. No enviar todavía.', 'No enviar todavía.'),
    what: 'Retener {$order.number}: pago fallido',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `El pago de ${b('{$customer.fullName}')} no se ha realizado: {$reason.words}. No enviar hasta que llegue.`,
      ),
      'present *': p(`El pago de ${b('{$customer.fullName}')} no se ha realizado. No enviar hasta que llegue.`),
      '* present': p(
        'El pago de un cliente sin cuenta no se ha realizado: {$reason.words}. No enviar hasta que llegue.',
      ),
      '* *': p('El pago de un cliente sin cuenta no se ha realizado. No enviar hasta que llegue.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Reembolsado: {$refund.amount :money} de {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Del pedido {$order.number}.'),
    what: '{$refund.amount :money} reembolsados, {$order.number}',
    facts: whether('customer.fullName', p(`A ${b('{$customer.fullName}')}.`), p('A un cliente sin cuenta.')),
  },
};
