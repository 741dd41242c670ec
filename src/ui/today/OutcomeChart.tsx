'use client';
/** Deliveries by outcome over the last thirty days. */
import { BarChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([BarChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent, SVGRenderer]);

export interface DayCount {
  /** As in "2026-11-24". */
  day: string;
  state: string;
  n: number;
}

const SERIES: { name: string; states: string[]; colour: string; pattern?: 'dots' }[] = [
  { name: 'accepted', states: ['accepted'], colour: '--color-slate' },
  { name: 'waiting', states: ['planned', 'held', 'sending', 'deferred'], colour: '--color-marigold' },
  { name: 'failed', states: ['failed', 'bounced'], colour: '--color-madder' },
];

export function OutcomeChart({ days, today }: { days: DayCount[]; today: string }) {
  const box = useRef<HTMLDivElement>(null);

  useEffect(() => {
    if (!box.current) return;
    const style = getComputedStyle(document.documentElement);
    const chart = init(box.current, undefined, { renderer: 'svg' });
    const axis = Array.from({ length: 30 }, (_, i) => {
      const day = new Date(Date.parse(today) - (29 - i) * 86_400_000);
      return day.toISOString().slice(0, 10);
    });
    const text = {
      color: style.getPropertyValue('--color-slate'),
      fontFamily: style.getPropertyValue('--font-sans'),
      fontSize: 12,
    };
    chart.setOption({
      animation: false,
      grid: { left: 32, right: 8, top: 28, bottom: 22 },
      legend: { top: 0, left: 0, itemWidth: 10, itemHeight: 10, icon: 'rect', textStyle: text },
      tooltip: { trigger: 'axis', textStyle: { ...text, color: style.getPropertyValue('--color-ink') } },
      xAxis: {
        type: 'category',
        data: axis,
        axisTick: { show: false },
        axisLine: { lineStyle: { color: style.getPropertyValue('--color-rule') } },
        axisLabel: {
          ...text,
          interval: 6,
          formatter: dayWords,
        },
      },
      yAxis: {
        type: 'value',
        minInterval: 1,
        axisLabel: text,
        splitLine: { lineStyle: { color: style.getPropertyValue('--color-rule') } },
      },
      series: SERIES.map((s) => ({
        name: s.name,
        type: 'bar',
        stack: 'all',
        barMaxWidth: 14,
        itemStyle: { color: style.getPropertyValue(s.colour) },
        data: axis.map((day) => countOf(days, day, s.states)),
      })),
    });
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(box.current);
    return () => {
      resize.disconnect();
      chart.dispose();
    };
  }, [days, today]);

  return (
    <div
      ref={box}
      className="h-full min-h-40 w-full"
      role="img"
      aria-label="Deliveries by outcome over the last 30 days. The same figures stand in the table below."
    />
  );
}

/** The chart's figures, the newest day first; days on which nothing was sent are left out. */
export function OutcomeTable({ days }: { days: readonly DayCount[] }) {
  const dates = [...new Set(days.map((d) => d.day))].toSorted().toReversed();
  return (
    <details className="text-sm">
      <summary className="link min-h-6">The figures as a table</summary>
      <table className="mt-1 w-full">
        <thead>
          <tr className="border-b border-rule text-xs text-slate">
            <th scope="col" className="py-1 text-start font-normal">
              Day
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
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(new Date(day));

const countOf = (days: readonly DayCount[], day: string, states: readonly string[]): number =>
  days.filter((d) => d.day === day && states.includes(d.state)).reduce((sum, d) => sum + Number(d.n), 0);
