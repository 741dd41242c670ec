'use client';
/** Rehearsals: whether every message that is live arrives, right, at whom it should, and nothing at whom it should not. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  BAD,
  type ChangedSince,
  type AskPictures,
  type AskRehearsal,
  type RehearsalChoice,
  type Rehearsable,
  type RehearsalRun,
  type RehearsalView,
  type RehearsedLife,
  type RehearsedMessage,
} from '@/contract/rehearsal';
import type { PictureForm } from '@/core/rehearsal/pictures';
import type { Result } from '@/core/result';
import { Pick as Choose } from '../parts/fields';
import { timeWords } from '../parts/format';
import Link from '../parts/Link';
import { Empty, Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { WatchWaiting } from '../parts/WatchWaiting';
import { ByItselfDialog } from './ByItselfDialog';
import { PostDialog, type Posting } from './PostDialog';
import { SomeDialog } from './SomeDialog';
import type { Sharing } from '../viewings/ShareDialog';
import { FaultsList } from './FaultsList';
import { FaultsOfAll } from './FaultsOfAll';
import { LivesList, MessagesList, UnseenList, UnshownList } from './lists';
import { PicturesView } from './PicturesView';
import { VerdictBoard } from './VerdictBoard';
import { VerdictPanel } from './VerdictPanel';
import { Standing } from './Standing';
import { hrefOf, isPosting, isUnderWay, type View } from './views';
import { say } from '@/words/rehearsal';

export interface RehearsalProps {
  base: string;
  zone: string;
  /** The newest first. */
  runs: RehearsalRun[];
  shown: RehearsalView | undefined;
  /** The message that is looked at. */
  opened: RehearsedMessage | undefined;
  view: View;
  /** Of the pictures that are looked at; of every language where it is empty. */
  form: PictureForm;
  language: string;
  hasService: boolean;
  hasSender: boolean;
  mayRun: boolean;
  mayEdit: boolean;
  changed: ChangedSince | undefined;
  /** How many drafts can be rehearsed. */
  drafts: number;
  /** What can be chosen to be rehearsed. */
  rehearsables: Rehearsable[];
  onAsk: (asked: AskRehearsal) => Promise<Result<{ number: number }>>;
  onStop: (number: number) => Promise<Result<null>>;
  onPictures: (asked: AskPictures) => Promise<Result<null>>;
  onStopPictures: (number: number) => Promise<Result<null>>;
  /** Has faults of sending tried with all messages of a run, or no longer. */
  onFaults: (number: number) => Promise<Result<null>>;
  onStopFaults: (number: number) => Promise<Result<null>>;
  /** Has an order of a run rehearsed each time. */
  onKeep: (number: number, place: number) => Promise<Result<{ id: string }>>;
  sharing: Sharing;
  posting: Posting;
  /** When the store rehearses by itself. */
  choice: RehearsalChoice;
  /** Whether the person may say that what is published has to have passed. */
  mayRequire: boolean;
  onChoose: (choice: RehearsalChoice) => Promise<Result<null>>;
}

const areTaken = ({ pictures }: RehearsalRun): boolean => pictures?.state === 'waiting' || pictures?.state === 'taking';

/** All messages of a run are read so often at most while it goes on. */
const READ_MS = 1_500;

