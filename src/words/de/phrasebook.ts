import type { say } from '../phrasebook';
import type { TranslationOf } from '../speak';

export const phrasebook: TranslationOf<typeof say> = {
  phrasebook: 'Wortschatz',
  searchThePhrasebook: 'Wortschatz durchsuchen',
  aWordOrWhereIt: 'ein Wort oder wo es steht',
  phrase: 'Ausdruck',
  standsIn: 'Steht in',
  shipsAsShipped: 'Mitgeliefert als: {$shipped}',
  shared: 'Von allen Nachrichten geteilt, gilt sofort nach der Änderung',
  sharedWithOwn: 'Von allen Nachrichten geteilt, gilt sofort nach der Änderung. {$own} sind eigene des Shops',
  backAsShipped: '{$label} ist wieder wie mitgeliefert.',
  isChanged: '{$label} ist geändert.',
};
