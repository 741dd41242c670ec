/** The phrasebook. */
import { speak } from './speak';

export const say = speak('phrasebook', {
  phrasebook: 'Phrasebook',
  searchThePhrasebook: 'Search the phrasebook',
  aWordOrWhereIt: 'a word, or where it stands',
  phrase: 'Phrase',
  standsIn: 'Stands in',
  shipsAsShipped: 'Ships as: {$shipped}',
  shared: 'Shared by all messages, live as soon as they are changed',
  sharedWithOwn: 'Shared by all messages, live as soon as they are changed. {$own} are the store’s own',
  backAsShipped: '{$label} is as it ships again.',
  isChanged: '{$label} is changed.',
});
