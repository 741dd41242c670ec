/** Payments, invoices and refunds, in Portuguese. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'Pagar {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Reembolso de {$refund.amount :money}',
    preheader: 'Do pedido {$order.number}.',
    head: 'Reembolsamos {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(
        `Reembolsamos ${REFUND} a você (${day('refund.issuedAt')}). Dependendo do seu banco, pode levar alguns dias para chegar.`,
      ),
      p(`Reembolsamos ${REFUND} a você. Dependendo do seu banco, pode levar alguns dias para chegar.`),
    ),
    what: p('Com isso, tudo o que você pagou pelo pedido {$order.number} está reembolsado.'),
    help: 'Algo não está certo? Responda a esta mensagem ou escreva para {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'De uma parte do pedido {$order.number}.',
    head: 'Reembolsamos uma parte: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('É por uma parte do pedido {$order.number}; abaixo você vê qual. O resto do pedido não muda.'),
      p('É uma parte do que você pagou pelo pedido {$order.number}. O pedido em si não muda.'),
    ),
  },
  'payment-received': {
    subject: 'Recebemos o seu pagamento de {$order.number}',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} recebidos pelo pedido {$order.number}.',
      'Do pedido {$order.number}.',
    ),
    head: 'Obrigado pelo seu pagamento',
    say: p('Recebemos o seu pagamento do pedido {$order.number}.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'Recebemos uma parte do seu pagamento de {$order.number}',
    preheader: whether('order.amountDue', 'Falta pagar: {$order.amountDue :money}.', 'Obrigado.'),
    head: 'Recebemos uma parte do seu pagamento',
    say: whether(
      'order.amountPaid',
      p(`Obrigado. Do pedido {$order.number}, recebemos ${b('{$order.amountPaid :money}')} até agora.`),
      p('Obrigado. Recebemos uma parte do pagamento do pedido {$order.number}.'),
    ),
    open: whether('order.amountDue', p(`Falta pagar: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'Pagar o resto'),
  },
  'payment-failed': {
    subject: 'O seu pagamento de {$order.number} não foi concluído',
    preheader: 'Nada foi cobrado. Guardamos o seu pedido e você pode pagar de novo.',
    head: 'O pagamento não foi concluído',
    say: whether(
      'order.amountDue',
      p(
        `O seu pagamento de ${DUE} do pedido {$order.number} não pôde ser feito. Nada foi cobrado, e guardamos o seu pedido. Tente de novo ou escolha outra forma de pagamento.`,
      ),
      p(
        'O seu pagamento do pedido {$order.number} não pôde ser feito. Nada foi cobrado, e guardamos o seu pedido. Tente de novo ou escolha outra forma de pagamento.',
      ),
    ),
    why: whether('reason.words', p('O motivo que recebemos: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Pagar agora'),
  },
  invoice: {
    subject: 'Fatura {$invoice.number} de {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'A pagar: {$order.amountDue :money}.',
      '* present': 'Está paga. Não há mais nada a fazer.',
      '* *': 'Do pedido {$order.number}.',
    }),
    head: 'Fatura {$invoice.number}',
    say: p(`Esta é a fatura do seu pedido {$order.number}. Valor: ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Já pago: {$order.amountPaid :money}. Vencido desde ${day('invoice.overdueSince')}: ${DUE}.`,
      ),
      'present present *': p(`Já pago: {$order.amountPaid :money}. Falta pagar: ${DUE}.`),
      'present * present': p(
        `Vencido desde ${day('invoice.overdueSince')}: ${DUE}. Se você já pagou, não há nada a fazer.`,
      ),
      'present * *': p(`A pagar: ${DUE}.`),
      '* present *': p('Está paga, e não há mais nada a fazer. Obrigado.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`Vencimento: ${b(day('invoice.dueOn'))}.`)),
    open: 'Abrir a fatura',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Pagamento falhou: {$order.number}, {$order.amountDue :money}',
      'Pagamento falhou: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Não enviar ainda.', 'Não enviar ainda.'),
    what: 'Reter {$order.number}: pagamento falhou',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `O pagamento de ${b('{$customer.fullName}')} não foi concluído: {$reason.words}. Não enviar até que chegue.`,
      ),
      'present *': p(`O pagamento de ${b('{$customer.fullName}')} não foi concluído. Não enviar até que chegue.`),
      '* present': p(
        'O pagamento de um cliente sem conta não foi concluído: {$reason.words}. Não enviar até que chegue.',
      ),
      '* *': p('O pagamento de um cliente sem conta não foi concluído. Não enviar até que chegue.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Reembolsado: {$refund.amount :money} de {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Do pedido {$order.number}.'),
    what: '{$refund.amount :money} reembolsados, {$order.number}',
    facts: whether('customer.fullName', p(`Para ${b('{$customer.fullName}')}.`), p('Para um cliente sem conta.')),
  },
};
