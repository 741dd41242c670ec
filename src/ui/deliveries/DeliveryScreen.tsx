'use client';
/** One delivery: why it was sent, what was tried, what was said, and the message itself. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { DeliveryState } from '@/core/mail/state';
import { languageName } from '@/core/names';
import type { Result } from '@/core/result';
import { Segments } from '../parts/fields';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { StateWord } from '../parts/states';
import { WatchWaiting } from '../parts/WatchWaiting';
import type { AgainView } from '@/contract/deliveries';
import { AgainDialog } from './AgainDialog';

export interface DeliveryProps {
  base: string;
  zone: string;
  delivery: {
    id: string;
    order: string;
    notification: string;
    slug?: string | undefined;
    recipient: string;
    recipientName: string;
    role: string;
    language: string;
    state: DeliveryState;
    subject: string;
    messageId: string;
    words: string;
    dueAt?: string;
    /** For its time. */
    waits: boolean;
    mayBeReleased: boolean;
    /** How it can be sent once more, if it can. */
    again?: AgainView | undefined;
    /** How many more are in this state for the same cause. */
    othersOfCause: number;
    bounces: { id: string; at: string; kind: string; status: string; words: string; diagnostic: string }[];
    edition?: number | undefined;
    reasons: string[];
    event?: { type: string; source: string; eventId: string; receivedAt: string } | undefined;
    attempts: {
      id: string;
      number: number;
      startedAt: string;
      ms?: number;
      lost: boolean;
      state: DeliveryState;
      via: string;
      words: string;
      remedy: string;
      conversation: string;
    }[];
    message?: { from: string; html: string; text: string; bytes: number } | undefined;
    others: { id: string; recipient: string; notification: string; state: DeliveryState }[];
    notWritten: { id: string; notification: string; recipient: string; recipientName: string; reason: string }[];
  };
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

