/** Payments, invoices and refunds, in Swedish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'Betala {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Återbetalning av {$refund.amount :money}',
    preheader: 'För beställning {$order.number}.',
    head: 'Vi har betalat tillbaka {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(
        `Vi betalade tillbaka ${REFUND} till dig ${day('refund.issuedAt')}. Beroende på din bank kan det ta några dagar innan pengarna är framme.`,
      ),
      p(
        `Vi har betalat tillbaka ${REFUND} till dig. Beroende på din bank kan det ta några dagar innan pengarna är framme.`,
      ),
    ),
    what: p('Därmed är allt du betalade för beställning {$order.number} återbetalt.'),
    help: 'Är det något som inte stämmer? Svara på det här meddelandet eller skriv till {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'För en del av beställning {$order.number}.',
    head: 'Vi har betalat tillbaka en del: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('Det gäller en del av beställning {$order.number}; nedan ser du vad. Resten av beställningen ändras inte.'),
      p('Det är en del av vad du betalade för beställning {$order.number}. Själva beställningen ändras inte.'),
    ),
  },
  'payment-received': {
    subject: 'Din betalning för {$order.number} har kommit',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} mottaget för beställning {$order.number}.',
      'För beställning {$order.number}.',
    ),
    head: 'Tack för din betalning',
    say: p('Din betalning för beställning {$order.number} har kommit.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'En del av din betalning för {$order.number} har kommit',
    preheader: whether('order.amountDue', 'Kvar att betala: {$order.amountDue :money}.', 'Tack.'),
    head: 'En del av din betalning har kommit',
    say: whether(
      'order.amountPaid',
      p(`Tack. För beställning {$order.number} har vi hittills fått ${b('{$order.amountPaid :money}')}.`),
      p('Tack. En del av betalningen för beställning {$order.number} har kommit.'),
    ),
    open: whether('order.amountDue', p(`Kvar att betala: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'Betala resten'),
  },
  'payment-failed': {
    subject: 'Din betalning för {$order.number} gick inte igenom',
    preheader: 'Inget har dragits. Din beställning ligger kvar, och du kan betala igen.',
    head: 'Betalningen gick inte igenom',
    say: whether(
      'order.amountDue',
      p(
        `Din betalning på ${DUE} för beställning {$order.number} gick inte igenom. Inget har dragits, och din beställning ligger kvar. Försök igen eller välj ett annat betalningssätt.`,
      ),
      p(
        'Din betalning för beställning {$order.number} gick inte igenom. Inget har dragits, och din beställning ligger kvar. Försök igen eller välj ett annat betalningssätt.',
      ),
    ),
    why: whether('reason.words', p('Orsaken vi fick: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Betala nu'),
  },
  invoice: {
    subject: 'Faktura {$invoice.number} för {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'Att betala: {$order.amountDue :money}.',
      '* present': 'Den är betald. Det finns inget mer att göra.',
      '* *': 'För beställning {$order.number}.',
    }),
    head: 'Faktura {$invoice.number}',
    say: p(`Det här är fakturan för din beställning {$order.number}. Summan är ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Betalt: {$order.amountPaid :money}. Förfallet sedan ${day('invoice.overdueSince')}: ${DUE}.`,
      ),
      'present present *': p(`Betalt: {$order.amountPaid :money}. Kvar att betala: ${DUE}.`),
      'present * present': p(
        `Förfallet sedan ${day('invoice.overdueSince')}: ${DUE}. Har du redan betalat behöver du inte göra något.`,
      ),
      'present * *': p(`Att betala: ${DUE}.`),
      '* present *': p('Den är betald, och det finns inget mer att göra. Tack.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`Förfaller ${b(day('invoice.dueOn'))}.`)),
    open: 'Öppna fakturan',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Betalning misslyckades: {$order.number}, {$order.amountDue :money}',
      'Betalning misslyckades: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Skicka inte än.', 'Skicka inte än.'),
    what: 'Håll {$order.number}: betalning misslyckades',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `Betalningen från ${b('{$customer.fullName}')} gick inte igenom: {$reason.words}. Skicka inte förrän den har kommit.`,
      ),
      'present *': p(
        `Betalningen från ${b('{$customer.fullName}')} gick inte igenom. Skicka inte förrän den har kommit.`,
      ),
      '* present': p('En gästs betalning gick inte igenom: {$reason.words}. Skicka inte förrän den har kommit.'),
      '* *': p('En gästs betalning gick inte igenom. Skicka inte förrän den har kommit.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Återbetalt: {$refund.amount :money} för {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'För beställning {$order.number}.'),
    what: '{$refund.amount :money} återbetalt, {$order.number}',
    facts: whether('customer.fullName', p(`Till ${b('{$customer.fullName}')}.`), p('Till en gäst.')),
  },
};
