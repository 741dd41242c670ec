/** When something does not go as it should, in Italian. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `Ti rimborsiamo ${b('{$cancellation.refund :money}')} con lo stesso mezzo con cui hai pagato. Ti scriveremo quando il rimborso è partito.`,
);
const NO_REASON = p('Non è stato indicato alcun motivo.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('Senza account, {$order.total :money}, {$order.channel}');
const REASON = whether('reason.words', p('Il motivo: {$reason.words}.'));
const NOT_MEANT = 'Non è quello che volevi? Rispondi presto a questo messaggio o scrivi a {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'Ti rimborsiamo {$cancellation.refund :money}.',
  '* present': 'Resta da pagare: {$order.amountDue :money}.',
  '* *': 'Non c’è nulla da pagare.',
});

const STOP: Segments = {
  subject: 'Fermare {$order.number}: annullato',
  preheader: whether('cancellation.items', 'Non spedire: {$cancellation.items}', 'Non resta nulla da spedire.'),
  what: 'Fermare {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Annullato: ${b('{$cancellation.items}')}. Il motivo: {$reason.words}.`),
    'present *': p(`Annullato: ${b('{$cancellation.items}')}.`),
    '* present': p('Annullato. Il motivo: {$reason.words}.'),
    '* *': p('Annullato.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('Non spedire. Torna in magazzino ({$order.location}):'),
    'present *': p('Non spedire. Torna in magazzino:'),
    '* *': p('Nulla torna in magazzino.'),
  }),
  sent: whether('cancellation.sentItems', p('Già spedito: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`Da rimborsare: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'Serve una tua risposta per {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Il tuo ordine è in attesa finché non ci rispondi.'),
    head: 'Il tuo ordine è in attesa',
    say: whether(
      'reason.words',
      p(
        `Abbiamo messo in attesa il tuo ordine {$order.number}: ${b('{$reason.words}')}. Rispondi a questo messaggio e prosegue.`,
      ),
      p('Abbiamo messo in attesa il tuo ordine {$order.number}. Rispondi a questo messaggio e prosegue.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'Da controllare {$order.number}: in attesa',
    preheader: whether('reason.words', '{$reason.words}', 'Non è stato indicato alcun motivo.'),
    what: '{$order.number} è in attesa',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} richiede un po’ più di tempo: {$order.number}',
    preheader: whether(
      'delay.until',
      `Ora è previsto per ${day('delay.until')}. Non devi fare nulla.`,
      'Non devi fare nulla.',
    ),
    head: 'Un articolo richiede più tempo',
    say: p(`${b('{$delay.item}')} del tuo ordine {$order.number} non è pronto per il giorno indicato.`),
    until: whether(
      'delay.until',
      p(`Ora è previsto per ${b(day('delay.until'))}.`),
      p('Non possiamo ancora indicare un giorno. Ti scriveremo appena lo sapremo.'),
    ),
    why: whether('delay.reason', p('Il motivo: {$delay.reason}.')),
    help: 'Preferisci un altro articolo o un rimborso? Rispondi a questo messaggio o scrivi a {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'In ritardo: {$delay.item} per {$order.number}',
    preheader: whether('delay.until', `Ora previsto per ${day('delay.until')}`, 'Non si conosce ancora un giorno.'),
    what: '{$delay.item} è in ritardo',
    facts: whether(
      'customer.fullName',
      p(`Per ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Per ${b('{$order.number}')}, cliente senza account.`),
    ),
    until: whether('delay.until', p(`Previsto per ${b(day('delay.until'))}.`), p('Non si conosce ancora un giorno.')),
    why: whether('delay.reason', p('Il motivo: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Una nota sul tuo ordine {$order.number}',
    preheader: whether('note.by', 'Da {$note.by}, {$store.name}', 'Da {$store.name}'),
    head: 'Una nota sul tuo ordine',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'Il tuo reso di {$order.number} è arrivato',
    preheader: whether('return.items', '{$return.items}', 'Grazie per la spedizione.'),
    head: 'Il tuo reso è arrivato',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: ricevuto (${day('return.receivedAt')}). Controlliamo il reso e ti scriveremo quando parte un rimborso.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: ricevuto. Controlliamo il reso e ti scriveremo quando parte un rimborso.`,
      ),
      '* *': p(
        'Abbiamo ricevuto quello che hai reso dell’ordine {$order.number}. Lo controlliamo e ti scriveremo quando parte un rimborso.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'Il resto del tuo ordine {$order.number} è annullato',
      'Il tuo ordine {$order.number} è annullato',
    ),
    preheader: MONEY_BRIEFLY,
    head: whether('cancellation.sentItems', 'Il resto del tuo ordine è annullato', 'Il tuo ordine è annullato'),
    say: whether(
      'cancellation.sentItems',
      p('Abbiamo annullato quanto non era ancora spedito del tuo ordine {$order.number}; lo trovi qui sotto.'),
      p('Il tuo ordine {$order.number} è annullato. Non ne sarà spedito nulla.'),
    ),
    sent: whether('cancellation.sentItems', p('Non riguarda quello già spedito: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Per quanto è stato spedito resta da pagare ${DUE}.`),
      '* *': p('Non c’è nulla da pagare.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'Una parte del tuo ordine {$order.number} è annullata',
    preheader: MONEY_BRIEFLY,
    head: 'Una parte del tuo ordine è annullata',
    say: p('Abbiamo annullato una parte del tuo ordine {$order.number}; la trovi qui sotto. Il resto non cambia.'),
    sent: whether('cancellation.sentItems', p('Già spedito, senza modifiche: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Per il resto resta da pagare ${DUE}.`),
      '* *': p('Per quanto è annullato non c’è nulla da pagare.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Fermare una parte di {$order.number}: articoli annullati',
    what: 'Fermare una parte di {$order.number}',
  },
  'mail-came-back': {
    subject: 'Non consegnato: {$bounce.notification} per {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether('customer.fullName', '{$customer.fullName} non l’ha ricevuto', 'Il cliente non l’ha ricevuto'),
    facts: p(
      `${b('{$bounce.notification}')} per l’ordine ${b('{$order.number}')} è tornato da {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Chiedi per telefono un altro indirizzo e-mail, {$customer.phone}. Correggilo e invia di nuovo il messaggio.'),
      p(
        'Trova un altro indirizzo e-mail, correggilo e invia di nuovo il messaggio. Non si conosce un numero di telefono.',
      ),
    ),
    delivery: 'Vedi che cosa è successo',
  },
};
