import { X } from 'lucide-react';
import { useState } from 'react';
import { degreesOfKey, parseChord, pretty, type Key } from '../../../core/pitch/index';
import { unfold } from '../../../core/song/index';
import { Button } from '../../../ui/index';
import { BarButtons } from './bar-buttons';
import { BarField } from './bar-field';
import { Beats } from './beats';
import { ROW } from './row';
import {
  afterPut,
  chordAt,
  putChord,
  rootsOf,
  sectionOf,
  withBass,
  withKind,
  withRoot,
  type Spot,
} from './touches';
import { useCards, useSong } from './use-cards';

/** Kinds of chords bands play, in the order they are reached for (common practice). */
const KINDS: readonly (readonly [string, string])[] = [
  ['', 'major'],
  ['m', 'minor'],
  ['5', 'power'],
  ['7', '7'],
  ['m7', 'm7'],
  ['maj7', 'maj7'],
  ['sus2', 'sus2'],
  ['sus4', 'sus4'],
  ['add9', 'add9'],
  ['m(add9)', 'm add9'],
  ['dim', 'dim'],
  ['m7b5', 'm7♭5'],
  ['6', '6'],
  ['9', '9'],
];

/** What is pointed at, with the chords of the key at hand: a touch puts one there and lets it sound. */
export function Palette({ spot }: { readonly spot: Spot }) {
  const { point, touch, hear } = useCards();
  const song = useSong();
  const section = sectionOf(song, spot)!;
  const key = unfold(song)[spot.entry]?.key ?? { text: song.key, tonic: song.key, mode: 'major' as const };
  const isBehind = spot.bar >= section.bars.length;
  const where = isBehind ? `${section.name}: a bar more` : `${section.name}, bar ${spot.bar + 1}`;
  const now = chordAt(song, spot);
  const put = (symbol: string) => {
    touch(putChord(song, spot, symbol), `${where}: ${symbol}`, afterPut(song, spot));
    hear(symbol);
  };
  const change = (symbol: string) => {
    if (!now) return;
    touch(putChord(song, now.spot, symbol), `${section.name}, bar ${now.spot.bar + 1}: ${symbol}`, spot);
    hear(symbol);
  };
  return (
    <section
      aria-label="What is pointed at"
      data-palette
      className="z-20 border-t-2 border-ink bg-sheet px-3 py-2 max-lg:sticky max-lg:bottom-0 max-lg:max-h-[52vh] max-lg:overflow-y-auto"
    >
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <h2 className="font-bold">{where}</h2>
        <BarField key={`${spot.entry} ${spot.bar}`} spot={spot} isBehind={isBehind} />
        <Button
          look="quiet"
          className="ml-auto !min-h-9 !min-w-9 !justify-center sm:order-last"
          aria-label="Put the chords away"
          onClick={() => point(null)}
        >
          <X size={18} aria-hidden />
        </Button>
        {!isBehind && <BarButtons spot={spot} />}
      </div>
      {!isBehind && <Beats spot={spot} />}
      <div
        role="group"
        aria-label={`Chords of ${pretty(key.text)}`}
        className="mt-1.5 grid grid-cols-4 gap-1.5 sm:grid-cols-8"
      >
        {degreesOfKey(key).map(({ degree, symbol }) => (
          <Button
            key={degree}
            data-degree={degree}
            className="!min-h-12 !flex-col !items-center !justify-center !gap-0 !px-1"
            onClick={() => put(symbol)}
          >
            <span className="text-[1.0625rem] leading-tight font-bold">{pretty(symbol)}</span>{' '}
            <span className="text-[0.75rem] leading-none text-soft">{degree}</span>
          </Button>
        ))}
        <Button title="No chord" className="!min-h-12 !justify-center" onClick={() => put('N.C.')}>
          N.C.
        </Button>
      </div>
      <div className={`mt-1.5 ${ROW}`}>
        {now && <Kinds now={now.chord} onChange={change} inKey={key} />}
        <AnyRoot inKey={key} onPut={(root) => put(withRoot(now?.chord ?? null, root))} />
      </div>
    </section>
  );
}

/** Another kind on the same root, and another bass under it. */
function Kinds({
  now,
  inKey,
  onChange,
}: {
  readonly now: string;
  readonly inKey: Key;
  readonly onChange: (symbol: string) => void;
}) {
  const chord = parseChord(now);
  if (!chord.ok) return null;
  const { root, quality, bass } = chord.value;
  return (
    <div className="flex items-center gap-1 sm:contents" role="group" aria-label={`Kinds of ${pretty(root)}`}>
      <span className="text-[0.875rem] text-soft">{pretty(now)} as</span>
      {KINDS.map(([kind, words]) => (
        <Button
          key={words}
          aria-pressed={quality === kind}
          className={`!min-h-9 !px-2 ${quality === kind ? '!border-2 !border-ink font-bold' : ''}`}
          onClick={() => onChange(withKind(now, kind))}
        >
          {words}
        </Button>
      ))}
      <label className="flex items-center gap-1 text-[0.875rem] text-soft">
        over
        <select
          aria-label="Bass under the chord"
          value={bass ?? ''}
          className="min-h-9 rounded border border-line bg-ground px-1 text-ink"
          onChange={(e) => onChange(withBass(now, e.target.value || null))}
        >
          <option value="">its root</option>
          {rootsOf(inKey)
            .filter((r) => r !== root)
            .map((r) => (
              <option key={r} value={r}>
                {pretty(r)}
              </option>
            ))}
          {bass !== null && !rootsOf(inKey).includes(bass) && <option value={bass}>{pretty(bass)}</option>}
        </select>
      </label>
    </div>
  );
}

/** Every root there is, behind one button. */
function AnyRoot({ inKey, onPut }: { readonly inKey: Key; readonly onPut: (root: string) => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" className="!min-h-9" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen ? 'Only chords of the key' : 'Any other root'}
      </Button>
      {isOpen &&
        rootsOf(inKey).map((root) => (
          <Button
            key={root}
            data-root={root}
            className="!min-h-9 !min-w-10 !justify-center"
            onClick={() => onPut(root)}
          >
            {pretty(root)}
          </Button>
        ))}
    </>
  );
}
