'use client';
/** What was read of a figure, its trend, and its limit: as far ahead as it takes to get there, or half a year. */
import { useCallback } from 'react';
import type { Ending } from '@/contract/installation';
import { DAY_MS, type Trend } from '@/core/trend';
import { Chart, type ChartFace } from '../parts/Chart';
import { say } from '@/words/installation';
import { readerLocale } from '@/words/speak';

const AHEAD_DAYS = 180;

export function TrendChart({
  readings,
  trend,
  most = 0,
  reaching,
  label,
  words,
}: Pick<Ending, 'readings' | 'trend' | 'most' | 'reaching'> & { label: string; words: (value: number) => string }) {
  const option = useCallback(
    ({ colour, text, tooltip }: ChartFace) => {
      const from = readings[0]?.at ?? 0;
      const until = aheadOf(trend, reaching);
      const line = trend && ahead(trend, from, until);
      const day = new Intl.DateTimeFormat(readerLocale(), { day: 'numeric', month: 'short' });
      const shared = { symbol: 'none', silent: true, type: 'line' };
      return {
        grid: { left: 8, right: 16, top: 18, bottom: 4, containLabel: true },
        tooltip: { ...tooltip, valueFormatter: (value: number) => words(value) },
        xAxis: {
          type: 'time',
          ...{ min: from, max: until },
          axisLabel: { ...text, formatter: (t: number) => day.format(t), hideOverlap: true },
          axisLine: { lineStyle: { color: colour('rule') } },
          splitLine: { show: false },
        },
        yAxis: {
          type: 'value',
          max: most * 1.05,
          axisLabel: { ...text, formatter: (value: number) => (value > most ? '' : words(value)) },
          splitLine: { lineStyle: { color: colour('rule') } },
        },
        series: [
          {
            ...{ name: say.reading, type: 'scatter', symbolSize: 4 },
            itemStyle: { color: colour('petrol') },
            data: readings.map((r) => [r.at, r.value]),
            markLine: {
              ...{ silent: true, symbol: 'none' },
              lineStyle: { color: colour('madder'), type: 'solid' },
              label: { show: false },
              data: [{ yAxis: most }],
            },
          },
          ...(line
            ? [
                { ...shared, name: say.trend, lineStyle: { color: colour('ink'), width: 1.5 }, data: line.middle },
                ...[line.low, line.high].map((data) => ({
                  ...{ ...shared, data, tooltip: { show: false } },
                  lineStyle: { color: colour('slate'), width: 1, type: 'dotted' },
                })),
              ]
            : []),
        ],
      };
    },
    [readings, trend, most, reaching, words],
  );
  return <Chart option={option} className="h-56 w-full" label={label} />;
}

/** Until when the chart goes. */
function aheadOf(trend: Trend | undefined, reaching: Ending['reaching']): number {
  if (!trend) return Date.now();
  const wanted = reaching?.at === undefined ? AHEAD_DAYS : ((reaching.at - trend.at) / DAY_MS) * 1.15 + 5;
  return trend.at + Math.min(wanted, 2 * AHEAD_DAYS) * DAY_MS;
}

type Points = [at: number, value: number][];

/** The trend over all of the chart, and what it may be from now on. */
function ahead({ at, level, perDay, perDayLow, perDayHigh }: Trend, from: number, until: number) {
  const along = (slope: number, t: number): [number, number] => [t, level + (slope * (t - at)) / DAY_MS];
  const fan = (slope: number): Points => (Number.isFinite(slope) ? [along(slope, at), along(slope, until)] : []);
  return { middle: [along(perDay, from), along(perDay, until)] as Points, low: fan(perDayLow), high: fan(perDayHigh) };
}
