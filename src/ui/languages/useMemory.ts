'use client';
/** What was translated before, for the source that is worked on: searched in a worker, for as long as the desk is open. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { MemoryEntry, MemoryMatch } from '@/core/translation/memory';
import type { MemoryAnswer, MemoryQuestion } from '@/workers/memory-protocol';

const NONE: readonly MemoryMatch[] = [];

/** Matches for `source`, from the memory at `url`; and a way to tell the memory of what is translated now. */
export function useMemory(
  url: string,
  source: string | undefined,
): { matches: readonly MemoryMatch[]; add: (entry: MemoryEntry) => void } {
  const worker = useRef<Worker>(undefined);
  const lastId = useRef(0);
  const [found, setFound] = useState<{ source: string; matches: readonly MemoryMatch[] }>();
  const tell = useCallback((question: MemoryQuestion) => worker.current?.postMessage(question), []);

  useEffect(() => {
    const made = new Worker(new URL('../../workers/memory.worker.ts', import.meta.url), {
      type: 'module',
      name: 'memory',
    });
    worker.current = made;
    tell({ load: url });
    return () => {
      worker.current = undefined;
      made.terminate();
    };
  }, [url, tell]);

  useEffect(() => {
    const own = worker.current;
    if (!own || source === undefined) return;
    lastId.current += 1;
    const id = lastId.current;
    own.onmessage = ({ data }: MessageEvent<MemoryAnswer>) => {
      if (data.id === id) setFound({ source, matches: data.matches });
    };
    tell({ id, source });
  }, [source, url, tell]);

  const add = useCallback((entry: MemoryEntry) => tell({ add: entry }), [tell]);
  return { matches: found && found.source === source ? found.matches : NONE, add };
}
