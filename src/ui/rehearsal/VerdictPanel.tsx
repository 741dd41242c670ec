'use client';
/** One message of a rehearsal: what was looked at, as it arrived, and the way to where it is mended. */
import { X } from 'lucide-react';
import { Fragment, useEffect, useRef } from 'react';
import { languageName } from '@/core/names';
import type { RehearsedMessage } from '@/contract/rehearsal';
import type { ComparedLine } from '@/core/rehearsal';
import { Marked } from '../bench/ChangedText';
import { Shown } from '../deliveries/SentMessage';
import { timeWords } from '../parts/format';
import Link from '../parts/Link';
import { VerdictMark } from './Verdict';
import { OUTCOME_WORDS, pictureHref } from './views';
import { say } from '@/words/rehearsal';

export function VerdictPanel({
  base,
  zone,
  message: m,
  close,
  number,
  mayEdit,
  taking,
  onPictures,
}: {
  base: string;
  zone: string;
  message: RehearsedMessage;
  /** Where the screen is without it. */
  close: string;
  /** Of the order that it is about; empty for an account's. */
  number: string;
  mayEdit: boolean;
  /** Screenshots of the run are being taken. */
  taking: boolean;
  /** Has screenshots taken of it; none where that cannot be asked for now. */
  onPictures: ((message: string) => Promise<void>) | undefined;
}) {
  const facts = [
    say.toWhom({ name: m.recipientName || m.recipient }),
    languageName(m.wanted),
    ...(number ? [say.lifeStep({ number })] : []),
    ...(m.from !== undefined ? [say.fromRun({ run: m.from })] : []),
    ...(m.turn > 1 ? [say.turnNth({ turn: m.turn })] : []),
  ];
  const panel = useRef<HTMLElement>(null);
  // On a small screen it stands before a long list.
  useEffect(() => {
    panel.current?.scrollIntoView({ block: 'nearest' });
  }, [m.id]);
  const title = m.version ? `${m.notification}, ${m.version}` : m.notification;
  return (
    <section
      ref={panel}
      aria-label={title}
      className="flex min-h-0 flex-col border-rule bg-panel max-lg:order-first max-lg:border-b lg:w-110 lg:shrink-0 lg:border-s"
    >
      <div className="shrink-0 px-5 pt-3 lg:max-h-1/2 lg:overflow-auto">
        <div className="flex items-start gap-2">
          <div className="min-w-0 flex-1">
            <h2 className="font-serif text-lg leading-tight font-medium">{title}</h2>
            <p className="text-sm wrap-anywhere text-slate">{facts.join(' · ')}</p>
          </div>
          <Link
            href={close}
            scroll={false}
            aria-label={say.closePanel}
            className="inline-flex size-8 items-center justify-center text-slate hover:text-petrol"
          >
            <X size={16} aria-hidden />
          </Link>
        </div>
        {m.before && m.before.outcome !== m.outcome && (
          <p className="mt-1 text-sm font-semibold">
            {say.wasBefore({ run: m.before.run, outcome: OUTCOME_WORDS[m.before.outcome] })}
          </p>
        )}
        {m.before?.lines && m.before.lines.length > 0 && (
          <Compared run={m.before.run} lines={m.before.lines} language={m.language} />
        )}
        <ul aria-label={say.checked} className="mt-2">
          {m.checks.map((c, i) => (
            <li key={i} className="flex items-baseline gap-2 border-t border-rule py-1.5 text-sm">
              <span className="translate-y-0.5">
                <VerdictMark outcome={c.outcome} size={13} />
              </span>
              <span className={`min-w-0 wrap-anywhere ${c.outcome === 'wrong' ? 'font-semibold' : ''}`}>{c.words}</span>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-2 border-t border-rule py-3">
          {m.address !== '' && mayEdit && (
            <Link href={`${base}/desk/${m.address}`} className="btn btn-main">
              {say.editIt}
            </Link>
          )}
          {m.seen !== undefined ? (
            <Link className="btn" href={pictureHref(base, { message: m.id, form: 'desktop' })}>
              {say.pictures}
            </Link>
          ) : (
            m.html !== '' &&
            onPictures && (
              <button type="button" className="btn" disabled={taking} onClick={() => void onPictures(m.id)}>
                {taking ? say.takingIt : say.takeThisOne}
              </button>
            )
          )}
          {m.text !== '' && (
            <a className="btn" href={`${base}/rehearsal/${m.id}/message`} download>
              {say.download}
            </a>
          )}
        </div>
      </div>
      {m.text !== '' && (
        <div className="flex min-h-0 flex-1 flex-col border-t border-rule bg-ground">
          <Shown
            key={m.id}
            subject={m.subject}
            note={say.arrivedNote({ time: timeWords(m.at, zone) })}
            html={m.html}
            text={m.text}
            title={say.asArrived}
            language={m.language}
          />
        </div>
      )}
    </section>
  );
}

/** Characters of unchanged words that stand on each side of a change. */
const AROUND = 60;

/** What it says otherwise than in the run before. */
function Compared({ run, lines, language }: { run: number; lines: readonly ComparedLine[]; language: string }) {
  const shown = lines.slice(0, MOST_LINES);
  return (
    <details className="mt-2 border-t border-rule pt-1.5 text-sm" open={lines.length <= 3}>
      <summary className="cursor-pointer font-semibold">{say.saysOtherwise({ run, n: lines.length })}</summary>
      <ul className="mt-1 flex flex-col gap-1">
        {shown.map((line, i) => (
          <li key={i} lang={language} dir="auto" className="wrap-anywhere">
            {line.map(({ kind, text }, j) =>
              kind === 'same' ? (
                <Fragment key={j}>{shortened(text, j === 0, j === line.length - 1)}</Fragment>
              ) : (
                <Marked key={j} kind={kind}>
                  {text}
                </Marked>
              ),
            )}
          </li>
        ))}
      </ul>
      {lines.length > shown.length && (
        <p className="mt-1 text-slate">{say.moreLines({ n: lines.length - shown.length })}</p>
      )}
    </details>
  );
}

const MOST_LINES = 12;

function shortened(text: string, first: boolean, last: boolean): string {
  if (text.length <= 2 * AROUND) return text;
  return `${first ? '' : text.slice(0, AROUND)} … ${last ? '' : text.slice(-AROUND)}`;
}
