'use client';
/**
 * The worker that renders messages and reads templates off the main thread: asked as often as one likes, it answers each
 * question once.
 */
import { useCallback, useEffect, useMemo, useRef } from 'react';
import type { ReadSource } from '@/core/template/source';
import type { ReadAnswer, ReadRequest, Rendered, RenderRequest, SheetAnswer } from '@/workers/protocol';

export type RenderParts = Omit<RenderRequest, 'id'>;

/** Renders; with `check` in the parts, the sheet is told as soon as it is there, and all else follows. */
export type Render = (parts: RenderParts, onSheet?: (html: string) => void) => Promise<Rendered>;
export type ReadTemplate = (text: string) => Promise<ReadSource>;

type Answer = Rendered | ReadAnswer;

export function useRenderer(): { render: Render; readTemplate: ReadTemplate } {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (answer: Answer) => void>());
  const sheets = useRef(new Map<number, (html: string) => void>());
  const lastId = useRef(0);

  useEffect(() => {
    const made = new Worker(new URL('../../workers/preview.worker.ts', import.meta.url), {
      type: 'module',
      name: 'preview',
    });
    const answers = waiting.current;
    const first = sheets.current;
    made.onmessage = (event: MessageEvent<Answer | SheetAnswer>) => {
      if ('sheetFirst' in event.data) {
        first.get(event.data.id)?.(event.data.sheetFirst);
        return;
      }
      first.delete(event.data.id);
      answers.get(event.data.id)?.(event.data);
      answers.delete(event.data.id);
    };
    worker.current = made;
    return () => {
      made.terminate();
      worker.current = null;
      answers.clear();
      first.clear();
    };
  }, []);

  const ask = useCallback((question: Omit<RenderRequest, 'id'> | Omit<ReadRequest, 'id'>) => {
    const id = (lastId.current += 1);
    const answer = new Promise<Answer>((resolve) => waiting.current.set(id, resolve));
    worker.current?.postMessage({ ...question, id });
    return answer;
  }, []);

  return useMemo(
    () => ({
      render: (parts, onSheet) => {
        if (onSheet) sheets.current.set(lastId.current + 1, onSheet);
        return ask(parts) as Promise<Rendered>;
      },
      readTemplate: (text) => ask({ read: text }) as Promise<ReadAnswer>,
    }),
    [ask],
  );
}
