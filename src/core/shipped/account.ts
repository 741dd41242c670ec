/** A customer's account: made, and a new password wanted. No order is known here. */
import { toCustomer, type ShippedNotification } from './shape';

const HELP_EN = 'Was it not you? Then you need not do anything, or write to {$store.email} and we look into it.';
const HELP_DE =
  'Waren Sie das nicht? Dann müssen Sie nichts tun, oder schreiben Sie an {$store.email}, und wir sehen nach.';

const welcome = toCustomer([{ id: 'go', kind: 'button', target: { variable: 'account.url' } }], {
  en: {
    subject: 'Welcome to {$store.name}',
    preheader: 'Your account is ready. Your orders and addresses are kept there.',
    head: 'Welcome, {$customer.firstName :text default=|and good to have you|}',
    say: '{#p}Your account at {$store.name} is ready, under {#b}{$customer.email}{/b}. It keeps your addresses and your orders, so that the next one takes a minute, and you can always see where a parcel is.{/p}',
    go: 'Open your account',
    help: HELP_EN,
  },
  de: {
    subject: 'Willkommen bei {$store.name}',
    preheader: 'Ihr Konto ist bereit. Es bewahrt Ihre Bestellungen und Adressen auf.',
    head: 'Willkommen, {$customer.firstName :text default=|schön, dass Sie da sind|}',
    say: '{#p}Ihr Konto bei {$store.name} ist bereit, unter {#b}{$customer.email}{/b}. Es bewahrt Ihre Adressen und Bestellungen auf, so dass die nächste in einer Minute getan ist, und Sie sehen jederzeit, wo ein Paket gerade ist.{/p}',
    go: 'Konto öffnen',
    help: HELP_DE,
  },
});

const newPassword = toCustomer([{ id: 'go', kind: 'button', target: { variable: 'reset.url' } }], {
  en: {
    subject: 'Choose a new password for {$store.name}',
    preheader: 'You asked for it. Nothing changes until you choose one.',
    head: 'Choose a new password',
    say: '{#p}Hello {$customer.firstName :text default=|there|}, somebody asked for a new password for {#b}{$customer.email}{/b}. Choose it by the button below. The old one holds until you do.{/p}',
    go: 'Choose a new password',
    help: HELP_EN,
  },
  de: {
    subject: 'Neues Passwort für {$store.name} wählen',
    preheader: 'Sie haben darum gebeten. Bis Sie eines wählen, ändert sich nichts.',
    head: 'Neues Passwort wählen',
    say: '{#p}Guten Tag {$customer.firstName :text default=|liebe Kundin, lieber Kunde|}, jemand hat für {#b}{$customer.email}{/b} um ein neues Passwort gebeten. Wählen Sie es über den Knopf unten. Bis dahin gilt das alte.{/p}',
    go: 'Neues Passwort wählen',
    help: HELP_DE,
  },
});

export const ACCOUNT: readonly ShippedNotification[] = [
  { slug: 'welcome', name: 'Welcome', moment: 'account.created', audience: 'customer', on: false, template: welcome },
  {
    slug: 'new-password',
    name: 'Reset your password',
    moment: 'account.reset-requested',
    audience: 'customer',
    on: false,
    template: newPassword,
  },
];
