/** Parcels, collecting and downloads, in Spanish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`Hemos entregado ${it} a {$shipment.carrier} el ${day('shipment.dispatchedAt')}.`) + after,
    'present *': p(`Hemos entregado ${it} a {$shipment.carrier}.`) + after,
    '* present': p(`Hemos enviado ${it} el ${day('shipment.dispatchedAt')}.`) + after,
    '* *': p(`Hemos enviado ${it}.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'Tu paquete está en camino: {$order.number}',
    preheader: 'Qué contiene y cómo seguirlo.',
    left: whether('delivery.city', 'En camino a {$delivery.city}', 'En camino a tu casa'),
    how: handedOver('tu paquete'),
    inside: 'En este paquete',
    help: '¿Algo ha llegado dañado, o falta algo? Escribe a {$store.email}, si puedes con una foto.',
  },
  'on-its-way~a-part': {
    subject: 'Una parte de {$order.number} está en camino',
    preheader: 'Qué contiene. El resto llegará después.',
    left: 'Una parte de tu pedido está en camino',
    how: handedOver(
      'una parte de tu pedido',
      p(`${b('El resto llegará después,')} y te escribiremos de nuevo cuando salga.`),
    ),
  },
  'on-its-way~the-last-part': {
    subject: 'El resto de {$order.number} está en camino',
    preheader: 'Qué contiene. Con este paquete, tu pedido está completo.',
    left: 'El resto de tu pedido está en camino',
    how: handedOver('el resto de tu pedido', p(b('Con este paquete, tu pedido está completo.'))),
  },
  'tracking-changed': {
    subject: 'Novedades de tu paquete: {$order.number}',
    preheader: 'Cómo seguirlo a partir de ahora.',
    head: 'El seguimiento de tu paquete ha cambiado',
    say: p('El seguimiento de tu paquete del pedido {$order.number} ha cambiado. Lo válido es lo que ves abajo.'),
  },
  'ready-to-collect': {
    subject: 'Listo para recoger: {$order.number}',
    preheader: whether('shipment.location', 'Tu pedido está listo: {$shipment.location}.', 'Tu pedido está listo.'),
    head: 'Tu pedido está listo para recoger',
    say: whether(
      'shipment.location',
      p(
        `Está preparado y te espera aquí: ${b('{$shipment.location}')}. Trae contigo el número ${b('{$order.number}')}.`,
      ),
      p(`Está preparado y te espera. Trae contigo el número ${b('{$order.number}')}.`),
    ),
    place: collectAt('Abierto'),
  },
  delivered: {
    subject: 'Tu paquete ha llegado: {$order.number}',
    preheader: 'Se ha entregado. Esto es lo que debería contener.',
    head: 'Tu paquete ha llegado',
    say: whether(
      'shipment.carrier',
      p('{$shipment.carrier} nos informa de que tu paquete se ha entregado. Abajo ves lo que debería contener.'),
      p('Tu paquete se ha entregado. Abajo ves lo que debería contener.'),
    ),
    help: '¿Falta algo, o hay algo dañado? Responde a este mensaje o escribe a {$store.email}.',
  },
  'your-downloads': {
    subject: 'Tus descargas de {$order.number}',
    preheader: 'Tus archivos están listos. Guarda este mensaje: los enlaces son tuyos.',
    head: 'Tus archivos están listos',
    say: p('Ya puedes descargar lo que has pedido. Guarda los archivos donde los vuelvas a encontrar.'),
    help: '¿Un enlace no funciona? Responde a este mensaje o escribe a {$store.email}.',
  },
};
