import type { say } from '../provider';
import type { TranslationOf } from '../speak';

export const provider: TranslationOf<typeof say> = {
  signIn: 'Über {$provider} anmelden',
  thereIsNone: 'Hier ist keine andere Anmeldung eingerichtet. Melden Sie sich mit Ihrem Passwort an.',
  openAt: 'Das geht nur unter {$address}. Öffnen Sie Libellus dort.',
  doesNotAnswer:
    '{$provider} antwortet nicht. Versuchen Sie es in einer Minute noch einmal oder melden Sie sich mit Ihrem Passwort an.',
  notVouched:
    '{$provider} bürgt nicht für Ihre Adresse dort. Melden Sie sich mit Ihrem Passwort an oder fragen Sie, wer {$provider} betreibt.',
  nobodyHere:
    'Mit der Adresse, die Sie bei {$provider} haben, meldet sich hier niemand an. Bitten Sie einen Inhaber Ihres Shops um eine Einladung.',
  somebodyElse:
    '{$provider} kennt unter Ihrer Adresse jemand anderen als zuvor. Bitten Sie einen Inhaber Ihres Shops, Ihre Anmeldung zurückzusetzen.',
  tookTooLong: 'Das hat zu lange gedauert oder wurde in einem anderen Browser begonnen. Versuchen Sie es noch einmal.',
  refused: '{$provider} hat Sie nicht hineingelassen.',
  notProven:
    '{$provider} hat etwas geantwortet, das nicht stimmt. Wer Libellus betreibt, findet mehr im Protokoll des Webprozesses.',
  yours: 'Sie melden sich über {$provider} an und haben hier kein Passwort.',
  isLinked: 'Sie können sich auch über {$provider} anmelden.',
  noPasswordOff: 'Aus: {$provider} allein lässt Sie hinein.',
  by: 'über {$provider}',
  orThrough: 'Über {$provider} teilnehmen',
  joinAs: 'Kommen Sie mit der Adresse {$email} zurück.',
  passwordSubject: 'Ihre Anmeldung bei Libellus',
  passwordText:
    'Jemand hat ein neues Passwort für diese Adresse verlangt. Sie haben keines: Sie melden sich über {$provider} an.',
};
