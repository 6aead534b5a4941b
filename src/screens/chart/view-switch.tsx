import { useState } from 'react';

export type ChartView = 'cards' | 'both' | 'text';

const KEPT = 'orchestron.chart-view';
const VIEWS: readonly (readonly [ChartView, string])[] = [
  ['cards', 'Cards'],
  ['both', 'Both'],
  ['text', 'Text'],
];

/** Which views of the chart are shown, as it was left; `wanted`: shown this time whatever was left. */
export function useChartView(wanted?: ChartView): readonly [ChartView, (view: ChartView) => void] {
  const [view, setView] = useState<ChartView>(() => wanted ?? kept());
  return [
    view,
    (next) => {
      setView(next);
      try {
        localStorage.setItem(KEPT, next);
      } catch {
        // Shown as usual next time then.
      }
    },
  ];
}

function kept(): ChartView {
  try {
    return VIEWS.find(([v]) => v === localStorage.getItem(KEPT))?.[0] ?? 'both';
  } catch {
    return 'both';
  }
}

/** Cards, text or both; both beside each other only where there is room, the cards alone where there is none. */
export function ViewSwitch({
  view,
  onChange,
}: {
  readonly view: ChartView;
  readonly onChange: (view: ChartView) => void;
}) {
  return (
    <span
      role="group"
      aria-label="How the chart is shown"
      className="inline-flex overflow-hidden rounded-md border border-line"
    >
      {VIEWS.map(([value, name]) => (
        <button
          key={value}
          type="button"
          aria-pressed={view === value}
          className={`min-h-9 px-3 ${value === 'both' ? 'hidden lg:inline' : ''} ${view === value ? 'bg-ink text-ground' : value === 'cards' && view === 'both' ? 'max-lg:bg-ink max-lg:text-ground' : 'hover:bg-well'}`}
          onClick={() => onChange(value)}
        >
          {name}
        </button>
      ))}
    </span>
  );
}
