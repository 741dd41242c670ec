/** What goes out some time after, to contacts, of an account, and by hand, in Italian. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'Non eri tu? Non devi fare nulla, oppure scrivi a {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Ancora aperto: {$order.amountDue :money} per {$order.number}',
      'Pagamento di {$order.number}',
    ),
    preheader: 'Se nel frattempo hai pagato, non devi fare nulla.',
    head: 'Aspettiamo ancora il tuo pagamento',
    say: whether(
      'order.amountDue',
      p(`Per il tuo ordine {$order.number} (${day('order.placedAt')}) resta da pagare ${DUE}.`) +
        p('Se il tuo pagamento è già partito, non tenere conto di questo messaggio.'),
      p('Il tuo ordine {$order.number} è pagato. Non tenere conto di questo messaggio.'),
    ),
    last: p('Questo è il nostro ultimo promemoria. Se non vuoi più l’ordine, basta una breve risposta.'),
    pay: whether('order.amountDue', 'Paga {$order.amountDue :money}', 'Paga ora'),
  },
  'how-did-we-do': {
    subject: 'Com’è andata con {$order.number}?',
    preheader: 'Due tue frasi aiutano noi e chi viene dopo di te.',
    head: 'Com’è andata?',
    say: p(
      'Il tuo ordine {$order.number} è con te da un po’. È come speravi? Raccontacelo in una o due frasi, il bene e il male.',
    ),
    tell: 'Racconta com’è andata',
    help: 'Se preferisci che non te lo chiediamo, scrivi a {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Fattura {$invoice.number} per la vostra contabilità',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, ordine di {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Fattura {$invoice.number}',
    greet: p('Buongiorno,'),
    say: whether(
      'customer.fullName',
      p(
        `{$customer.fullName} ha fatto da noi l’ordine {$order.number} (${day('order.placedAt')}). Importo della fattura: ${b('{$order.total :money}')}.`,
      ),
      p(
        `Questa è la fattura dell’ordine {$order.number} (${day('order.placedAt')}). Importo: ${b('{$order.total :money}')}.`,
      ),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`Da pagare entro ${b(day('invoice.dueOn'))}: ${DUE}.`),
      'present * present *': p(`Scaduto (${day('invoice.overdueSince')}): ${DUE}.`),
      'present * * *': p(`Da pagare: ${DUE}.`),
      '* * * present': p('È pagata e non c’è altro da fare.'),
      '* * * *': '',
    }),
    open: 'Apri la fattura',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Un pacco per {$customer.company}: {$order.number}',
      'Un pacco è in viaggio: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'Contiene un articolo.',
      '*': 'Contiene {$shipment.itemCount} articoli.',
    }),
    head: 'La merce è in viaggio',
    greet: p('Buongiorno,'),
    say: whether(
      'customer.fullName',
      p(
        '{$customer.fullName} ha ordinato questa merce, che è in viaggio verso di voi. Vi chiediamo di controllare il pacco con l’elenco qui sotto.',
      ),
      p('Questa merce è in viaggio verso di voi. Vi chiediamo di controllare il pacco con l’elenco qui sotto.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Ti diamo il benvenuto da {$store.name}',
    preheader: 'Il tuo account è pronto.',
    head: 'Ti diamo il benvenuto da {$store.name}',
    say: p(`Il tuo account è pronto, con l’indirizzo ${b('{$customer.email}')}. Lì puoi vedere i tuoi ordini.`),
    go: 'Apri il tuo account',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Scegli una nuova password per {$store.name}',
    preheader: 'Non cambia nulla finché non ne scegli una.',
    head: 'Scegli una nuova password',
    say: p(
      `Qualcuno ha chiesto una nuova password per ${b('{$customer.email}')}. Puoi sceglierla con il pulsante qui sotto. Fino ad allora vale quella vecchia.`,
    ),
    go: 'Scegli una password',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'Che cosa ti scrive {$store.name}',
    preheader: 'Il link vale un’ora.',
    head: 'Che cosa ti scriviamo',
    say: p(
      `Con il pulsante qui sotto vedi e cambi in quale lingua scriviamo a ${b('{$customer.email}')}, chi altro riceve messaggi sui tuoi ordini e quali messaggi vuoi ricevere. Vale un’ora.`,
    ),
    go: 'Apri la pagina',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'Sul tuo ordine {$order.number}',
    preheader: 'Un messaggio di {$store.name}.',
    head: 'Sul tuo ordine',
    say:
      p(`Ti scriviamo a proposito del tuo ordine {$order.number} (${day('order.placedAt')}).`) +
      p('Non devi fare nulla; volevamo solo che lo sapessi.'),
  },
  'one-question': {
    subject: 'Una domanda su {$order.number}',
    preheader: 'Una tua breve risposta e proseguiamo con l’ordine.',
    head: 'Una domanda sul tuo ordine',
    say:
      p(`Abbiamo una domanda sul tuo ordine {$order.number}: ${b('quale dei due colori intendevi?')}`) +
      p('Basta una parola o due in risposta a questo messaggio.'),
  },
  'looking-for-parcel': {
    subject: 'Stiamo cercando il tuo pacco: {$order.number}',
    preheader: 'Ti scriveremo appena ne sapremo di più.',
    head: 'Stiamo cercando il tuo pacco',
    say: whether(
      'shipment.carrier',
      p(
        'Il tuo pacco dovrebbe già essere da te. Abbiamo chiesto a {$shipment.carrier} dove si trova e ti scriveremo appena ne sapremo di più.',
      ),
      p(
        'Il tuo pacco dovrebbe già essere da te. Abbiamo chiesto al corriere dove si trova e ti scriveremo appena ne sapremo di più.',
      ),
    ),
  },
  news: {
    subject: 'Novità da {$store.name}',
    preheader: 'Che cosa c’è di nuovo, in poche righe.',
    head: 'Le nostre novità',
    say: p('Scrivi qui che cosa c’è di nuovo e perché può interessare a chi legge.'),
    go: 'Al negozio',
  },
};
