'use client';
/** One notice: how far it is, who gets it, and pausing, going on and stopping. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/result';
import type { NoticeDetail } from '@/contract/notices';
import { Dialog } from '../parts/Dialog';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { WatchWaiting } from '../parts/WatchWaiting';
import { LeftOutList } from './LeftOutList';
import { Pace } from './NewNotice';
import { STANDING_TONES, STANDING_WORDS } from './standing';
import { say } from '@/words/notices';
import { say as common } from '@/words/common';

export interface NoticeProps {
  base: string;
  zone: string;
  notice: NoticeDetail;
  maySend: boolean;
  onPause: () => Promise<Result<null>>;
  onResume: () => Promise<Result<null>>;
  onStop: () => Promise<Result<null>>;
}

export function NoticeScreen({ base, zone, notice: n, maySend, onPause, onResume, onStop }: NoticeProps) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState(false);
  const { accepted, waiting, failed, stopped } = n.counts;
  const act = async (deed: () => Promise<Result<null>>): Promise<void> => {
    setBusy(true);
    valueOrToast(await answered(deed()));
    setBusy(false);
    setAsking(false);
    router.refresh();
  };
  const all = Math.max(1, accepted + waiting + failed + stopped);
  const moving = n.standing === 'planning' || n.standing === 'going';
  const states = `${base}/deliveries?notice=${n.id}`;
  return (
    <Page
      back={{ href: `${base}/notices`, label: say.allNotices }}
      title={n.name}
      note={
        <span className="inline-flex items-center gap-1.5">
          <Mark tone={STANDING_TONES[n.standing]} size={12} /> {STANDING_WORDS[n.standing]}
        </span>
      }
      actions={
        maySend && (
          <>
            {n.standing === 'going' && (
              <button type="button" className="btn" disabled={busy} onClick={() => void act(onPause)}>
                {say.pause}
              </button>
            )}
            {(n.standing === 'paused' || n.standing === 'stopped') && (
              <button type="button" className="btn btn-main" disabled={busy} onClick={() => void act(onResume)}>
                {n.standing === 'paused' ? say.resume : say.beginAgain}
              </button>
            )}
            {(moving || n.standing === 'paused') && (
              <button type="button" className="btn" disabled={busy} onClick={() => setAsking(true)}>
                {say.stop}
              </button>
            )}
          </>
        )
      }
    >
      <WatchWaiting waiting={moving} />
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-2">
        <section
          aria-label={say.progress}
          className="flex flex-col gap-4 border-rule px-5 py-4 text-sm max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e"
        >
          <div
            className="flex h-3 overflow-hidden rounded-control border border-rule bg-sheet"
            role="progressbar"
            aria-label={say.progress}
            aria-valuemin={0}
            aria-valuemax={all}
            aria-valuenow={accepted + failed}
          >
            <span className="bg-petrol" style={{ width: `${(100 * accepted) / all}%` }} />
            <span className="bg-madder" style={{ width: `${(100 * failed) / all}%` }} />
          </div>
          <ul className="flex flex-wrap gap-x-6 gap-y-1 text-base tabular-nums">
            <li>{say.nAccepted({ n: accepted })}</li>
            {waiting > 0 && <li>{say.nWaiting({ n: waiting })}</li>}
            {failed > 0 && <li>{say.nFailed({ n: failed })}</li>}
            {stopped > 0 && <li>{say.nStopped({ n: stopped })}</li>}
          </ul>
          {n.standing === 'going' && (
            <Pace forecast={{ pace: n.pace, getting: waiting, ...(n.endsAt && { endsAt: n.endsAt }) }} zone={zone} />
          )}
          {n.standing === 'paused' && n.haltedBy && <p>{say.pausedBy({ person: n.haltedBy })}</p>}
          {n.standing === 'stopped' && (
            <p>
              {say.stoppedBy({ person: n.haltedBy })} {say.beginAgainWords}
            </p>
          )}
          <Link className="link self-start" href={states}>
            {say.seeThem}
          </Link>
        </section>
        <section aria-label={say.people} className="flex flex-col gap-4 px-5 py-4 text-sm lg:min-h-0 lg:overflow-auto">
          <div>
            <PanelTitle>{say.selection}</PanelTitle>
            <p>{n.selection}.</p>
            <p className="text-slate">
              <Time at={n.at} zone={zone} />, {n.by}
            </p>
            {n.slug && (
              <Link className="link" href={`${base}/desk/${n.slug}`}>
                {say.openDesk}
              </Link>
            )}
          </div>
          {n.without.length > 0 && (
            <div>
              <PanelTitle>{say.without}</PanelTitle>
              <LeftOutList groups={n.without} />
            </div>
          )}
        </section>
      </div>
      {asking && (
        <Dialog
          open
          onClose={() => setAsking(false)}
          title={say.stopTitle({ name: n.name })}
          foot={
            <>
              <button type="button" className="btn" onClick={() => setAsking(false)}>
                {common.notYet}
              </button>
              <button type="button" className="btn btn-main" disabled={busy} onClick={() => void act(onStop)}>
                {say.stopIt}
              </button>
            </>
          }
        >
          <p className="text-sm">{say.stopWords({ n: waiting })}</p>
        </Dialog>
      )}
    </Page>
  );
}
