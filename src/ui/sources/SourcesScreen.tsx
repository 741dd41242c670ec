'use client';
/** Webhooks of shops that speak JSON of their own, and signed events that were refused. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { MakeSource, ProofForm, RequestRow, SourceRow, TakenAgain } from '@/contract/sources';
import type { Failure, Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { LinkToCopy } from '../parts/LinkToCopy';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { Head } from '../parts/Table';
import { useKeptForm } from '../parts/useKeptChanges';
import { StoreTabs } from '../terms/StoreTabs';
import { ProofFields } from './ProofFields';
import { RequestsTable } from './RequestsTable';
import { say } from '@/words/sources';
import { say as terms } from '@/words/terms';

export interface SourcesProps {
  sources: SourceRow[];
  refused: RequestRow[];
  base: string;
  zone: string;
  mayEdit: boolean;
  onMake: (input: MakeSource) => Promise<Result<Made>>;
  onRead: (request: string) => Promise<Result<{ body: string }>>;
  onTakeAgain: (requests?: string[]) => Promise<Result<TakenAgain>>;
}
type Made = { id: string; address: string; secret: string };

export function SourcesScreen(props: SourcesProps) {
  const { sources, refused, base, zone, mayEdit } = props;
  const [open, setOpen] = useState(false);
  const [made, setMade] = useState<Made>();
  const router = useRouter();
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="sources" />}
      actions={
        mayEdit && (
          <button type="button" className="btn btn-main" onClick={() => setOpen(true)}>
            {say.newSource}
          </button>
        )
      }
    >
      <div className="lg:h-full lg:overflow-auto">
        <p className="max-w-3xl px-5 pt-4 pb-2 text-sm text-slate">{say.intro}</p>
        {sources.length === 0 ? (
          <p className="px-5 py-4 text-sm">{say.noSources}</p>
        ) : (
          <table className="lines w-full text-sm">
            <Head
              columns={[
                { label: say.source, className: 'ps-5' },
                { label: say.address },
                { label: say.state },
                { label: say.lastRequest },
                { label: say.toTake, end: true },
              ]}
            />
            <tbody>
              {sources.map((s) => (
                <tr key={s.id} className="border-b border-rule">
                  <td data-line="name" className="py-2 ps-5">
                    <Link href={`${base}/store/sources/${s.id}`} className="link font-semibold">
                      {s.name}
                    </Link>
                  </td>
                  <td data-line="rest" className="max-w-md truncate px-2 font-mono text-xs" title={s.address}>
                    {s.address}
                  </td>
                  <td data-line="foot" className="px-2 whitespace-nowrap">
                    {s.on ? say.isOn({ edition: s.edition }) : say.isOff}
                  </td>
                  <td data-line="foot-end" className="px-2 whitespace-nowrap">
                    {s.lastAt ? <Time at={s.lastAt} zone={zone} /> : <span className="text-slate">{say.noneYet}</span>}
                  </td>
                  <td
                    data-line="end"
                    className={`px-2 pe-5 text-end ${s.waiting > 0 ? 'font-semibold' : 'text-slate'}`}
                  >
                    {s.waiting}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <section aria-label={say.refusedEvents} className="pt-6 pb-4">
          <div className="px-5">
            <PanelTitle>{say.refusedEvents}</PanelTitle>
            <p className="text-sm text-slate">
              {say.refusedNote}{' '}
              <Link href={`${base}/orders/connect`} className="link">
                {say.howSigned}
              </Link>
            </p>
            {refused.length === 0 && <p className="py-2 text-sm">{say.noRefused}</p>}
          </div>
          {refused.length > 0 && <RequestsTable {...props} requests={refused} />}
        </section>
      </div>
      {open && (
        <NewSource
          onMake={props.onMake}
          onMade={(next) => {
            setOpen(false);
            setMade(next);
          }}
          onClose={() => setOpen(false)}
        />
      )}
      {made && (
        <Dialog
          open
          onClose={() => setMade(undefined)}
          title={say.madeTitle}
          foot={
            <DialogFoot
              label={say.openSource}
              busy={false}
              onDo={() => router.push(`${base}/store/sources/${made.id}`)}
              onClose={() => setMade(undefined)}
            />
          }
        >
          <div role="status" className="flex flex-col gap-3 text-sm">
            <p>{say.madeNote}</p>
            <div>
              <span className="text-slate">{say.address}</span>
              <LinkToCopy label={say.address} address={made.address} copied={say.addressCopied} />
            </div>
            <div>
              <span className="text-slate">{say.secret}</span>
              <LinkToCopy label={say.secret} address={made.secret} copied={say.secretCopied} />
              <p className="mt-1 text-slate">{say.secretOnce}</p>
            </div>
          </div>
        </Dialog>
      )}
    </Page>
  );
}

function NewSource({
  onMake,
  onMade,
  onClose,
}: Pick<SourcesProps, 'onMake'> & { onMade: (made: Made) => void; onClose: () => void }) {
  const [name, setName] = useState('');
  const [proof, setProof] = useState<ProofForm>({
    ...{ by: 'hmac', header: 'x-signature', algorithm: 'sha256', encoding: 'hex', prefix: '' },
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const forget = useKeptForm('new source', { name }, (kept) => setName(kept.name));
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onMake({ name, proof }));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    onMade(result.value);
  };
  const problem = (path: string): string | undefined => problemAt(failure, path);
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.newSourceTitle}
      foot={<DialogFoot label={say.makeIt} busy={busy || name.trim() === ''} form="new-source" onClose={onClose} />}
    >
      <form id="new-source" noValidate className="flex flex-col gap-3" onSubmit={(e) => void submit(e)}>
        <Field label={say.name} hint={say.nameHint} problem={problem('/name')}>
          {(ids) => (
            <input {...ids} className="input" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
          )}
        </Field>
        <ProofFields proof={proof} secretHint={say.secretNew} problem={problem} onChange={setProof} />
        {failure && !failure.problems.some((p) => p.path.startsWith('/name') || p.path.startsWith('/proof')) && (
          <Trouble>{failure.message}</Trouble>
        )}
      </form>
    </Dialog>
  );
}
