/** A rehearsal as lists: its messages, its orders, and what was left out. */
import { languageName } from '@/core/names';
import { listed, inEachLanguage } from '@/words/speak';
import type { Story } from '@/core/rehearsal';
import {
  BAD,
  OUTCOMES,
  type RehearsedLife,
  type RehearsedRow,
  type UnseenView,
  type UnshownView,
} from '@/contract/rehearsal';
import Link from '../parts/Link';
import { Head } from '../parts/Table';
import { VerdictMark } from './Verdict';
import { OUTCOME_WORDS } from './views';
import { say } from '@/words/rehearsal';

const STORIES: Readonly<Record<Story, string>> = inEachLanguage(() => ({
  whole: say.whole,
  reminded: say.reminded,
  parts: say.parts,
  collected: say.collected,
  cancelled: say.cancelled,
  'given-back': say.givenBack,
  files: say.files,
  letters: say.letters,
  account: say.account,
  stock: say.stockLife,
  summary: say.summaryLife,
  notice: say.noticeLife,
  reckoned: say.reckonedLife,
  own: say.ownSteps,
  recorded: say.recorded,
}));

export function MessagesList({
  messages,
  numbers,
  opened,
  hrefOfMessage,
}: {
  messages: readonly RehearsedRow[];
  /** Of the orders, by the place of the life. */
  numbers: ReadonlyMap<number, string>;
  opened: string | undefined;
  hrefOfMessage: (id: string) => string;
}) {
  if (messages.length === 0) return <p className="px-5 py-4 text-sm">{say.nothingToSee}</p>;
  return (
    <table className="lines w-full text-sm">
      <Head
        columns={[
          { label: say.outcome, className: 'w-44' },
          { label: say.message },
          { label: say.language, className: 'w-28' },
          { label: say.reader },
          { label: say.order, className: 'w-24' },
        ]}
      />
      <tbody>
        {messages.map((m) => (
          <tr
            key={m.id}
            aria-current={m.id === opened ? 'true' : undefined}
            className={`border-b border-rule align-top ${m.id === opened ? 'bg-petrol-tint' : ''}`}
          >
            <td data-line="end" className="py-1.5 ps-5 pe-2">
              <span className="inline-flex items-baseline gap-1.5">
                <span className="translate-y-0.5">
                  <VerdictMark outcome={m.outcome} label="" />
                </span>
                <span className={BAD.includes(m.outcome) ? 'font-semibold text-madder' : ''}>
                  {OUTCOME_WORDS[m.outcome]}
                </span>
              </span>
              {m.worse && <div className="text-xs text-slate">{say.worse}</div>}
            </td>
            <td data-line="name" className="px-2 py-1.5">
              <Link href={hrefOfMessage(m.id)} scroll={false} className="link">
                {m.version ? `${m.notification}, ${m.version}` : m.notification}
              </Link>
              {m.turn > 1 && <div className="text-xs text-slate">{say.turnNth({ turn: m.turn })}</div>}
            </td>
            <td data-line="foot" className="px-2 py-1.5">
              {languageName(m.wanted)}
            </td>
            <td data-line="rest" className="px-2 py-1.5 wrap-anywhere text-slate">
              {m.recipient}
            </td>
            <td data-line="foot-end" className="px-2 py-1.5 pe-5 text-slate">
              {numbers.get(m.life)}
              {m.from !== undefined && <div className="text-xs">{say.fromRun({ run: m.from })}</div>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function LivesList({
  base,
  lives,
  tried,
  onKeep,
  hrefOfMessage,
}: {
  base: string;
  lives: readonly RehearsedLife[];
  tried: number;
  /** Has one rehearsed each time; undefined where that may not be done. */
  onKeep: ((life: RehearsedLife) => void) | undefined;
  hrefOfMessage: (id: string) => string;
}) {
  return (
    <>
      <p className="max-w-3xl px-5 py-3 text-sm text-slate">
        {say.tried({ tried })}{' '}
        <Link href={`${base}/rehearsal/orders`} className="link whitespace-nowrap">
          {say.seeOwnOrders}
        </Link>
      </p>
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.order, className: 'w-24' },
            { label: say.story },
            { label: say.whoOrders, className: 'w-64' },
            { label: say.outcome, className: 'w-44' },
          ]}
        />
        <tbody>
          {lives.map((life) => (
            <tr key={life.place} className="border-b border-rule align-top">
              <td data-line="name" className="py-1.5 ps-5 pe-2 font-semibold">
                {life.first ? (
                  <Link href={hrefOfMessage(life.first)} scroll={false} className="link">
                    {life.number}
                  </Link>
                ) : (
                  life.number
                )}
              </td>
              <td data-line="rest" className="px-2 py-1.5">
                {life.own && <span className="block font-semibold">{life.own}</span>}
                {STORIES[life.script]}
                {life.trouble && (
                  <p className="mt-0.5 font-semibold text-madder">{say.lifeTrouble({ why: life.trouble })}</p>
                )}
              </td>
              <td data-line="foot" className="px-2 py-1.5 text-slate">
                {[
                  languageName(life.language),
                  life.channel,
                  ...(life.guest ? [say.guest] : []),
                  say.nProducts({ n: life.products }),
                ].join(' · ')}
              </td>
              <td data-line="end" className="px-2 py-1.5 pe-5">
                {life.done ? <CountsOf life={life} /> : say.notYet}
                {life.from !== undefined && <div className="text-xs text-slate">{say.fromRun({ run: life.from })}</div>}
                {onKeep && life.own === undefined && (
                  <button
                    type="button"
                    className="link inline-flex min-h-6 items-center max-lg:ms-3"
                    aria-label={say.rehearseAlwaysOf({ number: life.number })}
                    onClick={() => onKeep(life)}
                  >
                    {say.rehearseAlways}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function CountsOf({ life: { counts } }: { life: RehearsedLife }) {
  const all = Object.values(counts).reduce((a, b) => a + b, 0);
  return (
    <>
      {say.lifeCounts({ n: all })}
      {OUTCOMES.filter((o) => BAD.includes(o) && counts[o] > 0).map((o) => (
        <span key={o} className="ms-2 inline-flex items-baseline gap-1 font-semibold text-madder">
          <span className="translate-y-0.5">
            <VerdictMark outcome={o} label="" />
          </span>
          {counts[o]} {OUTCOME_WORDS[o]}
        </span>
      ))}
    </>
  );
}

export function UnshownList({ unshown }: { unshown: readonly UnshownView[] }) {
  if (unshown.length === 0) return <p className="px-5 py-4 text-sm">{say.allShown}</p>;
  return (
    <table className="lines w-full text-sm">
      <Head
        columns={[{ label: say.message }, { label: say.languageOrReader, className: 'w-60' }, { label: say.why }]}
      />
      <tbody>
        {unshown.map((u, i) => (
          <tr key={i} className="border-b border-rule align-top">
            <td data-line="name" className="py-1.5 ps-5 pe-2">
              {u.version ? `${u.notification}, ${u.version}` : u.notification}
            </td>
            <td data-line="foot" className="px-2 py-1.5">
              {u.languages.length > 0
                ? listed(u.languages.map((l) => languageName(l)))
                : (u.recipient ?? say.colleagues)}
            </td>
            <td data-line="rest" className="px-2 py-1.5 pe-5 text-slate">
              {u.why === 'not-of-a-life'
                ? say.whyNotOfLife
                : u.recipient
                  ? say.whyNobodyLed
                  : u.when
                    ? say.whyNoOrderWhen({ when: u.when })
                    : say.whyNoOrder}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Forms of sentences that no order showed: they are live, and nobody has seen them. */
export function UnseenList({ base, unseen }: { base: string; unseen: readonly UnseenView[] }) {
  if (unseen.length === 0) return null;
  return (
    <section aria-labelledby="unseen" className="mt-4 border-t border-rule">
      <h2 id="unseen" className="px-5 pt-4 font-serif text-base font-medium">
        {say.unseenTitle}
      </h2>
      <p className="max-w-3xl px-5 pt-1 pb-2 text-sm text-slate">{say.unseenNote}</p>
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.message, className: 'w-72' },
            { label: say.language, className: 'w-28' },
            { label: say.unseenWhat },
          ]}
        />
        <tbody>
          {unseen.map((u) => (
            <tr key={`${u.address} ${u.language}`} className="border-b border-rule align-top">
              <td data-line="name" className="py-1.5 ps-5 pe-2">
                <Link href={`${base}/desk/${u.address}?language=${u.language}`} className="link">
                  {u.version ? `${u.notification}, ${u.version}` : u.notification}
                </Link>
                <div className="text-xs text-slate">{say.unseenOf({ n: u.parts.length, of: u.of })}</div>
              </td>
              <td data-line="foot" className="px-2 py-1.5">
                {languageName(u.language)}
              </td>
              <td data-line="rest" className="px-2 py-1.5 pe-5">
                <ul>
                  {u.parts.map((part) => (
                    <li key={`${part.place} ${part.is}`} className="wrap-anywhere" dir="auto">
                      {part.is === 'there' ? (
                        <span className="text-slate">{say.blockThere({ block: part.place })}</span>
                      ) : part.is === 'left-out' ? (
                        <span className="text-slate">{say.blockLeftOut({ block: part.place })}</span>
                      ) : (
                        <span lang={u.language}>{part.words || '–'}</span>
                      )}
                    </li>
                  ))}
                </ul>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
