/** When an order is placed, in Portuguese. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Valor: ${b('{$order.total :money}')}.`;

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'Recebemos o seu pedido {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: '{$order.itemCount} item, {$order.total :money}. Todos os detalhes em resumo.',
      '*': '{$order.itemCount} itens, {$order.total :money}. Todos os detalhes em resumo.',
    }),
    thanks: whether('customer.firstName', 'Obrigado, {$customer.firstName}', 'Obrigado pelo seu pedido'),
    next: byNumber('order.itemCount', {
      one: p(`Recebemos o seu pedido: {$order.firstItem}. ${TOTAL}`),
      '*': p(`Recebemos o seu pedido de {$order.itemCount} itens. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Transfira ${b('{$order.amountDue :money}')} para a conta abaixo, com a referência de pagamento indicada.`,
      ),
      'present *': p(`Falta pagar: ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Acompanhar o pedido',
    help: 'Algo não está certo? Responda a esta mensagem ou escreva para {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Acompanhar o pedido, sem conta',
    help: 'Guarde esta mensagem: o botão leva ao seu pedido sem senha. Algo não está certo? Responda a ela ou escreva para {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Pedido {$order.number} registrado: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Envio previsto para ${day('order.expectedDispatch')}.`,
      'Confira as quantidades, por favor.',
    ),
    thanks: 'O seu pedido {$order.number} está registrado',
    next: p(
      `Obrigado pelo seu pedido. ${TOTAL} Confira as quantidades, por favor, e avise-nos de alterações antes do envio.`,
    ),
    dispatch: whether('order.expectedDispatch', p(`O envio está previsto para ${b(day('order.expectedDispatch'))}.`)),
    help: 'Tem alguma dúvida? Responda a esta mensagem ou escreva para {$store.email}.',
  },
  'new-order': {
    subject: 'Novo pedido {$order.number}: {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'Sem conta, {$order.channel}'),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `Pedido de ${b('{$customer.fullName}')} ({$order.channel}), ${day('order.placedAt')}. Enviar até ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`Pedido de ${b('{$customer.fullName}')} ({$order.channel}), ${day('order.placedAt')}.`),
      '* present': p(
        `Pedido sem conta ({$order.channel}), ${day('order.placedAt')}. Enviar até ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`Pedido sem conta ({$order.channel}), ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Ainda não pago: ${b('{$order.amountDue :money}')}.`)),
  },
};
