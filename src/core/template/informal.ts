/**
 * German that says "du" to its readers, made of the words that ship, which say "Sie". A shop says one or the other to everybody, so it is a language of its own
 * here: `de-x-informal` (BCP 47, private use).
 */

export const INFORMAL_GERMAN = 'de-x-informal';

/** What is said in another way as a whole, longer turns before what they hold. */
const TURNS: readonly (readonly [formal: string, informal: string])[] = [
  ['Guten Tag', 'Hallo'],
  ['Ihr Paket hat eine neue Sendungsverfolgung', 'Neue Sendungsverfolgung zu deinem Paket'],
  // Asked and told.
  ['Antworten Sie bald auf diese Nachricht oder schreiben Sie an', 'Antworte bald auf diese Nachricht oder schreib an'],
  ['Antworten Sie auf diese Nachricht oder schreiben Sie an', 'Antworte auf diese Nachricht oder schreib an'],
  ['Antworten Sie darauf oder schreiben Sie an', 'Antworte darauf oder schreib an'],
  ['Antworten Sie auf die Nachricht, dann nehmen wir Sie', 'Antworte auf die Nachricht, dann nehmen wir dich'],
  ['Antworten Sie auf die Nachricht, dann ändern wir', 'Antworte auf die Nachricht, dann ändern wir'],
  ['lassen Sie sich', 'lass dir'],
  ['antworten Sie auf', 'antworte auf'],
  ['Dann müssen Sie nichts tun, oder schreiben Sie an', 'Dann musst du nichts tun, oder schreib an'],
  ['Möchten Sie nicht gefragt werden, schreiben Sie an', 'Möchtest du nicht gefragt werden, schreib an'],
  ['Möchten Sie', 'Möchtest du'],
  ['möchten Sie', 'möchtest du'],
  ['Schreiben Sie', 'Schreib'],
  ['Heben Sie', 'Heb'],
  ['Speichern Sie', 'Speichere'],
  ['wo Sie sie wiederfinden', 'wo du sie wiederfindest'],
  ['Sagen Sie', 'Sag'],
  ['sagen Sie', 'sag'],
  ['überweisen Sie', 'überweise'],
  ['prüfen Sie', 'prüfe'],
  ['bringen Sie', 'bring'],
  ['versuchen Sie', 'versuche'],
  ['betrachten Sie', 'betrachte'],
  ['oder wählen Sie', 'oder wähle'],
  ['Fragen Sie', 'Frag'],
  ['Finden Sie', 'Findest du'],
  ['Berichtigen Sie sie und senden Sie', 'Berichtige sie und sende'],
  ['berichtigen Sie sie und senden Sie', 'berichtige sie und sende'],
  ['Nehmen Sie es aus dem Shop, oder bestellen Sie nach', 'Nimm es aus dem Shop, oder bestell nach'],
  // What they do, and did.
  ['Haben Sie', 'Hast du'],
  ['haben Sie', 'hast du'],
  ['Waren Sie', 'Warst du'],
  ['Sie müssen', 'Du musst'],
  ['und Sie können', 'und du kannst'],
  ['können Sie', 'kannst du'],
  ['Sie können', 'Du kannst'],
  ['kommen Sie', 'kommst du'],
  ['verfolgen Sie', 'verfolgst du'],
  ['wie Sie es verfolgen', 'wie du es verfolgst'],
  ['wie Sie es sich erhofft haben', 'wie du es dir erhofft hast'],
  ['was Sie unten sehen', 'was du unten siehst'],
  ['Dort sehen Sie', 'Dort siehst du'],
  ['Was Sie bestellt haben', 'Was du bestellt hast'],
  [
    'was Sie für die Bestellung {$order.number} bezahlt haben',
    'was du für die Bestellung {$order.number} bezahlt hast',
  ],
  ['auf dem Sie bezahlt haben', 'auf dem du bezahlt hast'],
  ['Bis Sie eines wählen', 'Bis du eines wählst'],
  ['dass Sie es wissen', 'dass du es weißt'],
  // Whom it is for.
  ['an Sie', 'an dich'],
  ['für Sie', 'für dich'],
];

/** Where a sentence of a text begins. */
const BEGINNING = /(?:^|\{\{|\{#p\}|[.?!] )$/;

/** Formal words as they are said informally; "Sie" that means "she" stays. */
export function informal(formal: string): string {
  return TURNS.reduce((text, [from, to]) => text.replaceAll(from, to), formal)
    .replace(/\bIhnen\b/g, 'dir')
    .replace(/\bIhr(e[mnrs]?)?\b/g, (_, ending: string | undefined, at: number, whole: string) => {
      return `${BEGINNING.test(whole.slice(0, at)) ? 'Dein' : 'dein'}${ending ?? ''}`;
    });
}
