import { memo, useLayoutEffect, useRef, useState } from 'react';
import type { Sheet } from '../../core/sheet/index';
import { engraveLine, type Line, type Look } from '../../engraving/index';

interface Props {
  readonly line: Line;
  readonly sheet: Pick<Sheet, 'strings' | 'open' | 'player'>;
  readonly look: Look;
  readonly scale: number;
  /** Drawn at once, in view or not: for paper. */
  readonly now: boolean;
}

/** How far below and above what is in view lines are drawn already. */
const AHEAD = '700px';

/** One line of music. Its height is known; it is drawn when it comes near. */
export const EngravedLine = memo(function EngravedLine({ line, sheet, look, scale, now }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState<string | null>(null);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    const draw = () => {
      try {
        engraveLine(element, line, { sheet, look, scale });
        setFailed(null);
      } catch (error) {
        setFailed(error instanceof Error ? error.message : String(error));
      }
    };
    if (now) {
      draw();
      return undefined;
    }
    const observer = new IntersectionObserver(
      (entries) => {
        if (!entries.some((entry) => entry.isIntersecting)) return;
        observer.disconnect();
        draw();
      },
      { rootMargin: AHEAD },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [line, sheet, look, scale, now]);
  return (
    <div
      className="print-break"
      data-line-played={` ${line.bars.flatMap(({ bar }) => bar.played).join(' ')} `}
    >
      {line.opens !== null && <h3 className="text-soft">{line.opens}</h3>}
      {/* What the library draws into is its own. */}
      <div ref={ref} className="engraved" style={{ height: line.height * scale }} />
      {failed !== null && (
        <p role="alert" className="text-clash">
          Bars {line.bars.map(({ bar }) => bar.number).join(', ')} could not be drawn ({failed}). The text
          view has them.
        </p>
      )}
    </div>
  );
});
