'use client';
/** How far a rehearsal is, and what came of it. */
import { BAD, type ChangedSince, type OwnTroubles, type PostedView, type RehearsalRun } from '@/contract/rehearsal';
import { readerLocale } from '@/words/speak';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import type { RehearsalProps } from './RehearsalScreen';
import { VerdictMark } from './Verdict';
import { isPosting, isUnderWay } from './views';
import { say } from '@/words/rehearsal';

/** How far a run is, and what came of it. */
export function Standing({
  base,
  zone,
  run,
  changed,
  ownTroubles,
  posted,
  hasService,
  hasSender,
  mayRun,
  posting,
}: Pick<RehearsalProps, 'base' | 'zone' | 'hasService' | 'hasSender' | 'mayRun' | 'posting'> & {
  run: RehearsalRun;
  changed: ChangedSince | undefined;
  ownTroubles: readonly OwnTroubles[];
  posted?: PostedView | undefined;
}) {
  const { counts } = run;
  const facts = [
    { outcome: 'right' as const, n: counts.right, words: say.nRight({ n: counts.right }), always: true },
    { outcome: 'noted' as const, n: counts.noted, words: say.nNoted({ n: counts.noted }) },
    { outcome: 'wrong' as const, n: counts.wrong, words: say.nWrong({ n: counts.wrong }), always: true },
    { outcome: 'missing' as const, n: counts.missing, words: say.nMissing({ n: counts.missing }), always: true },
    { outcome: 'surplus' as const, n: counts.surplus, words: say.nSurplus({ n: counts.surplus }) },
  ];
  const shared = [...(run.drafts?.look ? [say.theLook] : []), ...(run.drafts?.passages ?? [])];
  return (
    <div className="shrink-0 px-5 py-2.5 text-sm">
      {isUnderWay(run) && (
        <div role="status" className="mb-2 flex items-center gap-3">
          <progress
            aria-label={say.rehearsal}
            className="h-2 w-60 accent-petrol"
            max={Math.max(1, run.lives)}
            value={run.livesDone}
          />
          {run.state === 'waiting'
            ? say.waiting
            : run.lives === 0
              ? say.planning
              : say.running({ done: run.livesDone, of: run.lives })}
        </div>
      )}
      {run.state === 'stopped' && <p className="mb-2 font-semibold">{say.wasStopped}</p>}
      {run.state === 'broken' && (
        <div className="mb-2">
          <Trouble>{say.wasBroken({ why: run.trouble })}</Trouble>
        </div>
      )}
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {(run.livesDone > 0 ? facts : [])
          .filter((f) => f.always || f.n > 0)
          .map(({ outcome, n, words }) => (
            <li
              key={outcome}
              className={`inline-flex items-baseline gap-1.5 ${n > 0 && BAD.includes(outcome) ? 'font-semibold text-madder' : n > 0 ? '' : 'text-slate'}`}
            >
              <span className="translate-y-0.5">
                <VerdictMark outcome={outcome} label="" />
              </span>
              {words}
            </li>
          ))}
        {counts.silent > 0 && <li className="text-slate">{say.nSilent({ n: counts.silent })}</li>}
        <li className="text-slate">
          <RunNote run={run} zone={zone} />
        </li>
      </ul>
      {run.drafts !== undefined ? (
        <p className="mt-1">
          {say.withDrafts({ n: run.drafts.n })}
          {shared.length > 0 && ` ${say.sharedDrafts({ what: shared.join(', ') })}`}
        </p>
      ) : (
        run.since !== undefined && (
          <p className="mt-1">{run.chosen ? say.chosenRun({ run: run.since }) : say.sinceRun({ run: run.since })}</p>
        )
      )}
      {changed && (
        <p className="mt-1 font-semibold">
          {[
            ...(changed.messages > 0 ? [say.changedMessages({ n: changed.messages })] : []),
            ...(changed.fresh > 0 ? [say.changedFresh({ n: changed.fresh })] : []),
          ].join(' ') || say.changedOther}
        </p>
      )}
      {posted && (
        <p role="status" className="mt-1">
          {!isPosting(posted)
            ? say.postedAll({ n: posted.of, address: posted.to })
            : posted.waiting > 0
              ? say.posting({ done: posted.of - posted.waiting, of: posted.of, address: posted.to })
              : say.lookedFor({ n: posted.lookedFor, address: posted.to })}{' '}
          {isPosting(posted) && mayRun && (
            <button
              type="button"
              className="link inline-flex min-h-6 items-center"
              onClick={() => void answered(posting.onStop(run.number)).then(valueOrToast)}
            >
              {say.stopPosting}
            </button>
          )}
        </p>
      )}
      {ownTroubles.map(({ id, name, words }) => (
        <p key={id} className="mt-1 font-semibold text-madder">
          {say.ownTrouble({ name, why: words.join(' ') })}{' '}
          <Link href={`${base}/rehearsal/orders?order=${id}`} className="link">
            {say.seeOwnOrder}
          </Link>
        </p>
      ))}
      {counts.unsigned > 0 && (
        <p className="mt-1">
          {say.unsigned({ n: counts.unsigned })}{' '}
          <Link href={`${base}/sending/domains`} className="link">
            {say.seeDomains}
          </Link>
        </p>
      )}
      {(!hasService || !hasSender) && (
        <p className="mt-1">
          {hasService ? say.noSender : hasSender ? say.noService : say.noServiceNorSender}{' '}
          <Link href={`${base}/sending`} className="link">
            {say.seeSending}
          </Link>
        </p>
      )}
    </div>
  );
}

function RunNote({ run, zone }: { run: RehearsalRun; zone: string }) {
  const seconds = new Intl.NumberFormat(readerLocale(), { maximumFractionDigits: 1 }).format(run.tookMs / 1000);
  return (
    <>
      {say.run({ number: run.number })}, <Time at={run.askedAt} zone={zone} />
      {run.why === 'asked' ? ' ' : `, ${run.why === 'night' ? say.whyNight : say.whyChanged} `}
      {run.state === 'done' &&
        say.runNote({ who: run.askedBy, lives: say.nLives({ n: run.lives }), seconds: say.seconds({ seconds }) })}
    </>
  );
}
