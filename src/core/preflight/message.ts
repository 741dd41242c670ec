/** Findings on a message as it was rendered: its size, its subject, its text part, its language. */
import type { RenderedMessage } from '../render/message';
import { languageName } from '../names';
import type { Snapshot } from '../snapshot/snapshot';
import { NAME_KIND_WORDS } from '../terms';
import { directionOf } from '../text/values';
import type { Finding } from './finding';

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
  const say = (severity: Finding['severity'], place: string, placeLabel: string, text: string): void => {
    findings.push({ severity, place, placeLabel, message: text, language });
  };
  const bytes = new TextEncoder().encode(message.html).length;
  const kB = Math.round(bytes / 1000);
  if (bytes > SIZE_LIMIT) {
    say(
      'blocker',
      'message',
      'Message',
      `comes to ${kB} kB of HTML with this order: many mail programs cut it off after ${SIZE_LIMIT / 1000} kB. Take blocks out, or shorten the words.`,
    );
  } else if (bytes > SIZE_LIMIT * SIZE_NEAR) {
    say(
      'warning',
      'message',
      'Message',
      `The message comes to ${kB} of ${SIZE_LIMIT / 1000} kB of HTML with this order; one with more lines would be cut off.`,
    );
  }
  const length = [...message.subject].length;
  if (length === 0) say('blocker', 'subject', 'Subject', 'The subject is empty with this order.');
  else if (length > SUBJECT_ALL) {
    say(
      'warning',
      'subject',
      'Subject',
      `The subject has ${length} characters with this order; no mail program shows more than about ${SUBJECT_ALL}.`,
    );
  } else if (length > SUBJECT_PHONE) {
    say(
      'hint',
      'subject',
      'Subject',
      `The subject has ${length} characters with this order; a phone shows about ${SUBJECT_PHONE}. Put what matters first.`,
    );
  }
  if (message.text.trim() === '') {
    say(
      'blocker',
      'message',
      'Text part',
      'The text part is empty with this order: who reads without HTML sees nothing.',
    );
  }
  for (const { kind, name } of unnamed) {
    if (!message.text.includes(name)) continue;
    say(
      'warning',
      'message',
      'Message',
      `The ${NAME_KIND_WORDS[kind]} "${name}" has no ${languageName(language)} name. Enter it under Store, Names.`,
    );
  }
  const html = /<html([^>]*)>/.exec(message.html)?.[1] ?? '';
  if (!html.includes(`lang="${language}"`) || !html.includes(`dir="${directionOf(language)}"`)) {
    say(
      'blocker',
      'message',
      'Message',
      'The message does not say its language: screen readers would read it aloud in the wrong one.',
    );
  }
  return findings;
}
