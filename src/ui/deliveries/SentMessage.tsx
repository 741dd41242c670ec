'use client';
/** The message as it was sent; what it would say while it was not; or why there is none. */
import { useState } from 'react';
import type { DeliveryView } from '@/contract/deliveries';
import Link from '../parts/Link';
import { Segments } from '../parts/fields';
import { Mark } from '../parts/marks';

export function SentMessage({ base, delivery: d }: { base: string; delivery: DeliveryView }) {
  if (d.message) {
    const note = `${d.message.from} · ${(d.message.bytes / 1000).toFixed(0)} kB as sent`;
    return <Shown {...d.message} subject={d.subject} note={note} title="The message as sent" language={d.language} />;
  }
  if (!d.would) return <NotSent base={base} delivery={d} />;
  return (
    <>
      <div className="flex shrink-0 items-baseline gap-2 border-b border-rule bg-marigold-tint px-5 py-2 text-sm">
        <span className="translate-y-0.5">
          <Mark tone="waiting" size={12} />
        </span>
        <p>
          {d.state === 'failed' || d.state === 'bounced' ? 'This was not sent. ' : 'This has not been sent yet. '}
          {d.words} Below is what it would say now.
          {d.state === 'held' && (
            <>
              {' '}
              <Link href={`${base}/sending`} className="link">
                See the services
              </Link>
            </>
          )}
        </p>
      </div>
      <Shown {...d.would} note="not sent" title="The message as it would be sent" language={d.language} />
    </>
  );
}

function Shown({
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
  const [form, setForm] = useState<'html' | 'text'>('html');
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
        {d.state === 'failed' || d.state === 'cancelled' ? 'The message was not sent' : 'Nothing was sent yet'}
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
  );
}
