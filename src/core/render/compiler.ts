/**
 * From what a store has written to a message that can be filled: passages put in, laid out in the look, words compiled. The one way
 * from parts to a message, for the server, the preview and the tests; MJML's compiler and the cache are handed in.
 */
import type { Look } from '../look/schema';
import { placeholderType } from '../placeholders/catalogue';
import { layOut, type Laid, type Passages } from '../template/passages';
import { phrasebookFor } from '../template/phrasebook';
import type { Segments, Template } from '../template/schema';
import { directionOf, type Direction } from '../text/values';
import type { KeptWords } from './kept-words';
import { compileMessage, type CompiledMessage } from './message';
import { makeSkeleton, type MjmlCompiler, type Skeleton } from './skeleton';

export interface MessageParts {
  template: Template;
  look: Look;
  /** BCP 47 tag of the words that are used, and written into the message. */
  language: string;
  /** Locale for figures and dates, when it differs from the language. */
  locale?: string;
  timeZone: string;
  /** The store's own phrases in this language. */
  phrases?: Segments;
  passages?: Passages;
  /** The store's own language, which passages fall back to. */
  sourceLanguage?: string;
  /** Languages that fill what is missing in this one, first to last; none where messages go out only when they are complete. */
  gaps?: readonly string[];
  /** Put before the paths of the store's pictures; left out where they are looked at within Libellus. */
  assetBase?: string;
  /** A block whose words are edited: it stays in the message where they say nothing, so that they can be written. */
  edited?: string;
}

/** Where skeletons are kept: a map, or something that forgets what was not used for long. */
export interface SkeletonCache {
  get: (key: string) => Promise<Skeleton> | undefined;
  set: (key: string, skeleton: Promise<Skeleton>) => unknown;
  delete: (key: string) => unknown;
}

export interface CompilerTools {
  mjml: MjmlCompiler;
  cache: SkeletonCache;
  /** A short name for what a skeleton is made from; without it, all of that as text. */
  keyOf?: (madeFrom: unknown) => string;
}

/** A message's parts laid out: passages put in, and the name of the skeleton they need. */
export interface LaidMessage {
  laid: Laid;
  direction: Direction;
  /** The same for parts that differ in words only. */
  structure: string;
}

export interface MessageCompiler {
  layOut: (parts: MessageParts) => LaidMessage;
  /** Compiles what was laid out. @param kept words of earlier compilations, for those who compile at every keystroke */
  compile: (
    parts: MessageParts,
    message: LaidMessage,
    kept?: KeptWords,
  ) => Promise<{ message: CompiledMessage; skeleton: Skeleton }>;
}

/** A compiler of messages. A skeleton is made once for each structure; one that failed is made anew the next time. */
export function messageCompiler({ mjml, cache, keyOf = JSON.stringify }: CompilerTools): MessageCompiler {
  const skeletonFor = (look: Look, { laid, direction, structure }: LaidMessage): Promise<Skeleton> => {
    const known = cache.get(structure);
    if (known) return known;
    const made = makeSkeleton(laid.blocks, look, direction, mjml);
    cache.set(structure, made);
    made.catch(() => cache.delete(structure));
    return made;
  };
  return {
    layOut: ({ template, look, language, passages = {}, sourceLanguage = language, gaps }) => {
      const laid = layOut(template, language, passages, sourceLanguage, gaps);
      const direction = directionOf(language);
      return { laid, direction, structure: keyOf([laid.blocks, look, direction]) };
    },
    compile: async ({ look, language, locale, timeZone, phrases, assetBase, edited }, message, kept) => {
      const skeleton = await skeletonFor(look, message);
      const compiled = compileMessage(
        skeleton,
        message.laid,
        phrasebookFor(language, phrases, look.footer.legal),
        {
          language,
          timeZone,
          typeOf: placeholderType,
          ...(assetBase !== undefined && { assetBase }),
          ...(locale && { locale }),
          ...(edited && { edited }),
        },
        kept,
      );
      return { message: compiled, skeleton };
    },
  };
}
