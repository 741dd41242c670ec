/** Making a further store. */
import { speak } from './speak';

export const say = speak('stores', {
  newStore: 'New store',
  newStoreWords: 'add make create shop brand another',
  newStoreNote: 'You become its owner. Nothing is sent from it before you connect a service and publish.',
  whoMayMake: '{$who} can make further stores.',
  beginsWith: 'Begins with',
  whatShips: 'The notifications that ship',
  whatShipsNote: 'As drafts, to look at and publish.',
  likeStore: 'The messages of {$name}',
  likeStoreNote:
    'Look, messages, passages and phrasebook as drafts; settings, channels and staff recipients as they are there. Not its services, senders, payment, products or orders.',
});
