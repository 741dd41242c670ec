'use client';
/** What customers answered about an order, and what became of it. */
import type { ReplyView } from '@/contract/orders';
import { say } from '@/words/replies';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { Time } from '../parts/format';

export function Replies({ base, replies, zone }: { base: string; replies: readonly ReplyView[]; zone: string }) {
  if (replies.length === 0) return null;
  return (
    <section aria-label={say.replies} className="mt-6">
      <PanelTitle aside={String(replies.length)}>{say.replies}</PanelTitle>
      <ul className="mt-1 text-sm">
        {replies.map((r) => (
          <li key={r.id} className="border-b border-rule py-2">
            <div className="flex items-baseline gap-3">
              <span className="min-w-0 flex-1">
                <span className="font-semibold" dir="auto">
                  {r.from}
                </span>{' '}
                <span className="text-slate">{say.repliedTo({ notification: r.notification })}</span>
                {r.otherAddress && <span className="text-marigold-ink"> {say.fromAnotherAddress}</span>}
              </span>
              <span className="w-28 text-end text-xs text-slate">
                <Time at={r.at} zone={zone} />
              </span>
            </div>
            <div className="font-semibold" dir="auto">
              {r.subject}
            </div>
            <p className="mt-1 max-h-40 overflow-auto whitespace-pre-wrap" dir="auto" tabIndex={0}>
              {r.text || say.tooOldToShow}
            </p>
            {r.attachments.length > 0 && (
              <p className="mt-1 text-slate">
                {say.nAttachments({ n: r.attachments.length, names: r.attachments.join(', ') })}
              </p>
            )}
            <p className="mt-1 flex items-baseline gap-2 text-slate">
              <Mark tone={MARKS[r.state]} size={11} />
              <span className="min-w-0 flex-1">{stateWords(r)}</span>
              {r.whole && (
                <a className="link" href={`${base}/replies/${r.id}`} download>
                  {say.downloadReply}
                </a>
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

const MARKS = { waiting: 'waiting', 'passed-on': 'good', automatic: 'quiet', unsent: 'failing' } as const;

function stateWords({ state, words, passedTo }: ReplyView): string {
  switch (state) {
    case 'passed-on':
      return say.passedOnTo({ address: passedTo });
    case 'automatic':
      return words;
    case 'unsent':
      return passedTo ? say.notPassedOn({ address: passedTo, cause: words }) : words;
    case 'waiting':
      return passedTo ? say.notPassedOn({ address: passedTo, cause: words }) : say.willBePassedOnSoon;
  }
}