export function RehearsalScreen(props: RehearsalProps) {
  const { base, zone, runs, shown, mayRun, onAsk, onStop, drafts, changed } = props;
  const router = useRouter();
  const [choosing, setChoosing] = useState(false);
  const [some, setSome] = useState(false);
  const [newest] = runs;
  const underWay = newest !== undefined && isUnderWay(newest);
  const ask = async (asked: AskRehearsal): Promise<void> => {
    const started = valueOrToast(await answered(onAsk(asked)));
    if (started === undefined) return;
    setSome(false);
    toast.success(say.started(started));
    router.push(hrefOf(base, {}));
  };
  const stop = async (number: number): Promise<void> => {
    if (valueOrToast(await answered(onStop(number))) !== undefined) toast.success(say.stopped({ number }));
  };
  const start = mayRun && !underWay && (
    <>
      {newest && drafts > 0 && (
        <button type="button" className="btn" onClick={() => void ask({ of: 'drafts' })}>
          {say.rehearseDrafts({ n: drafts })}
        </button>
      )}
      {newest && props.rehearsables.length > 1 && (
        <button type="button" className="btn" onClick={() => setSome(true)}>
          {say.rehearseSome}
        </button>
      )}
      <button type="button" className={changed ? 'btn' : 'btn btn-main'} onClick={() => void ask({ of: 'everything' })}>
        {newest ? say.rehearseAgain : say.rehearse}
      </button>
      {changed && (
        <button type="button" className="btn btn-main" onClick={() => void ask({ of: 'changes' })}>
          {say.rehearseChanges}
        </button>
      )}
    </>
  );
  return (
    <Page
      title={say.rehearsal}
      actions={
        shown && (
          <>
            {runs.length > 1 && (
              <Choose
                label={say.chooseRun}
                className="w-64"
                value={String(shown.run.number)}
                choices={runs.map((r) => ({
                  value: String(r.number),
                  label: say.run({ number: r.number }),
                  note: [
                    ...(r.drafts === undefined ? [] : [say.nDrafts({ n: r.drafts.n })]),
                    timeWords(r.askedAt, zone),
                  ].join(' · '),
                }))}
                onChange={(number) => router.push(hrefOf(base, { run: Number(number), view: props.view }))}
              />
            )}
            {mayRun && (
              <button type="button" className="btn" onClick={() => setChoosing(true)}>
                {say.byItself}
              </button>
            )}
            {underWay && mayRun && (
              <button type="button" className="btn" onClick={() => void stop(newest.number)}>
                {say.stop}
              </button>
            )}
            {start}
          </>
        )
      }
    >
      <WatchWaiting
        every={READ_MS}
        waiting={
          underWay ||
          shown?.faults?.underWay === true ||
          ['waiting', 'trying'].includes(shown?.faultsOfAll?.state ?? '') ||
          isPosting(shown?.posted) ||
          (shown !== undefined && areTaken(shown.run))
        }
      />
      {some && <SomeDialog rehearsables={props.rehearsables} onAsk={ask} onClose={() => setSome(false)} />}
      {choosing && <ByItselfDialog {...props} onClose={() => setChoosing(false)} />}
      {shown ? (
        <RunParts {...props} shown={shown} />
      ) : (
        <Empty title={say.noneYet}>
          <p className="text-start">{say.intro}</p>
          <p className="mt-2 text-start">{say.safe}</p>
          <div className="mt-4">{start}</div>
        </Empty>
      )}
    </Page>
  );
}

