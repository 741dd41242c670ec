/** Renders and checks templates off the main thread, with the same core that sends. */
import mjml2html from 'mjml-browser';
import { snapshotOf } from '@/core/order';
import { placeholderType } from '@/core/placeholders';
import { templateFindings } from '@/core/preflight';
import { compileMessage, makeSkeleton, type Skeleton } from '@/core/render';
import { phrasebookFor } from '@/core/template';
import { directionOf } from '@/core/text';
import type { Rendered, RenderRequest } from './protocol';

// Typing changes words, never the structure: the last few skeletons are all that is ever needed again.
const skeletons = new Map<string, Promise<Skeleton>>();

async function compile(mjml: string): Promise<string> {
  const { html, errors } = await mjml2html(mjml, { validationLevel: 'strict' });
  if (errors.length > 0) throw new Error(errors[0]?.message ?? 'The message could not be laid out.');
  return html;
}

function skeletonFor(request: RenderRequest): Promise<Skeleton> {
  const direction = directionOf(request.language);
  const key = JSON.stringify([request.template.blocks, request.look, direction]);
  let skeleton = skeletons.get(key);
  if (!skeleton) {
    skeleton = makeSkeleton(request.template, request.look, direction, compile);
    skeletons.set(key, skeleton);
    if (skeletons.size > 24) skeletons.delete(skeletons.keys().next().value!);
    skeleton.catch(() => skeletons.delete(key));
  }
  return skeleton;
}

async function render(request: RenderRequest): Promise<Rendered> {
  const began = performance.now();
  const { id, template, language, check } = request;
  const findings = check && templateFindings(template, check);
  try {
    const compiled = compileMessage(
      await skeletonFor(request),
      template,
      template.words[language] ?? {},
      phrasebookFor(language, request.phrases),
      {
        language,
        timeZone: request.timeZone,
        typeOf: placeholderType,
        ...(request.locale && { locale: request.locale }),
      },
    );
    const message = compiled.fill(
      snapshotOf({
        order: request.order,
        store: request.facts,
        now: request.now,
        ...(request.channelName && { channelName: request.channelName }),
      }),
    );
    return { id, message, ...(findings && { findings }), ms: performance.now() - began };
  } catch (error) {
    return {
      id,
      trouble: error instanceof Error ? error.message : String(error),
      ...(findings && { findings }),
      ms: performance.now() - began,
    };
  }
}

self.onmessage = (event: MessageEvent<RenderRequest>) => {
  void render(event.data).then((rendered) => self.postMessage(rendered));
};
