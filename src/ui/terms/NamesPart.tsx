'use client';
/** Names of the store's own that stand in messages, in each language. */
import { Trash2 } from 'lucide-react';
import { NAMED_KINDS, NAME_KIND_WORDS, type NamedKind, type OwnName } from '@/core/terms';
import { directionOf } from '@/core/text';
import { Pick } from '../parts/fields';
import { Empty } from '../parts/Page';
import { Head } from '../parts/Table';
import type { PartProps } from './TermsScreen';

export function NamesPart({ page, terms, mayEdit, mayName, change, problem }: PartProps) {
  const set = (i: number, name: OwnName | undefined): void =>
    change({ names: terms.names.flatMap((n, k) => (k === i ? (name ? [name] : []) : [n])) });
  return (
    <div className="flex flex-col gap-4">
      <p className="max-w-3xl text-sm text-slate">
        Places, channels, discounts and taxes stand in messages as orders name them. Where a language has no words here,
        the name stands as it is; a tax without words is written by its rate.
      </p>
      {terms.names.length === 0 ? (
        <Empty title="No names yet" />
      ) : (
        <table className="lines w-full text-sm">
          <Head
            columns={[
              { label: 'Kind', className: 'w-28' },
              { label: `Name (${page.language.name})`, className: 'w-44' },
              ...page.languages.map((l) => ({ label: l.name })),
              { label: '', className: 'w-10' },
            ]}
          />
          <tbody>
            {terms.names.map((n, i) => (
              <tr key={i} className="border-b border-rule">
                <td data-line="name" className="py-1 ps-5 pe-2">
                  {mayEdit ? (
                    <Pick
                      label="Kind"
                      value={n.kind}
                      choices={NAMED_KINDS.map((k: NamedKind) => ({ value: k, label: NAME_KIND_WORDS[k] }))}
                      onChange={(kind) => set(i, { ...n, kind })}
                    />
                  ) : (
                    NAME_KIND_WORDS[n.kind]
                  )}
                </td>
                <td data-line="rest" data-label="Name" className="px-2 py-1">
                  <input
                    className="input"
                    aria-label={`Name ${i + 1}`}
                    aria-invalid={problem(`/names/${i}/name`) ? true : undefined}
                    readOnly={!mayEdit}
                    value={n.name}
                    onChange={(e) => set(i, { ...n, name: e.target.value })}
                  />
                  {problem(`/names/${i}/name`) && (
                    <p className="mt-0.5 text-xs text-madder">{problem(`/names/${i}/name`)}</p>
                  )}
                </td>
                {page.languages.map((l) => (
                  <td key={l.id} data-line="rest" data-label={l.name} className="px-2 py-1">
                    <input
                      className="input"
                      aria-label={`${n.name} in ${l.name}`}
                      lang={l.id}
                      dir={directionOf(l.id)}
                      readOnly={!mayName}
                      placeholder={n.name}
                      value={n.words[l.id] ?? ''}
                      onChange={(e) => set(i, { ...n, words: { ...n.words, [l.id]: e.target.value } })}
                    />
                  </td>
                ))}
                <td data-line="end">
                  {mayEdit && (
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={`Remove ${n.name || 'this name'}`}
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
          Add a name
        </button>
      )}
    </div>
  );
}
