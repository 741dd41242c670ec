'use client';
/** Whom not to write to, with why; and what came to the bounce domain and was not believed. */
import Link from '../parts/Link';
import { useState, type FormEvent } from 'react';
import { SENDER_KIND_LABELS, SENDER_KINDS, type SenderKind } from '@/core/mail';
import type { Failure, Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Time } from '../parts/format';
import { Empty, Page, PanelTitle, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { SendingTabs } from './SendingTabs';
import type { WithheldView } from '@/contract/sending';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';
import { inSentence } from '@/words/speak';

export interface WithheldProps {
  base: string;
  entries: WithheldView[];
  strays: { kind: string; count: number }[];
  zone: string;
  mayEdit: boolean;
  onAdd: (entry: unknown) => Promise<Result<WithheldView[]>>;
  onAllow: (id: string) => Promise<Result<WithheldView[]>>;
}

const STRAY_WORDS: Record<string, string> = inEachLanguage(() => ({
  forged: say.withASignatureThatIs,
  unmatched: say.forNoReturnPathOf,
  repeated: say.aboutADeliveryThatHad,
  'too many': say.tooManyAtOnce,
}));

export function WithheldScreen({ base, entries, strays, zone, mayEdit, onAdd, onAllow }: WithheldProps) {
  const [list, setList] = useState(entries);
  const [form, setForm] = useState<{ pattern: string; reason: string; kinds: SenderKind[] }>({
    pattern: '',
    reason: '',
    kinds: [],
  });
  const untouched = form.pattern === '' && form.reason === '' && form.kinds.length === 0;
  useKeptChanges({
    key: `${base} do not send`,
    revision: '',
    value: form,
    dirty: !untouched,
    enabled: mayEdit,
    onBack: setForm,
  });
  const [failure, setFailure] = useState<Failure>();
  const add = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    const result = await answered(onAdd(form));
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setList(result.value);
    setForm({ pattern: '', reason: '', kinds: [] });
  };
  return (
    <Page title={say.sending} note={say.whomNotToWriteTo} actions={<SendingTabs base={base} />}>
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="lg:min-h-0 lg:overflow-auto px-5 py-4">
          {list.length === 0 ? (
            <Empty title={say.noAddressesOnThisList}>{say.anAddressIsPutHere}</Empty>
          ) : (
            <table className="w-full text-sm">
              <thead className="text-xs text-slate">
                <tr>
                  <th className="py-1 text-start font-normal">{say.addressOrDomain}</th>
                  <th className="py-1 text-start font-normal">{common.why}</th>
                  <th className="py-1 text-start font-normal">{say.forWord}</th>
                  <th className="py-1 text-start font-normal">{say.since}</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {list.map((w) => (
                  <tr key={w.id} className="border-t border-rule align-top">
                    <td className="min-w-48 py-2 pe-3 font-semibold wrap-anywhere">{w.pattern}</td>
                    <td className="py-2 pe-3">
                      {w.reason}
                      {w.deliveryId && (
                        <>
                          {' '}
                          <Link className="link" href={`${base}/deliveries/${w.deliveryId}`}>
                            {say.theMessage}
                          </Link>
                        </>
                      )}
                    </td>
                    <td className="py-2 pe-3 text-slate">
                      {w.only ??
                        (w.kinds.length === 0
                          ? say.allMessages
                          : w.kinds.map((k) => inSentence(SENDER_KIND_LABELS[k])).join(', '))}
                    </td>
                    <td className="py-2 pe-3 text-slate">
                      <Said
                        words={say.onDayBy({ by: w.by })}
                        marks={{ at: () => <Time at={w.at} zone={zone} form="day" /> }}
                      />
                    </td>
                    <td className="py-1 text-end">
                      {mayEdit && (
                        <button
                          type="button"
                          className="btn btn-quiet"
                          aria-label={say.removeFromListToPattern({ pattern: w.pattern })}
                          onClick={() =>
                            void answered(onAllow(w.id)).then((r) => {
                              const left = valueOrToast(r);
                              if (left) setList(left);
                            })
                          }
                        >
                          {say.removeFromList}
                        </button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </div>
        <aside className="flex lg:min-h-0 flex-col gap-4 lg:overflow-auto max-lg:border-t lg:border-s border-rule bg-panel px-4 py-4">
          {mayEdit && (
            <form onSubmit={(e) => void add(e)} className="flex flex-col gap-3" noValidate>
              <PanelTitle>{say.add}</PanelTitle>
              {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
              <Field
                label={say.addressOrDomain}
                problem={problemAt(failure, '/pattern')}
                hint={say.annLeftExampleLeftExample}
              >
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    spellCheck={false}
                    value={form.pattern}
                    onChange={(e) => setForm({ ...form, pattern: e.target.value })}
                  />
                )}
              </Field>
              <Field label={common.why} problem={problemAt(failure, '/reason')}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={form.reason}
                    onChange={(e) => setForm({ ...form, reason: e.target.value })}
                  />
                )}
              </Field>
              <fieldset className="flex flex-col gap-2.5">
                <legend className="mb-1 text-sm text-slate">{say.whichMessagesNoneChosenAll}</legend>
                {SENDER_KINDS.map((kind) => (
                  <Check
                    key={kind}
                    label={SENDER_KIND_LABELS[kind]}
                    on={form.kinds.includes(kind)}
                    onChange={(on) =>
                      setForm({ ...form, kinds: on ? [...form.kinds, kind] : form.kinds.filter((k) => k !== kind) })
                    }
                  />
                ))}
              </fieldset>
              <button type="submit" className="btn btn-main self-start">
                {say.addToList}
              </button>
            </form>
          )}
          <section>
            <PanelTitle>{say.bounceReportsIgnoredLast30}</PanelTitle>
            {strays.length === 0 ? (
              <p className="mt-1 text-sm text-slate">{say.nothingCameToTheReturn}</p>
            ) : (
              <ul className="mt-1 text-sm">
                {strays.map((s) => (
                  <li key={s.kind}>
                    <span className="font-semibold tabular-nums">{s.count}</span> {STRAY_WORDS[s.kind] ?? s.kind}
                  </li>
                ))}
              </ul>
            )}
          </section>
        </aside>
      </div>
    </Page>
  );
}
