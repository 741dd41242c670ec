'use client';
/** An entry of the glossary made or changed: what to say in each language, what may be said as well, and what not. */
import { useMemo, useState } from 'react';
import type { EntryOnScreen, SaveEntry } from '@/contract/glossary';
import { termsIn, type Term } from '@/core/glossary';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { directionOf } from '@/core/text';
import { say } from '@/words/glossary';
import { say as common } from '@/words/common';
import { FormFoot } from '../codes/FormFoot';
import { Check } from '../parts/Check';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { useKeptForm } from '../parts/useKeptChanges';
import type { Saved } from './GlossaryScreen';

/** What is typed of a language; several terms are separated by semicolons. */
interface Typed {
  say: string;
  also: string;
  never: string;
}

const SEPARATED = /[;؛；]/u;

export interface EntryDialogProps {
  /** Undefined for a new one. */
  entry: EntryOnScreen | undefined;
  /** The store's own first. */
  languages: readonly string[];
  /** Only terms of other languages than the store's own are changed. */
  onlyGiven: boolean;
  onSave: (input: SaveEntry) => Promise<Result<{ id: string; revision: number }>>;
  onSaved: (saved: Saved) => void;
  onClose: () => void;
}

export function EntryDialog({ entry, languages, onlyGiven, onSave, onSaved, onClose }: EntryDialogProps) {
  const [own = 'en', ...targets] = languages;
  const [name, setName] = useState(entry?.name ?? false);
  const [note, setNote] = useState(entry?.note ?? '');
  const [typed, setTyped] = useState(() =>
    Object.fromEntries(languages.map((language) => [language, typedOf(entry, language)])),
  );
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const value = useMemo(() => ({ name, note, typed }), [name, note, typed]);
  const forget = useKeptForm(`glossary ${entry?.id ?? ''}`, value, (back) => {
    setName(back.name);
    setNote(back.note);
    setTyped(back.typed);
  });
  const others = (entry?.terms ?? []).filter((t) => !languages.includes(t.language));
  const change = (language: string, part: keyof Typed, words: string): void => {
    setFailure(undefined);
    setTyped({ ...typed, [language]: { ...typed[language]!, [part]: words } });
  };
  const save = async (): Promise<void> => {
    const terms = [...languages.flatMap((language) => termsOf(language, typed[language]!)), ...others];
    if (!terms.some((t) => t.language === own && t.use === 'say')) {
      setFailure({ code: 'invalid', message: say.noOwnTerm({ language: languageName(own) }), problems: [] });
      return;
    }
    setBusy(true);
    const result = await answered(
      onSave({ entry: { name, note, terms }, ...(entry && { seen: { id: entry.id, revision: entry.revision } }) }),
    );
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    onSaved({ ...result.value, term: typed[own]!.say.trim() });
  };
  const fields = (language: string) => (
    <LanguageFields
      key={language}
      language={language}
      typed={typed[language]!}
      fixed={onlyGiven && language === own}
      // A name that a language has nothing of its own for reads as in the store's.
      instead={name && language !== own ? typed[own]!.say : ''}
      onChange={(part, words) => change(language, part, words)}
    />
  );
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={entry ? say.editEntry : say.addEntry}
      foot={
        <FormFoot
          busy={busy}
          label={entry ? common.save : say.add}
          onSave={() => void save()}
          onClose={() => {
            forget();
            onClose();
          }}
        />
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        {failure && <Trouble>{failure.message}</Trouble>}
        {fields(own)}
        {!onlyGiven && <Check label={say.isName} on={name} onChange={setName} />}
        {targets.map(fields)}
        <p className="text-xs text-slate">{say.several}</p>
        {others.length > 0 && <p className="text-xs text-slate">{say.ofOtherLanguages({ n: others.length })}</p>}
        <Field label={say.note}>
          {(ids) => (
            <textarea
              {...ids}
              className="input"
              rows={2}
              maxLength={500}
              readOnly={onlyGiven}
              value={note}
              onChange={(e) => setNote(e.target.value)}
            />
          )}
        </Field>
      </div>
    </Dialog>
  );
}

function LanguageFields({
  language,
  typed,
  fixed,
  instead,
  onChange,
}: {
  language: string;
  typed: Typed;
  fixed: boolean;
  instead: string;
  onChange: (part: keyof Typed, words: string) => void;
}) {
  const named = languageName(language);
  const parts: [keyof Typed, string][] = [
    ['say', say.say],
    ['also', say.mayAlso],
    ['never', say.not],
  ];
  return (
    <fieldset className="border-b border-rule pb-3">
      <legend className="mb-1 font-semibold">{named}</legend>
      <div className="grid gap-3 sm:grid-cols-3">
        {parts.map(([part, label]) => (
          <Field key={part} label={label}>
            {(ids) => (
              <input
                {...ids}
                lang={language}
                dir={directionOf(language)}
                className="input"
                maxLength={part === 'say' ? 100 : 1_000}
                placeholder={part === 'say' ? instead : ''}
                readOnly={fixed}
                value={typed[part]}
                onChange={(e) => onChange(part, e.target.value)}
              />
            )}
          </Field>
        ))}
      </div>
    </fieldset>
  );
}

function typedOf(entry: EntryOnScreen | undefined, language: string): Typed {
  if (!entry) return { say: '', also: '', never: '' };
  const own = { ...entry, terms: entry.terms.filter((t) => t.language === language) };
  const [first = '', ...more] = termsIn(own, language, 'say');
  return {
    say: first,
    also: [...more, ...termsIn(own, language, 'also')].join('; '),
    never: termsIn(own, language, 'never').join('; '),
  };
}

const several = (text: string): string[] =>
  text
    .split(SEPARATED)
    .map((term) => term.trim())
    .filter((term) => term !== '');

const termsOf = (language: string, typed: Typed): Term[] => [
  ...(typed.say.trim() === '' ? [] : [{ language, term: typed.say.trim(), use: 'say' as const }]),
  ...several(typed.also).map((term) => ({ language, term, use: 'also' as const })),
  ...several(typed.never).map((term) => ({ language, term, use: 'never' as const })),
];
