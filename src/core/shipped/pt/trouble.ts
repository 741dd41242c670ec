/** When something does not go as it should, in Portuguese. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `Reembolsaremos ${b('{$cancellation.refund :money}')} pelo mesmo meio com que você pagou. Avisaremos quando estiver a caminho.`,
);
const NO_REASON = p('Nenhum motivo foi informado.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('Sem conta, {$order.total :money}, {$order.channel}');
const REASON = whether('reason.words', p('O motivo: {$reason.words}.'));
const NOT_MEANT = 'Não era o que você queria? Responda logo a esta mensagem ou escreva para {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'Reembolsaremos {$cancellation.refund :money}.',
  '* present': 'Falta pagar: {$order.amountDue :money}.',
  '* *': 'Não há nada a pagar.',
});

const STOP: Segments = {
  subject: 'Parar {$order.number}: cancelado',
  preheader: whether('cancellation.items', 'Não enviar: {$cancellation.items}', 'Não resta nada para enviar.'),
  what: 'Parar {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Cancelado: ${b('{$cancellation.items}')}. O motivo: {$reason.words}.`),
    'present *': p(`Cancelado: ${b('{$cancellation.items}')}.`),
    '* present': p('Cancelado. O motivo: {$reason.words}.'),
    '* *': p('Cancelado.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('Não enviar. Volta ao estoque ({$order.location}):'),
    'present *': p('Não enviar. Volta ao estoque:'),
    '* *': p('Nada volta ao estoque.'),
  }),
  sent: whether('cancellation.sentItems', p('Já enviado: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`A reembolsar: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'Precisamos da sua resposta sobre {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'O seu pedido está em espera até termos a sua resposta.'),
    head: 'O seu pedido está em espera',
    say: whether(
      'reason.words',
      p(
        `Colocamos o seu pedido {$order.number} em espera: ${b('{$reason.words}')}. Responda a esta mensagem, e ele segue.`,
      ),
      p('Colocamos o seu pedido {$order.number} em espera. Responda a esta mensagem, e ele segue.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'Ver {$order.number}: em espera',
    preheader: whether('reason.words', '{$reason.words}', 'Nenhum motivo foi informado.'),
    what: '{$order.number} está em espera',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} vai demorar um pouco mais: {$order.number}',
    preheader: whether(
      'delay.until',
      `Agora está previsto para ${day('delay.until')}. Você não precisa fazer nada.`,
      'Você não precisa fazer nada.',
    ),
    head: 'Um item vai demorar mais',
    say: p(`${b('{$delay.item}')}, do seu pedido {$order.number}, não está pronto no dia informado.`),
    until: whether(
      'delay.until',
      p(`Agora está previsto para ${b(day('delay.until'))}.`),
      p('Ainda não podemos informar um dia. Avisaremos assim que soubermos.'),
    ),
    why: whether('delay.reason', p('O motivo: {$delay.reason}.')),
    help: 'Prefere outro item ou um reembolso? Responda a esta mensagem ou escreva para {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'Atrasado: {$delay.item} de {$order.number}',
    preheader: whether('delay.until', `Agora previsto para ${day('delay.until')}`, 'Ainda não se sabe o dia.'),
    what: '{$delay.item} está atrasado',
    facts: whether(
      'customer.fullName',
      p(`Para ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Para ${b('{$order.number}')}, cliente sem conta.`),
    ),
    until: whether('delay.until', p(`Previsto para ${b(day('delay.until'))}.`), p('Ainda não se sabe o dia.')),
    why: whether('delay.reason', p('O motivo: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Uma nota sobre o seu pedido {$order.number}',
    preheader: whether('note.by', 'De {$note.by}, {$store.name}', 'De {$store.name}'),
    head: 'Uma nota sobre o seu pedido',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'A sua devolução de {$order.number} chegou',
    preheader: whether('return.items', '{$return.items}', 'Obrigado pelo envio.'),
    head: 'A sua devolução chegou',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: recebido (${day('return.receivedAt')}). Vamos conferir e avisaremos quando houver um reembolso a caminho.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: recebido. Vamos conferir e avisaremos quando houver um reembolso a caminho.`,
      ),
      '* *': p(
        'Recebemos o que você devolveu do pedido {$order.number}. Vamos conferir e avisaremos quando houver um reembolso a caminho.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'O resto do seu pedido {$order.number} foi cancelado',
      'O seu pedido {$order.number} foi cancelado',
    ),
    preheader: MONEY_BRIEFLY,
    head: whether('cancellation.sentItems', 'O resto do seu pedido foi cancelado', 'O seu pedido foi cancelado'),
    say: whether(
      'cancellation.sentItems',
      p('Cancelamos o que ainda não tinha sido enviado do seu pedido {$order.number}; está listado abaixo.'),
      p('O seu pedido {$order.number} foi cancelado. Nada dele será enviado.'),
    ),
    sent: whether('cancellation.sentItems', p('Não afeta o que já foi enviado: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Do que foi enviado, falta pagar ${DUE}.`),
      '* *': p('Não há nada a pagar.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'Uma parte do seu pedido {$order.number} foi cancelada',
    preheader: MONEY_BRIEFLY,
    head: 'Uma parte do seu pedido foi cancelada',
    say: p('Cancelamos uma parte do seu pedido {$order.number}; está listada abaixo. O resto não muda.'),
    sent: whether('cancellation.sentItems', p('Já enviado, sem alterações: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Do resto, falta pagar ${DUE}.`),
      '* *': p('Não há nada a pagar pelo que foi cancelado.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Parar uma parte de {$order.number}: itens cancelados',
    what: 'Parar uma parte de {$order.number}',
  },
  'mail-came-back': {
    subject: 'Não entregue: {$bounce.notification} de {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether('customer.fullName', '{$customer.fullName} não recebeu', 'O cliente não recebeu'),
    facts: p(
      `${b('{$bounce.notification}')} do pedido ${b('{$order.number}')} voltou de {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Peça outro e-mail por telefone, {$customer.phone}. Corrija-o e envie a mensagem de novo.'),
      p('Encontre outro e-mail, corrija-o e envie a mensagem de novo. Não há telefone conhecido.'),
    ),
    delivery: 'Ver o que aconteceu',
  },
};
