'use client';
/** The glossary: each entry with its terms in every language, and the texts that do not keep to it. */
import { Pencil, Plus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Fragment, useState } from 'react';
import { toast } from 'sonner';
import type {
  EntryOnScreen,
  GlossaryBrought,
  GlossaryPage,
  GlossaryPreview,
  SaveEntry,
  TakeBackGlossary,
  TermBreach,
} from '@/contract/glossary';
import { mainTerm, termsIn, type GlossaryEntry } from '@/core/glossary';
import { languageName } from '@/core/names';
import type { Result } from '@/core/result';
import { say } from '@/words/glossary';
import { say as languages } from '@/words/languages';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Empty, Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { useUndo } from '../parts/useUndo';
import { placeOf } from '../languages/where';
import { EntryDialog } from './EntryDialog';
import { GlossaryFiles } from './GlossaryFiles';

export interface GlossaryProps {
  base: string;
  page: GlossaryPage;
  mayEdit: boolean;
  /** One changes terms of the languages that one is given, and nothing else. */
  onlyGiven: boolean;
  onSave: (input: SaveEntry) => Promise<Result<{ id: string; revision: number }>>;
  onDelete: (input: { id: string; revision: number }) => Promise<Result<Omit<GlossaryEntry, 'id'>>>;
  onLook: (form: FormData) => Promise<Result<GlossaryPreview>>;
  onBring: (how: { stamp: string; name: string }, form: FormData) => Promise<Result<GlossaryBrought>>;
  onTakeBack: (input: TakeBackGlossary) => Promise<Result<{ entries: number }>>;
}

