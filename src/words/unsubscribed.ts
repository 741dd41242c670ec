/** Who does not want what nobody has to get. */
import { speak } from './speak';

export const say = speak('unsubscribed', {
  fromFeedback: 'requests for feedback',
  fromOffers: 'news and offers',
  byMailProgram: 'Unsubscribed in their mail program',
  onThePage: 'Unsubscribed by the link in a message',
  byHand: 'Taken off when they asked',
  byComplaint: 'Called a message spam',
  theReader: 'the reader',
  isOffer: 'News or an offer',
  isOfferHint:
    'Readers can unsubscribe from news and offers: by a link in the footer and in their mail program. Who has done so does not get this.',
  feedbackHint:
    'Readers can unsubscribe from requests for feedback: by a link in the footer and in their mail program.',
});
