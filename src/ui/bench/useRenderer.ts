'use client';
/** The worker that renders messages and reads templates off the main thread, for as long as a screen is open. */
import { useEffect, useMemo } from 'react';
import type { ReadSource } from '@/core/template/source';
import { PreviewClient, type PreviewEars, type PreviewPort } from '@/workers/client';
import type { Answer, ReaderNote, Rendered, RenderParts } from '@/workers/protocol';

export type { RenderParts } from '@/workers/protocol';

/** Renders; with `check` in the parts, the sheet is told as soon as it is there, and all else follows. */
export type Render = (parts: RenderParts, onSheet?: (html: string) => void) => Promise<Rendered>;
export type ReadTemplate = (text: string) => Promise<ReadSource>;

function start({ answer, failed }: PreviewEars): PreviewPort {
  const worker = new Worker(new URL('../../workers/preview.worker.ts', import.meta.url), {
    type: 'module',
    name: 'preview',
  });
  worker.onmessage = ({ data }: MessageEvent<Answer>) => answer(data);
  worker.onerror = ({ message }) => failed(message);
  worker.onmessageerror = () => failed();
  const speech = globalThis.libellusSpeech;
  if (speech) worker.postMessage({ reader: speech.language(), translations: speech.translations } satisfies ReaderNote);
  return { ask: (question) => worker.postMessage(question), end: () => worker.terminate() };
}

export function useRenderer(): { render: Render; readTemplate: ReadTemplate } {
  const client = useMemo(() => new PreviewClient(start), []);
  useEffect(() => () => client.end(), [client]);
  return useMemo(
    () => ({
      render: (parts, onSheet) => client.render(parts, onSheet),
      readTemplate: (text) => client.readTemplate(text),
    }),
    [client],
  );
}
