'use client';
/** A shop's webhook: where each value of an order stands in what it sends, what came, and how it proves itself. */
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { ChangeSource, RequestRow, SaveMapping, SourcePage, TakenAgain, Tried } from '@/contract/sources';
import type { Mapping } from '@/core/mapping';
import { point, queryOf, type Pointed } from '@/core/mapping/pointing';
import { isCurrency } from '@/core/schema';
import type { Failure, Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Pick as Choose, Segments } from '../parts/fields';
import { timeWords } from '../parts/format';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Switch } from '../parts/Switch';
import { useKeptChanges } from '../parts/useKeptChanges';
import { JsonTree } from './JsonTree';
import { placedProblems, placeLabel } from './labels';
import { EVENT, fillings, fillOf, gapsIn, ID, otherProblems } from './mapped';
import { PlacesPart, shownPlaces } from './PlacesPart';
import { pointId } from './PlaceRow';
import { RequestsTable, takeAgain } from './RequestsTable';
import { SourceSettings } from './SourceSettings';
import { STATE_WORDS } from './states';
import { say } from '@/words/sources';
import { say as common } from '@/words/common';
import { inEachLanguage } from '@/words/speak';

export interface SourceProps extends SourcePage {
  base: string;
  zone: string;
  mayEdit: boolean;
  onSave: (input: Omit<SaveMapping, 'id'>) => Promise<Result<{ revision: number }>>;
  onPublish: (revision: number) => Promise<Result<{ edition: number }>>;
  onTry: (mapping: Mapping) => Promise<Result<Tried[]>>;
  onRead: (request: string) => Promise<Result<{ body: string }>>;
  onTakeAgain: (requests?: string[]) => Promise<Result<TakenAgain>>;
  onSwitch: (on: boolean) => Promise<Result<null>>;
  onStartFrom: (number: number) => Promise<Result<null>>;
  onChangeSource: (input: Omit<ChangeSource, 'id'>) => Promise<Result<null>>;
  onRemove: () => Promise<Result<null>>;
}

type View = 'mapping' | 'requests' | 'settings';
const VIEWS: { value: View; label: string }[] = inEachLanguage(() => [
  { value: 'mapping', label: say.mapping },
  { value: 'requests', label: say.requests },
  { value: 'settings', label: say.settings },
]);

/** How long after the last change a mapping is tried, ms. */
const PAUSE = 250;

export function SourceScreen(props: SourceProps) {
  const { id, name, base, on, edition, mayEdit, requests, waiting } = props;
  const router = useRouter();
  const [view, setView] = useState<View>('mapping');
  const [asked, setAsked] = useState<'publish' | 'on'>();
  const work = useMapping(props);
  const { mapping, dirty, busy } = work;

  const publish = async (): Promise<void> => {
    setAsked(undefined);
    const number = await work.publish();
    if (number === undefined) return;
    toast.success(say.published({ n: number }));
    router.refresh();
  };
  const turn = async (next: boolean): Promise<void> => {
    setAsked(undefined);
    if (valueOrToast(await answered(props.onSwitch(next))) === undefined) return;
    toast.success(next ? say.isOnNow({ name }) : say.isOffNow({ name }));
    router.refresh();
  };
  return (
    <Page
      back={{ href: `${base}/store/sources`, label: say.backToSources }}
      title={name}
      note={
        <span className="flex flex-wrap items-center gap-3">
          <Segments label={name} value={view} choices={VIEWS} onChange={setView} />
          <span className="flex items-center gap-2">
            <Switch
              on={on}
              label={say.switchLabel}
              disabled={!mayEdit || edition === 0}
              onChange={() => (on ? void turn(false) : setAsked('on'))}
            />
            {on ? say.isOn({ edition }) : say.isOff}
          </span>
        </span>
      }
      actions={
        mayEdit &&
        view === 'mapping' && (
          <>
            <button type="button" className="btn btn-quiet" disabled={!work.canUndo} onClick={work.undo}>
              {say.undoLast}
            </button>
            {dirty && (
              <button type="button" className="btn btn-quiet" onClick={work.discard}>
                {say.discard}
              </button>
            )}
            <button type="button" className="btn" disabled={!dirty || busy} onClick={() => void work.save()}>
              {busy ? common.saving : say.save}
            </button>
            <button
              type="button"
              className="btn btn-main"
              disabled={busy || (!dirty && !props.changed)}
              onClick={() => setAsked('publish')}
            >
              {say.publish}
            </button>
          </>
        )
      }
    >
      {view === 'mapping' && <MappingView {...props} work={work} />}
      {view === 'requests' && (
        <div className="lg:h-full lg:overflow-auto">
          <div className="flex items-center gap-3 px-5 py-3 text-sm">
            {requests.length === 0 && <p>{say.noRequests}</p>}
            {mayEdit && waiting > 0 && (
              <button
                type="button"
                className="btn"
                disabled={!on}
                title={on ? undefined : say.switchOnFirst}
                onClick={() => void takeAgain(props.onTakeAgain())}
              >
                {say.takeNAgain({ n: waiting })}
              </button>
            )}
          </div>
          <RequestsTable {...props} />
        </div>
      )}
      {view === 'settings' && <SourceSettings {...props} key={id} />}
      {asked === 'publish' && (
        <Dialog
          open
          onClose={() => setAsked(undefined)}
          title={say.publishTitle({ n: (props.editions[0]?.number ?? 0) + 1 })}
          foot={
            <DialogFoot
              label={say.publishIt}
              busy={busy}
              onDo={() => void publish()}
              onClose={() => setAsked(undefined)}
            />
          }
        >
          <div className="flex flex-col gap-2 text-sm">
            <p>{on ? say.publishNote : say.publishOff}</p>
            {work.tried && work.tried.length > 0 && <p>{goodWords(work.tried)}</p>}
          </div>
        </Dialog>
      )}
      {asked === 'on' && (
        <Dialog
          open
          onClose={() => setAsked(undefined)}
          title={say.turnOnTitle({ name })}
          foot={
            <DialogFoot
              label={say.switchOn}
              busy={false}
              onDo={() => void turn(true)}
              onClose={() => setAsked(undefined)}
            />
          }
        >
          <div className="flex flex-col gap-2 text-sm">
            <p>{say.turnOnNote}</p>
            {waiting > 0 && <p>{say.turnOnWaiting({ n: waiting })}</p>}
            {mapping.fields.length === 0 && <p>{say.publishFirst}</p>}
          </div>
        </Dialog>
      )}
    </Page>
  );
}

