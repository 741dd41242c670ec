/** Payments, invoices and refunds, in Dutch. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = '{$order.amountDue :money} betalen';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Terugbetaling van {$refund.amount :money}',
    preheader: 'Voor bestelling {$order.number}.',
    head: 'We hebben {$refund.amount :money} terugbetaald',
    say: whether(
      'refund.issuedAt',
      p(
        `We hebben je op ${day('refund.issuedAt')} ${REFUND} terugbetaald. Afhankelijk van je bank kan het een paar dagen duren voordat het er is.`,
      ),
      p(`We hebben je ${REFUND} terugbetaald. Afhankelijk van je bank kan het een paar dagen duren voordat het er is.`),
    ),
    what: p('Daarmee is alles terugbetaald wat je voor bestelling {$order.number} hebt betaald.'),
    help: 'Klopt er iets niet? Beantwoord dit bericht of schrijf naar {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'Voor een deel van bestelling {$order.number}.',
    head: 'We hebben een deel terugbetaald: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('Het is voor een deel van bestelling {$order.number}; hieronder zie je waarvoor. De rest blijft zoals die is.'),
      p(
        'Het is een deel van wat je voor bestelling {$order.number} hebt betaald. De bestelling zelf blijft zoals ze is.',
      ),
    ),
  },
  'payment-received': {
    subject: 'Je betaling voor {$order.number} is binnen',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} ontvangen voor bestelling {$order.number}.',
      'Voor bestelling {$order.number}.',
    ),
    head: 'Bedankt voor je betaling',
    say: p('Je betaling voor bestelling {$order.number} is binnen.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'Een deel van je betaling voor {$order.number} is binnen',
    preheader: whether('order.amountDue', 'Nog te betalen: {$order.amountDue :money}.', 'Bedankt.'),
    head: 'Een deel van je betaling is binnen',
    say: whether(
      'order.amountPaid',
      p(`Bedankt. Voor bestelling {$order.number} hebben we tot nu toe ${b('{$order.amountPaid :money}')} ontvangen.`),
      p('Bedankt. Een deel van de betaling voor bestelling {$order.number} is binnen.'),
    ),
    open: whether('order.amountDue', p(`Nog te betalen: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'De rest betalen'),
  },
  'payment-failed': {
    subject: 'Je betaling voor {$order.number} is mislukt',
    preheader: 'Er is niets afgeschreven. Je bestelling blijft staan en je kunt opnieuw betalen.',
    head: 'De betaling is mislukt',
    say: whether(
      'order.amountDue',
      p(
        `Je betaling van ${DUE} voor bestelling {$order.number} kon niet worden uitgevoerd. Er is niets afgeschreven en je bestelling blijft staan. Probeer het opnieuw of kies een andere betaalwijze.`,
      ),
      p(
        'Je betaling voor bestelling {$order.number} kon niet worden uitgevoerd. Er is niets afgeschreven en je bestelling blijft staan. Probeer het opnieuw of kies een andere betaalwijze.',
      ),
    ),
    why: whether('reason.words', p('De reden die we kregen: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Nu betalen'),
  },
  invoice: {
    subject: 'Factuur {$invoice.number} bij {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'Te betalen: {$order.amountDue :money}.',
      '* present': 'Ze is betaald. Je hoeft niets meer te doen.',
      '* *': 'Voor bestelling {$order.number}.',
    }),
    head: 'Factuur {$invoice.number}',
    say: p(`Dit is de factuur voor je bestelling {$order.number}. Het bedrag is ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Betaald: {$order.amountPaid :money}. Achterstallig sinds ${day('invoice.overdueSince')}: ${DUE}.`,
      ),
      'present present *': p(`Betaald: {$order.amountPaid :money}. Nog te betalen: ${DUE}.`),
      'present * present': p(
        `Achterstallig sinds ${day('invoice.overdueSince')}: ${DUE}. Heb je inmiddels betaald, dan hoef je niets te doen.`,
      ),
      'present * *': p(`Te betalen: ${DUE}.`),
      '* present *': p('Ze is betaald en je hoeft niets meer te doen. Bedankt.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`Te betalen vóór ${b(day('invoice.dueOn'))}.`)),
    open: 'Factuur openen',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Betaling mislukt: {$order.number}, {$order.amountDue :money}',
      'Betaling mislukt: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Nog niet verzenden.', 'Nog niet verzenden.'),
    what: '{$order.number} aanhouden: betaling mislukt',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `De betaling van ${b('{$customer.fullName}')} is mislukt: {$reason.words}. Niet verzenden voordat ze binnen is.`,
      ),
      'present *': p(`De betaling van ${b('{$customer.fullName}')} is mislukt. Niet verzenden voordat ze binnen is.`),
      '* present': p('De betaling van een gast is mislukt: {$reason.words}. Niet verzenden voordat ze binnen is.'),
      '* *': p('De betaling van een gast is mislukt. Niet verzenden voordat ze binnen is.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Terugbetaald: {$refund.amount :money} van {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Voor bestelling {$order.number}.'),
    what: '{$refund.amount :money} terugbetaald, {$order.number}',
    facts: whether('customer.fullName', p(`Aan ${b('{$customer.fullName}')}.`), p('Aan een gast.')),
  },
};