function RunParts(props: RehearsalProps & { shown: RehearsalView }) {
  const { base, zone, runs, shown, opened, view, mayEdit, hasService } = props;
  const { run, cards, messages, lives, unshown, unseen, ownTroubles } = shown;
  const router = useRouter();
  const [posting, setPosting] = useState(false);
  const at = run.number === runs[0]?.number ? undefined : run.number;
  const bad = messages.filter((m) => BAD.includes(m.outcome)).toSorted((a, b) => Number(b.worse) - Number(a.worse));
  // A link to a message names its run: it opens the same when there is a newer one.
  const hrefOfMessage = (message: string): string => hrefOf(base, { run: run.number, view, message });
  const takeOne = async (message: string): Promise<void> => {
    if (valueOrToast(await answered(props.onPictures({ number: run.number, message }))) !== undefined) {
      toast.success(say.picturesStarted);
    }
  };
  const keep = async ({ place }: RehearsedLife): Promise<void> => {
    const kept = valueOrToast(await answered(props.onKeep(run.number, place)));
    if (kept === undefined) return;
    const href = `${base}/rehearsal/orders?order=${kept.id}`;
    toast.success(say.keptOrder, { action: { label: say.show, onClick: () => router.push(href) } });
  };
  const numbers = new Map(lives.map((l) => [l.place, l.order]));
  const tabs: { view: View; label: string }[] = [
    { view: 'moments', label: say.byMoment },
    { view: 'fix', label: say.toSeeTo({ n: bad.length }) },
    { view: 'lives', label: say.byLife({ n: lives.length }) },
    { view: 'messages', label: say.allMessages({ n: messages.length }) },
    { view: 'pictures', label: say.pictures },
    { view: 'faults', label: say.faults },
    { view: 'left', label: say.notRehearsed({ n: unshown.length + unseen.length }) },
  ];
  const list = { numbers, opened: opened?.id, hrefOfMessage };
  const planned = run.lives > 0 || !isUnderWay(run);
  if (!planned) return <Standing {...props} run={run} changed={undefined} ownTroubles={[]} />;
  return (
    <div className="flex flex-col lg:h-full lg:min-h-0">
      <Standing
        {...props}
        {...{ run, ownTroubles, posted: shown.posted }}
        changed={props.changed?.since === run.number ? props.changed : undefined}
      />
      {posting && <PostDialog number={run.number} posting={props.posting} onClose={() => setPosting(false)} />}
      <nav aria-label={say.views} className="flex shrink-0 flex-wrap gap-x-5 border-b border-rule px-5 text-sm">
        {tabs.map((tab) => (
          <Link
            key={tab.view}
            href={hrefOf(base, { run: at, view: tab.view, message: opened?.id })}
            scroll={false}
            aria-current={tab.view === view ? 'page' : undefined}
            className={`inline-flex min-h-8 items-center border-b-2 ${tab.view === view ? 'border-petrol font-semibold' : 'border-transparent text-slate hover:text-petrol'}`}
          >
            {tab.label}
          </Link>
        ))}
      </nav>
      <div className="flex min-h-0 flex-1 max-lg:flex-col">
        <div role="region" aria-label={say.whatIsShown} tabIndex={0} className="min-w-0 flex-1 overflow-auto">
          {view === 'moments' && <VerdictBoard cards={cards} opened={opened?.id} hrefOfMessage={hrefOfMessage} />}
          {view === 'fix' && <MessagesList messages={bad} {...list} />}
          {view === 'messages' && (
            <>
              {props.mayRun && !isUnderWay(run) && (
                <div className="px-5 pt-3">
                  <button
                    type="button"
                    className="btn"
                    disabled={isPosting(shown.posted)}
                    onClick={() => setPosting(true)}
                  >
                    {say.post}
                  </button>
                </div>
              )}
              <MessagesList messages={messages} {...list} />
            </>
          )}
          {view === 'lives' && (
            <LivesList
              {...{ base, lives, hrefOfMessage }}
              tried={run.tried}
              onKeep={props.mayRun && run.drafts === undefined ? (life) => void keep(life) : undefined}
            />
          )}
          {view === 'pictures' && <PicturesView {...props} run={run} messages={messages} pictured={shown.pictured} />}
          {view === 'faults' && (
            <>
              {run.state === 'done' && run.drafts === undefined && (
                <FaultsOfAll
                  faults={shown.faultsOfAll}
                  onTry={props.mayRun ? () => void props.onFaults(run.number).then(valueOrToast) : undefined}
                  onStop={props.mayRun ? () => void props.onStopFaults(run.number).then(valueOrToast) : undefined}
                />
              )}
              <FaultsList
                base={base}
                faults={shown.faults}
                hasService={hasService}
                since={run.since === undefined ? undefined : hrefOf(base, { run: run.since, view })}
              />
            </>
          )}
          {view === 'left' && (
            <>
              <UnshownList unshown={unshown} />
              <UnseenList base={base} unseen={unseen} />
            </>
          )}
        </div>
        {opened && (
          <VerdictPanel
            base={base}
            zone={zone}
            message={opened}
            close={hrefOf(base, { run: at, view })}
            number={numbers.get(opened.life) ?? ''}
            mayEdit={mayEdit}
            taking={areTaken(run)}
            onPictures={props.mayRun && !isUnderWay(run) ? takeOne : undefined}
          />
        )}
      </div>
    </div>
  );
}
