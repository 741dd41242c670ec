'use client';
/** The messages in a look, rendered one look after the other: while one is made, only the newest change waits. */
import { useEffect, useRef, useState } from 'react';
import type { Render, RenderParts } from '../bench/useRenderer';

export function useLookSheets(render: Render, parts: readonly RenderParts[]): (string | undefined)[] {
  const [sheets, setSheets] = useState<(string | undefined)[]>([]);
  const waiting = useRef<readonly RenderParts[] | undefined>(undefined);
  const busy = useRef(false);

  useEffect(() => {
    waiting.current = parts;
    const run = async (): Promise<void> => {
      if (busy.current) return;
      busy.current = true;
      while (waiting.current) {
        const now = waiting.current;
        waiting.current = undefined;
        const made = await Promise.all(now.map((p) => render(p)));
        setSheets(made.map((m) => m.sheet));
      }
      busy.current = false;
    };
    void run();
  }, [parts, render]);

  return sheets;
}
