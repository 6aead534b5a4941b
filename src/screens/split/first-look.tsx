import { useMemo, useState } from 'react';
import { Button } from '../../ui/index';
import { usePorts } from '../ports';
import { KIND_WORDS } from './finding-words';
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
      className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-4 py-1 text-[14px]"
    >
      <span>
        <b>New here?</b> {KIND_WORDS[worst.kind]} in {worst.section}, bar {worst.bar}: {worst.text} Ways out
        stand on the right; point at one to see it, click to take it. <kbd>n</kbd> goes to the next.
      </span>
      <span className="ml-auto flex gap-1">
        <Button
          onClick={() => {
            goTo(model, worst, desk.getState().select);
            done();
          }}
        >
          Show me
        </Button>
        <Button look="quiet" onClick={done}>
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
