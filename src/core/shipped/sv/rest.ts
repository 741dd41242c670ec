/** What goes out some time after, to contacts, of an account, and by hand, in Swedish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'Var det inte du? Då behöver du inte göra något, eller skriv till {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Kvar att betala: {$order.amountDue :money} för {$order.number}',
      'Betalning för {$order.number}',
    ),
    preheader: 'Har du redan betalat behöver du inte göra något.',
    head: 'Vi väntar på din betalning',
    say: whether(
      'order.amountDue',
      p(`För din beställning {$order.number} från ${day('order.placedAt')} är ${DUE} kvar att betala.`) +
        p('Är din betalning redan på väg kan du bortse från det här meddelandet.'),
      p('Din beställning {$order.number} är betald. Du kan bortse från det här meddelandet.'),
    ),
    last: p('Det här är vår sista påminnelse. Vill du inte längre ha beställningen räcker det med ett kort svar.'),
    pay: whether('order.amountDue', 'Betala {$order.amountDue :money}', 'Betala nu'),
  },
  'how-did-we-do': {
    subject: 'Hur gick det med {$order.number}?',
    preheader: 'Två meningar från dig hjälper oss, och dem som kommer efter dig.',
    head: 'Hur gick det?',
    say: p(
      'Din beställning {$order.number} har varit hos dig ett tag. Är den som du hoppades? Berätta i en eller två meningar, både bra och dåligt.',
    ),
    tell: 'Berätta hur det gick',
    help: 'Vill du hellre slippa frågan, skriv till {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Faktura {$invoice.number} till er bokföring',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, beställt av {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Faktura {$invoice.number}',
    greet: p('Hej,'),
    say: whether(
      'customer.fullName',
      p(
        `{$customer.fullName} lade beställning {$order.number} hos oss ${day('order.placedAt')}. Fakturan är på ${b('{$order.total :money}')}.`,
      ),
      p(
        `Det här är fakturan för beställning {$order.number} från ${day('order.placedAt')}. Summan är ${b('{$order.total :money}')}.`,
      ),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`Förfaller ${b(day('invoice.dueOn'))}: ${DUE}.`),
      'present * present *': p(`Förfallet sedan ${day('invoice.overdueSince')}: ${DUE}.`),
      'present * * *': p(`Att betala: ${DUE}.`),
      '* * * present': p('Den är betald, och det finns inget mer att göra.'),
      '* * * *': '',
    }),
    open: 'Öppna fakturan',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Ett paket till {$customer.company}: {$order.number}',
      'Ett paket är på väg: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'En vara i det.',
      '*': '{$shipment.itemCount} varor i det.',
    }),
    head: 'Varor är på väg',
    greet: p('Hej,'),
    say: whether(
      'customer.fullName',
      p('{$customer.fullName} har beställt de här varorna, och de är på väg. Kontrollera paketet mot listan nedan.'),
      p('De här varorna är på väg. Kontrollera paketet mot listan nedan.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Välkommen till {$store.name}',
    preheader: 'Ditt konto är klart.',
    head: 'Välkommen till {$store.name}',
    say: p(`Ditt konto är klart, med adressen ${b('{$customer.email}')}. Där ser du dina beställningar.`),
    go: 'Öppna ditt konto',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Välj ett nytt lösenord för {$store.name}',
    preheader: 'Inget ändras förrän du väljer ett.',
    head: 'Välj ett nytt lösenord',
    say: p(
      `Någon har bett om ett nytt lösenord för ${b('{$customer.email}')}. Du väljer det med knappen nedan. Till dess gäller det gamla.`,
    ),
    go: 'Välj ett nytt lösenord',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'Vad {$store.name} skriver till dig',
    preheader: 'Länken gäller i en timme.',
    head: 'Vad vi skriver till dig',
    say: p(
      `Med knappen nedan ser och ändrar du på vilket språk vi skriver till ${b('{$customer.email}')}, vilka fler som får meddelanden om dina beställningar och vilka meddelanden du vill ha. Den gäller i en timme.`,
    ),
    go: 'Öppna sidan',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'Om din beställning {$order.number}',
    preheader: 'Ett meddelande från {$store.name}.',
    head: 'Om din beställning',
    say:
      p(`Vi skriver om din beställning {$order.number} från ${day('order.placedAt')}.`) +
      p('Du behöver inte göra något; vi ville bara att du skulle veta.'),
  },
  'one-question': {
    subject: 'En fråga om {$order.number}',
    preheader: 'Ett kort svar från dig, så går vi vidare med din beställning.',
    head: 'En fråga om din beställning',
    say:
      p(`Vi har en fråga om din beställning {$order.number}: ${b('vilken av de två färgerna menade du?')}`) +
      p('Ett par ord som svar på det här meddelandet räcker.'),
  },
  'looking-for-parcel': {
    subject: 'Vi letar efter ditt paket: {$order.number}',
    preheader: 'Vi skriver igen så snart vi vet mer.',
    head: 'Vi letar efter ditt paket',
    say: whether(
      'shipment.carrier',
      p(
        'Ditt paket borde redan vara hos dig. Vi har frågat {$shipment.carrier} var det är och skriver igen så snart vi vet mer.',
      ),
      p(
        'Ditt paket borde redan vara hos dig. Vi har frågat fraktbolaget var det är och skriver igen så snart vi vet mer.',
      ),
    ),
  },
  news: {
    subject: 'Nytt från {$store.name}',
    preheader: 'Vad som är nytt, på några rader.',
    head: 'Nytt från oss',
    say: p('Skriv här vad som är nytt och varför det kan intressera den som läser.'),
    go: 'Till butiken',
  },
};
