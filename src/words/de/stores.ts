import type { TranslationOf } from '../speak';
import type { say } from '../stores';

export const stores: TranslationOf<typeof say> = {
  newStore: 'Neuer Shop',
  newStoreWords: 'hinzufügen anlegen Marke weiterer',
  newStoreNote:
    'Sie werden Inhaber. Es wird nichts von dort gesendet, bevor Sie einen Dienst verbinden und veröffentlichen.',
  whoMayMake: '{$who} können weitere Shops anlegen.',
  beginsWith: 'Beginnt mit',
  whatShips: 'den mitgelieferten Benachrichtigungen',
  whatShipsNote: 'Als Entwürfe, zum Ansehen und Veröffentlichen.',
  likeStore: 'den Nachrichten von {$name}',
  likeStoreNote:
    'Aussehen, Nachrichten, Textbausteine und Wortschatz als Entwürfe; Einstellungen, Kanäle und Empfänger im Team wie dort. Keine Dienste, Absender, Zahlungsarten, Produkte oder Bestellungen.',
  stores: 'Shops',
  storesWords: 'alle Shops Übersicht schließen wieder öffnen',
  store: 'Shop',
  yourRole: 'Ihre Rolle',
  lastOrder: 'Letzte Bestellung',
  orders24: 'Bestellungen, 24 Stunden',
  waiting: 'Wartend',
  onHold: 'Angehalten',
  failed7: 'Gescheitert, 7 Tage',
  servicesOn: 'Dienste an',
  change: 'Ändern',
  noneYet: 'noch keine',
  newStoreAsk: 'Neuer Shop ...',
  closedBy: 'geschlossen von {$by},',
  close: 'Schließen ...',
  closeName: 'Schließen ... {$name}',
  reopen: 'Wieder öffnen',
  reopenName: 'Wieder öffnen {$name}',
  isOpenAgain: '{$name} ist offen. Ereignisse werden von nun an angenommen.',
  closeTitle: '{$name} schließen?',
  closeIt: 'Shop schließen',
  isClosed: '{$name} ist geschlossen.',
  closeNote:
    'Nichts, was der Shop berichtet, wird mehr angenommen, und nichts kann geändert werden. Alles kann noch gelesen und als Datei gespeichert werden. Ein Inhaber kann den Shop wieder öffnen.',
  closeSources:
    '.input {$n :integer} .match $n one {{{$n} Webhook eines Shops ist ein: Was er sendet, wird aufbewahrt und kann nach dem Öffnen angenommen werden.}} * {{{$n} Webhooks von Shops sind ein: Was sie senden, wird aufbewahrt und kann nach dem Öffnen angenommen werden.}}',
  closeNotices:
    '.input {$n :integer} .match $n one {{{$n} Mitteilung an viele wird gestoppt.}} * {{{$n} Mitteilungen an viele werden gestoppt.}}',
  nothingWaits: 'Keine Nachricht wartet.',
  waitN:
    '.input {$n :integer} .match $n one {{{$n} Nachricht wartet noch auf ihren Versand.}} * {{{$n} Nachrichten warten noch auf ihren Versand.}}',
  heldN:
    '.input {$n :integer} .match $n one {{{$n} davon ist angehalten und geht nur, wenn behoben wird, was sie anhält.}} * {{{$n} davon sind angehalten und gehen nur, wenn behoben wird, was sie anhält.}}',
  whatOfThem: 'Was aus ihnen wird',
  sendThem: 'Zu ihren Zeiten senden',
  stopThem: 'Stoppen',
  sendNote: 'Sie gehen zu ihren Zeiten, als wäre der Shop offen.',
  stopNote: 'Sie werden nicht versandt und bleiben gestoppt, wenn der Shop wieder geöffnet wird.',
  storeWasClosed: '{$person} hat den Shop geschlossen.',
  isClosedAlready: 'Der Shop ist schon geschlossen.',
  isOpenAlready: 'Der Shop ist schon offen.',
  bannerClosed: '{$name} ist geschlossen: Vom Shop wird nichts angenommen, und nichts kann geändert werden.',
  bannerReopen: 'Unter Shops wieder öffnen',
  refusedClosed: '{$name} ist geschlossen. Ein Inhaber kann den Shop unter Shop, Shops wieder öffnen.',
};
