'use client';
/** What waits of a notification, and what was changed about it. */
import type { NotificationView } from '@/contract/notifications';
import Link from '../parts/Link';
import { Time } from '../parts/format';
import { PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import type { NotificationProps } from './types';
import { say } from '@/words/notification';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';

export function WaitingPart({
  base,
  waiting,
  zone,
  mayStop,
  onStop,
  onSendNow,
}: Pick<NotificationProps, 'base' | 'mayStop' | 'onStop' | 'onSendNow'> & {
  waiting: NotificationView['waiting'];
  zone: string;
}) {
  if (waiting.length === 0) return null;
  return (
    <section aria-label={say.waiting}>
      <PanelTitle aside={waiting.length >= 20 ? say.theNext20 : undefined}>{say.waiting}</PanelTitle>
      <ul className="mt-1 text-sm">
        {waiting.map((w) => (
          <li key={w.id} className="flex items-baseline gap-3 border-b border-rule py-1">
            <Link className="link" href={`${base}/deliveries/${w.id}`}>
              {w.order}
            </Link>
            <span className="min-w-0 truncate">{w.recipient}</span>
            <span className="ms-auto text-slate">
              <Said words={say.dueAt({})} marks={{ at: () => <Time at={w.dueAt} zone={zone} /> }} />
            </span>
            {mayStop && (
              <>
                <button
                  type="button"
                  className="link -my-1 py-1"
                  aria-label={say.sendNowOrder({ order: w.order })}
                  onClick={() => void answered(onSendNow(w.id)).then(valueOrToast)}
                >
                  {common.sendNow}
                </button>
                <button
                  type="button"
                  className="link -my-1 py-1"
                  aria-label={say.stopOrder({ order: w.order })}
                  onClick={() => void answered(onStop(w.id)).then(valueOrToast)}
                >
                  {common.stop}
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

export function HistoryPart({ history, zone }: { history: NotificationView['history']; zone: string }) {
  return (
    <section aria-label={say.history}>
      <PanelTitle>{say.history}</PanelTitle>
      <ul className="mt-1 text-sm">
        {history.map((h) => (
          <li key={h.id} className="flex gap-3 border-b border-rule py-1">
            <span className="w-28 shrink-0 text-slate">
              <Time at={h.at} zone={zone} />
            </span>
            <span>{h.words}</span>
          </li>
        ))}
        {history.length === 0 && <li className="py-1 text-slate">{say.nothingWasChangedYet}</li>}
      </ul>
    </section>
  );
}
