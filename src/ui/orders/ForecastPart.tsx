'use client';
/** What doing something with an order would send, stop and keep back, said before it is done. */
import { languageName } from '@/core/names';
import type { OrderAction } from '@/core/order';
import type { Result } from '@/core/result';
import type { ActionForecast } from '@/contract/orders';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { say } from '@/words/orders';
import { Said } from '../parts/Said';

export type ForecastOf<T = OrderAction> = (deed: T) => Promise<Result<ActionForecast>>;

export function ForecastPart({ forecast, zone }: { forecast: ActionForecast | undefined; zone: string }) {
  const nothing = forecast && forecast.sends.length + forecast.notSent.length + forecast.stops.length === 0;
  return (
    <section
      aria-label={say.messagesThisSends}
      aria-live="polite"
      className="min-h-16 border-t border-rule pt-2 text-sm"
    >
      <PanelTitle>{say.messagesThisSends}</PanelTitle>
      {!forecast && <p className="text-slate">{say.shownWhenWhatIsEntered}</p>}
      {nothing && <p>{say.noMessageGoesOut}</p>}
      {forecast && (
        <ul className="mt-1 flex flex-col gap-1">
          {forecast.sends.map((d, i) => (
            <Line key={`s${i}`} tone="good">
              <Said
                words={(d.now ? say.sendNow : say.sendOn)({
                  notification: d.notification,
                  language: languageName(d.language),
                })}
                marks={{
                  b: (words) => <b>{words}</b>,
                  who: () => <bdi>{d.recipient}</bdi>,
                  at: () => <Time at={d.at} zone={zone} />,
                }}
              />
            </Line>
          ))}
          {forecast.notSent.map((d, i) => (
            <Line key={`n${i}`} tone="quiet">
              <Said
                words={(d.recipient ? say.notSentTo : say.notSentAtAll)({
                  notification: d.notification,
                  reason: d.reason,
                })}
                marks={{ b: (words) => <b>{words}</b>, who: () => <bdi>{d.recipient}</bdi> }}
              />
            </Line>
          ))}
          {forecast.stops.map((d, i) => (
            <Line key={`e${i}`} tone="waiting">
              <Said
                words={say.stoppedFor({ notification: d.notification })}
                marks={{
                  b: (words) => <b>{words}</b>,
                  who: () => <bdi>{d.recipient}</bdi>,
                  at: () => <Time at={d.at} zone={zone} />,
                }}
              />
            </Line>
          ))}
          {forecast.keeps.map((p) => (
            <Line key={p.sku} tone="waiting">
              {say.quantityNameHasNotLeft({ quantity: p.quantity, name: p.name })}
            </Line>
          ))}
        </ul>
      )}
    </section>
  );
}

function Line({ tone, children }: { tone: 'good' | 'quiet' | 'waiting'; children: React.ReactNode }) {
  return (
    <li className="flex items-baseline gap-2">
      <span className="shrink-0 translate-y-0.5">
        <Mark tone={tone} size={11} />
      </span>
      <span className="min-w-0">{children}</span>
    </li>
  );
}
