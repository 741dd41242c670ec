/** What goes out some time after, to contacts, of an account, and by hand, in Portuguese. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'Não foi você? Não precisa fazer nada, ou escreva para {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Em aberto: {$order.amountDue :money} de {$order.number}',
      'Pagamento de {$order.number}',
    ),
    preheader: 'Se você já pagou, não há nada a fazer.',
    head: 'O seu pagamento ainda está em aberto',
    say: whether(
      'order.amountDue',
      p(`Do seu pedido {$order.number} (${day('order.placedAt')}), falta pagar ${DUE}.`) +
        p('Se o seu pagamento já está a caminho, desconsidere esta mensagem.'),
      p('O seu pedido {$order.number} está pago. Desconsidere esta mensagem.'),
    ),
    last: p('Este é o nosso último lembrete. Se você não quer mais o pedido, basta uma resposta curta.'),
    pay: whether('order.amountDue', 'Pagar {$order.amountDue :money}', 'Pagar agora'),
  },
  'how-did-we-do': {
    subject: 'Como foi com {$order.number}?',
    preheader: 'Duas frases suas ajudam a nós e a quem vem depois.',
    head: 'Como foi?',
    say: p(
      'O seu pedido {$order.number} está com você há algum tempo. É o que você esperava? Conte em uma ou duas frases, o bom e o ruim.',
    ),
    tell: 'Contar como foi',
    help: 'Se prefere não receber esta pergunta, escreva para {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Fatura {$invoice.number} para a sua contabilidade',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, pedido de {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Fatura {$invoice.number}',
    greet: p('Olá,'),
    say: whether(
      'customer.fullName',
      p(
        `{$customer.fullName} fez conosco o pedido {$order.number} (${day('order.placedAt')}). Valor da fatura: ${b('{$order.total :money}')}.`,
      ),
      p(`Esta é a fatura do pedido {$order.number} (${day('order.placedAt')}). Valor: ${b('{$order.total :money}')}.`),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`A pagar até ${b(day('invoice.dueOn'))}: ${DUE}.`),
      'present * present *': p(`Vencido desde ${day('invoice.overdueSince')}: ${DUE}.`),
      'present * * *': p(`A pagar: ${DUE}.`),
      '* * * present': p('Está paga, e não há mais nada a fazer.'),
      '* * * *': '',
    }),
    open: 'Abrir a fatura',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Um pacote para {$customer.company}: {$order.number}',
      'Um pacote está a caminho: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'Contém {$shipment.itemCount} item.',
      '*': 'Contém {$shipment.itemCount} itens.',
    }),
    head: 'Mercadorias a caminho',
    greet: p('Olá,'),
    say: whether(
      'customer.fullName',
      p(
        '{$customer.fullName} pediu estas mercadorias, que estão a caminho. Confira o pacote com a lista abaixo, por favor.',
      ),
      p('Estas mercadorias estão a caminho. Confira o pacote com a lista abaixo, por favor.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Boas-vindas à {$store.name}',
    preheader: 'A sua conta está pronta.',
    head: 'Boas-vindas à {$store.name}',
    say: p(`A sua conta está pronta, com o endereço ${b('{$customer.email}')}. Nela você vê os seus pedidos.`),
    go: 'Abrir a sua conta',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Escolha uma nova senha para {$store.name}',
    preheader: 'Nada muda até você escolher uma.',
    head: 'Escolha uma nova senha',
    say: p(
      `Alguém pediu uma nova senha para ${b('{$customer.email}')}. Você pode escolhê-la com o botão abaixo. Até lá, vale a antiga.`,
    ),
    go: 'Escolher uma nova senha',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'O que {$store.name} escreve para você',
    preheader: 'O link vale por uma hora.',
    head: 'O que escrevemos para você',
    say: p(
      `Com o botão abaixo você vê e muda em que idioma escrevemos para ${b('{$customer.email}')}, quem mais recebe mensagens sobre os seus pedidos e quais mensagens você quer. Ele vale por uma hora.`,
    ),
    go: 'Abrir a página',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'Sobre o seu pedido {$order.number}',
    preheader: 'Uma mensagem de {$store.name}.',
    head: 'Sobre o seu pedido',
    say:
      p(`Escrevemos sobre o seu pedido {$order.number} (${day('order.placedAt')}).`) +
      p('Você não precisa fazer nada; só queríamos avisar.'),
  },
  'one-question': {
    subject: 'Uma pergunta sobre {$order.number}',
    preheader: 'Uma resposta curta sua, e seguimos com o pedido.',
    head: 'Uma pergunta sobre o seu pedido',
    say:
      p(`Temos uma pergunta sobre o seu pedido {$order.number}: ${b('qual das duas cores você quis?')}`) +
      p('Uma ou duas palavras em resposta a esta mensagem bastam.'),
  },
  'looking-for-parcel': {
    subject: 'Estamos procurando o seu pacote: {$order.number}',
    preheader: 'Escreveremos assim que soubermos mais.',
    head: 'Estamos procurando o seu pacote',
    say: whether(
      'shipment.carrier',
      p(
        'O seu pacote já deveria estar com você. Perguntamos à transportadora {$shipment.carrier} onde ele está e escreveremos assim que soubermos mais.',
      ),
      p(
        'O seu pacote já deveria estar com você. Perguntamos à transportadora onde ele está e escreveremos assim que soubermos mais.',
      ),
    ),
  },
  news: {
    subject: 'Novidades de {$store.name}',
    preheader: 'O que há de novo, em poucas linhas.',
    head: 'As nossas novidades',
    say: p('Escreva aqui o que há de novo e por que isso pode interessar a quem lê.'),
    go: 'Ir à loja',
  },
};
