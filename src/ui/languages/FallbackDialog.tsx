'use client';
/** What readers of a language get where a message is not complete in it: chosen, with what that means for the messages of now. */
import { ArrowUp, X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import type { LanguageCoverage, SaveFallback } from '@/contract/languages';
import { languageName } from '@/core/names';
import type { Fallback } from '@/core/plan';
import type { Failure, Result } from '@/core/result';
import { say as common } from '@/words/common';
import { say } from '@/words/languages';
import { FormFoot } from '../codes/FormFoot';
import { Dialog } from '../parts/Dialog';
import { Search } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';

/** What is chosen, in a line: "Where it is missing: German, then English". */
export function fallbackWords({ then, partly }: Fallback, own: string): string {
  const languages = [...then, own].map(languageName).reduce((first, second) => say.thenLanguage({ first, second }));
  return partly ? say.missingPartly({ languages }) : say.missingWhole({ languages });
}

export interface FallbackDialogProps {
  coverage: LanguageCoverage;
  /** The store's own language. */
  source: string;
  /** Those that the store translates into. */
  languages: readonly string[];
  onSave: (input: SaveFallback) => Promise<Result<void>>;
  onSaved: () => void;
  onClose: () => void;
}

export function FallbackDialog({ coverage, source, languages, onSave, onSaved, onClose }: FallbackDialogProps) {
  const { language, fallback, incomplete } = coverage;
  const named = languageName(language);
  const [then, setThen] = useState<readonly string[]>(fallback.then);
  const [partly, setPartly] = useState(fallback.partly);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const rest = languages.filter((l) => l !== language && !then.includes(l));
  const save = async (): Promise<void> => {
    setBusy(true);
    setFailure(undefined);
    const result = await answered(onSave({ language, then: [...then], partly }));
    setBusy(false);
    if (result.ok) onSaved();
    else setFailure(result.error);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.whereMissing({ language: named })}
      foot={<FormFoot busy={busy} label={common.save} onSave={() => void save()} onClose={onClose} />}
    >
      <div className="flex flex-col gap-4 text-sm">
        {failure && (
          <Trouble>
            {failure.message}
            {failure.problems.length > 0 && (
              <ul className="mt-1 list-disc ps-4">
                {failure.problems.map((p) => (
                  <li key={p.message}>{p.message}</li>
                ))}
              </ul>
            )}
          </Trouble>
        )}
        <div className="flex flex-col gap-2">
          <Way chosen={!partly} label={say.wholeInAnother} onChoose={() => setPartly(false)}>
            {say.wholeInAnotherNote}
          </Way>
          <Way chosen={partly} label={say.partlyInIt({ language: named })} onChoose={() => setPartly(true)}>
            {say.partlyInItNote}
          </Way>
        </div>
        <p>
          {incomplete.messages === 0
            ? say.allComplete({ language: named })
            : say.notComplete({ n: incomplete.messages, language: named })}
        </p>
        <div>
          <p className="mb-1 text-slate">{say.nextLanguages}</p>
          <ol aria-label={say.nextLanguages} className="border-t border-rule">
            {then.map((l, i) => (
              <li key={l} className="flex min-h-9 items-center gap-2 border-b border-rule">
                <span className="flex-1">
                  {languageName(l)}
                  {incomplete.messages > 0 && !partly && (
                    <span className="block text-xs text-slate">
                      {say.completeInNext({ n: incomplete.completeIn[l] ?? 0, language: languageName(l) })}
                    </span>
                  )}
                </span>
                {i > 0 && (
                  <button
                    type="button"
                    className="btn btn-quiet"
                    aria-label={say.first({ language: languageName(l) })}
                    onClick={() => setThen(then.with(i, then[i - 1]!).with(i - 1, l))}
                  >
                    <ArrowUp size={14} aria-hidden />
                  </button>
                )}
                <button
                  type="button"
                  className="btn btn-quiet"
                  aria-label={say.without({ language: languageName(l) })}
                  onClick={() => setThen(then.filter((x) => x !== l))}
                >
                  <X size={14} aria-hidden />
                </button>
              </li>
            ))}
            <li className="flex min-h-9 items-center border-b border-rule text-slate">
              {say.lastComes({ language: languageName(source) })}
            </li>
          </ol>
          {rest.length > 0 && (
            <div className="mt-2">
              <Search
                label={say.addNext}
                value={null}
                placeholder={say.addNext}
                choices={rest.map((l) => ({ value: l, label: languageName(l) }))}
                onChange={(l) => setThen([...then, l])}
              />
            </div>
          )}
        </div>
        <p className="text-slate">{say.countsFromNow}</p>
      </div>
    </Dialog>
  );
}

function Way({
  chosen,
  label,
  onChoose,
  children,
}: {
  chosen: boolean;
  label: string;
  onChoose: () => void;
  children: ReactNode;
}) {
  return (
    <label className="flex items-start gap-2">
      <input type="radio" className="mt-0.5 size-4 accent-petrol" checked={chosen} onChange={onChoose} />
      <span>
        {label}
        <span className="block text-xs text-slate">{children}</span>
      </span>
    </label>
  );
}
