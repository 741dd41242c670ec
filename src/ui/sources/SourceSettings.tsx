'use client';
/** Where a source is, how its requests prove themselves, its editions, and taking it away. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { Failure } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Time } from '../parts/format';
import { LinkToCopy } from '../parts/LinkToCopy';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { ProofFields } from './ProofFields';
import type { SourceProps } from './SourceScreen';
import { say } from '@/words/sources';

export function SourceSettings(props: SourceProps) {
  const { address, base, zone, mayEdit, editions, edition, waiting } = props;
  const router = useRouter();
  const [name, setName] = useState(props.name);
  const [proof, setProof] = useState(props.proof);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const [removing, setRemoving] = useState(false);
  const dirty = name !== props.name || JSON.stringify(proof) !== JSON.stringify(props.proof);
  const save = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(props.onChangeSource({ name, proof }));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    toast.success(say.settingsSaved({ name }));
    router.refresh();
  };
  const remove = async (): Promise<void> => {
    if (valueOrToast(await answered(props.onRemove())) === undefined) return;
    toast.success(say.isRemoved({ name: props.name }));
    router.push(`${base}/store/sources`);
    router.refresh();
  };
  const startFrom = async (number: number): Promise<void> => {
    if (valueOrToast(await answered(props.onStartFrom(number))) === undefined) return;
    toast.success(say.draftReplaced({ n: number }));
    router.refresh();
  };
  const problem = (path: string): string | undefined => problemAt(failure, path);
  return (
    <div className="grid gap-x-10 gap-y-6 px-5 py-4 lg:h-full lg:grid-cols-2 lg:overflow-auto">
      <form noValidate className="flex flex-col gap-3" onSubmit={(e) => void save(e)}>
        <div className="text-sm">
          <span className="text-slate">{say.address}</span>
          <LinkToCopy label={say.address} address={address} copied={say.addressCopied} />
        </div>
        <fieldset disabled={!mayEdit} className="flex flex-col gap-3">
          <Field label={say.name} problem={problem('/name')}>
            {(ids) => <input {...ids} className="input" value={name} onChange={(e) => setName(e.target.value)} />}
          </Field>
          <ProofFields proof={proof} secretHint={say.secretKept} problem={problem} onChange={setProof} />
        </fieldset>
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        {mayEdit && (
          <div className="flex gap-2">
            <button type="submit" className="btn btn-main" disabled={!dirty || busy}>
              {say.saveSettings}
            </button>
            <button type="button" className="btn ms-auto" onClick={() => setRemoving(true)}>
              {say.remove}
            </button>
          </div>
        )}
      </form>
      <section aria-label={say.editions}>
        <PanelTitle>{say.editions}</PanelTitle>
        {editions.length === 0 && <p className="text-sm">{say.noEdition}</p>}
        <ol>
          {editions.map((e) => (
            <li key={e.number} className="flex flex-wrap items-center gap-3 border-b border-rule py-1.5 text-sm">
              <span className={e.number === edition ? 'font-semibold' : ''}>{say.edition({ n: e.number })}</span>
              <span className="text-slate">
                <Time at={e.at} zone={zone} /> {say.publishedBy({ by: e.by })}
              </span>
              {mayEdit && (
                <button type="button" className="link ms-auto min-h-6" onClick={() => void startFrom(e.number)}>
                  {say.startFrom({ n: e.number })}
                </button>
              )}
            </li>
          ))}
        </ol>
      </section>
      {removing && (
        <Dialog
          open
          onClose={() => setRemoving(false)}
          title={say.removeTitle({ name: props.name })}
          foot={
            <DialogFoot
              label={say.removeIt}
              busy={false}
              onDo={() => void remove()}
              onClose={() => setRemoving(false)}
            />
          }
        >
          <div className="flex flex-col gap-2 text-sm">
            <p>{say.removeNote}</p>
            {waiting > 0 && <p className="font-semibold">{say.removeWaiting({ n: waiting })}</p>}
          </div>
        </Dialog>
      )}
    </div>
  );
}
