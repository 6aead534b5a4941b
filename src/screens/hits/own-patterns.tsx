import { useState } from 'react';
import { isGuess, parseHits, parseNamedPattern, sureOf } from '../../core/hits/index';
import type { Meter } from '../../core/time/index';
import { Button } from '../../ui/index';
import { usePorts, useDesk } from '../ports';
import { PatternSketch } from '../right-hand/pattern-sketch';

interface Props {
  readonly meter: Meter;
  /** What is struck in the bar one is at; null for nothing written. */
  readonly here: string | null;
  /** What that bar is called. */
  readonly name: string;
  readonly onHits: (hits: string, name: string) => void;
}

/** Right hands kept under names of one's own: taken, dropped, and the present bar kept. The splitter knows them too. */
export function OwnPatterns({ meter, here, name: barName, onHits }: Props) {
  const { desk } = usePorts();
  const patterns = useDesk((s) => s.song)!.patterns ?? [];
  const [name, setName] = useState('');
  const hits = here === null ? null : isGuess(here) ? sureOf(here) : here;
  const kept = hits === null ? null : parseNamedPattern(`${name} = ${hits}`);
  return (
    <section aria-label="Patterns of your own" className="mb-3">
      <h3 className="font-bold">Your own</h3>
      <ul className="mt-1 flex flex-col gap-1">
        {patterns.map((one) => (
          <li key={one.name} className="flex items-center gap-1">
            <button
              type="button"
              data-own-pattern={one.name}
              disabled={!parseHits(one.hits, meter).ok}
              className="grid flex-1 grid-cols-[1fr_auto] items-center gap-3 rounded-md border border-line px-3 py-1.5 text-left hover:border-ink disabled:opacity-50"
              onClick={() => onHits(one.hits, one.name)}
            >
              <b>{one.name}</b>
              <PatternSketch pattern={one.hits} />
            </button>
            <Button
              look="quiet"
              aria-label={`Drop ${one.name}`}
              onClick={() =>
                desk
                  .getState()
                  .edit({ kind: 'dropPattern', name: one.name }, { label: `pattern “${one.name}” dropped` })
              }
            >
              Drop
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex flex-wrap items-center gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          if (!kept?.ok) return;
          desk
            .getState()
            .edit(
              { kind: 'savePattern', pattern: kept.value },
              { label: `pattern “${kept.value.name}” kept` },
            );
          setName('');
        }}
      >
        <input
          aria-label="Name for this bar’s pattern"
          placeholder="name"
          value={name}
          autoComplete="off"
          className="w-40 rounded border border-line bg-ground px-2 py-1 focus:border-ink"
          onChange={(e) => setName(e.currentTarget.value.replace(/[=;\n]/g, ''))}
        />
        <Button type="submit" disabled={!kept?.ok}>
          Keep {barName} under that name
        </Button>
      </form>
      {hits === null && (
        <p className="mt-1 text-[0.875rem] text-soft">Nothing is written in {barName} yet.</p>
      )}
    </section>
  );
}
