'use client';
/** Deliveries by outcome over the last thirty days. */
import { useCallback } from 'react';
import { Chart, type ChartFace } from '../parts/Chart';
import { say } from '@/words/today';
import { inEachLanguage, readerLocale } from '@/words/speak';

export interface DayCount {
  /** As in "2026-11-24". */
  day: string;
  state: string;
  n: number;
}

const SERIES: { name: string; states: string[]; role: string }[] = inEachLanguage(() => [
  { name: say.accepted, states: ['accepted'], role: 'slate' },
  { name: say.waiting, states: ['planned', 'held', 'sending', 'deferred'], role: 'marigold' },
  { name: say.failed, states: ['failed', 'bounced'], role: 'madder' },
]);

export function OutcomeChart({ days, today }: { days: DayCount[]; today: string }) {
  const option = useCallback(
    ({ colour, text, tooltip }: ChartFace) => {
      const axis = Array.from({ length: 30 }, (_, i) => {
        const day = new Date(Date.parse(today) - (29 - i) * 86_400_000);
        return day.toISOString().slice(0, 10);
      });
      const line = { lineStyle: { color: colour('rule') } };
      return {
        grid: { left: 32, right: 8, top: 28, bottom: 22 },
        legend: { top: 0, left: 0, itemWidth: 10, itemHeight: 10, icon: 'rect', textStyle: text },
        tooltip,
        xAxis: {
          type: 'category',
          data: axis,
          axisTick: { show: false },
          axisLine: line,
          axisLabel: { ...text, interval: 6, formatter: dayWords },
        },
        yAxis: { type: 'value', minInterval: 1, axisLabel: text, splitLine: line },
        series: SERIES.map((s) => ({
          name: s.name,
          type: 'bar',
          stack: 'all',
          barMaxWidth: 14,
          itemStyle: { color: colour(s.role) },
          data: axis.map((day) => countOf(days, day, s.states)),
        })),
      };
    },
    [days, today],
  );
  return <Chart option={option} className="h-full min-h-40 w-full" label={say.deliveriesByOutcomeOverThe} />;
}

/** The chart's figures, the newest day first; days on which nothing was sent are left out. */
export function OutcomeTable({ days }: { days: readonly DayCount[] }) {
  const dates = [...new Set(days.map((d) => d.day))].toSorted().toReversed();
  return (
    <details className="text-sm">
      <summary className="link min-h-6">{say.theFiguresAsATable}</summary>
      <table className="mt-1 w-full">
        <thead>
          <tr className="border-b border-rule text-xs text-slate">
            <th scope="col" className="py-1 text-start font-normal">
              {say.day}
            </th>
            {SERIES.map((s) => (
              <th key={s.name} scope="col" className="py-1 text-end font-normal">
                {s.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {dates.map((day) => (
            <tr key={day} className="border-b border-rule">
              <th scope="row" className="py-1 text-start font-normal">
                {dayWords(day)}
              </th>
              {SERIES.map((s) => (
                <td key={s.name} className="py-1 text-end">
                  {countOf(days, day, s.states)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

const dayWords = (day: string): string =>
  new Intl.DateTimeFormat(readerLocale(), { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(new Date(day));

const countOf = (days: readonly DayCount[], day: string, states: readonly string[]): number =>
  days.filter((d) => d.day === day && states.includes(d.state)).reduce((sum, d) => sum + Number(d.n), 0);
