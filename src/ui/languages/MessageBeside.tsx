'use client';
/** The message that is translated, as an order gets it, with the segment that is worked on pointed out. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { languageName } from '@/core/names';
import type { Template } from '@/core/template';
import type { Rendered, RenderParts } from '@/workers/protocol';
import { say } from '@/words/languages';
import { say as desk } from '@/words/desk';
import { ScaledSheet } from '../bench/ScaledSheet';
import { useRenderer } from '../bench/useRenderer';
import { Segments } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';

const WIDTHS = { phone: 375, desktop: undefined } as const;

export interface MessageBesideProps {
  template: Template;
  partsFor: (template: Template) => RenderParts;
  language: string;
  direction: 'ltr' | 'rtl';
  /** Of the look. */
  width: number;
  orderLabel: string;
  lit: string | undefined;
}

export function MessageBeside({ template, partsFor, language, direction, lit, ...props }: MessageBesideProps) {
  const { render } = useRenderer();
  const [rendered, setRendered] = useState<Rendered>();
  const [width, setWidth] = useState<keyof typeof WIDTHS>('phone');
  const newest = useRef(0);
  useEffect(() => {
    const own = (newest.current += 1);
    void render({ ...partsFor(template), view: { ground: 'light', pictures: true } }).then((result) => {
      if (own === newest.current) setRendered(result);
    });
  }, [template, partsFor, render]);
  const named = languageName(language);
  const message = rendered?.message;
  const head = useMemo(
    () => [
      { id: 'subject', words: message?.subject ?? '', className: 'font-semibold' },
      { id: 'preheader', words: message?.preheader ?? '', className: 'text-slate' },
    ],
    [message],
  );
  return (
    <section aria-label={say.messageIn({ language: named })} className="flex min-h-0 flex-col gap-3 p-4">
      <PanelTitle>{say.asOrderGetsIt({ order: props.orderLabel })}</PanelTitle>
      <Segments
        label={desk.width}
        value={width}
        choices={[
          { value: 'phone', label: desk.phone },
          { value: 'desktop', label: desk.desktop },
        ]}
        onChange={(next) => setWidth(next)}
      />
      {rendered?.trouble && <Trouble>{say.cannotBeShown({ why: rendered.trouble })}</Trouble>}
      <div className="min-h-0 flex-1 overflow-auto">
        <div lang={language} dir={direction} className="mb-2 bg-sheet p-2 text-sm">
          {head.map(({ id, words, className }) => (
            <div key={id} className={`border-2 ${lit === id ? 'border-petrol' : 'border-transparent'} ${className}`}>
              {words}
            </div>
          ))}
        </div>
        <ScaledSheet
          html={rendered?.sheet ?? message?.html}
          width={WIDTHS[width] ?? props.width}
          title={say.messageIn({ language: named })}
          lit={lit}
          still
        />
      </div>
    </section>
  );
}
