import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use as register, type EChartsCoreOption } from 'echarts/core';
import { useCallback } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import type { Bands } from '../../core/heard/index';
import { ChartBox, type Inks } from '../chart-box';
import { hzWords, sharedBands } from './shared-bands';

register([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent]);

/** Shapes and strokes as everywhere: no player is told by colour alone. */
const LOOKS: Readonly<
  Record<Player, { colour: string; symbol: string; type: 'solid' | 'dashed' | 'dotted' }>
> = {
  guitar1: { colour: '--g1', symbol: 'triangle', type: 'solid' },
  guitar2: { colour: '--g2', symbol: 'diamond', type: 'dashed' },
  bass: { colour: '--bass', symbol: 'rect', type: 'dotted' },
};
/** Nothing softer is drawn. */
const FLOOR_DB = -75;

/** How loud each player is in each third of an octave, with what two of them fill alike. */
export function BandsChart({ bands }: { bands: Bands }) {
  const optionOf = useCallback((inks: Inks) => optionFor(bands, inks), [bands]);
  return <ChartBox optionOf={optionOf} className="h-80 w-full" />;
}

function optionFor(bands: Bands, { colour, text }: Inks): EChartsCoreOption {
  const shared = new Set(
    sharedBands(bands).flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, i) => from + i)),
  );
  return {
    textStyle: text,
    grid: { left: 56, right: 16, top: 40, bottom: 48 },
    legend: { top: 4, textStyle: text },
    tooltip: {
      trigger: 'axis',
      renderMode: 'richText',
      valueFormatter: (value: unknown) => (typeof value === 'number' ? `${Math.round(value)} dB` : 'silent'),
    },
    xAxis: {
      type: 'category',
      data: bands.hz.map(hzWords),
      name: 'third-octave bands',
      nameLocation: 'middle',
      nameGap: 30,
      nameTextStyle: text,
      axisLabel: { ...text, interval: 2 },
      axisLine: { onZero: false, lineStyle: { color: colour('--soft') } },
    },
    yAxis: {
      type: 'value',
      min: FLOOR_DB,
      max: 0,
      name: 'dB',
      nameTextStyle: text,
      axisLabel: text,
      splitLine: { lineStyle: { color: colour('--line') } },
    },
    series: [
      ...PLAYERS.map((player) => {
        const look = LOOKS[player];
        return {
          type: 'line',
          name: PLAYER_WORDS[player],
          data: bands.levels[player].map((db) => (db < FLOOR_DB ? null : Math.round(10 * db) / 10)),
          symbol: look.symbol,
          symbolSize: 8,
          itemStyle: { color: colour(look.colour) },
          lineStyle: { color: colour(look.colour), width: 2.5, type: look.type },
        };
      }),
      {
        type: 'bar',
        name: 'two fill it alike',
        silent: true,
        tooltip: { show: false },
        barCategoryGap: 0,
        itemStyle: { color: colour('--watch'), opacity: 0.18 },
        data: bands.hz.map((_, i) => (shared.has(i) ? FLOOR_DB : null)),
      },
    ],
  };
}
