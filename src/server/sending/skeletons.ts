/** Compiling on the server: MJML's own package, and compiled messages kept for as long as they are used. */
import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import mjml2html from 'mjml';
import type { Look } from '@/core/look';
import { compileMessage, makeSkeleton, type CompiledMessage, type Skeleton } from '@/core/render';
import { placeholderType } from '@/core/placeholders';
import { phrasebookFor, type Segments, type Template } from '@/core/template';
import { directionOf } from '@/core/text';

const skeletons = new LRUCache<string, Promise<Skeleton>>({ max: 200 });
const messages = new LRUCache<string, Promise<CompiledMessage>>({ max: 500 });

export async function compileMjml(source: string): Promise<string> {
  const { html, errors } = await mjml2html(source, { validationLevel: 'strict' });
  if (errors.length > 0) throw new Error(`The message could not be laid out: ${errors[0]?.message ?? ''}`);
  return html;
}

export interface MessageParts {
  template: Template;
  look: Look;
  language: string;
  locale?: string;
  timeZone: string;
  phrases?: Segments;
}

/** The message compiled for filling; the same parts give the same compiled message. */
export function compiledMessage(parts: MessageParts): Promise<CompiledMessage> {
  const { template, look, language, locale, timeZone } = parts;
  const direction = directionOf(language);
  const structure = digest([template.blocks, look, direction]);
  const key = digest([structure, template.words[language], parts.phrases, language, locale, timeZone]);
  let message = messages.get(key);
  if (!message) {
    let skeleton = skeletons.get(structure);
    if (!skeleton) {
      skeleton = makeSkeleton(template, look, direction, compileMjml);
      skeletons.set(structure, skeleton);
    }
    message = skeleton.then((ready) =>
      compileMessage(ready, template, template.words[language] ?? {}, phrasebookFor(language, parts.phrases), {
        language,
        timeZone,
        typeOf: placeholderType,
        ...(locale && { locale }),
      }),
    );
    messages.set(key, message);
    // A failure must not stay in the cache.
    message.catch(() => {
      messages.delete(key);
      skeletons.delete(structure);
    });
  }
  return message;
}

function digest(parts: unknown): string {
  return createHash('sha1').update(JSON.stringify(parts)).digest('base64');
}
