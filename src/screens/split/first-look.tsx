import { useMemo, useState } from 'react';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import { findingWords } from './finding-words';
import { goTo } from './go-to';
import type { SplitModel } from './model';

const SEEN = 'orchestron.first-look';

/** A first-time hint at a real mistake of the song that is open, until somebody has seen enough. */
export function FirstLook({ model }: { model: SplitModel }) {
  const { desk } = usePorts();
  const [seen, setSeen] = useState(() => read());
  const worst = useMemo(
    () =>
      model.findings
        .filter((f) => f.kept === null && f.level === 'clash')
        .reduce<(typeof model.findings)[number] | null>(
          (a, b) => (a === null || b.score > a.score ? b : a),
          null,
        ),
    [model],
  );
  if (seen || worst === null) return null;
  const done = () => {
    try {
      window.localStorage.setItem(SEEN, 'yes');
    } catch {
      // Storage is refused: the hint comes again next time.
    }
    setSeen(true);
  };
  return (
    <div
      role="note"
      className="flex flex-wrap items-center gap-x-2 border-b border-line bg-sheet px-4 py-0.5 text-[0.875rem] sm:flex-nowrap"
    >
      <span className="min-w-0" title={worst.text}>
        <b>New here?</b> Begin with a real mistake: {findingWords(worst.kind)} in {worst.section}, bar{' '}
        {worst.bar}.
      </span>
      <span className="ml-auto flex shrink-0 gap-1">
        <Button
          className="!min-h-7 !py-0"
          onClick={() => {
            goTo(model, worst, desk.getState().select);
            done();
          }}
        >
          Show me
        </Button>
        <Button look="quiet" className="!min-h-7 !py-0" onClick={done}>
          Got it
        </Button>
      </span>
    </div>
  );
}

function read(): boolean {
  try {
    return window.localStorage.getItem(SEEN) !== null;
  } catch {
    return false;
  }
}
