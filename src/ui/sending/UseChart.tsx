'use client';
/** What a service has taken in the present day of its limit, hour by hour, and where it will be at this pace. */
import { useCallback } from 'react';
import type { ServiceView } from '@/contract/sending';
import { Chart, type ChartFace } from '../parts/Chart';
import { say } from '@/words/sending';
import { readerLocale } from '@/words/speak';

const HOUR = 3_600_000;

export function UseChart({
  use,
  perDay,
  forecast,
  now,
  zone,
}: Pick<ServiceView, 'use' | 'perDay' | 'forecast'> & { now: number; zone: string }) {
  const option = useCallback(
    ({ colour, text, tooltip }: ChartFace) => {
      let sum = 0;
      const so: [number, number][] = [[use.day.from, 0]];
      for (const { start, taken } of use.hours) {
        sum += taken;
        so.push([Math.min(Math.max(start + HOUR, use.day.from), now), sum]);
      }
      so.push([now, use.used]);
      const ahead: [number, number][] = forecast
        ? [
            [now, use.used],
            [use.day.until, forecast.byRenewal],
          ]
        : [];
      const time = new Intl.DateTimeFormat(readerLocale(), { timeZone: zone, hour: '2-digit', minute: '2-digit' });
      return {
        grid: { left: 44, right: 12, top: 14, bottom: 22 },
        tooltip,
        xAxis: {
          type: 'time',
          min: use.day.from,
          max: use.day.until,
          axisLabel: { ...text, formatter: (t: number) => time.format(t), hideOverlap: true },
          axisLine: { lineStyle: { color: colour('rule') } },
          splitLine: { show: false },
        },
        yAxis: {
          type: 'value',
          minInterval: 1,
          max: perDay === null ? undefined : Math.max(perDay, use.used, forecast?.byRenewal ?? 0),
          axisLabel: text,
          splitLine: { lineStyle: { color: colour('rule') } },
        },
        series: [
          {
            name: say.sent,
            type: 'line',
            step: 'end',
            symbol: 'none',
            lineStyle: { color: colour('petrol'), width: 2 },
            areaStyle: { color: colour('petrol-tint') },
            data: so,
            ...(perDay !== null && {
              markLine: {
                silent: true,
                symbol: 'none',
                lineStyle: { color: colour('madder'), type: 'solid' },
                label: { ...text, formatter: say.perDayADay({ perDay }), position: 'insideStartTop' },
                data: [{ yAxis: perDay }],
              },
            }),
          },
          {
            name: say.atThisPace,
            type: 'line',
            symbol: 'none',
            lineStyle: { color: colour('slate'), type: 'dotted' },
            data: ahead,
          },
        ],
      };
    },
    [use, perDay, forecast, now, zone],
  );
  return <Chart option={option} className="h-36 w-full" label={inWords({ use, perDay, forecast })} />;
}

/** What the chart shows, in a sentence. */
function inWords({ use, perDay, forecast }: Pick<ServiceView, 'use' | 'perDay' | 'forecast'>): string {
  const sent = perDay === null ? say.sentInDay({ used: use.used }) : say.sentInDayOf({ used: use.used, perDay });
  return forecast ? `${sent} ${say.atThisPaceBy({ n: forecast.byRenewal })}` : sent;
}
