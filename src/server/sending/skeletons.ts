/** Compiling on the server: MJML's own package, and compiled messages kept for as long as they are used. */
import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import mjml2html from 'mjml';
import type { Look } from '@/core/look';
import { compileMessage, makeSkeleton, type CompiledMessage, type Skeleton } from '@/core/render';
import { placeholderType } from '@/core/placeholders';
import { layOut, phrasebookFor, type Passages, type Segments, type Template } from '@/core/template';
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
  passages?: Passages;
  /** The store's own language, which passages fall back to. */
  sourceLanguage?: string;
  /** Put before the paths of the store's pictures. */
  assetBase: string;
}

/** The message compiled for filling; the same parts give the same compiled message. */
export function compiledMessage(parts: MessageParts): Promise<CompiledMessage> {
  const { look, language, locale, timeZone, assetBase } = parts;
  const direction = directionOf(language);
  const laid = layOut(parts.template, language, parts.passages ?? {}, parts.sourceLanguage ?? language);
  const structure = digest([laid.blocks, look, direction]);
  const key = digest([structure, laid.words, parts.phrases, language, locale, timeZone, assetBase]);
  let message = messages.get(key);
  if (!message) {
    let skeleton = skeletons.get(structure);
    if (!skeleton) {
      skeleton = makeSkeleton(laid.blocks, look, direction, compileMjml);
      skeletons.set(structure, skeleton);
    }
    message = skeleton.then((ready) =>
      compileMessage(ready, laid, phrasebookFor(language, parts.phrases, look.footer.legal), {
        language,
        timeZone,
        assetBase,
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
