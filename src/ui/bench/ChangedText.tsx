'use client';
/** Words as they were and as they are: struck where they are gone, underlined where they are new. */
import { Fragment, useMemo } from 'react';
import { placeholder } from '@/core/placeholders';
import { changedWords, type ChangedPart } from '@/core/text';
import { formWords } from './formWords';
import { say } from '@/words/bench';

/** Characters of unchanged words that stand on each side of a change. */
const AROUND = 40;

export function ChangedText({ before, after, language = 'en' }: { before: string; after: string; language?: string }) {
  const { words, forms } = useMemo(() => changedWords(before, after), [before, after]);
  return (
    <div className="mt-1 flex flex-col gap-1">
      {forms.map((form) => (
        <div key={form.keys.join(' ')} className="text-sm">
          {words && form.keys.length > 0 && (
            <div className="text-xs text-slate">{formWords({ ...form, paragraphs: [] }, words, language)}</div>
          )}
          <p lang={language} dir="auto" className="whitespace-pre-wrap wrap-anywhere">
            {form.parts.map((part, i) => (
              <Part key={i} part={part} first={i === 0} last={i === form.parts.length - 1} />
            ))}
          </p>
        </div>
      ))}
    </div>
  );
}

function Part({ part, first, last }: { part: ChangedPart; first: boolean; last: boolean }) {
  const { kind, marks } = part;
  if (part.paragraph) {
    const list = part.paragraph === 'p' ? '' : '• ';
    if (first && list === '') return null;
    return kind === 'same' ? (
      <>
        {'\n'}
        {list}
      </>
    ) : (
      <Marked kind={kind}>¶{`\n${list}`}</Marked>
    );
  }
  let shown = part.chip ? `[${placeholder(part.text.slice(1, -1))?.label ?? part.text.slice(1, -1)}]` : part.text;
  if (kind === 'same' && !part.chip && shown.length > 2 * AROUND) {
    const head = first ? '' : shown.slice(0, AROUND);
    const tail = last ? '' : shown.slice(-AROUND);
    shown = `${head} … ${tail}`;
  }
  const styled = (
    <span className={`${marks?.b ? 'font-semibold' : ''} ${marks?.i ? 'italic' : ''}`}>
      {shown}
      {marks?.link && kind !== 'same' && (
        <span className="text-slate"> ({marks.link.url ?? `$${marks.link.variable}`})</span>
      )}
    </span>
  );
  return kind === 'same' ? <Fragment>{styled}</Fragment> : <Marked kind={kind}>{styled}</Marked>;
}

/** Words that are gone, or new. */
export function Marked({ kind, children }: { kind: 'gone' | 'new'; children: React.ReactNode }) {
  return kind === 'gone' ? (
    <del className="bg-madder-tint text-madder">
      <span className="sr-only">{say.wordsGone} </span>
      {children}
    </del>
  ) : (
    <ins className="bg-petrol-tint decoration-petrol decoration-2">
      <span className="sr-only">{say.wordsNew} </span>
      {children}
    </ins>
  );
}
