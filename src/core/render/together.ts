/** Several messages to one reader as one: a list of them, and then each as it is. */
import { escapeHtml } from '../text/values';
import type { RenderedMessage } from './message';

const STYLE = /<style\b[^>]*>[\s\S]*?<\/style>/gi;
const BODY = /<body\b[^>]*>([\s\S]*)<\/body>/i;
const LIST_STYLE = 'max-width:600px;margin:0 auto;padding:16px 24px;font:15px/1.6 Arial,sans-serif';
const place = (i: number): string => `message-${i + 1}`;

/**
 * Puts messages into one, in the form of the first: its subject says how many more there are, its HTML and its text begin with a list of
 * all subjects. Without HTML in one of them, it is text alone.
 */
export function together(messages: readonly RenderedMessage[]): RenderedMessage {
  const [first, ...more] = messages;
  if (!first) throw new Error('There is no message to put together.');
  if (more.length === 0) return first;
  return {
    subject: `${first.subject} (+${more.length})`,
    preheader: first.preheader,
    html: messages.some((m) => m.html === '') ? '' : htmlOf(first, messages),
    text: textOf(messages),
  };
}

function htmlOf(first: RenderedMessage, messages: readonly RenderedMessage[]): string {
  const entries = messages.map(
    ({ subject }, i) => `<li><a href="#${place(i)}" style="color:inherit">${escapeHtml(subject)}</a></li>`,
  );
  const list = `<ol style="${LIST_STYLE};padding-inline-start:48px">${entries.join('')}</ol>`;
  const bodies = messages.map(({ html }, i) => `<div id="${place(i)}">${BODY.exec(html)?.[1] ?? html}</div>`);
  const own = new Set(first.html.match(STYLE) ?? []);
  const styles = new Set(messages.flatMap(({ html }) => html.match(STYLE) ?? []).filter((s) => !own.has(s)));
  const body = BODY.exec(first.html);
  if (!body) return first.html;
  const inner = `${list}${bodies.join('')}`;
  return first.html
    .replace(body[0], () => body[0].replace(body[1]!, () => inner))
    .replace(/<\/head>/i, (end) => `${[...styles].join('')}${end}`);
}

function textOf(messages: readonly RenderedMessage[]): string {
  const list = messages.map(({ subject }, i) => `${i + 1}. ${subject}`).join('\n');
  return [list, ...messages.map(({ subject, text }, i) => `${i + 1}. ${subject}\n\n${text}`)].join(
    `\n\n${'-'.repeat(60)}\n\n`,
  );
}
