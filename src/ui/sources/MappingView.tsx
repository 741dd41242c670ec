'use client';
/** What a shop sent beside what an order needs: a value is pointed at, and what the mapping makes of it is shown at once. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { RequestRow, Tried } from '@/contract/sources';
import { point, queryOf, type Pointed } from '@/core/mapping/pointing';
import { isCurrency } from '@/core/schema';
import { asking } from '../parts/asking';
import { Pick as Choose } from '../parts/fields';
import { timeWords } from '../parts/format';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { JsonTree } from './JsonTree';
import { placedProblems, placeLabel } from './labels';
import { EVENT, fillings, fillOf, gapsIn, ID, otherProblems } from './mapped';
import { PlacesPart, shownPlaces } from './PlacesPart';
import { pointId } from './PlaceRow';
import type { SourceProps } from './SourceScreen';
import { STATE_WORDS } from './states';
import type { useMapping } from './useMapping';
import { say } from '@/words/sources';

const isGood = (t: Tried): boolean => t.type === undefined || t.problems.length === 0;
export const goodWords = (tried: readonly Tried[]): string =>
  say.triedOn({ good: tried.filter(isGood).length, all: tried.length });

export function MappingView(props: SourceProps & { work: ReturnType<typeof useMapping> }) {
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
    return asking(
      () => answered(reads.current(request)),
      (result) => {
        const read = valueOrToast(result);
        if (read) setBody({ id: request, value: JSON.parse(read.body) as unknown });
      },
    );
  }, [request, mayEdit]);
  const found = useMemo(() => fillings(mapping), [mapping]);
  // What was tried last is of another mapping while this one cannot be used.
  const at = failure ? undefined : tried?.find((t) => t.request === request);
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
          {!failure && tried && tried.length > 1 && <p className="text-slate">{goodWords(tried)}</p>}
          {others.length > 0 && (
            <ul className="mt-1 text-madder">
              {placedProblems(others)
                .slice(0, 5)
                .map((words) => (
                  <li key={words}>{words}</li>
                ))}
            </ul>
          )}
          {failure && <Trouble>{failure.message}</Trouble>}
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
