'use client';
/** A chart in the colours and type of the rest, as broad as its place, by day and by night. */
import type { EChartsCoreOption } from 'echarts/core';
import { useEffect, useRef } from 'react';
import { useDark } from './useTheme';

/** What a chart is drawn with. */
export interface ChartFace {
  /** A colour of the theme by its role: "slate". */
  colour: (role: string) => string;
  text: { color: string; fontFamily: string; fontSize: number };
  tooltip: { trigger: 'axis'; backgroundColor: string; borderColor: string; textStyle: object };
}

function faceIn(box: HTMLElement): ChartFace {
  // A role may have two values: the browser says which of them holds.
  const probe = box.appendChild(document.createElement('span'));
  const colour = (role: string): string => {
    probe.style.color = `var(--color-${role})`;
    return getComputedStyle(probe).color;
  };
  const { fontFamily } = getComputedStyle(box);
  const text = {
    color: colour('slate'),
    fontFamily,
    fontSize: 0.75 * parseFloat(getComputedStyle(document.documentElement).fontSize),
  };
  const known = new Map<string, string>();
  for (const role of ['ink', 'slate', 'rule', 'sheet', 'petrol', 'petrol-tint', 'marigold', 'madder'])
    known.set(role, colour(role));
  probe.remove();
  return {
    colour: (role) => known.get(role)!,
    text,
    tooltip: {
      trigger: 'axis',
      backgroundColor: known.get('sheet')!,
      borderColor: known.get('rule')!,
      textStyle: { ...text, color: known.get('ink')! },
    },
  };
}

/**
 * Draws what `option` says. `option` has to be the same function until the figures change. The label says what is shown and where the
 * figures stand as words or as a table.
 */
export function Chart({
  option,
  label,
  className,
}: {
  option: (face: ChartFace) => EChartsCoreOption;
  label: string;
  className: string;
}) {
  const box = useRef<HTMLDivElement>(null);
  const dark = useDark();
  useEffect(() => {
    const place = box.current;
    if (!place) return;
    let gone = false;
    let end = (): void => undefined;
    // Half a megabyte that the rest of the page does not wait for.
    void import('./drawing').then(
      ({ init }) => {
        if (gone) return;
        const chart = init(place, undefined, { renderer: 'svg' });
        chart.setOption({ animation: false, ...option(faceIn(place)) });
        const resize = new ResizeObserver(() => chart.resize());
        resize.observe(place);
        end = () => {
          resize.disconnect();
          chart.dispose();
        };
        // A page from before an update may find it gone: the figures stand beside it, as words or as a table.
      },
      () => undefined,
    );
    return () => {
      gone = true;
      end();
    };
  }, [option, dark]);
  return <div ref={box} className={className} role="img" aria-label={label} />;
}
