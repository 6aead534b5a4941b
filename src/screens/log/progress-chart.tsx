import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { Progress } from '../../core/log/index';
import { placeWords } from './place';

register([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, CanvasRenderer]);

const SYMBOLS = ['circle', 'triangle', 'diamond', 'rect', 'pin', 'arrow'] as const;
const LINES = ['solid', 'dashed', 'dotted'] as const;
/** Colours belong to players and findings: sections are told apart by shape and stroke, in ink. */
const COLOURS = ['--ink', '--soft'] as const;

/** How near to its tempo every section came, from rehearsal to rehearsal; told apart by shape and stroke too. */
export function ProgressChart({ progress }: { readonly progress: readonly Progress[] }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return undefined;
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    const text = { color: colour('--ink'), fontFamily: style.getPropertyValue('font-family'), fontSize: 13 };
    const days = [...new Set(progress.flatMap((p) => p.days.map((d) => d.date)))].sort();
    const chart = init(box.current);
    chart.setOption({
      animation: false,
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
        data: days,
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
          return day ? Math.round((100 * (day.clean ?? day.tempo)) / p.wanted) : null;
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
    });
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(box.current);
    return () => {
      observer.disconnect();
      chart.dispose();
    };
  }, [progress]);
  return <div ref={box} aria-hidden="true" className="h-72 w-full" />;
}