const BOUNCE_WORDS: Record<string, string> = {
  hard: 'For good: the address is not written to any more.',
  soft: 'Given up for now: the address is still written to.',
  delayed: 'Still being tried.',
  other: 'No failure.',
};

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
  const [form, setForm] = useState<'html' | 'text'>('html');
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
    toast(tried.value === 1 ? 'One message is tried again.' : `${tried.value} messages are tried again.`);
    return { ok: true, value: null };
  };

  return (
    <Page
      back={{ href: `${base}/deliveries`, label: 'All deliveries' }}
      title={d.notification}
      note={
        <>
          to <bdi>{d.recipientName || d.recipient}</bdi> · <StateWord state={d.state} waits={d.waits} />
        </>
      }
      actions={
        <>
          {d.message && (
            <a href={`${base}/deliveries/${d.id}/message`} className="btn" download>
              Download (.eml)
            </a>
          )}
          {d.mayBeReleased && mayRelease && (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void run(onRelease)}>
              Send it this once
            </button>
          )}
          {d.waits && mayTry && (
            <button type="button" className="btn" disabled={busy} onClick={() => void run(onSendNow)}>
              Send it now
            </button>
          )}
          {['planned', 'held', 'deferred'].includes(d.state) && mayTry && (
            <button type="button" className="btn" disabled={busy} onClick={() => void run(onStop)}>
              Stop it
            </button>
          )}
          {d.again && mayTry && (
            <button type="button" className="btn" disabled={busy} onClick={() => setAsking(true)}>
              Send it again ...
            </button>
          )}
          {again && mayTry && d.othersOfCause > 0 && (
            <button
              type="button"
              className="btn"
              disabled={busy}
              title={`${d.words} All messages that wait or failed for this cause are tried again.`}
              onClick={() => void run(tryAll)}
            >
              Try all {d.othersOfCause + 1} with this cause again
            </button>
          )}
          {again && mayTry && (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void run(onTry)}>
              Try again now
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
      <div className="grid h-full min-h-0 grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <section className="min-h-0 overflow-auto border-e border-rule px-5 py-4 text-sm">
          <PanelTitle>Why</PanelTitle>
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
          <dl className="mb-4 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1">
            <dt className="text-slate">To</dt>
            <dd className="break-all">
              <bdi>{d.recipientName}</bdi> {d.recipient}, {d.role}
            </dd>
            <dt className="text-slate">Language</dt>
            <dd>{languageName(d.language)}</dd>
            {d.order && (
              <>
                <dt className="text-slate">Order</dt>
                <dd>
                  <Link href={`${base}/orders/${encodeURIComponent(d.order)}`} className="link">
                    {d.order}
                  </Link>
                </dd>
              </>
            )}
            {d.slug && (
              <>
                <dt className="text-slate">Made from</dt>
                <dd>
                  <Link
                    href={`${base}/desk/${d.slug}?language=${d.language}${d.order ? `&order=${encodeURIComponent(d.order)}` : ''}`}
                    className="link"
                  >
                    {d.notification}, edition {d.edition}
                  </Link>
                </dd>
              </>
            )}
            {d.event && (
              <>
                <dt className="text-slate">Event</dt>
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
                <dt className="text-slate">Message-ID</dt>
                <dd className="font-mono text-xs break-all">{d.messageId}</dd>
              </>
            )}
          </dl>

          <PanelTitle
            aside={
              (d.state === 'deferred' || d.state === 'held' || d.waits) && d.dueAt ? (
                <>
                  {d.waits ? 'due' : 'next try'} <Time at={d.dueAt} zone={zone} />
                </>
              ) : undefined
            }
          >
            Attempts
          </PanelTitle>
          {d.attempts.length === 0 && <p className="mt-1 text-slate">Not tried yet.</p>}
          <ol className="mt-1 mb-4">
            {d.attempts.map((a, i) => (
              <li key={a.id} className="border-b border-rule py-2">
                <div className="flex items-baseline gap-2">
                  <span className="font-semibold">{a.number}.</span>
                  <StateWord state={a.lost ? 'deferred' : a.state} />
                  <span className="ms-auto text-xs text-slate">
                    <Time at={a.startedAt} zone={zone} />
                    {a.ms !== undefined && `, ${a.ms} ms`}
                  </span>
                </div>
                <p className="mt-1">
                  {a.lost
                    ? 'The process that sent it ended before it could record an answer. The server may have taken the message.'
                    : a.words}
                </p>
                {a.remedy && <p className="text-slate">{a.remedy}</p>}
                {a.via && <p className="text-xs text-slate">by {a.via}</p>}
                {a.conversation && (
                  <details className="mt-1" open={a.state !== 'accepted' && i === d.attempts.length - 1}>
                    <summary className="link text-xs">What was said</summary>
                    <Conversation text={a.conversation} />
                  </details>
                )}
              </li>
            ))}
          </ol>

          {d.bounces.length > 0 && (
            <>
              <PanelTitle>What came back</PanelTitle>
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
          )}

          {(d.others.length > 0 || d.notWritten.length > 0) && <PanelTitle>From the same event</PanelTitle>}
          <ul className="mt-1">
            {d.others.map((o) => (
              <li key={o.id} className="flex gap-2 py-0.5">
                <Link href={`${base}/deliveries/${o.id}`} className="link">
                  {o.notification} to {o.recipient}
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
                  {n.recipient && ` not to ${n.recipientName || n.recipient}`}: {n.reason}
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section className="flex min-h-0 flex-col">
          {d.message ? (
            <>
              <div className="flex shrink-0 items-center gap-3 border-b border-rule px-5 py-2 text-sm">
                <div className="min-w-0 flex-1">
                  <div className="truncate font-semibold" dir="auto">
                    {d.subject}
                  </div>
                  <div className="truncate text-xs text-slate">
                    {d.message.from} · {(d.message.bytes / 1000).toFixed(0)} kB as sent
                  </div>
                </div>
                <Segments
                  label="Part of the message"
                  value={form}
                  choices={[
                    { value: 'html', label: 'HTML' },
                    { value: 'text', label: 'Text' },
                  ]}
                  onChange={setForm}
                />
              </div>
              {form === 'html' ? (
                <iframe
                  sandbox=""
                  srcDoc={d.message.html}
                  title="The message as sent"
                  className="min-h-0 w-full flex-1 bg-sheet"
                />
              ) : (
                <pre dir="auto" className="min-h-0 flex-1 overflow-auto bg-sheet p-5 text-sm whitespace-pre-wrap">
                  {d.message.text}
                </pre>
              )}
            </>
          ) : (
            <div className="p-8 text-sm text-slate">
              <p className="font-serif text-lg text-ink">
                {d.state === 'failed' ? 'The message was not sent' : 'Nothing was sent yet'}
              </p>
              <p className="mt-1">{d.words || 'The message is kept here once a server has taken it.'}</p>
              {d.state === 'held' && (
                <p className="mt-2">
                  <Link href={`${base}/sending`} className="link">
                    See the services
                  </Link>
                </p>
              )}
            </div>
          )}
        </section>
      </div>
    </Page>
  );
}

/** The lines of an SMTP conversation, ours and theirs told apart. */
export function Conversation({ text }: { text: string }) {
  return (
    <pre className="mt-1 max-h-64 overflow-auto border border-rule bg-sheet p-2 font-mono text-xs leading-5 whitespace-pre-wrap">
      {text.split('\n').map((line, i) => (
        <div key={i} className={line.startsWith('C: ') ? 'text-petrol' : ''}>
          {line.startsWith('C: ') ? '› ' : line.startsWith('S: ') ? '‹ ' : ''}
          {line.replace(/^[CS]: /, '')}
        </div>
      ))}
    </pre>
  );
}
