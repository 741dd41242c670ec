'use client';
/** What a rule would have meant for the orders of late, while it is made: nobody is flooded or left out unseen. */
import { useEffect, useState } from 'react';
import { FLOOD, type RuleForecast } from '@/core/plan';
import type { Result } from '@/core/result';
import { say } from '@/words/routing';
import { asking } from '../parts/asking';
import { Mark } from '../parts/marks';
import { answered } from '../parts/result';

const WAIT_MS = 400;

export function ForecastOfRule({
  draft,
  instead,
  ready,
  onForecast,
}: {
  draft: unknown;
  /** The rule that it replaces. */
  instead: string | undefined;
  /** It can be tried. */
  ready: boolean;
  onForecast: (rule: unknown, instead?: string) => Promise<Result<RuleForecast>>;
}) {
  const [seen, setSeen] = useState<{ of: unknown; forecast: RuleForecast | undefined }>();
  useEffect(() => {
    if (!ready) return;
    return asking(
      () => answered(onForecast(draft, instead)),
      (result) => setSeen({ of: draft, forecast: result.ok ? result.value : undefined }),
      WAIT_MS,
    );
  }, [draft, instead, ready, onForecast]);
  const forecast = ready && seen !== undefined && seen.of === draft ? seen.forecast : undefined;
  return forecast ? <ForecastWords forecast={forecast} /> : null;
}

/** Who would have had more, who less, floods and holes; nothing where no order could be tried. */
export function ForecastWords({ forecast }: { forecast: RuleForecast }) {
  if (forecast.orders === 0) return null;
  const { orders, days, who, unheard } = forecast;
  return (
    <div role="status" className="border-s-3 border-rule ps-3 text-sm">
      <p className="text-slate">{say.ofLastOrders({ orders, days })}</p>
      {who.length === 0 && <p>{say.nobodyElseHears}</p>}
      <ul>
        {who.map((w) => (
          <li key={w.address} className="flex items-baseline gap-1.5">
            {w.mostADay > FLOOD && <Mark tone="waiting" size={12} />}
            <span>
              {w.after > w.before
                ? say.hearsMore({ who: w.name || w.address, more: w.after - w.before, most: w.mostADay })
                : say.hearsLess({ who: w.name || w.address, less: w.before - w.after, left: w.after })}
              {w.mostADay > FLOOD && ` ${say.thatIsAFlood}`}
            </span>
          </li>
        ))}
      </ul>
      {unheard.after !== unheard.before && <p>{say.unheardThen({ before: unheard.before, after: unheard.after })}</p>}
    </div>
  );
}
