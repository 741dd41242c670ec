/** What comes of an order that is kept for rehearsals: what happens, and who is written to then. */
import type { OwnForeseen } from '@/contract/rehearsal';
import { languageName } from '@/core/names';
import { PanelTitle } from '../parts/Page';
import { say } from '@/words/ownOrders';

export function OwnForeseenList({ foreseen }: { foreseen: OwnForeseen | undefined }) {
  const messages = foreseen?.events.reduce((sum, e) => sum + e.messages.length, 0) ?? 0;
  return (
    <section aria-label={say.whatComes} aria-live="polite" className="text-sm">
      <PanelTitle aside={foreseen && say.nMessages({ n: messages })}>{say.whatComes}</PanelTitle>
      {!foreseen && <p className="mt-1 text-slate">{say.whatComesSoon}</p>}
      <ol className="mt-1">
        {foreseen?.events.map(({ event, after, messages: sent }, i) => (
          <li key={i} className="border-b border-rule py-1.5">
            <div className="flex items-baseline gap-2">
              <span className="min-w-0 flex-1 font-semibold">{event}</span>
              <span className="shrink-0 text-xs text-slate">{laterWords(after)}</span>
            </div>
            {sent.length === 0 && <p className="text-slate">{say.nobodyHears}</p>}
            <ul>
              {sent.map((m, j) => (
                <li key={j} className="flex flex-wrap items-baseline gap-x-2">
                  <span className="min-w-0 flex-1">
                    {m.notification}
                    <span className="text-slate">
                      {' '}
                      · <bdi>{m.recipient}</bdi> · {languageName(m.language)}
                    </span>
                  </span>
                  {m.after > after && <span className="shrink-0 text-xs text-slate">{laterWords(m.after)}</span>}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** So long after the order was placed. */
function laterWords(hours: number): string {
  const [days, rest] = [Math.floor(hours / 24), hours % 24];
  if (hours <= 0) return say.atOnce;
  if (days === 0) return say.hoursLater({ n: rest });
  return rest === 0 ? say.daysLater({ n: days }) : say.daysAndHoursLater({ days, hours: rest });
}
