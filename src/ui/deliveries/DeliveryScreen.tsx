'use client';
/** One delivery: why it was sent, what was tried, what was said, and the message itself. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Result } from '@/core/result';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { StateWord } from '../parts/states';
import { WatchWaiting } from '../parts/WatchWaiting';
import type { DeliveryView } from '@/contract/deliveries';
import { AgainDialog } from './AgainDialog';
import { Attempts, Bounces, DeliveryFacts, MailedWith, Reasons, SameEvent } from './Evidence';
import { SentMessage } from './SentMessage';
import { say } from '@/words/deliveries';
import { Said } from '../parts/Said';

export interface DeliveryProps {
  base: string;
  zone: string;
  delivery: DeliveryView;
  mayTry: boolean;
  onTry: () => Promise<Result<null>>;
  /** Answers how many. */
  onTryAll: () => Promise<Result<number>>;
  /** Answers the id of the new delivery. */
  onAgain: (to: string) => Promise<Result<string>>;
  mayRelease: boolean;
  onRelease: () => Promise<Result<null>>;
  onSendNow: () => Promise<Result<null>>;
  onStop: () => Promise<Result<null>>;
}

export function DeliveryScreen({
  base,
  zone,
  delivery: d,
  mayTry,
  onTry,
  onTryAll,
  onAgain,
  mayRelease,
  onRelease,
  onSendNow,
  onStop,
}: DeliveryProps) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState(false);
  const again = ['failed', 'deferred', 'held'].includes(d.state);

  const run = async (work: () => Promise<Result<null>>): Promise<void> => {
    setBusy(true);
    valueOrToast(await answered(work()));
    router.refresh();
    setBusy(false);
  };

  const tryAll = async (): Promise<Result<null>> => {
    const tried = await onTryAll();
    if (!tried.ok) return tried;
    toast(say.triedAgain({ n: tried.value }));
    return { ok: true, value: null };
  };

  return (
    <Page
      back={{ href: `${base}/deliveries`, label: say.allDeliveries }}
      title={d.notification}
      note={
        <>
          <Said words={say.toWhom({})} marks={{ who: () => <bdi>{d.recipientName || d.recipient}</bdi> }} /> ·{' '}
          <StateWord state={d.state} waits={d.waits} />
        </>
      }
      actions={
        <>
          {d.message && (
            <a href={`${base}/deliveries/${d.id}/message`} className="btn" download>
              {say.downloadEml}
            </a>
          )}
          {d.mayBeReleased && mayRelease && (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void run(onRelease)}>
              {say.sendOnceAnyway}
            </button>
          )}
          {d.waits && mayTry && (
            <button type="button" className="btn" disabled={busy} onClick={() => void run(onSendNow)}>
              {say.sendItNow}
            </button>
          )}
          {['planned', 'held', 'deferred'].includes(d.state) && mayTry && (
            <button type="button" className="btn" disabled={busy} onClick={() => void run(onStop)}>
              {say.stopIt}
            </button>
          )}
          {d.again && mayTry && (
            <button type="button" className="btn" disabled={busy} onClick={() => setAsking(true)}>
              {say.sendItAgain2}
            </button>
          )}
          {again && mayTry && d.othersOfCause > 0 && (
            <button
              type="button"
              className="btn"
              disabled={busy}
              title={say.wordsAllMessagesThatWait({ words: d.words })}
              onClick={() => void run(tryAll)}
            >
              {say.tryAllNWithThis({ n: d.othersOfCause + 1 })}
            </button>
          )}
          {again && mayTry && (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void run(onTry)}>
              {say.tryAgainNow}
            </button>
          )}
        </>
      }
    >
      {asking && d.again && (
        <AgainDialog
          about={d.again}
          what={d.notification}
          onClose={() => setAsking(false)}
          onSend={onAgain}
          onSent={(id) => {
            setAsking(false);
            router.push(`${base}/deliveries/${id}`);
          }}
        />
      )}
      <WatchWaiting waiting={['planned', 'sending'].includes(d.state) && !d.waits} />
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <section className="lg:min-h-0 lg:overflow-auto max-lg:border-b lg:border-e border-rule px-5 py-4 text-sm">
          <Reasons delivery={d} />
          <DeliveryFacts base={base} zone={zone} delivery={d} />
          <Attempts zone={zone} delivery={d} />
          <Bounces zone={zone} delivery={d} />
          <MailedWith base={base} delivery={d} />
          <SameEvent base={base} delivery={d} />
        </section>
        <section className="flex min-h-0 flex-col">
          <SentMessage base={base} delivery={d} />
        </section>
      </div>
    </Page>
  );
}
