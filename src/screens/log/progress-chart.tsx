import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsCoreOption } from 'echarts/core';
import { format, parseISO } from 'date-fns';
import { useCallback } from 'react';
import type { Progress } from '../../core/log/index';
import { ChartBox, type Inks } from '../chart-box';
import { placeWords } from './place';

register([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent]);

const SYMBOLS = ['circle', 'triangle', 'diamond', 'rect', 'pin', 'arrow'] as const;
const LINES = ['solid', 'dashed', 'dotted'] as const;
/** Colours belong to players and findings: sections are told apart by shape and stroke, in ink. */
const COLOURS = ['--ink', '--soft'] as const;

/** How near to its tempo every section came, from rehearsal to rehearsal; told apart by shape and stroke, hollow where not clean. */
export function ProgressChart({ progress }: { readonly progress: readonly Progress[] }) {
  const optionOf = useCallback((inks: Inks) => optionFor(progress, inks), [progress]);
  return <ChartBox optionOf={optionOf} className="h-72 w-full" />;
}

function optionFor(progress: readonly Progress[], { colour, text }: Inks): EChartsCoreOption {
  const days = [...new Set(progress.flatMap((p) => p.days.map((d) => d.date)))].sort();
  return {
    textStyle: text,
    grid: { left: 56, right: 20, top: 64, bottom: 36 },
    legend: { top: 0, type: 'scroll', textStyle: text },
    tooltip: {
      trigger: 'axis',
      renderMode: 'richText',
      valueFormatter: (value: unknown) => (typeof value === 'number' ? `${value} %` : 'not played'),
    },
    xAxis: {
      type: 'category',
      data: days.map((day) => format(parseISO(day), 'd MMM')),
      axisLabel: text,
      axisLine: { lineStyle: { color: colour('--soft') } },
    },
    yAxis: {
      type: 'value',
      name: '% of its tempo',
      nameTextStyle: { ...text, align: 'left' },
      min: (value: { min: number }) => Math.max(0, Math.floor((value.min - 5) / 10) * 10),
      max: (value: { max: number }) => Math.max(100, Math.ceil(value.max / 10) * 10),
      axisLabel: text,
      splitLine: { lineStyle: { color: colour('--line') } },
    },
    series: progress.map((p, i) => ({
      type: 'line',
      name: placeWords(p),
      connectNulls: true,
      symbol: SYMBOLS[i % SYMBOLS.length],
      symbolSize: 9,
      itemStyle: { color: colour(COLOURS[i % COLOURS.length]!) },
      lineStyle: {
        color: colour(COLOURS[i % COLOURS.length]!),
        width: 2.5,
        type: LINES[i % LINES.length],
      },
      data: days.map((date) => {
        const day = p.days.find((d) => d.date === date);
        if (!day) return null;
        const value = Math.round((100 * (day.clean ?? day.tempo)) / p.wanted);
        const ink = colour(COLOURS[i % COLOURS.length]!);
        const hollow = { color: colour('--sheet'), borderColor: ink, borderWidth: 2 };
        return day.clean === null ? { value, itemStyle: hollow } : { value };
      }),
      ...(i === 0
        ? {
            markLine: {
              silent: true,
              symbol: 'none',
              label: { formatter: 'the song’s', position: 'insideEndTop', color: colour('--ink') },
              lineStyle: { color: colour('--ink'), type: 'solid' },
              data: [{ yAxis: 100 }],
            },
          }
        : {}),
    })),
  };
}
