'use client';
/** Who translates what: the languages that each translator is given, and whether they publish what they translated. */
import { useState } from 'react';
import type { AllowTranslator, Translator } from '@/contract/languages';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/languages';
import { say as common } from '@/words/common';
import { FormFoot } from '../codes/FormFoot';
import { Check } from '../parts/Check';
import { Dialog } from '../parts/Dialog';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';

export interface TranslatorsDialogProps {
  translators: readonly Translator[];
  /** Those that the store translates into. */
  languages: readonly string[];
  onSave: (input: AllowTranslator) => Promise<Result<void>>;
  onSaved: () => void;
  /** To the links for those without an account. */
  onLinks: () => void;
  onClose: () => void;
}

export function TranslatorsDialog({
  translators,
  languages,
  onSave,
  onSaved,
  onLinks,
  onClose,
}: TranslatorsDialogProps) {
  const [all, setAll] = useState(translators);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const change = (id: string, to: (translator: Translator) => Translator): void => {
    setFailure(undefined);
    setAll(all.map((t) => (t.id === id ? to(t) : t)));
  };
  const save = async (): Promise<void> => {
    const without = all.find((t) => t.languages?.length === 0);
    if (without) {
      return setFailure({ code: 'invalid', message: say.chooseOne({ name: without.name }), problems: [] });
    }
    setBusy(true);
    for (const t of all) {
      if (JSON.stringify(t) === JSON.stringify(translators.find((b) => b.id === t.id))) continue;
      const { id, languages: given, publishes } = t;
      const result = await answered(onSave({ id, publishes, ...(given && { languages: given }) }));
      if (!result.ok) {
        setBusy(false);
        return setFailure(result.error);
      }
    }
    setBusy(false);
    onSaved();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.whoTranslatesWhat}
      foot={
        <FormFoot busy={busy || all.length === 0} label={common.save} onSave={() => void save()} onClose={onClose} />
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        {failure && <Trouble>{failure.message}</Trouble>}
        {all.length === 0 && <p>{say.noTranslators}</p>}
        {all.map((t) => (
          <fieldset key={t.id} className="flex flex-col gap-1 border-b border-rule pb-3 last:border-b-0">
            <legend className="font-semibold">{t.name}</legend>
            <Check
              label={say.allLanguages}
              on={t.languages === undefined}
              onChange={(every) =>
                change(t.id, ({ languages: _given, ...rest }) => (every ? rest : { ...rest, languages: [] }))
              }
            />
            {t.languages && (
              <div className="flex flex-wrap gap-x-4 ps-6">
                {languages.map((l) => (
                  <Check
                    key={l}
                    label={languageName(l)}
                    on={t.languages!.includes(l)}
                    onChange={(on) =>
                      change(t.id, (before) => ({
                        ...before,
                        languages: languages.filter((x) => (x === l ? on : before.languages?.includes(x))),
                      }))
                    }
                  />
                ))}
              </div>
            )}
            <Check
              label={say.mayPublish}
              on={t.publishes}
              onChange={(publishes) => change(t.id, (before) => ({ ...before, publishes }))}
            />
            <p className="ps-6 text-xs text-slate">{say.mayPublishNote}</p>
          </fieldset>
        ))}
        <p>
          <button type="button" className="link min-h-6" onClick={onLinks}>
            {say.outsideLinks}
          </button>
        </p>
      </div>
    </Dialog>
  );
}
