'use client';
/** Situations worth looking at, each a made-up order: which of them the message can be about, and which have findings of their own. */
import { useEffect, useState } from 'react';
import { languageName } from '@/core/names';
import type { SampleOrder } from '@/core/order';
import type { Finding } from '@/core/preflight';
import type { Template } from '@/core/template';
import { Mark } from '../parts/marks';
import { say } from '@/words/desk';

export interface SituationsProps {
  samples: readonly SampleOrder[];
  /** Number of the order on the sheet. */
  order: string;
  template: Template;
  language: string;
  /** Findings of the message about an order, in a language. */
  onFindings: (sample: SampleOrder, language: string) => Promise<readonly Finding[]>;
  onOrder: (number: string) => void;
  onClose: () => void;
}

/** After the last change to the message. */
const WAIT_MS = 700;

const foundWords = ({ placeLabel, language, message }: Finding): string =>
  `${placeLabel}${language === undefined ? '' : `, ${languageName(language)}`}: ${message}`;

const keyOf = (f: Finding): string => `${f.place} ${f.language ?? ''} ${f.message}`;

/** What stands in every situation is said elsewhere; here stands what is only in one. */
function ownOf(all: ReadonlyMap<string, readonly Finding[]>): Map<string, readonly Finding[]> {
  const lists = [...all.values()].map((list) => new Set(list.map(keyOf)));
  return new Map(
    [...all].map(([number, list]) => [number, list.filter((f) => !lists.every((keys) => keys.has(keyOf(f))))]),
  );
}

export function Situations({ samples, order, template, language, onFindings, onOrder, onClose }: SituationsProps) {
  const [found, setFound] = useState<ReadonlyMap<string, readonly Finding[]>>(new Map());
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(() => {
      void (async () => {
        const all = new Map<string, Finding[]>();
        // First in the language on the sheet, then in the others, one after the other: who types comes before.
        for (const written of [language, ...Object.keys(template.words).filter((l) => l !== language)]) {
          for (const sample of samples) {
            const list = await onFindings(sample, written);
            if (gone) return;
            const before = all.get(sample.order.number) ?? [];
            const known = new Set(before.map(keyOf));
            all.set(sample.order.number, [...before, ...list.filter((f) => !known.has(keyOf(f)))]);
          }
          setFound(ownOf(all));
        }
      })();
    }, WAIT_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [samples, template, language, onFindings]);
  return (
    <div role="group" aria-label={say.situations} className="flex flex-wrap items-center gap-1 px-4 pt-2">
      {samples.map(({ situation, order: { number } }) => {
        const own = found.get(number);
        const worst = own?.some((f) => f.severity === 'blocker') ? 'failing' : own?.length ? 'waiting' : 'good';
        return (
          <button
            key={number}
            type="button"
            aria-pressed={number === order}
            title={own?.map(foundWords).join('\n')}
            className={`flex min-h-7 items-center gap-1.5 rounded-control px-2 text-xs ${number === order ? 'bg-petrol-tint font-semibold text-petrol-deep' : 'hover:bg-sheet'}`}
            onClick={() => onOrder(number)}
          >
            {own && <Mark tone={worst} size={11} />}
            {situation}
            {own && own.length > 0 && <span className="sr-only">{say.nFindings({ n: own.length })}</span>}
          </button>
        );
      })}
      <span className="ms-auto flex items-center gap-2 text-xs text-slate">
        <kbd className="kbd">s</kbd> {say.next}
        <button type="button" className="link min-h-7" onClick={onClose}>
          {say.closeSituations}
        </button>
      </span>
    </div>
  );
}
