'use client';
/** Why a delivery was made, what it is about, what was tried, and what came back. */
import type { DeliveryView } from '@/contract/deliveries';
import { languageName } from '@/core/names';
import { Conversation } from '../parts/Conversation';
import Link from '../parts/Link';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { StateWord } from '../parts/states';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/deliveries';
import { say as common } from '@/words/common';
import { AUDIENCE_WORDS } from '@/core/moments';

export interface Evidence {
  base: string;
  zone: string;
  delivery: DeliveryView;
}

const BOUNCE_WORDS: Record<string, string> = inEachLanguage(() => ({
  hard: say.hardBounceTheAddressIs,
  soft: say.softBounceLaterMessagesStill,
  delayed: say.stillBeingTried,
  complaint: say.complaintNothingOptional,
  other: say.noFailure,
}));

export function Reasons({ delivery: d }: Pick<Evidence, 'delivery'>) {
  return (
    <>
      <PanelTitle>{common.why}</PanelTitle>
      <ul className="mt-1 mb-4">
        {d.reasons.map((r) => (
          <li key={r} className="flex gap-2 py-0.5">
            <span className="translate-y-1">
              <Mark tone="good" size={11} />
            </span>
            <span dir="auto">{r}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** To whom, in which language, about which order, made from what. */
export function DeliveryFacts({ base, zone, delivery: d }: Evidence) {
  return (
    <dl className="mb-4 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1">
      <dt className="text-slate">{say.to}</dt>
      <dd className="min-w-0 wrap-anywhere">
        <bdi>{d.recipientName}</bdi> {d.recipient}, {AUDIENCE_WORDS[d.role]}
      </dd>
      <dt className="text-slate">{common.language}</dt>
      <dd>{languageName(d.language)}</dd>
      {d.order && (
        <>
          <dt className="text-slate">{common.order}</dt>
          <dd>
            <Link href={`${base}/orders/${encodeURIComponent(d.order)}`} className="link">
              {d.order}
            </Link>
          </dd>
        </>
      )}
      {d.slug && (
        <>
          <dt className="text-slate">{say.madeFrom}</dt>
          <dd>
            <Link
              href={`${base}/desk/${d.slug}?language=${d.language}${d.order ? `&order=${encodeURIComponent(d.order)}` : ''}`}
              className="link"
            >
              {say.noticeEdition({ notification: d.notification, edition: d.edition ?? '' })}
            </Link>
          </dd>
        </>
      )}
      {d.event && (
        <>
          <dt className="text-slate">{say.event}</dt>
          <dd className="break-all">
            {d.event.type}, <Time at={d.event.receivedAt} zone={zone} />
            <div className="font-mono text-xs text-slate">
              {d.event.source} {d.event.eventId}
            </div>
          </dd>
        </>
      )}
      {d.messageId && (
        <>
          <dt className="text-slate">{say.messageId}</dt>
          <dd className="font-mono text-xs break-all">{d.messageId}</dd>
        </>
      )}
      <dt className="text-slate">{say.trace}</dt>
      <dd className="font-mono text-xs break-all" title={say.traceNote}>
        {d.trace}
      </dd>
    </dl>
  );
}

export function Attempts({ zone, delivery: d }: Omit<Evidence, 'base'>) {
  return (
    <>
      <PanelTitle
        aside={
          (d.state === 'deferred' || d.state === 'held' || d.waits) && d.dueAt ? (
            <>
              {d.waits ? say.due : say.nextTry} <Time at={d.dueAt} zone={zone} />
            </>
          ) : undefined
        }
      >
        {say.attempts}
      </PanelTitle>
      {d.attempts.length === 0 && <p className="mt-1 text-slate">{say.notTriedYet}</p>}
      <ol className="mt-1 mb-4">
        {d.attempts.map((a, i) => (
          <li key={a.id} className="border-b border-rule py-2">
            <div className="flex items-baseline gap-2">
              <span className="font-semibold">{a.number}.</span>
              <StateWord state={a.lost ? 'deferred' : a.state} />
              <span className="ms-auto text-xs text-slate">
                <Time at={a.startedAt} zone={zone} />
                {a.ms !== undefined && `, ${say.milliseconds({ ms: a.ms })}`}
              </span>
            </div>
            <p className="mt-1">{a.lost ? say.theProcessThatSentIt : a.words}</p>
            {a.remedy && <p className="text-slate">{a.remedy}</p>}
            {a.via && <p className="text-xs text-slate">{say.byVia({ via: a.via })}</p>}
            {a.conversation && (
              <details className="mt-1" open={a.state !== 'accepted' && i === d.attempts.length - 1}>
                <summary className="link text-xs">{common.smtpLog}</summary>
                <Conversation text={a.conversation} />
              </details>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}

/** What the recipient's side sent back later. */
export function Bounces({ zone, delivery: d }: Omit<Evidence, 'base'>) {
  if (d.bounces.length === 0) return null;
  return (
    <>
      <PanelTitle>{say.bounces}</PanelTitle>
      <ul className="mt-1 mb-4" data-testid="bounces">
        {d.bounces.map((b) => (
          <li key={b.id} className="border-b border-rule py-2">
            <div className="flex items-baseline gap-2">
              <span className="font-semibold">{b.words}</span>
              <span className="ms-auto text-xs text-slate">
                <Time at={b.at} zone={zone} />
              </span>
            </div>
            <p className="text-slate">
              {BOUNCE_WORDS[b.kind]}
              {b.status && ` (${b.status})`}
            </p>
            {b.diagnostic && <p className="font-mono text-xs break-all">{b.diagnostic}</p>}
          </li>
        ))}
      </ul>
    </>
  );
}

/** What it went out with in one mail. */
export function MailedWith({ base, delivery: d }: Omit<Evidence, 'zone'>) {
  if (d.mailedWith.length === 0) return null;
  return (
    <>
      <PanelTitle>{say.inOneMailWith}</PanelTitle>
      <ul className="mt-1 mb-4">
        {d.mailedWith.map((m) => (
          <li key={m.id} className="py-0.5">
            <Link href={`${base}/deliveries/${m.id}`} className="link">
              {m.subject || m.order}
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Who else was written to for the same event, and who was not. */
export function SameEvent({ base, delivery: d }: Omit<Evidence, 'zone'>) {
  return (
    <>
      {(d.others.length > 0 || d.notWritten.length > 0) && <PanelTitle>{say.fromTheSameEvent}</PanelTitle>}
      <ul className="mt-1">
        {d.others.map((o) => (
          <li key={o.id} className="flex gap-2 py-0.5">
            <Link href={`${base}/deliveries/${o.id}`} className="link">
              {say.notificationToRecipient({ notification: o.notification, recipient: o.recipient })}
            </Link>
            <StateWord state={o.state} />
          </li>
        ))}
        {d.notWritten.map((n) => (
          <li key={n.id} className="flex gap-2 py-0.5 text-slate">
            <span className="translate-y-1">
              <Mark tone="quiet" size={11} />
            </span>
            <span>
              {n.notification}
              {n.recipient && ` ${say.notToN({ n: n.recipientName || n.recipient })}`}: {n.reason}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
