import { useState } from 'react';
import { flushSync } from 'react-dom';
import { writeBarChords } from '../../../core/formats/index';
import type { Song } from '../../../core/song/index';
import { barTicks } from '../../../core/time/index';
import { barOf, blankAfter, isBlank, meterAt, sectionOf, typeBars, type Spot } from './touches';
import { useCards, useSong } from './use-cards';

/** The bar as words, to be typed. */
export function BarField({ spot, isBehind }: { readonly spot: Spot; readonly isBehind: boolean }) {
  const { touch, point } = useCards();
  const song = useSong();
  const written = isBehind ? '' : barWords(song, spot);
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const section = sectionOf(song, spot)!;
  /** Nothing more to add here: on to the next part without chords. */
  const onward = () => {
    const blank = blankAfter(song, spot.entry);
    if (blank !== null) point({ entry: blank, bar: 1, chord: 0 });
  };
  const write = (goesOn: boolean) => {
    if (typed === null || typed.trim() === '' || typed.trim() === written) {
      setTyped(null);
      if (goesOn && isBehind) onward();
      else if (goesOn) point({ ...spot, bar: spot.bar + 1, chord: 0 });
      return true;
    }
    const read = typeBars(song, spot, typed);
    if ('problem' in read) {
      setTrouble(read.problem === '' ? null : read.problem);
      if (read.problem === '') setTyped(null);
      return read.problem === '';
    }
    const name = section.name;
    touch(read.edit, `${name}: ${typed.trim()}`);
    setTyped(null);
    setTrouble(null);
    if (goesOn) {
      const from = isBlank(section) ? 0 : isBehind ? section.bars.length : spot.bar;
      const next = from + read.count;
      point({ entry: spot.entry, bar: next, chord: 0 });
    }
    return true;
  };
  return (
    <span className="flex min-w-0 flex-wrap items-center gap-1">
      <input
        data-bar-field
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        aria-label={isBehind ? 'Chords to add' : 'Chords of this bar'}
        aria-invalid={trouble !== null}
        placeholder={isBehind ? 'or type: Dm Bb F C' : 'Dm . Bb .'}
        value={typed ?? written}
        className="min-h-9 w-36 rounded border border-line bg-ground px-2 sm:w-44"
        onChange={(e) => {
          setTyped(e.target.value);
          setTrouble(null);
        }}
        onBlur={() => write(false)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            const wasEmpty = isBehind && (typed ?? '').trim() === '';
            const isLast = wasEmpty && blankAfter(song, spot.entry) === null;
            // At once, so that the next key finds the field of the next bar.
            let isWritten = false;
            flushSync(() => {
              isWritten = write(true);
            });
            if (!isWritten) return;
            const next = isLast ? '[data-split-now]' : '[data-bar-field]';
            document.querySelector<HTMLElement>(next)?.focus();
          }
          if (e.key === 'Escape') {
            // Before the focus goes: leaving the field writes what is in it.
            flushSync(() => {
              setTyped(null);
              setTrouble(null);
            });
            document
              .querySelector<HTMLElement>(`[data-playing="${spot.entry}"] [data-box="${spot.bar}"]`)
              ?.focus();
          }
        }}
      />
      {trouble && (
        <span role="alert" className="text-[0.8125rem] text-clash">
          {trouble}
        </span>
      )}
    </span>
  );
}

function barWords(song: Song, spot: Spot): string {
  const bar = barOf(song, spot);
  if (!bar) return '';
  return writeBarChords(bar, barTicks(meterAt(song, spot)));
}
