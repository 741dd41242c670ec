'use client';
/** The living proof: whether real mail arrives by every path, and how that is found out. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Result } from '@/core/result';
import Link from '../parts/Link';
import { Time } from '../parts/format';
import { Empty, Page, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Said } from '../parts/Said';
import { WatchWaiting } from '../parts/WatchWaiting';
import { ProofForm, type ProofFormProps } from './ProofForm';
import { ProofPaths } from './ProofPaths';
import { SendingTabs } from './SendingTabs';
import { say } from '@/words/proof';
import { say as sending } from '@/words/sending';

export interface ProofScreenProps extends Pick<ProofFormProps, 'base' | 'view' | 'onSave' | 'onOpen'> {
  zone: string;
  mayEdit: boolean;
  mayProve: boolean;
  onProve: () => Promise<Result<{ begun: number }>>;
}

export function ProofScreen({ base, zone, view, mayEdit, mayProve, onSave, onOpen, onProve }: ProofScreenProps) {
  const router = useRouter();
  const [proving, setProving] = useState(false);
  const { mailbox, paths } = view;
  const prove = async (): Promise<void> => {
    setProving(true);
    const done = valueOrToast(await answered(onProve()));
    setProving(false);
    if (done) toast.success(say.sentNow({ n: done.begun }));
    router.refresh();
  };
  const underWay = paths.some((p) => p.proofs[0]?.standing === 'under way');
  return (
    <Page title={sending.sending} note={say.note} actions={<SendingTabs base={base} />}>
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="lg:min-h-0 lg:overflow-auto px-5 py-4">
          <WatchWaiting waiting={underWay || mailbox?.nextAt !== undefined} />
          <p className="mb-3 max-w-3xl text-sm text-slate">{say.explained}</p>
          {mailbox?.trouble && (
            <div className="mb-3">
              <Trouble>
                <p className="font-semibold">{say.cannotRead({ words: mailbox.trouble.words })}</p>
                <p>{mailbox.trouble.remedy}</p>
              </Trouble>
            </div>
          )}
          {mailbox ? (
            <div className="mb-3 flex flex-wrap items-center gap-3 text-sm">
              {mayProve && (
                <button
                  type="button"
                  className="btn"
                  disabled={proving || paths.length === 0}
                  onClick={() => void prove()}
                >
                  {proving ? say.sending : say.sendNow}
                </button>
              )}
              <span className="text-slate">
                {mailbox.nextAt ? (
                  <Said words={say.nextAt({})} marks={{ at: () => <Time at={mailbox.nextAt!} zone={zone} /> }} />
                ) : (
                  say.notByItself
                )}
              </span>
            </div>
          ) : (
            paths.length > 0 && (
              <p className="mb-3 text-sm">
                <span className="font-semibold">{say.notSetUp}.</span>{' '}
                <span className="text-slate">{mayEdit ? say.notSetUpNote : say.setUpBy}</span>
              </p>
            )
          )}
          <ProofPaths
            base={base}
            zone={zone}
            view={view}
            empty={
              <Empty title={say.noPaths}>
                <p>{say.noPathsNote}</p>
                {mayEdit && (
                  <Link className="link" href={`${base}/sending/services/new`}>
                    {say.connectService}
                  </Link>
                )}
              </Empty>
            }
          />
        </div>
        {mayEdit && (
          <aside className="lg:min-h-0 lg:overflow-auto max-lg:border-t lg:border-s border-rule bg-panel px-4 py-4">
            <ProofForm base={base} view={view} onSave={onSave} onOpen={onOpen} onSaved={() => router.refresh()} />
          </aside>
        )}
      </div>
    </Page>
  );
}
