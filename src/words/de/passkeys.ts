import type { say } from '../passkeys';
import type { TranslationOf } from '../speak';

export const passkeys: TranslationOf<typeof say> = {
  passkeys: 'Passkeys',
  whatTheyAre:
    'Ein Passkey liegt auf diesem Gerät oder auf einem Schlüssel, den Sie bei sich tragen. Damit kommen Sie mit Finger, Gesicht oder PIN hinein, ohne Passwort und Code.',
  none: 'Sie haben noch keinen.',
  add: 'Passkey anlegen ...',
  addTitle: 'Einen Passkey anlegen',
  addNote: 'Danach fragt Ihr Browser, wo er liegen soll.',
  name: 'Wie Sie ihn nennen',
  nameHint: 'Damit Sie ihn wiedererkennen, wenn ein Gerät verloren geht',
  askBrowser: 'Anlegen',
  asking: 'Der Browser wird gefragt ...',
  isAdded: 'Der Passkey {$name} lässt Sie von jetzt an hinein.',
  madeOn: 'angelegt',
  neverUsed: 'noch nicht benutzt',
  lastUsed: 'zuletzt benutzt',
  rename: 'Umbenennen ...',
  renameOf: 'Umbenennen ... {$name}',
  renameTitle: '{$name} umbenennen',
  saveName: 'Speichern',
  remove: 'Entfernen ...',
  removeOf: 'Entfernen ... {$name}',
  removeTitle: 'Den Passkey {$name} entfernen?',
  removeNote: 'Er öffnet Libellus nicht mehr. Auf dem Gerät bleibt er, bis Sie ihn auch dort entfernen.',
  removeLast: 'Dann brauchen Sie Ihr Passwort und, wo er verlangt wird, den zweiten Faktor.',
  removeLastNoPassword: 'Dann melden Sie sich nur noch über Ihre Organisation an.',
  removeIt: 'Entfernen',
  isRemoved:
    'Der Passkey {$name} ist entfernt. Wer damit angemeldet ist, bleibt es, bis Sie die Sitzung unten beenden.',
  needsName:
    'Passkeys brauchen eine Adresse mit einem Namen. Öffnen Sie Libellus als {$address}, um einen anzulegen oder zu benutzen.',
  needsHttps: 'Passkeys brauchen eine sichere Adresse: eine, die mit https beginnt.',
  needsBrowser: 'Dieser Browser kennt keine Passkeys.',
  signIn: 'Mit einem Passkey anmelden',
  tooMany: 'Für {$most :integer} Passkeys ist Platz. Entfernen Sie erst einen.',
  notTaken:
    'Der Passkey wurde nicht angenommen: Es hat zu lange gedauert, oder das Gerät hat nicht gefragt, wer es in der Hand hat. Versuchen Sie es noch einmal.',
  nameIt: 'Sagen Sie, wie Sie ihn nennen.',
  isGone: 'Dieser Passkey ist schon entfernt.',
  notIn:
    'Dieser Passkey lässt Sie nicht hinein: Es hat zu lange gedauert, oder das Gerät hat nicht gefragt, wer es in der Hand hat. Versuchen Sie es noch einmal.',
  unknown:
    'Libellus kennt diesen Passkey nicht: Er wurde entfernt oder ist für eine andere Adresse. Melden Sie sich mit Ihrem Passwort an.',
  stopped: 'Es wurde nichts gewählt, oder es hat zu lange gedauert. Versuchen Sie es noch einmal.',
  hasOneAlready: 'Auf diesem Gerät liegt schon ein Passkey von Ihnen.',
  browserFailed: 'Der Browser konnte das nicht: {$why}',
  notNowAnyMore: 'Libellus antwortet nicht. Sehen Sie nach, ob es läuft, und versuchen Sie es noch einmal.',
  hasPasskey: 'Passkey',
  byPasskey: 'mit Passkey',
  orUseYours: 'Sie haben einen Passkey, der für beides steht: Kommen Sie damit herein.',
};
