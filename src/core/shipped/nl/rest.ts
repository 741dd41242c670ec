/** What goes out some time after, to contacts, of an account, and by hand, in Dutch. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'Was jij dit niet? Dan hoef je niets te doen, of schrijf naar {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Nog open: {$order.amountDue :money} voor {$order.number}',
      'Betaling voor {$order.number}',
    ),
    preheader: 'Heb je inmiddels betaald, dan hoef je niets te doen.',
    head: 'Je betaling staat nog open',
    say: whether(
      'order.amountDue',
      p(`Voor je bestelling {$order.number} van ${day('order.placedAt')} is nog ${DUE} te betalen.`) +
        p('Is je betaling al onderweg, dan kun je dit bericht vergeten.'),
      p('Je bestelling {$order.number} is betaald. Je kunt dit bericht vergeten.'),
    ),
    last: p('Dit is onze laatste herinnering. Wil je de bestelling niet meer, dan is een kort antwoord genoeg.'),
    pay: whether('order.amountDue', '{$order.amountDue :money} betalen', 'Nu betalen'),
  },
  'how-did-we-do': {
    subject: 'Hoe beviel {$order.number}?',
    preheader: 'Twee zinnen van jou helpen ons, en wie na je komt.',
    head: 'Hoe beviel het?',
    say: p(
      'Je bestelling {$order.number} is nu een tijdje bij je. Is ze wat je ervan hoopte? Vertel het ons in een of twee zinnen, goed en slecht.',
    ),
    tell: 'Vertellen hoe het was',
    help: 'Word je liever niet gevraagd, schrijf dan naar {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Factuur {$invoice.number} voor jullie boekhouding',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, besteld door {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Factuur {$invoice.number}',
    greet: p('Hallo,'),
    say: whether(
      'customer.fullName',
      p(
        `{$customer.fullName} heeft op ${day('order.placedAt')} bestelling {$order.number} bij ons geplaatst. Het bedrag is ${b('{$order.total :money}')}.`,
      ),
      p(
        `Dit is de factuur voor bestelling {$order.number} van ${day('order.placedAt')}. Het bedrag is ${b('{$order.total :money}')}.`,
      ),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`Te betalen vóór ${b(day('invoice.dueOn'))}: ${DUE}.`),
      'present * present *': p(`Achterstallig sinds ${day('invoice.overdueSince')}: ${DUE}.`),
      'present * * *': p(`Te betalen: ${DUE}.`),
      '* * * present': p('Ze is betaald en er is niets meer te doen.'),
      '* * * *': '',
    }),
    open: 'Factuur openen',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Een pakket voor {$customer.company}: {$order.number}',
      'Een pakket is onderweg: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'Er zit één artikel in.',
      '*': 'Er zitten {$shipment.itemCount} artikelen in.',
    }),
    head: 'Er zijn goederen onderweg',
    greet: p('Hallo,'),
    say: whether(
      'customer.fullName',
      p(
        '{$customer.fullName} heeft deze goederen besteld en ze zijn onderweg. Controleer het pakket met de lijst hieronder.',
      ),
      p('Deze goederen zijn onderweg. Controleer het pakket met de lijst hieronder.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Welkom bij {$store.name}',
    preheader: 'Je account is klaar.',
    head: 'Welkom bij {$store.name}',
    say: p(`Je account is klaar, onder ${b('{$customer.email}')}. Daar zie je je bestellingen.`),
    go: 'Je account openen',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Kies een nieuw wachtwoord voor {$store.name}',
    preheader: 'Er verandert niets totdat je er een kiest.',
    head: 'Kies een nieuw wachtwoord',
    say: p(
      `Iemand heeft om een nieuw wachtwoord gevraagd voor ${b('{$customer.email}')}. Je kiest het met de knop hieronder. Tot dan blijft het oude geldig.`,
    ),
    go: 'Nieuw wachtwoord kiezen',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'Wat {$store.name} je schrijft',
    preheader: 'De link is een uur geldig.',
    head: 'Wat we je schrijven',
    say: p(
      `Met de knop hieronder zie en wijzig je in welke taal we aan ${b('{$customer.email}')} schrijven, wie nog meer berichten over je bestellingen krijgt en welke berichten je wilt. Hij is een uur geldig.`,
    ),
    go: 'Pagina openen',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'Over je bestelling {$order.number}',
    preheader: 'Een bericht van {$store.name}.',
    head: 'Over je bestelling',
    say:
      p(`We schrijven je over je bestelling {$order.number} van ${day('order.placedAt')}.`) +
      p('Je hoeft niets te doen; we wilden alleen dat je het weet.'),
  },
  'one-question': {
    subject: 'Eén vraag over {$order.number}',
    preheader: 'Een kort antwoord van jou en we gaan verder met je bestelling.',
    head: 'Eén vraag over je bestelling',
    say:
      p(`We hebben een vraag over je bestelling {$order.number}: ${b('welke van de twee kleuren bedoelde je?')}`) +
      p('Een paar woorden als antwoord op dit bericht zijn genoeg.'),
  },
  'looking-for-parcel': {
    subject: 'We zoeken je pakket: {$order.number}',
    preheader: 'We schrijven weer zodra we meer weten.',
    head: 'We zoeken je pakket',
    say: whether(
      'shipment.carrier',
      p(
        'Je pakket had er al moeten zijn. We hebben {$shipment.carrier} gevraagd waar het is en schrijven je weer zodra we meer weten.',
      ),
      p(
        'Je pakket had er al moeten zijn. We hebben de vervoerder gevraagd waar het is en schrijven je weer zodra we meer weten.',
      ),
    ),
  },
  news: {
    subject: 'Nieuws van {$store.name}',
    preheader: 'Wat er nieuw is, in een paar regels.',
    head: 'Nieuws van ons',
    say: p('Schrijf hier wat er nieuw is en waarom dat de lezer kan interesseren.'),
    go: 'Naar de winkel',
  },
};
