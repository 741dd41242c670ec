/** A customer's account: made, and a new password wanted. No order is known here. */
import { toCustomer, type ShippedNotification } from './shape';
import { b, p } from './sentences';

const HELP_EN = 'Was it not you? Then you need not do anything, or write to {$store.email}.';
const HELP_DE = 'Waren Sie das nicht? Dann müssen Sie nichts tun, oder schreiben Sie an {$store.email}.';

const welcome = toCustomer([{ id: 'go', kind: 'button', target: { variable: 'account.url' } }], {
  en: {
    subject: 'Welcome to {$store.name}',
    preheader: 'Your account is ready.',
    head: 'Welcome to {$store.name}',
    say: p(`Your account is ready, under ${b('{$customer.email}')}. You can see your orders there.`),
    go: 'Open your account',
    help: HELP_EN,
  },
  de: {
    subject: 'Willkommen bei {$store.name}',
    preheader: 'Ihr Konto ist bereit.',
    head: 'Willkommen bei {$store.name}',
    say: p(`Ihr Konto ist bereit, unter ${b('{$customer.email}')}. Dort sehen Sie Ihre Bestellungen.`),
    go: 'Konto öffnen',
    help: HELP_DE,
  },
});

const newPassword = toCustomer([{ id: 'go', kind: 'button', target: { variable: 'reset.url' } }], {
  en: {
    subject: 'Choose a new password for {$store.name}',
    preheader: 'Nothing changes until you choose one.',
    head: 'Choose a new password',
    say: p(
      `Somebody asked for a new password for ${b('{$customer.email}')}. You can choose it with the button below. The old one stays valid until you do.`,
    ),
    go: 'Choose a new password',
    help: HELP_EN,
  },
  de: {
    subject: 'Neues Passwort für {$store.name} wählen',
    preheader: 'Bis Sie eines wählen, ändert sich nichts.',
    head: 'Neues Passwort wählen',
    say: p(
      `Jemand hat für ${b('{$customer.email}')} um ein neues Passwort gebeten. Sie können es über den Knopf unten wählen. Bis dahin gilt das alte.`,
    ),
    go: 'Neues Passwort wählen',
    help: HELP_DE,
  },
});

const preferences = toCustomer([{ id: 'go', kind: 'button', target: { variable: 'preferences.url' } }], {
  en: {
    subject: 'What {$store.name} writes to you',
    preheader: 'The link holds for an hour.',
    head: 'What we write to you',
    say: p(
      `With the button below you see and change in which language we write to ${b('{$customer.email}')}, who else gets messages about your orders, and which messages you want. It holds for an hour.`,
    ),
    go: 'Open the page',
    help: HELP_EN,
  },
  de: {
    subject: 'Was {$store.name} Ihnen schreibt',
    preheader: 'Der Link gilt eine Stunde.',
    head: 'Was wir Ihnen schreiben',
    say: p(
      `Über den Knopf unten können Sie sehen und ändern, in welcher Sprache wir an ${b('{$customer.email}')} schreiben, wer noch Nachrichten zu Ihren Bestellungen bekommt und welche Nachrichten kommen. Er gilt eine Stunde.`,
    ),
    go: 'Seite öffnen',
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
  {
    slug: 'preferences',
    name: 'Link to preferences',
    moment: 'account.preferences-requested',
    audience: 'customer',
    on: false,
    template: preferences,
  },
];
