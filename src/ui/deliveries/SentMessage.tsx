'use client';
/** The message as it was sent; what it would say while it was not; or why there is none. */
import { Paperclip } from 'lucide-react';
import { useState } from 'react';
import { fileSize } from '@/core/names';
import type { DeliveryView } from '@/contract/deliveries';
import Link from '../parts/Link';
import { Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import { say } from '@/words/deliveries';
import { say as common } from '@/words/common';
import { say as attaching } from '@/words/files';

export function SentMessage({ base, delivery: d }: { base: string; delivery: DeliveryView }) {
  if (d.message) {
    const note = say.fromAndSize({ from: d.message.from, size: Math.round(d.message.bytes / 1000) });
    return (
      <>
        <Shown {...d.message} subject={d.subject} note={note} title={say.theMessageAsSent} language={d.language} />
        {d.message.files.length > 0 && (
          <section
            aria-label={attaching.attachments}
            className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-panel px-5 py-2 text-sm"
          >
            {d.message.files.map((f, i) => (
              <a
                key={`${i} ${f.name}`}
                className="link flex min-h-6 min-w-0 items-center gap-1.5"
                href={`${base}/deliveries/${d.id}/files/${i}`}
                download
              >
                <Paperclip size={13} aria-hidden className="shrink-0" />
                <bdi className="wrap-anywhere">{f.name}</bdi>
                <span className="text-xs whitespace-nowrap text-slate">{fileSize(f.bytes)}</span>
              </a>
            ))}
          </section>
        )}
      </>
    );
  }
  if (!d.would) return <NotSent base={base} delivery={d} />;
  return (
    <>
      <div className="flex shrink-0 items-baseline gap-2 border-b border-rule bg-marigold-tint px-5 py-2 text-sm">
        <span className="translate-y-0.5">
          <Mark tone="waiting" size={12} />
        </span>
        <p>
          {d.state === 'failed' || d.state === 'bounced'
            ? say.notSentBelow({ words: d.words })
            : say.notYetSentBelow({ words: d.words })}
          {d.state === 'held' && (
            <>
              {' '}
              <Link href={`${base}/sending`} className="link">
                {say.seeTheServices}
              </Link>
            </>
          )}
        </p>
      </div>
      <Shown {...d.would} note={say.notSent} title={say.theMessageAsItWould} language={d.language} />
    </>
  );
}

/** A message as it is seen, with its text part one click away. */
export function Shown({
  subject,
  note,
  html,
  text,
  title,
  language,
}: {
  subject: string;
  note: string;
  html: string;
  text: string;
  title: string;
  language: string;
}) {
  const [form, setForm] = useState<'html' | 'text'>(html === '' ? 'text' : 'html');
  return (
    <>
      <div className="flex shrink-0 items-center gap-3 border-b border-rule px-5 py-2 text-sm">
        <div className="min-w-0 flex-1">
          <div className="truncate font-semibold max-lg:whitespace-normal" dir="auto" lang={language} title={subject}>
            {subject}
          </div>
          <div className="truncate text-xs text-slate max-lg:whitespace-normal" title={note}>
            {note}
          </div>
        </div>
        {html !== '' && (
          <Segments
            label={say.partOfTheMessage}
            value={form}
            choices={[
              { value: 'html', label: say.html },
              { value: 'text', label: common.text },
            ]}
            onChange={setForm}
          />
        )}
      </div>
      {form === 'html' ? (
        <iframe
          sandbox=""
          srcDoc={html}
          title={title}
          className="w-full flex-1 bg-white max-lg:min-h-[75vh] lg:min-h-0"
        />
      ) : (
        <pre
          dir="auto"
          lang={language}
          className="lg:min-h-0 flex-1 lg:overflow-auto bg-sheet p-5 text-sm whitespace-pre-wrap"
        >
          {text}
        </pre>
      )}
    </>
  );
}

function NotSent({ base, delivery: d }: { base: string; delivery: DeliveryView }) {
  return (
    <div className="p-8 text-sm text-slate">
      <p className="font-serif text-lg text-ink">
        {d.state === 'failed' || d.state === 'cancelled' ? say.theMessageWasNotSent : say.nothingWasSentYet}
      </p>
      <p className="mt-1">{d.words || say.theMessageIsKeptHere}</p>
      {d.state === 'held' && (
        <p className="mt-2">
          <Link href={`${base}/sending`} className="link">
            {say.seeTheServices}
          </Link>
        </p>
      )}
    </div>
  );
}