const isGood = (t: Tried): boolean => t.type === undefined || t.problems.length === 0;
const goodWords = (tried: readonly Tried[]): string =>
  say.triedOn({ good: tried.filter(isGood).length, all: tried.length });

/** The draft of a mapping: changed with undo, kept in the browser, tried on what came, saved and published. */
function useMapping({ id, base, mapping: saved, revision, edition, mayEdit, onSave, onPublish, onTry }: SourceProps) {
  const [mapping, setMapping] = useState(saved);
  const [known, setKnown] = useState({ saved, revision });
  const [before, setBefore] = useState<Mapping[]>([]);
  const [tried, setTried] = useState<Tried[]>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const text = JSON.stringify(mapping);
  const dirty = text !== JSON.stringify(known.saved);
  if (revision !== known.revision && !dirty) {
    setKnown({ saved, revision });
    setMapping(saved);
  }
  useKeptChanges({
    ...{ key: `${base}/store/sources/${id}`, revision: known.revision, value: mapping },
    ...{ dirty, enabled: mayEdit, onBack: setMapping },
  });
  const tries = useRef(onTry);
  useEffect(() => {
    tries.current = onTry;
  });
  useEffect(() => {
    if (!mayEdit) return;
    let over = false;
    const timer = setTimeout(() => {
      void answered(tries.current(JSON.parse(text) as Mapping)).then((result) => {
        if (over) return;
        setFailure(result.ok ? undefined : result.error);
        if (result.ok) setTried(result.value);
      });
    }, PAUSE);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [text, mayEdit]);
  const change = (next: Mapping): void => {
    setBefore([...before.slice(-50), mapping]);
    setMapping(next);
  };
  const save = async (): Promise<number | undefined> => {
    setBusy(true);
    const result = await answered(onSave({ revision: known.revision, mapping }));
    setBusy(false);
    const value = valueOrToast(result);
    if (!value) return undefined;
    setKnown({ saved: mapping, revision: value.revision });
    return value.revision;
  };
  return {
    ...{ mapping, dirty, busy, tried, failure, change },
    canUndo: before.length > 0,
    undo: () => {
      setMapping(before.at(-1)!);
      setBefore(before.slice(0, -1));
    },
    discard: () => change(known.saved),
    save: async () => {
      if ((await save()) !== undefined) toast.success(edition > 0 ? say.saved({ edition }) : say.savedFirst);
    },
    publish: async (): Promise<number | undefined> => {
      const now = dirty ? await save() : known.revision;
      if (now === undefined) return undefined;
      setBusy(true);
      const result = await answered(onPublish(now));
      setBusy(false);
      if (!result.ok && result.error.problems.length > 0) setFailure(result.error);
      return valueOrToast(result)?.edition;
    },
  };
}

function MappingView(props: SourceProps & { work: ReturnType<typeof useMapping> }) {
  const { requests, targets, zone, mayEdit, onRead, work } = props;
  const { mapping, tried, failure, change } = work;
  const readable = useMemo(() => requests.filter((r) => r.state !== 'refused'), [requests]);
  const [chosen, setChosen] = useState<string>();
  const [body, setBody] = useState<{ id: string; value: unknown }>();
  const [active, setActive] = useState<string>();
  const request = chosen ?? readable[0]?.id;
  const reads = useRef(onRead);
  useEffect(() => {
    if (!mayEdit || request === undefined) return;
    let over = false;
    void answered(reads.current(request)).then((result) => {
      const read = valueOrToast(result);
      if (read && !over) setBody({ id: request, value: JSON.parse(read.body) as unknown });
    });
    return () => {
      over = true;
    };
  }, [request, mayEdit]);
  const found = useMemo(() => fillings(mapping), [mapping]);
  const at = tried?.find((t) => t.request === request);
  const event = props.events.find((e) => e.type === at?.type);
  const others = at?.type === undefined ? [] : otherProblems(at.problems, shownPlaces(targets, mapping));
  const labelOf = (to: string): string => (to === EVENT ? say.whichEvent : to === ID ? say.eventId : placeLabel(to));
  const leave = (to: string | undefined): void => {
    setActive(undefined);
    if (to !== undefined) requestAnimationFrame(() => document.getElementById(pointId(to))?.focus());
  };
  const pick = (steps: Pointed): void => {
    if (active === undefined) return;
    if (active === EVENT) change({ ...mapping, event: { ...mapping.event, from: queryOf('$', steps) } });
    else if (active === ID) change({ ...mapping, id: queryOf('$', steps) });
    else change(point(mapping, active, steps));
    leave(active);
  };
  return (
    <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(20rem,2fr)_3fr]">
      <section
        aria-label={say.whatCame}
        className="flex flex-col gap-2 border-rule bg-panel px-5 py-4 max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e"
      >
        <PanelTitle>{say.whatCame}</PanelTitle>
        {request === undefined && <p className="text-sm">{say.noRequests}</p>}
        {request !== undefined && (
          <Choose
            label={say.aRequest}
            value={request}
            choices={readable.map((r) => ({ value: r.id, label: requestLabel(r, zone), note: STATE_WORDS[r.state] }))}
            onChange={setChosen}
          />
        )}
        <p
          className={`text-xs ${active === undefined ? 'text-slate' : 'font-semibold text-petrol-deep'}`}
          role="status"
        >
          {active === undefined ? say.pointHint : say.chooseFor({ place: labelOf(active) })}
        </p>
        {body?.id === request && body?.value !== undefined && (
          <JsonTree
            value={body.value}
            fillsOf={(steps) => {
              const to = fillOf(found, steps);
              return to === undefined ? undefined : labelOf(to);
            }}
            active={active}
            onPick={pick}
            onLeave={() => leave(active)}
          />
        )}
      </section>
      <section aria-label={say.whatAnOrderNeeds} className="px-5 py-4 lg:min-h-0 lg:overflow-auto">
        <div role="status" className="mb-3 text-sm">
          {at && (
            <p>
              {event ? say.gives({ event: event.label }) : say.givesNothing}{' '}
              {event && (
                <strong className={at.problems.length > 0 ? 'text-madder' : ''}>
                  {at.problems.length > 0 ? say.givesGaps({ n: gapsIn(at.problems) }) : say.givesWhole}
                </strong>
              )}
            </p>
          )}
          {tried && tried.length > 1 && <p className="text-slate">{goodWords(tried)}</p>}
          {others.length > 0 && (
            <ul className="mt-1 text-madder">
              {placedProblems(others)
                .slice(0, 5)
                .map((words) => (
                  <li key={words}>{words}</li>
                ))}
            </ul>
          )}
          {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        </div>
        <PlacesPart
          {...props}
          mapping={mapping}
          tried={at}
          currency={currencyOf(at?.data) ?? props.currency}
          words={[...new Set((tried ?? []).map((t) => t.word))]}
          failure={failure}
          active={active}
          onPoint={(to) => setActive(active === to ? undefined : to)}
          onChange={change}
        />
      </section>
    </div>
  );
}

/** The currency of the order that a request makes. */
function currencyOf(data: unknown): string | undefined {
  const currency = (data as { order?: { currency?: unknown } } | undefined)?.order?.currency;
  return typeof currency === 'string' && isCurrency(currency) ? currency : undefined;
}

const requestLabel = (r: RequestRow, zone: string): string =>
  [timeWords(r.at, zone), r.order || r.word].filter(Boolean).join(' · ');
