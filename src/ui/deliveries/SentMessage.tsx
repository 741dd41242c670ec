'use client';
/** The message as it was sent, or why there is none. */
import { useState } from 'react';
import type { DeliveryView } from '@/contract/deliveries';
import Link from '../parts/Link';
import { Segments } from '../parts/fields';

export function SentMessage({ base, delivery: d }: { base: string; delivery: DeliveryView }) {
  const [form, setForm] = useState<'html' | 'text'>('html');
  if (!d.message) return <NotSent base={base} delivery={d} />;
  return (
    <>
      <div className="flex shrink-0 items-center gap-3 border-b border-rule px-5 py-2 text-sm">
        <div className="min-w-0 flex-1">
          <div className="truncate font-semibold max-lg:whitespace-normal" dir="auto" title={d.subject}>
            {d.subject}
          </div>
          <div className="truncate text-xs text-slate max-lg:whitespace-normal" title={d.message.from}>
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
          className="w-full flex-1 bg-sheet max-lg:min-h-[75vh] lg:min-h-0"
        />
      ) : (
        <pre dir="auto" className="lg:min-h-0 flex-1 lg:overflow-auto bg-sheet p-5 text-sm whitespace-pre-wrap">
          {d.message.text}
        </pre>
      )}
    </>
  );
}

function NotSent({ base, delivery: d }: { base: string; delivery: DeliveryView }) {
  return (
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
  );
}
