'use client';
/** The worker that renders: asked as often as one types, answering with the newest only. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Rendered, RenderRequest } from '@/workers/protocol';

export type RenderParts = Omit<RenderRequest, 'id'>;

export interface Preview {
  rendered: Rendered | undefined;
  /** Renders something else with the same worker, such as the live edition beside the draft. */
  renderOnce: (parts: RenderParts) => Promise<Rendered>;
}

export function usePreview(parts: RenderParts): Preview {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (r: Rendered) => void>());
  const lastId = useRef(0);
  const newest = useRef(0);
  const [rendered, setRendered] = useState<Rendered>();

  const ask = useCallback((asked: RenderParts): { id: number; answer: Promise<Rendered> } => {
    const id = (lastId.current += 1);
    const answer = new Promise<Rendered>((resolve) => waiting.current.set(id, resolve));
    worker.current?.postMessage({ ...asked, id } satisfies RenderRequest);
    return { id, answer };
  }, []);

  useEffect(() => {
    const made = new Worker(new URL('../../workers/preview.worker.ts', import.meta.url), {
      type: 'module',
      name: 'preview',
    });
    const answers = waiting.current;
    made.onmessage = (event: MessageEvent<Rendered>) => {
      answers.get(event.data.id)?.(event.data);
      answers.delete(event.data.id);
    };
    worker.current = made;
    return () => {
      made.terminate();
      worker.current = null;
      answers.clear();
    };
  }, []);

  useEffect(() => {
    const { id, answer } = ask(parts);
    newest.current = id;
    void answer.then((result) => {
      if (result.id === newest.current) setRendered(result);
    });
  }, [parts, ask]);

  const renderOnce = useCallback((other: RenderParts) => ask(other).answer, [ask]);
  return { rendered, renderOnce };
}
