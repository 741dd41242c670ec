import type { say } from '../unsubscribed';
import type { TranslationOf } from '../speak';

export const unsubscribed: TranslationOf<typeof say> = {
  fromFeedback: 'Bitten um Rückmeldung',
  fromOffers: 'Neues und Angebote',
  byMailProgram: 'Im Mailprogramm abbestellt',
  onThePage: 'Über den Link in einer Nachricht abbestellt',
  byHand: 'Auf ihre Bitte abbestellt',
  byComplaint: 'Hat eine Nachricht als Spam gemeldet',
  theReader: 'der Person selbst',
  isOffer: 'Neues oder ein Angebot',
  isOfferHint:
    'Neues und Angebote kann man abbestellen: über einen Link in der Fußzeile und im Mailprogramm. Wer das getan hat, bekommt dies nicht.',
  feedbackHint: 'Bitten um Rückmeldung kann man abbestellen: über einen Link in der Fußzeile und im Mailprogramm.',
};
