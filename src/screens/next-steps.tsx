import { Check } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '../ui/index';
import { useDesk } from './ports';

type Step = 'split' | 'hits' | 'listen' | 'sheets';

/** What comes after a first split, in the order of a rehearsal. */
const STEPS: readonly (readonly [Exclude<Step, 'split'>, string, string])[] = [
  ['hits', 'Hits', 'who strikes when'],
  ['listen', 'Listen', 'hear what clashes'],
  ['sheets', 'Sheets', 'one for each of you'],
];

/** After the first split of a song, where to go on; it goes once every screen was seen, or when it is put away. */
export function NextSteps({ at }: { readonly at: Step }) {
  const { id = '' } = useParams();
  const [seen, setSeen] = useState<readonly string[]>(() => read(id));
  const isSplit = useDesk((s) => s.history.past.at(-1)?.label.startsWith('split ') ?? false);
  const isStarted = seen.includes('split') || (at === 'split' && isSplit);
  useEffect(() => {
    if (!isStarted || seen.includes(at)) return;
    const next = [...new Set([...seen, 'split', at])];
    setSeen(next);
    write(id, next);
  }, [at, id, isStarted, seen]);
  const left = STEPS.filter(([step]) => !seen.includes(step) && step !== at);
  if (!isStarted || left.length === 0) return null;
  return (
    <nav
      aria-label="What comes next"
      data-next-steps
      className="no-print flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-line bg-sheet px-4 py-1 text-[0.875rem]"
    >
      <b>{at === 'split' ? 'Split. Now' : 'Now'}</b>
      {STEPS.map(([step, name, words]) =>
        seen.includes(step) || step === at ? (
          <span key={step} className="inline-flex items-center gap-1 text-soft">
            <Check size={14} aria-label="seen" /> {name}
          </span>
        ) : (
          <Link
            key={step}
            to={`/song/${id}/${step}`}
            className={`inline-flex min-h-9 items-center rounded-md px-3 ${step === left[0]![0] ? 'bg-ink text-ground' : 'border border-line hover:border-ink'}`}
          >
            {name}: {words}
          </Link>
        ),
      )}
      <Button
        look="quiet"
        className="ml-auto !min-h-9"
        onClick={() => {
          const all = ['split', ...STEPS.map(([step]) => step)];
          setSeen(all);
          write(id, all);
        }}
      >
        I know the way
      </Button>
    </nav>
  );
}

const keyOf = (id: string) => `orchestron.steps.${id}`;

function read(id: string): readonly string[] {
  try {
    return (localStorage.getItem(keyOf(id)) ?? '').split(' ').filter((step) => step !== '');
  } catch {
    return [];
  }
}

function write(id: string, seen: readonly string[]): void {
  try {
    localStorage.setItem(keyOf(id), seen.join(' '));
  } catch {
    // Shown again next time then.
  }
}
