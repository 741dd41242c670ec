'use client';
/** How far everything that has words is in each language, and what that meant for last month's messages. */
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type {
  AllowTranslator,
  Coverage,
  DocumentCoverage,
  LanguageAdded,
  LanguageCoverage,
  SaveFallback,
  Translator,
} from '@/contract/languages';
import type { OpenQuestion } from '@/contract/briefing';
import { languageName } from '@/core/names';
import type { Result } from '@/core/result';
import { progress } from '@/core/translation';
import { say } from '@/words/languages';
import { say as briefing } from '@/words/briefing';
import { say as common } from '@/words/common';
import { say as glossary } from '@/words/glossary';
import { Dialog } from '../parts/Dialog';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Empty, Page } from '../parts/Page';
import { valueOrToast } from '../parts/result';
import { useUndo } from '../parts/useUndo';
import { AddLanguage } from './AddLanguage';
import { FallbackDialog, fallbackWords } from './FallbackDialog';
import { LinksDialog, type LinksDialogProps } from './LinksDialog';
import { leftWords, toneOf } from './states';
import { TranslatorsDialog } from './TranslatorsDialog';
import { placeOf } from './where';

export interface LanguagesProps {
  base: string;
  coverage: Coverage;
  /** Questions of translators that wait for an answer. */
  questions: OpenQuestion[];
  mayAnswer: boolean;
  /** For owners: who translates what. */
  translators: Translator[] | undefined;
  /** For owners: links for translators without an account. */
  links: Omit<LinksDialogProps, 'languages' | 'documents' | 'onClose'> | undefined;
  mayChoose: boolean;
  /** Languages of which finished words ship. */
  shipped: readonly string[];
  now: number;
  onAdd: (input: { language: string }) => Promise<Result<LanguageAdded>>;
  onRemove: (input: { language: string }) => Promise<Result<void>>;
  onFallback: (input: SaveFallback) => Promise<Result<void>>;
  onAllow: (input: AllowTranslator) => Promise<Result<void>>;
}

