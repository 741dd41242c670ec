'use client';
/** Names of the store's own that stand in messages, in each language. */
import { Trash2 } from 'lucide-react';
import { NAMED_KINDS, NAME_KIND_WORDS, type NamedKind, type OwnName } from '@/core/terms';
import { directionOf } from '@/core/text';
import { Pick } from '../parts/fields';
import { Empty } from '../parts/Page';
import { Head } from '../parts/Table';
import { UseLine } from '../parts/UseLine';
import type { PartProps } from './TermsScreen';
import { say } from '@/words/terms';

export function NamesPart({ page, terms, mayEdit, mayName, change, problem }: PartProps) {
  const set = (i: number, name: OwnName | undefined): void =>
    change({ names: terms.names.flatMap((n, k) => (k === i ? (name ? [name] : []) : [n])) });
  return (
    <div className="flex flex-col gap-4">
      <p className="max-w-3xl text-sm text-slate">{say.placesChannelsDiscountsAndTaxes}</p>
      {terms.names.length === 0 ? (
        <Empty title={say.noNamesYet} />
      ) : (
        <table className="lines w-full text-sm">
          <Head
            columns={[
              { label: say.kind, className: 'w-28' },
              { label: say.nameName({ name: page.language.name }), className: 'w-44' },
              ...page.languages.map((l) => ({ label: l.name })),
              { label: '', className: 'w-10' },
            ]}
          />
          <tbody>
            {terms.names.map((n, i) => (
              <tr key={i} className="border-b border-rule">
                <td data-line="name" className="py-1 ps-5 pe-2 align-top">
                  {mayEdit ? (
                    <Pick
                      label={say.kind}
                      value={n.kind}
                      choices={NAMED_KINDS.map((k: NamedKind) => ({ value: k, label: NAME_KIND_WORDS[k] }))}
                      onChange={(kind) => set(i, { ...n, kind })}
                    />
                  ) : (
                    NAME_KIND_WORDS[n.kind]
                  )}
                </td>
                <td data-line="rest" data-label="Name" className="px-2 py-1 align-top">
                  <input
                    className="input"
                    aria-label={say.nameN({ n: i + 1 })}
                    aria-invalid={problem(`/names/${i}/name`) ? true : undefined}
                    readOnly={!mayEdit}
                    value={n.name}
                    onChange={(e) => set(i, { ...n, name: e.target.value })}
                  />
                  {problem(`/names/${i}/name`) && (
                    <p className="mt-0.5 text-xs text-madder">{problem(`/names/${i}/name`)}</p>
                  )}
                  <UseLine page={page} kind={n.kind} name={n.name} />
                </td>
                {page.languages.map((l) => (
                  <td key={l.id} data-line="rest" data-label={l.name} className="px-2 py-1 align-top">
                    <input
                      className="input"
                      aria-label={say.nameInLanguage({ name: n.name, language: l.name })}
                      lang={l.id}
                      dir={directionOf(l.id)}
                      readOnly={!mayName}
                      placeholder={n.name}
                      value={n.words[l.id] ?? ''}
                      onChange={(e) => set(i, { ...n, words: { ...n.words, [l.id]: e.target.value } })}
                    />
                  </td>
                ))}
                <td data-line="end" className="py-1 align-top">
                  {mayEdit && (
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={say.removeN({ n: n.name || say.thisName })}
                      onClick={() => set(i, undefined)}
                    >
                      <Trash2 size={15} aria-hidden />
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {mayEdit && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => change({ names: [...terms.names, { kind: 'place', name: '', words: {} }] })}
        >
          {say.addAName}
        </button>
      )}
    </div>
  );
}
