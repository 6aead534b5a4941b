import { init, use as register, type EChartsCoreOption } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([CanvasRenderer]);

/** What a chart is drawn with: a colour of the theme by its name (`--ink`), and how words are set. */
export interface Inks {
  readonly colour: (name: string) => string;
  readonly text: { readonly color: string; readonly fontFamily: string; readonly fontSize: number };
}

/**
 * A chart that fits its box and is drawn anew when the theme changes. `optionOf` has to stay the same function while it draws
 * the same. For the eye alone: what it shows has to stand in words or figures beside it.
 */
export function ChartBox({
  optionOf,
  className,
}: {
  readonly optionOf: (inks: Inks) => EChartsCoreOption;
  readonly className: string;
}) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return undefined;
    const chart = init(box.current);
    const draw = () => chart.setOption({ animation: false, ...optionOf(inksOfTheme()) }, true);
    draw();
    const resized = new ResizeObserver(() => chart.resize());
    resized.observe(box.current);
    const themed = new MutationObserver(draw);
    themed.observe(document.documentElement, { attributeFilter: ['data-theme'] });
    return () => {
      resized.disconnect();
      themed.disconnect();
      chart.dispose();
    };
  }, [optionOf]);
  return <div ref={box} aria-hidden="true" className={className} />;
}

function inksOfTheme(): Inks {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const text = { color: colour('--ink'), fontFamily: style.getPropertyValue('font-family'), fontSize: 13 };
  return { colour, text };
}
