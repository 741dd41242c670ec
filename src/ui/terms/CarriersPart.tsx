'use client';
/** Who carries parcels, and where each is followed: tried on sight with a number. */
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { expandPattern, patternProblem, type Carrier } from '@/core/terms';
import { Field } from '../parts/fields';
import { Empty } from '../parts/Page';
import type { PartProps } from './TermsScreen';
import { say } from '@/words/terms';
import { Said } from '../parts/Said';
import { UseLine } from '../parts/UseLine';

export function CarriersPart({ page, terms, mayEdit, change, problem }: PartProps) {
  const [number, setNumber] = useState('FP 4471 0932');
  const set = (i: number, carrier: Carrier | undefined): void =>
    change({ carriers: terms.carriers.flatMap((c, k) => (k === i ? (carrier ? [carrier] : []) : [c])) });
  return (
    <div className="flex max-w-5xl flex-col gap-4">
      <p className="max-w-3xl text-sm text-slate">
        <Said
          words={say.linkPattern({
            number: '{number}',
            postalCode: '{postalCode}',
            country: '{country}',
            language: '{language}',
          })}
          marks={{ code: (words) => <code className="font-mono">{words}</code> }}
        />
      </p>
      {terms.carriers.length > 0 ? (
        <div className="w-60">
          <Field label={say.numberToTry}>
            {(ids) => (
              <input {...ids} className="input font-mono" value={number} onChange={(e) => setNumber(e.target.value)} />
            )}
          </Field>
        </div>
      ) : (
        <Empty title={say.noCarriersYet}>{say.parcelsAreFollowedByThe}</Empty>
      )}
      {terms.carriers.map((carrier, i) => {
        const pattern = carrier.trackingUrl ?? '';
        const wrong = pattern === '' ? undefined : patternProblem(pattern);
        const link =
          pattern === '' || wrong
            ? undefined
            : expandPattern(pattern, { number, postalCode: '20-112', country: 'PL', language: 'en' });
        return (
          <section key={i} aria-label={carrier.name || say.newCarrier} className="border border-rule bg-sheet p-4">
            <fieldset disabled={!mayEdit} className="contents">
              <div className="grid sm:grid-cols-[14rem_1fr_auto] items-start gap-3">
                <Field label={say.nameAsParcelsSayIt} problem={problem(`/carriers/${i}/name`)}>
                  {(ids) => (
                    <input
                      {...ids}
                      className="input"
                      value={carrier.name}
                      onChange={(e) => set(i, { ...carrier, name: e.target.value })}
                    />
                  )}
                </Field>
                <Field label={say.whereAParcelIsFollowed} problem={problem(`/carriers/${i}/trackingUrl`) ?? wrong}>
                  {(ids) => (
                    <input
                      {...ids}
                      className="input font-mono text-xs"
                      spellCheck={false}
                      placeholder="https://carrier.example/parcels/{number}"
                      value={pattern}
                      onChange={(e) =>
                        set(i, { name: carrier.name, ...(e.target.value !== '' && { trackingUrl: e.target.value }) })
                      }
                    />
                  )}
                </Field>
                {mayEdit && (
                  <button
                    type="button"
                    className="btn btn-quiet justify-self-start sm:mt-6"
                    aria-label={say.removeN({ n: carrier.name || say.thisCarrier })}
                    onClick={() => set(i, undefined)}
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                )}
              </div>
            </fieldset>
            <UseLine page={page} kind="carrier" name={carrier.name} />
            {link && (
              <p className="mt-2 text-xs break-all text-slate">
                <Said
                  words={say.leadsToLink({})}
                  marks={{
                    link: () => (
                      <a className="link" href={link} target="_blank" rel="noreferrer" data-testid="tried">
                        {link}
                      </a>
                    ),
                  }}
                />
              </p>
            )}
          </section>
        );
      })}
      {mayEdit && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => change({ carriers: [...terms.carriers, { name: '' }] })}
        >
          {say.addACarrier}
        </button>
      )}
    </div>
  );
}
