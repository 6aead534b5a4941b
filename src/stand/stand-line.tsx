import { useLayoutEffect, useRef, useState } from 'react';
import type { Sheet } from '../core/sheet/index';
import { engraveLine, type Line, type Look } from '../engraving/index';

/** A line on the stand; the bar that sounds is lit. */
export function StandLine(props: {
  line: Line;
  stand: Pick<Sheet, 'strings' | 'open' | 'player'>;
  look: Look;
  scale: number;
  sounding: number | null;
}) {
  const { line, stand, look, scale, sounding } = props;
  const ref = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  useLayoutEffect(() => {
    if (!ref.current) return;
    try {
      engraveLine(ref.current, line, { sheet: stand, look, scale });
      setFailed(false);
    } catch {
      setFailed(true);
    }
  }, [line, stand, look, scale]);
  useLayoutEffect(() => {
    const bar = sounding === null ? null : ref.current?.querySelector(`[data-played~="${sounding}"]`);
    bar?.setAttribute('data-sounding', '');
    return () => bar?.removeAttribute('data-sounding');
  });
  return (
    <div className="overflow-hidden">
      <div ref={ref} className="engraved" />
      {failed && <p role="alert">These bars could not be drawn; the text tab has them.</p>}
    </div>
  );
}
