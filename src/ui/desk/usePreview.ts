'use client';
/**
 * The sheet's message, rendered anew with each change; only the newest answer is shown. It goes onto the sheet at once, and
 * to the screen around it (findings, size) when there is time.
 */
import { startTransition, useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import type { Finding } from '@/core/preflight';
import type { Template } from '@/core/template';
import type { Rendered } from '@/workers/protocol';
import { useRenderer, type ReadTemplate, type Render, type RenderParts } from '../bench/useRenderer';
import type { SheetHandle } from './sheet/Sheet';

export interface Preview {
  rendered: Rendered | undefined;
  findings: readonly Finding[];
  /** Renders a template that will be the draft's as soon as the screen is drawn anew, without waiting for that. */
  ahead: (template: Template) => void;
  /** Renders something else with the same worker, such as the live edition beside the draft. */
  renderOnce: Render;
  readTemplate: ReadTemplate;
}

export function usePreview(
  template: Template,
  partsOf: (template: Template) => RenderParts,
  sheet: RefObject<SheetHandle | null>,
): Preview {
  const { render, readTemplate } = useRenderer();
  const newest = useRef(0);
  const asked = useRef<{ template: Template; partsOf: unknown }>(undefined);
  const [rendered, setRendered] = useState<Rendered>();
  const [findings, setFindings] = useState<readonly Finding[]>([]);

  const ahead = useCallback(
    (wanted: Template): void => {
      // What was asked for ahead of the screen comes by again when the screen is drawn.
      if (asked.current?.template === wanted && asked.current.partsOf === partsOf) return;
      asked.current = { template: wanted, partsOf };
      const own = (newest.current += 1);
      const onSheet = (html: string): void => {
        if (own === newest.current) sheet.current?.show(html);
      };
      void render(partsOf(wanted), onSheet).then((result) => {
        if (own !== newest.current) return;
        startTransition(() => {
          setRendered(result);
          if (result.findings) setFindings(result.findings);
        });
      });
    },
    [partsOf, render, sheet],
  );
  useEffect(() => ahead(template), [ahead, template]);

  return { rendered, findings, ahead, renderOnce: render, readTemplate };
}
