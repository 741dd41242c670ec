/** Renders and checks templates off the main thread, with the same core that sends. */
import mjml2html from 'mjml-browser';
import { asInTheDark, withoutPictures } from '@/core/look';
import { aboutMoment, snapshotOf, withSampleCodes } from '@/core/snapshot';
import { madeUpFor } from '@/core/placeholders';
import { byWeight, emptyValueFindings, messageFindings, templateFindings, type Finding } from '@/core/preflight';
import { KeptWords, messageCompiler, wordsStyles, type Skeleton } from '@/core/render';
import { readTemplateSource } from '@/core/template/source';
import { valuesWith, type Values } from '@/core/text';
import { withChange } from './changes';
import type { Question, ReadAnswer, ReaderNote, Rendered, RenderParts, SheetAnswer, SheetView } from './protocol';

const keptWords = new KeptWords();

async function compile(mjml: string): Promise<string> {
  const { html, errors } = await mjml2html(mjml, { validationLevel: 'strict' });
  if (errors.length > 0) throw new Error(errors[0]?.message ?? 'The message could not be laid out.');
  return html;
}

/** Typing changes words, never the structure: the last few skeletons are all that is ever needed again. */
class LastFew extends Map<string, Promise<Skeleton>> {
  override set(key: string, skeleton: Promise<Skeleton>): this {
    if (this.size >= 24) this.delete(this.keys().next().value!);
    return super.set(key, skeleton);
  }
}

const compiler = messageCompiler({ mjml: compile, cache: new LastFew() });

async function render(id: number, request: RenderParts): Promise<Rendered> {
  const began = performance.now();
  const { language } = request;
  try {
    // What stands on the bench is rendered again and again.
    const kept = request.check && keptWords;
    const { message: compiled, skeleton } = await compiler.compile(request, compiler.layOut(request), kept);
    const snapshot = snapshotOf({
      order: request.order,
      store: request.facts,
      locale: request.locale ?? language,
      ownLanguage: request.sourceLanguage,
      timeZone: request.timeZone,
      now: request.now,
      ...aboutMoment(request.order, request.moment),
      ...madeUpFor(request.moment, { reader: request.reader ?? 'customer' }),
      ...(request.details && { details: request.details }),
      ...(request.channelName && { channelName: request.channelName }),
    });
    const place = { locale: request.locale ?? language, currency: request.currency };
    const promises = compiled.promises(snapshot.facts);
    const suggesting = request.suggestions ? { ...snapshot, suggestions: request.suggestions } : snapshot;
    const filled = withSampleCodes(suggesting, promises, request.codes, request.now, place);
    const message = compiled.fill({ ...filled, values: valuesWith(filled.values, request.as) });
    const sheet = asLookedAt(message.html, request.view);
    const ms = performance.now() - began;
    if (request.check) self.postMessage({ id, sheetFirst: sheet } satisfies SheetAnswer);
    const bytes = encoder.encode(message.html).length;
    return {
      id,
      message,
      sheet,
      bytes,
      ms,
      unnamed: snapshot.unnamed,
      ...(request.check && { styles: wordsStyles(skeleton), empty: emptyOf(request, filled.values) }),
    };
  } catch (error) {
    return {
      id,
      trouble: error instanceof Error ? error.message : String(error),
      ms: performance.now() - began,
    };
  }
}

function findingsOf(request: RenderParts, rendered: Rendered): Finding[] {
  const { check, template, language } = request;
  const found = templateFindings(template, {
    ...check,
    codes: request.codes,
    timeZone: request.timeZone,
    moment: request.moment,
    sourceLanguage: request.sourceLanguage,
    passages: request.passages,
    now: request.now,
  });
  if (check?.partOfMessage || !rendered.message) return found;
  return byWeight([
    ...found,
    ...(rendered.empty ?? []),
    ...messageFindings(rendered.message, language, rendered.unnamed),
  ]);
}

function emptyOf({ template, language, locale, as }: RenderParts, values: Values): Finding[] {
  return emptyValueFindings(template, language, locale ?? language, valuesWith(values, as));
}

const encoder = new TextEncoder();

function asLookedAt(html: string, view: SheetView | undefined): string {
  if (!view) return html;
  const lit =
    view.ground === 'light'
      ? html.replace(/@media\s*\(\s*prefers-color-scheme:\s*dark\s*\)/g, '@media not all')
      : asInTheDark(html, view.ground === 'forced' ? 'forced' : 'declared');
  return view.pictures ? lit : withoutPictures(lit);
}

/** What was told last: questions tell of changes to it. */
let told: RenderParts | undefined;

self.onmessage = ({ data }: MessageEvent<Question | ReaderNote>) => {
  if ('reader' in data) {
    globalThis.libellusSpeech = { language: () => data.reader, translations: data.translations };
    return;
  }
  const { id } = data;
  if ('read' in data) {
    self.postMessage({ id, ...readTemplateSource(data.read) } satisfies ReadAnswer);
    return;
  }
  const parts = (told = withChange(told, data));
  void render(id, parts).then((rendered) => {
    self.postMessage(parts.check ? { ...rendered, findings: findingsOf(parts, rendered) } : rendered);
  });
};
