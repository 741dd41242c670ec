'use client';
/** Notes of products and categories, in every language, with a link each. */
import { Trash2 } from 'lucide-react';
import type { OwnNote } from '@/core/terms';
import { directionOf } from '@/core/text';
import { Field, Search, Segments } from '../parts/fields';
import { Empty } from '../parts/Page';
import { UseLine } from '../parts/UseLine';
import type { PartProps } from './TermsScreen';
import { say } from '@/words/terms';

/** Words with those of one language set, or taken out where there are none. */
function withText(words: Record<string, string>, language: string, text: string): Record<string, string> {
  const { [language]: _, ...others } = words;
  return text === '' ? others : { ...others, [language]: text };
}

export function NotesPart({ page, terms, mayEdit, mayName, change, problem }: PartProps) {
  const notes = terms.notes ?? [];
  const set = (i: number, note: OwnNote | undefined): void =>
    change({ notes: notes.flatMap((n, k) => (k === i ? (note ? [note] : []) : [n])) });
  const products = page.products.map((p) => ({ value: p.sku, label: p.name, note: p.sku }));
  const categories = page.categories.map((c) => ({ value: c, label: c }));
  return (
    <div className="flex max-w-5xl flex-col gap-4">
      <p className="max-w-3xl text-sm text-slate">{say.notesShowWhere}</p>
      {notes.length === 0 && <Empty title={say.noNotesYet}>{say.noNotesWords}</Empty>}
      {notes.map((note, i) => {
        const ofCategory = note.category !== undefined;
        const name = ofCategory
          ? note.category
          : (page.products.find((p) => p.sku === note.sku)?.name ?? note.sku ?? '');
        return (
          <section key={i} aria-label={name || say.newNote} className="border border-rule bg-sheet p-4">
            <div className="mb-3 flex flex-wrap items-end gap-3">
              <Segments
                label={say.noteOf}
                value={ofCategory ? 'category' : 'product'}
                choices={[
                  { value: 'product', label: say.aProduct },
                  { value: 'category', label: say.aCategory },
                ]}
                onChange={(next) => {
                  if (!mayEdit || (next === 'category') === ofCategory) return;
                  const { sku: _sku, category: _category, ...rest } = note;
                  set(i, next === 'category' ? { ...rest, category: '' } : { ...rest, sku: '' });
                }}
              />
              <div className="w-72">
                <Field
                  label={ofCategory ? say.aCategory : say.aProduct}
                  problem={problem(`/notes/${i}/${ofCategory ? 'category' : 'sku'}`)}
                >
                  {({ id }) =>
                    mayEdit ? (
                      <Search
                        id={id}
                        value={(ofCategory ? note.category : note.sku) || null}
                        choices={ofCategory ? categories : products}
                        onChange={(value) =>
                          set(i, ofCategory ? { ...note, category: value } : { ...note, sku: value })
                        }
                      />
                    ) : (
                      <input id={id} className="input" readOnly value={name} />
                    )
                  }
                </Field>
              </div>
              {mayEdit && (
                <button
                  type="button"
                  className="btn btn-quiet ms-auto"
                  aria-label={say.removeN({ n: name || say.newNote })}
                  onClick={() => set(i, undefined)}
                >
                  <Trash2 size={15} aria-hidden />
                </button>
              )}
            </div>
            {[page.language, ...page.languages].map((l, k) => {
              const fallback = k > 0 ? say.asInLanguage({ language: page.language.name }) : undefined;
              const field = (part: 'words' | 'urls', label: string) => (
                <Field
                  label={label}
                  problem={
                    problem(`/notes/${i}/${part}/${l.id}`) ??
                    (part === 'words' && k === 0 ? problem(`/notes/${i}/words`) : undefined)
                  }
                >
                  {(ids) => (
                    <input
                      {...ids}
                      className={`input ${part === 'urls' ? 'font-mono text-xs' : ''}`}
                      lang={l.id}
                      dir={part === 'words' ? directionOf(l.id) : 'ltr'}
                      maxLength={part === 'words' ? 500 : 2000}
                      readOnly={k === 0 ? !mayEdit : !mayName}
                      placeholder={fallback}
                      value={note[part][l.id] ?? ''}
                      onChange={(e) => set(i, { ...note, [part]: withText(note[part], l.id, e.target.value) })}
                    />
                  )}
                </Field>
              );
              return (
                <div key={l.id} className="mt-2 grid gap-3 sm:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
                  {field('words', say.noteInLanguage({ language: l.name }))}
                  {field('urls', say.noteLinkInLanguage({ language: l.name }))}
                </div>
              );
            })}
            <UseLine
              page={page}
              kind={ofCategory ? 'category' : 'product'}
              name={(ofCategory ? note.category : note.sku) ?? ''}
            />
          </section>
        );
      })}
      {mayEdit && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => change({ notes: [...notes, { sku: '', words: {}, urls: {} }] })}
        >
          {say.addANote}
        </button>
      )}
    </div>
  );
}
