/** What parts say that many screens are made of. */
import { speak } from './speak';

export const say = speak('parts', {
  yourRoleMayNotAction: 'Your role may not {$action}',
  whoMay: '{$who} may.',
  fromMinToMax: 'from {$min} to {$max}',
  pictureTooLarge: '{$name} was not taken in. It has {$size} MB; at most {$most} MB are read. Save it smaller.',
  thePictureDidNotArrive: 'The picture did not arrive. Try again.',
  uploading: 'Uploading ...',
  anotherPicture: 'Another picture',
  chooseAPicture: 'Choose a picture',
  orDropOneHerePng: 'or drop one here: PNG, JPEG, WebP, GIF',
  turnOff: 'Turn off',
  turnOn: 'Turn on',
  showTheChoices: 'Show the choices',
  toLookAt: 'to look at',
  notYet: 'not yet',
  libellusDoesNotAnswerCheck: 'Libellus does not answer. Check whether the change was saved.',
  waits: 'waits',
  good: 'good',
  failing: 'failing',
  leafOff: 'off',
  leafDraft: 'draft',
  leafLive: 'live',
  leafFailing: 'failing',
  leafStale: 'stale',
});
