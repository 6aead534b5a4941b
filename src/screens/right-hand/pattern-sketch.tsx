/** A pattern drawn small: stems for strokes, ribbons for sound. */
export function PatternSketch({ pattern }: { pattern: string }) {
  const places = [...pattern];
  const step = 150 / places.length;
  return (
    <svg width="154" height="26" aria-hidden="true">
      <line x1="0" x2="154" y1="22" y2="22" className="stroke-line" />
      {places.map((symbol, i) => {
        if (symbol === '.') return null;
        const x = i * step;
        const struck = symbol !== '-';
        const muted = /[Mm]/.test(symbol);
        const height = /[om]/.test(symbol) ? 9 : 16;
        return (
          <g key={i} className="fill-ink">
            <rect x={x} y={18} width={muted ? Math.min(4, step) : step} height={4} opacity="0.35" />
            {struck && <rect x={x} y={22 - height} width="2.4" height={height} opacity={muted ? 0.6 : 1} />}
            {/[1-6]/.test(symbol) && (
              <text x={x + 3.5} y={12} className="fill-soft text-[0.6875rem]">
                {symbol}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
