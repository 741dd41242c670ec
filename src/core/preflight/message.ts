/** Findings on a message as it was rendered: its size, its subject, its text part, its language. */
import type { RenderedMessage } from '../render/message';
import { languageName } from '../names';
import type { Snapshot } from '../snapshot/snapshot';
import { NAME_KIND_WORDS } from '../terms';
import { directionOf } from '../text/values';
import type { Finding } from './finding';
import { say } from '../../words/findings';

/** Mail programs cut HTML off beyond this; in bytes. */
export const SIZE_LIMIT = 102_000;
const SIZE_NEAR = 0.8;
/** Characters of a subject that a phone shows, and that anything shows. */
const SUBJECT_PHONE = 45;
const SUBJECT_ALL = 90;

/**
 * What is wrong with a message as it was rendered: its size, empty parts, links that lead nowhere, and names of the store's own that have
 * no words in its language.
 */
export function messageFindings(
  message: RenderedMessage,
  language: string,
  unnamed: Snapshot['unnamed'] = [],
): Finding[] {
  const findings: Finding[] = [];
  const tell = (severity: Finding['severity'], place: string, placeLabel: string, text: string): void => {
    findings.push({ severity, place, placeLabel, message: text, language });
  };
  const bytes = new TextEncoder().encode(message.html).length;
  const kB = Math.round(bytes / 1000);
  if (bytes > SIZE_LIMIT) {
    tell('blocker', 'message', say.message, say.comesToKBKBOf({ kB, n: SIZE_LIMIT / 1000 }));
  } else if (bytes > SIZE_LIMIT * SIZE_NEAR) {
    tell('warning', 'message', say.message, say.theMessageComesToKB({ kB, n: SIZE_LIMIT / 1000 }));
  }
  const length = [...message.subject].length;
  if (length === 0) tell('blocker', 'subject', say.subject, say.theSubjectIsEmptyWith);
  else if (length > SUBJECT_ALL) {
    tell('warning', 'subject', say.subject, say.theSubjectHasLengthCharacters({ length, most: SUBJECT_ALL }));
  } else if (length > SUBJECT_PHONE) {
    tell('hint', 'subject', say.subject, say.theSubjectHasLengthCharactersWith({ length, most: SUBJECT_PHONE }));
  }
  if (message.text.trim() === '') {
    tell('blocker', 'message', say.textPart, say.theTextPartIsEmpty);
  }
  for (const { kind, name } of unnamed) {
    if (!message.text.includes(name)) continue;
    tell(
      'warning',
      'message',
      say.message,
      say.theNamekindNameHasNo({ namekind: NAME_KIND_WORDS[kind], name, languageName: languageName(language) }),
    );
  }
  const html = /<html([^>]*)>/.exec(message.html)?.[1] ?? '';
  if (!html.includes(`lang="${language}"`) || !html.includes(`dir="${directionOf(language)}"`)) {
    tell('blocker', 'message', say.message, say.theMessageDoesNotSay);
  }
  return findings;
}
