import type { say } from '../parts';
import type { TranslationOf } from '../speak';

export const parts: TranslationOf<typeof say> = {
  yourRoleMayNotAction: 'Ihre Rolle darf das nicht: {$action}',
  whoMay: '{$who} dürfen es.',
  fromMinToMax: 'von {$min} bis {$max}',
  pictureTooLarge:
    '{$name} wurde nicht übernommen. Das Bild hat {$size} MB; höchstens {$most} MB werden gelesen. Speichern Sie es kleiner.',
  thePictureDidNotArrive: 'Das Bild ist nicht angekommen. Versuchen Sie es noch einmal.',
  uploading: 'Wird hochgeladen ...',
  anotherPicture: 'Anderes Bild',
  chooseAPicture: 'Bild wählen',
  orDropOneHerePng: 'oder hier ablegen: PNG, JPEG, WebP, GIF',
  turnOff: 'Ausschalten',
  turnOn: 'Einschalten',
  showTheChoices: 'Auswahl anzeigen',
  toLookAt: 'zu prüfen',
  notYet: 'noch nicht',
  libellusDoesNotAnswerCheck: 'Libellus antwortet nicht. Prüfen Sie, ob die Änderung gespeichert wurde.',
  waits: 'wartet',
  good: 'gut',
  failing: 'mit Fehler',
  leafOff: 'aus',
  leafDraft: 'Entwurf',
  leafLive: 'live',
  leafFailing: 'mit Fehlern',
  leafStale: 'veraltet',
};