export function LanguagesScreen(props: LanguagesProps) {
  const { base, coverage, mayChoose, shipped, now, onAdd, onRemove, onFallback } = props;
  const { languages, documents, source, asked } = coverage;
  const [adding, setAdding] = useState(false);
  const [allowing, setAllowing] = useState<'people' | 'links'>();
  const [removing, setRemoving] = useState<LanguageCoverage>();
  const [choosing, setChoosing] = useState<LanguageCoverage>();
  const undo = useUndo();
  const there = [source, ...languages.map((l) => l.language)];
  const remove = async (language: string): Promise<void> => {
    const removed = await onRemove({ language });
    if (!removed.ok) return void valueOrToast(removed);
    undo.did(say.languageRemoved({ language: languageName(language) }), async () => {
      valueOrToast(await onAdd({ language }));
    });
  };
  const added = ({ language, texts }: LanguageAdded): void => {
    setAdding(false);
    undo.did(
      texts > 0
        ? say.languageAddedWithWords({ language: languageName(language), n: texts })
        : say.languageAdded({ language: languageName(language) }),
      async () => {
        valueOrToast(await onRemove({ language }));
      },
    );
  };
  const heads = { base, source, ...(mayChoose && { onRemove: setRemoving, onFallback: setChoosing }) };
  const groups = [
    { name: say.customerMessages, of: documents.filter((d) => d.kind === 'template' && d.audience === 'customer') },
    { name: say.otherMessages, of: documents.filter((d) => d.kind === 'template' && d.audience !== 'customer') },
    { name: say.passages, of: documents.filter((d) => d.kind === 'passage') },
    { name: say.sharedWords, of: documents.filter((d) => d.kind === 'shared') },
  ].filter(({ of }) => of.length > 0);
  return (
    <Page
      title={say.languages}
      note={say.fromLanguage({ language: languageName(source) })}
      actions={
        <>
          {undo.button}
          <Link className="btn" href={`${base}/languages/glossary`}>
            {glossary.glossary}
          </Link>
          {props.translators && (
            <button type="button" className="btn" onClick={() => setAllowing('people')}>
              {say.translators}
            </button>
          )}
          {mayChoose && (
            <button type="button" className="btn btn-main" onClick={() => setAdding(true)}>
              <Plus size={14} aria-hidden />
              {say.addLanguageStep}
            </button>
          )}
        </>
      }
    >
      {adding && (
        <AddLanguage {...{ there, asked, shipped, now, onAdd }} onDone={added} onClose={() => setAdding(false)} />
      )}
      {removing && (
        <RemoveLanguage
          coverage={removing}
          source={source}
          onRemove={() => {
            setRemoving(undefined);
            void remove(removing.language);
          }}
          onClose={() => setRemoving(undefined)}
        />
      )}
      {allowing === 'people' && props.translators && (
        <TranslatorsDialog
          translators={props.translators}
          languages={languages.map((l) => l.language)}
          onSave={props.onAllow}
          onSaved={() => {
            setAllowing(undefined);
            toast.success(say.translatorsSaved);
          }}
          onLinks={() => setAllowing('links')}
          onClose={() => setAllowing(undefined)}
        />
      )}
      {allowing === 'links' && props.links && (
        <LinksDialog
          {...props.links}
          languages={languages.map((l) => l.language)}
          documents={documents}
          onClose={() => setAllowing(undefined)}
        />
      )}
      {choosing && (
        <FallbackDialog
          coverage={choosing}
          source={source}
          languages={languages.map((l) => l.language)}
          onSave={onFallback}
          onSaved={() => {
            const { language, fallback } = choosing;
            setChoosing(undefined);
            undo.did(say.fallbackSaved({ language: languageName(language) }), async () => {
              valueOrToast(await onFallback({ language, then: [...fallback.then], partly: fallback.partly }));
            });
          }}
          onClose={() => setChoosing(undefined)}
        />
      )}
      {languages.length === 0 ? (
        <Empty title={say.oneLanguage}>{say.oneLanguageNote}</Empty>
      ) : (
        <div className="lg:h-full lg:overflow-auto">
          <Questions {...{ base, questions: props.questions, mayAnswer: props.mayAnswer }} />
          <div className="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-4 border-b border-rule px-5 py-4 text-sm lg:hidden">
            {languages.map((l) => (
              <LanguageHead key={l.language} {...heads} coverage={l} />
            ))}
          </div>
          <table className="lines w-full text-sm">
            <thead className="sticky top-0 z-10 bg-panel align-bottom">
              <tr className="border-b border-rule">
                <th
                  scope="col"
                  className="px-2 py-2 ps-5 text-start text-xs font-normal text-slate lg:sticky lg:start-0 lg:bg-panel"
                >
                  {say.where}
                </th>
                {languages.map((l) => (
                  <th
                    key={l.language}
                    scope="col"
                    className="min-w-40 px-2 align-top py-2 text-start font-normal last:pe-5"
                  >
                    <LanguageHead {...heads} coverage={l} />
                  </th>
                ))}
              </tr>
            </thead>
            {groups.map(({ name, of }) => (
              <tbody key={name} aria-label={name}>
                <tr>
                  <th
                    scope="rowgroup"
                    colSpan={languages.length + 1}
                    data-line="rest"
                    className="px-5 pt-4 pb-1 text-start"
                  >
                    <span className="font-serif text-sm font-normal text-slate italic">{name}</span>
                  </th>
                </tr>
                {of.map((d) => (
                  <DocumentRow key={`${d.kind} ${d.slug}`} base={base} document={d} languages={languages} />
                ))}
              </tbody>
            ))}
          </table>
        </div>
      )}
    </Page>
  );
}

/** What translators asked, each with where it is answered: on the Desk by who writes, beside its translation for everybody else. */
function Questions({ base, questions, mayAnswer }: { base: string; questions: OpenQuestion[]; mayAnswer: boolean }) {
  if (questions.length === 0) return null;
  return (
    <section id="questions" aria-label={briefing.questions} className="border-b border-rule px-5 py-3 text-sm">
      <h2 className="flex items-center gap-1.5 font-serif text-slate italic">
        <Mark tone="waiting" size={12} /> {briefing.openQuestions({ n: questions.length })}
      </h2>
      <ul>
        {questions.map((q) => (
          <li key={q.id} className="py-0.5">
            <Link className="link inline-flex min-h-6 items-center" href={placeOfQuestion(base, q, mayAnswer)}>
              {briefing.place({ document: q.document, label: q.label })}
            </Link>{' '}
            <span className="text-slate">
              {briefing.saidBy({ who: q.asked.by, language: languageName(q.language) })}:
            </span>{' '}
            {q.question}
          </li>
        ))}
      </ul>
    </section>
  );
}

