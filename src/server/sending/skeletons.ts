/** Compiling on the server: MJML's own package, and compiled messages kept for as long as they are used. */
import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { messageCompiler, type CompiledMessage, type MessageParts, type Skeleton } from '@/core/render';

const messages = new LRUCache<string, Promise<CompiledMessage>>({ max: 500 });

/** Turns MJML into HTML. Throws with what could not be laid out. */
export async function compileMjml(source: string): Promise<string> {
  // Large to load, and most processes lay nothing out when they start.
  const { default: mjml2html } = await import('mjml');
  const { html, errors } = await mjml2html(source, { validationLevel: 'strict' });
  if (errors.length > 0) throw new Error(`The message could not be laid out: ${errors[0]?.message ?? ''}`);
  return html;
}

const compiler = messageCompiler({
  mjml: compileMjml,
  cache: new LRUCache<string, Promise<Skeleton>>({ max: 200 }),
  keyOf: digest,
});

/** The message compiled for filling; the same parts give the same compiled message. */
export function compiledMessage(parts: MessageParts): Promise<CompiledMessage> {
  const { language, locale, timeZone, assetBase, phrases } = parts;
  const laid = compiler.layOut(parts);
  const key = digest([laid.structure, laid.laid.words, phrases, language, locale, timeZone, assetBase]);
  let message = messages.get(key);
  if (!message) {
    message = compiler.compile(parts, laid).then((made) => made.message);
    messages.set(key, message);
    // A failure must not stay in the cache.
    message.catch(() => messages.delete(key));
  }
  return message;
}

function digest(parts: unknown): string {
  return createHash('sha1').update(JSON.stringify(parts)).digest('base64');
}
