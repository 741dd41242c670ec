/** Parcels, collecting and downloads, in Portuguese. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present':
      p(`Entregamos ${it} à transportadora {$shipment.carrier} (${day('shipment.dispatchedAt')}).`) + after,
    'present *': p(`Entregamos ${it} à transportadora {$shipment.carrier}.`) + after,
    '* present': p(`Enviamos ${it} (${day('shipment.dispatchedAt')}).`) + after,
    '* *': p(`Enviamos ${it}.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'O seu pacote está a caminho: {$order.number}',
    preheader: 'O que ele contém e como acompanhar.',
    left: whether('delivery.city', 'A caminho de {$delivery.city}', 'A caminho de você'),
    how: handedOver('o seu pacote'),
    inside: 'Neste pacote',
    help: 'Algo chegou danificado, ou falta alguma coisa? Escreva para {$store.email}, se possível com uma foto.',
  },
  'on-its-way~a-part': {
    subject: 'Uma parte de {$order.number} está a caminho',
    preheader: 'O que ela contém. O resto vem depois.',
    left: 'Uma parte do seu pedido está a caminho',
    how: handedOver('uma parte do seu pedido', p(`${b('O resto vem depois,')} e avisaremos quando sair.`)),
  },
  'on-its-way~the-last-part': {
    subject: 'O resto de {$order.number} está a caminho',
    preheader: 'O que ele contém. Com este pacote, o seu pedido está completo.',
    left: 'O resto do seu pedido está a caminho',
    how: handedOver('o resto do seu pedido', p(b('Com este pacote, o seu pedido está completo.'))),
  },
  'tracking-changed': {
    subject: 'Novidades sobre o seu pacote: {$order.number}',
    preheader: 'Como acompanhar a partir de agora.',
    head: 'O rastreamento do seu pacote mudou',
    say: p('O rastreamento do seu pacote do pedido {$order.number} mudou. Vale o que você vê abaixo.'),
  },
  'ready-to-collect': {
    subject: 'Pronto para retirada: {$order.number}',
    preheader: whether(
      'shipment.location',
      'O seu pedido está pronto: {$shipment.location}.',
      'O seu pedido está pronto.',
    ),
    head: 'O seu pedido está pronto para retirada',
    say: whether(
      'shipment.location',
      p(`Está embalado e espera por você aqui: ${b('{$shipment.location}')}. Traga o número ${b('{$order.number}')}.`),
      p(`Está embalado e espera por você. Traga o número ${b('{$order.number}')}.`),
    ),
    place: collectAt('Aberto'),
  },
  delivered: {
    subject: 'O seu pacote chegou: {$order.number}',
    preheader: 'Ele foi entregue. Veja o que deve conter.',
    head: 'O seu pacote chegou',
    say: whether(
      'shipment.carrier',
      p('{$shipment.carrier} nos informa que o seu pacote foi entregue. Abaixo está o que ele deve conter.'),
      p('O seu pacote foi entregue. Abaixo está o que ele deve conter.'),
    ),
    help: 'Falta algo, ou algo está danificado? Responda a esta mensagem ou escreva para {$store.email}.',
  },
  'your-downloads': {
    subject: 'Os seus downloads de {$order.number}',
    preheader: 'Os seus arquivos estão prontos. Guarde esta mensagem: os links são seus.',
    head: 'Os seus arquivos estão prontos',
    say: p('Você já pode baixar o que pediu. Salve os arquivos onde possa encontrá-los de novo.'),
    help: 'Um link não funciona? Responda a esta mensagem ou escreva para {$store.email}.',
  },
};