function placeOfQuestion(base: string, { place, language }: OpenQuestion, mayAnswer: boolean): string {
  const at = encodeURIComponent(place.segment);
  if (!mayAnswer || place.kind === 'shared') return `${placeOf(base, language, place)}&segment=${at}&show=all`;
  return `${base}/${place.kind === 'passage' ? 'passages' : 'desk'}/${place.slug}?at=${at}`;
}

/** Says what becomes of a language's words and readers before it is removed. */
function RemoveLanguage({
  coverage: { language, wanted, fallback },
  source,
  onRemove,
  onClose,
}: {
  coverage: LanguageCoverage;
  source: string;
  onRemove: () => void;
  onClose: () => void;
}) {
  const named = { language: languageName(language), source: languageName(fallback.then[0] ?? source) };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.removeLanguageQuestion(named)}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" onClick={onRemove}>
            {say.removeLanguage(named)}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-2 text-sm">
        <p>{say.readersGetSource({ ...named, n: wanted })}</p>
        <p>{say.wordsAreKept(named)}</p>
      </div>
    </Dialog>
  );
}

/** A language above its column: how far it is, and who did not get it. */
function LanguageHead({
  base,
  source,
  coverage,
  onRemove,
  onFallback,
}: {
  base: string;
  source: string;
  coverage: LanguageCoverage;
  onRemove?: (coverage: LanguageCoverage) => void;
  onFallback?: (coverage: LanguageCoverage) => void;
}) {
  const { language, counts, wanted, elsewhere, fallback } = coverage;
  const { all, done } = progress(counts);
  const name = languageName(language);
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-1">
        <Link className="link py-0.5 text-base font-semibold" href={`${base}/languages/${language}`}>
          {name}
        </Link>
        {onRemove && (
          <button
            type="button"
            className="inline-flex size-6 items-center justify-center text-slate hover:text-madder"
            title={say.removeLanguage({ language: name })}
            aria-label={say.removeLanguage({ language: name })}
            onClick={() => onRemove(coverage)}
          >
            <X size={14} aria-hidden />
          </button>
        )}
      </div>
      <span
        className="block h-1.5 max-w-40 bg-rule"
        role="img"
        aria-label={say.doneOfLong({ done, all })}
        title={say.doneOfLong({ done, all })}
      >
        <span className="block h-full bg-moss" style={{ width: `${all === 0 ? 0 : (100 * done) / all}%` }} />
      </span>
      <span className="text-xs text-slate">{say.doneOf({ done, all })}</span>
      <span className={`text-xs ${elsewhere > 0 ? 'text-ink' : 'text-slate'}`}>
        {wanted === 0
          ? say.noneWanted({ language: name })
          : say.sentElsewhere({ n: elsewhere, wanted, language: name })}
      </span>
      {onFallback ? (
        <button type="button" className="link min-h-6 text-start text-xs" onClick={() => onFallback(coverage)}>
          {fallbackWords(fallback, source)}
          <span className="sr-only"> ({name})</span>
        </button>
      ) : (
        <span className="text-xs text-slate">{fallbackWords(fallback, source)}</span>
      )}
    </div>
  );
}

function DocumentRow({
  base,
  document,
  languages,
}: {
  base: string;
  document: DocumentCoverage;
  languages: readonly LanguageCoverage[];
}) {
  const { name, on, sent } = document;
  return (
    <tr className="border-b border-rule hover:bg-panel">
      <th
        data-line="name"
        scope="row"
        className="py-1.5 ps-5 pe-3 text-start font-normal lg:sticky lg:start-0 lg:min-w-44 lg:bg-ground"
      >
        <span className="font-semibold">{name}</span>
        {(sent > 0 || !on) && (
          <span className="text-xs text-slate"> {on ? say.sentLastMonth({ n: sent }) : say.off}</span>
        )}
      </th>
      {languages.map(({ language }) => {
        const counts = document.counts[language];
        if (!counts || progress(counts).all === 0) return <td key={language} />;
        const words = leftWords(counts);
        const named = languageName(language);
        return (
          <td key={language} data-line="rest" data-label={named} className="px-2 py-0.5">
            <Link
              className="inline-flex min-h-6 items-center gap-1.5 hover:text-petrol hover:underline"
              href={placeOf(base, language, document)}
              aria-label={say.cell({ document: name, language: named, words })}
            >
              <Mark tone={toneOf(counts)} size={12} />
              {words}
            </Link>
          </td>
        );
      })}
    </tr>
  );
}
