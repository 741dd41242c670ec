'use client';
/** The domains messages are sent from, and adding one. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Failure, Result } from '@/core/result';
import { Field } from '../parts/fields';
import { Mark } from '../parts/marks';
import { Empty, Page, Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { SendingTabs } from './SendingTabs';
import type { DomainView } from '@/contract/sending';
import { say } from '@/words/sending';

export interface DomainsProps {
  base: string;
  domains: DomainView[];
  /** Of the senders, without a domain of their own yet. */
  suggested: string | undefined;
  mayEdit: boolean;
  onAdd: (name: string) => Promise<Result<{ name: string }>>;
}

export function DomainsScreen({ base, domains, suggested, mayEdit, onAdd }: DomainsProps) {
  const router = useRouter();
  const [name, setName] = useState(suggested ?? '');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const add = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onAdd(name));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (result.ok) router.push(`${base}/sending/domains/${result.value.name}`);
  };
  return (
    <Page title={say.sending} note={say.whatDnsHasToSay} actions={<SendingTabs base={base} />}>
      <div className="lg:h-full lg:overflow-auto px-5 py-4">
        {domains.length === 0 ? (
          <Empty title={say.noDomainYet}>{say.receiversAskDnsWhetherA}</Empty>
        ) : (
          <ul className="max-w-3xl border-t border-rule">
            {domains.map((d) => (
              <li key={d.name} className="flex items-center gap-3 border-b border-rule py-2.5 text-sm">
                <Mark tone={d.good ? 'good' : d.lookedAt ? 'failing' : 'quiet'} />
                <Link href={`${base}/sending/domains/${d.name}`} className="font-serif text-lg hover:text-petrol">
                  {d.name}
                </Link>
                <span className="text-slate">
                  {d.lookedAt ? say.rightOfMustRecordsAre({ right: d.right, must: d.must }) : say.notLookedAtYet2}
                  {d.signing && `; ${say.signed}`}
                  {d.bouncing && `; ${say.bouncing}`}
                </span>
              </li>
            ))}
          </ul>
        )}
        {mayEdit && (
          <form onSubmit={(e) => void add(e)} className="mt-5 flex max-w-xl items-end gap-2" noValidate>
            <div className="flex-1">
              <Field label={say.domain} problem={problemAt(failure, '/name')} hint={say.whatStandsAfterTheOf}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    spellCheck={false}
                    placeholder="yourshop.example"
                    value={name}
                    onChange={(e) => setName(e.target.value)}
                  />
                )}
              </Field>
            </div>
            <button type="submit" className="btn btn-main mb-5" disabled={busy || name.trim() === ''}>
              {busy ? say.makingAKey : say.addTheDomain}
            </button>
          </form>
        )}
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      </div>
    </Page>
  );
}
