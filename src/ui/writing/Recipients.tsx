'use client';
/** Who gets the message, by version and language, and who does not and why. */
import { languageName } from '@/core/names';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import type { LetterPart, WithoutLetter } from '@/contract/letters';
import { say } from '@/words/writing';

export interface ShownLetter {
  /** Place among the parts. */
  part: number;
  order: string;
}

export function partName({ language, version }: Pick<LetterPart, 'language' | 'version'>): string {
  return version ? `${languageName(language)}, ${version}` : languageName(language);
}

export function Recipients({
  parts,
  without,
  shown,
  adapted,
  onShow,
}: {
  parts: readonly LetterPart[];
  without: readonly WithoutLetter[];
  shown: ShownLetter;
  adapted: (part: LetterPart) => boolean;
  onShow: (shown: ShownLetter) => void;
}) {
  return (
    <>
      {parts.map((part, i) => (
        <section key={`${part.editionId} ${part.language}`} aria-label={say.toInPartName({ partName: partName(part) })}>
          <PanelTitle aside={adapted(part) ? say.adapted : say.asPublished}>
            {say.toInPartName({ partName: partName(part) })}
          </PanelTitle>
          <ul className="mt-1 text-sm">
            {part.to.map((to) => {
              const on = shown.part === i && shown.order === to.order;
              return (
                <li key={`${to.order} ${to.address}`} className="border-b border-rule">
                  <button
                    type="button"
                    aria-pressed={on}
                    onClick={() => onShow({ part: i, order: to.order })}
                    className={`flex w-full items-baseline gap-2 px-2 py-1 text-start hover:text-petrol ${on ? 'bg-petrol-tint' : ''}`}
                  >
                    <bdi className="min-w-0 truncate">{to.name || to.address}</bdi>
                    <span className="ms-auto shrink-0 text-xs text-slate">{to.order}</span>
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
      {without.length > 0 && (
        <section aria-label={say.notTo}>
          <PanelTitle>{say.notTo}</PanelTitle>
          <ul className="mt-1 text-sm">
            {without.map((w) => (
              <li
                key={`${w.order} ${w.name} ${w.why}`}
                className="flex items-baseline gap-2 border-b border-rule px-2 py-1"
              >
                <Mark tone="quiet" size={11} />
                <span className="min-w-0">
                  <bdi>{w.name}</bdi> <span className="text-xs text-slate">{w.order}</span>
                  <span className="block text-xs text-slate">{w.why}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