export function GlossaryScreen(props: GlossaryProps) {
  const { base, page, mayEdit, onlyGiven, onSave, onDelete } = props;
  const [own = 'en', ...targets] = page.languages;
  const router = useRouter();
  const undo = useUndo();
  const [open, setOpen] = useState<'new' | 'files' | EntryOnScreen>();
  const [words, setWords] = useState('');
  const [shown, setShown] = useState<string>();
  const wanted = words.trim().toLowerCase();
  const entries = page.entries.filter(
    ({ terms, note }) =>
      wanted === '' ||
      note.toLowerCase().includes(wanted) ||
      terms.some(({ term }) => term.toLowerCase().includes(wanted)),
  );
  const remove = async (entry: EntryOnScreen): Promise<void> => {
    const term = mainTerm(entry, own) ?? '';
    const content = valueOrToast(await answered(onDelete({ id: entry.id, revision: entry.revision })));
    if (content === undefined) return;
    undo.did(say.deleted({ term }), async () => {
      if (valueOrToast(await answered(onSave({ entry: content })))) toast.success(say.back({ term }));
    });
  };
  const saved = (before: EntryOnScreen | undefined, { id, revision, term }: Saved): void => {
    setOpen(undefined);
    undo.did(say.saved({ term }), async () => {
      if (before) valueOrToast(await answered(onSave({ entry: contentOf(before), seen: { id, revision } })));
      else valueOrToast(await answered(onDelete({ id, revision })));
    });
  };
  return (
    <Page
      back={{ href: `${base}/languages`, label: languages.languages }}
      title={say.glossary}
      note={say.about}
      actions={
        <>
          {undo.button}
          {mayEdit && (
            <button type="button" className="btn" onClick={() => setOpen('files')}>
              {say.files}
            </button>
          )}
          {mayEdit && !onlyGiven && (
            <button type="button" className="btn btn-main" onClick={() => setOpen('new')}>
              <Plus size={14} aria-hidden />
              {say.newEntry}
            </button>
          )}
        </>
      }
    >
      {page.entries.length === 0 ? (
        <Empty title={say.noEntries}>{say.noEntriesNote}</Empty>
      ) : (
        <div className="flex flex-col lg:h-full lg:min-h-0">
          <div className="border-b border-rule px-5 py-2">
            <input
              type="search"
              className="input max-w-xs"
              aria-label={say.search}
              placeholder={say.search}
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
          </div>
          <div className="lg:min-h-0 lg:flex-1 lg:overflow-auto">
            {entries.length === 0 && <p className="px-5 py-4 text-sm">{say.noneFound({ words })}</p>}
            {entries.length > 0 && (
              <table className="lines w-full text-sm">
                <thead className="sticky top-0 z-10 bg-panel text-xs text-slate">
                  <tr className="border-b border-rule">
                    {[say.term, ...targets.map(languageName), say.inTexts, say.kept].map((label) => (
                      <th key={label} scope="col" className="px-2 py-2 text-start font-normal first:ps-5">
                        {label}
                      </th>
                    ))}
                    <td />
                  </tr>
                </thead>
                <tbody>
                  {entries.map((entry) => (
                    <EntryRow
                      key={entry.id}
                      {...{ base, entry, own, targets }}
                      open={shown === entry.id}
                      onOpen={() => setShown(shown === entry.id ? undefined : entry.id)}
                      onEdit={mayEdit ? () => setOpen(entry) : undefined}
                      onDelete={mayEdit && !onlyGiven ? () => void remove(entry) : undefined}
                    />
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </div>
      )}
      {open === 'files' && (
        <GlossaryFiles
          {...props}
          own={own}
          onBrought={(n, back) => {
            setOpen(undefined);
            undo.did(say.broughtIn({ n }), async () => {
              if (!valueOrToast(await answered(props.onTakeBack(back)))) return;
              toast.success(say.takenBack);
              router.refresh();
            });
          }}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open !== undefined && open !== 'files' && (
        <EntryDialog
          entry={open === 'new' ? undefined : open}
          languages={page.languages}
          onlyGiven={onlyGiven}
          onSave={onSave}
          onSaved={(made) => saved(open === 'new' ? undefined : open, made)}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Page>
  );
}

export interface Saved {
  id: string;
  revision: number;
  term: string;
}

const contentOf = ({ name, note, terms }: GlossaryEntry): Omit<GlossaryEntry, 'id'> => ({ name, note, terms });

function EntryRow({
  base,
  entry,
  own,
  targets,
  open,
  onOpen,
  onEdit,
  onDelete,
}: {
  base: string;
  entry: EntryOnScreen;
  own: string;
  targets: readonly string[];
  open: boolean;
  onOpen: () => void;
  onEdit: (() => void) | undefined;
  onDelete: (() => void) | undefined;
}) {
  const term = mainTerm(entry, own) ?? '';
  const { breaches } = entry;
  return (
    <Fragment>
      <tr className="border-b border-rule align-top">
        <th scope="row" data-line="name" className="py-2 ps-5 pe-2 text-start font-normal">
          <TermsIn entry={entry} language={own} />
          {entry.name && <div className="text-xs text-slate">{say.name}</div>}
          {entry.note !== '' && <div className="max-w-72 text-xs text-slate">{entry.note}</div>}
        </th>
        {targets.map((language) => (
          <td key={language} data-line="rest" data-label={languageName(language)} className="px-2 py-2">
            {entry.name && mainTerm(entry, language) === undefined ? (
              <span className="text-slate italic">{say.readsTheSame}</span>
            ) : (
              <TermsIn entry={entry} language={language} />
            )}
          </td>
        ))}
        <td data-line="rest" data-label={say.inTexts} className="px-2 py-2 whitespace-nowrap tabular-nums">
          {say.texts({ n: entry.used })}
        </td>
        <td data-line="rest" data-label={say.kept} className="px-2 py-1.5 whitespace-nowrap">
          {breaches.length === 0 ? (
            entry.used > 0 && (
              <span className="inline-flex min-h-6 items-center gap-1.5">
                <Mark tone="good" size={12} />
                {say.everywhere}
              </span>
            )
          ) : (
            <button
              type="button"
              className="link inline-flex min-h-6 items-center gap-1.5"
              aria-expanded={open}
              onClick={onOpen}
            >
              <Mark tone="waiting" size={12} />
              {say.notKeptIn({ n: breaches.length })}
            </button>
          )}
        </td>
        <td data-line="rest" className="py-1 pe-4 text-end whitespace-nowrap">
          {onEdit && (
            <button type="button" className="btn btn-quiet" aria-label={say.edit({ term })} onClick={onEdit}>
              <Pencil size={15} aria-hidden />
            </button>
          )}
          {onDelete && (
            <button type="button" className="btn btn-quiet" aria-label={say.delete({ term })} onClick={onDelete}>
              <Trash2 size={15} aria-hidden />
            </button>
          )}
        </td>
      </tr>
      {open && breaches.length > 0 && (
        <tr className="border-b border-rule bg-panel">
          <td colSpan={targets.length + 4} data-line="name" className="px-5 py-2">
            <ul aria-label={say.notKeptOf({ term, n: breaches.length })} className="flex flex-col">
              {breaches.map((b) => (
                <li key={`${b.language} ${b.slug} ${b.segment} ${b.message}`}>
                  <Link className="link inline-flex min-h-6 items-center" href={breachPlace(base, own, b)}>
                    {say.place({ document: b.document, label: b.label, language: languageName(b.language) })}
                  </Link>{' '}
                  <span className="text-slate">{b.message}</span>
                </li>
              ))}
            </ul>
          </td>
        </tr>
      )}
    </Fragment>
  );
}

/** Where a text is mended: on the translating desk, or on its own desk in the store's language. */
function breachPlace(base: string, own: string, { language, kind, slug, segment }: TermBreach): string {
  if (language === own) return kind === 'template' ? `${base}/desk/${slug}` : `${base}/passages/${slug}`;
  return `${placeOf(base, language, { kind, slug })}&segment=${encodeURIComponent(segment)}&show=all`;
}

/** The terms of an entry in a language: the one to say first. */
function TermsIn({ entry, language }: { entry: EntryOnScreen; language: string }) {
  const [first, ...more] = termsIn(entry, language, 'say');
  const also = [...more, ...termsIn(entry, language, 'also')];
  const never = termsIn(entry, language, 'never');
  return (
    <div lang={language}>
      {first === undefined ? (
        <span className="text-slate italic">{say.noTerm}</span>
      ) : (
        <span dir="auto" className="font-semibold">
          {first}
        </span>
      )}
      {also.length > 0 && <div className="text-xs text-slate">{say.also({ terms: also.join(', ') })}</div>}
      {never.length > 0 && <div className="text-xs text-slate">{say.never({ terms: never.join(', ') })}</div>}
    </div>
  );
}
