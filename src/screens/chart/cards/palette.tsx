import { CopyPlus, Trash2, Volume2, X } from 'lucide-react';
import { Slider } from 'radix-ui';
import { useState } from 'react';
import { flushSync } from 'react-dom';
import { writeBarChords } from '../../../core/formats/index';
import { degreesOfKey, parseChord, pretty, type Key } from '../../../core/pitch/index';
import { unfold } from '../../../core/song/index';
import { barTicks, beatName, countedBeatTicks } from '../../../core/time/index';
import { Button } from '../../../ui/index';
import {
  afterPut,
  barOf,
  blankAfter,
  chordAt,
  dropChord,
  guessChord,
  isBlank,
  isReturn,
  meterAt,
  moveEdges,
  pushChord,
  putChord,
  rootsOf,
  sectionOf,
  splitChord,
  typeBars,
  unitOf,
  withBass,
  withKind,
  withRoot,
  type Spot,
} from './touches';
import { useCards } from './use-cards';

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

/** A row of buttons: on a phone it is drawn along, elsewhere it wraps. */
const ROW =
  'flex min-w-0 items-center gap-1 max-sm:w-full max-sm:overflow-x-auto max-sm:*:shrink-0 sm:flex-wrap';

/** What is pointed at, with the chords of the key at hand: a touch puts one there and lets it sound. */
export function Palette({ spot }: { readonly spot: Spot }) {
  const { song, point, touch, hear } = useCards();
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
            aria-label={`${symbol}, degree ${degree}`}
            className="!min-h-12 !flex-col !items-center !justify-center !gap-0 !px-1"
            onClick={() => put(symbol)}
          >
            <span className="text-[17px] leading-tight font-bold">{pretty(symbol)}</span>
            <span className="text-[12px] leading-none text-soft">{degree}</span>
          </Button>
        ))}
        <Button aria-label="No chord" className="!min-h-12 !justify-center" onClick={() => put('N.C.')}>
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
    <div
      className="flex items-center gap-1 sm:flex-wrap"
      role="group"
      aria-label={`Kinds of ${pretty(root)}`}
    >
      <span className="text-[14px] text-soft">{pretty(now)} as</span>
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
      <label className="flex items-center gap-1 text-[14px] text-soft">
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

/** The bar as words, to be typed. */
function BarField({ spot, isBehind }: { readonly spot: Spot; readonly isBehind: boolean }) {
  const { song, touch, point } = useCards();
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
            setTyped(null);
            setTrouble(null);
            document
              .querySelector<HTMLElement>(`[data-playing="${spot.entry}"] [data-box="${spot.bar}"]`)
              ?.focus();
          }
        }}
      />
      {trouble && (
        <span role="alert" className="text-[13px] text-clash">
          {trouble}
        </span>
      )}
    </span>
  );
}

function barWords(song: Parameters<typeof barOf>[0], spot: Spot): string {
  const bar = barOf(song, spot);
  if (!bar) return '';
  return writeBarChords(bar, barTicks(meterAt(song, spot)));
}

/** What is done with the bar and the chord of it that is pointed at. */
function BarButtons({ spot }: { readonly spot: Spot }) {
  const { song, touch, hear } = useCards();
  const section = sectionOf(song, spot)!;
  const bar = barOf(song, spot);
  const chord = bar?.chords[spot.chord];
  const { name } = section;
  const where = `${name}, bar ${spot.bar + 1}`;
  const again = isReturn(song, spot.entry);
  const two = splitChord(song, spot);
  const bars = (change: Parameters<typeof touch>[0], label: string, next: Spot) => touch(change, label, next);
  return (
    <span className={ROW} role="group" aria-label="This bar">
      {chord && chord.chord !== 'N.C.' && (
        <Button
          look="quiet"
          className="!min-h-9 !min-w-9 !justify-center"
          aria-label={`Hear ${chord.chord}`}
          onClick={() => hear(chord.chord)}
        >
          <Volume2 size={16} aria-hidden />
        </Button>
      )}
      <Button
        className="!min-h-9"
        disabled={!two}
        title="Another chord in the second half of this one"
        onClick={() => two && touch(two.edit, `${where}: a chord more`, two.spot)}
      >
        Chord more
      </Button>
      {chord && (
        <>
          <Button
            className={`!min-h-9 ${chord.push > 0 ? '!border-2 !border-ink' : ''}`}
            aria-pressed={chord.push > 0}
            title="Struck an eighth before its beat"
            disabled={spot.bar === 0 && spot.entry === 0 && chord.at === 0}
            onClick={() =>
              touch(
                pushChord(song, spot, chord.push > 0 ? 0 : 480),
                `${where}: ${chord.push > 0 ? 'on the beat' : 'an eighth early'}`,
              )
            }
          >
            Early
          </Button>
          <Button
            className={`!min-h-9 ${chord.guess ? '!border-2 !border-watch' : ''}`}
            aria-pressed={chord.guess === true}
            onClick={() =>
              touch(
                guessChord(song, spot, chord.guess !== true),
                `${where}: ${chord.guess ? 'sure' : 'a guess'}`,
              )
            }
          >
            Not sure
          </Button>
          <Button
            className="!min-h-9"
            disabled={bar.chords.length === 1 && (spot.bar === 0 || chord.chord === 'N.C.')}
            title={bar.chords.length > 1 ? 'The chord before goes on' : 'The chord of the bar before goes on'}
            onClick={() =>
              touch(dropChord(song, spot), `${where}: a chord less`, {
                ...spot,
                chord: Math.max(0, spot.chord - 1),
              })
            }
          >
            Chord away
          </Button>
        </>
      )}
      {!again && (
        <>
          <Button
            className="!min-h-9"
            title="This bar once more behind itself"
            onClick={() =>
              bars(
                { kind: 'setBars', section: name, change: { what: 'repeat', from: spot.bar, count: 1 } },
                `${where} once more`,
                { ...spot, bar: spot.bar + 1 },
              )
            }
          >
            <CopyPlus size={16} aria-hidden /> Bar again
          </Button>
          <Button
            className="!min-h-9"
            disabled={section.bars.length === 1}
            onClick={() =>
              bars(
                { kind: 'setBars', section: name, change: { what: 'remove', from: spot.bar, count: 1 } },
                `${where} taken out`,
                { ...spot, bar: Math.min(spot.bar, section.bars.length - 2), chord: 0 },
              )
            }
          >
            <Trash2 size={16} aria-hidden /> Bar out
          </Button>
        </>
      )}
    </span>
  );
}

/** The bar wide, its beats marked; the edges between its chords are dragged, or moved with the arrows. */
function Beats({ spot }: { readonly spot: Spot }) {
  const { song, touch, point } = useCards();
  const bar = barOf(song, spot);
  const meter = meterAt(song, spot);
  const ticks = barTicks(meter);
  const unit = unitOf(meter);
  const [dragged, setDragged] = useState<readonly number[] | null>(null);
  if (!bar || bar.chords.length < 2 || bar.chords.some((c) => c.at % unit !== 0) || bar.chords[0]!.at > 0)
    return null;
  const edges = dragged ?? bar.chords.slice(1).map((c) => c.at / unit);
  const name = sectionOf(song, spot)!.name;
  const beat = countedBeatTicks(meter);
  const starts = [0, ...edges];
  return (
    <div className="mt-1.5 max-w-3xl" data-beats>
      <div className="flex gap-px" aria-hidden>
        {bar.chords.map((c, i) => (
          <button
            key={i}
            type="button"
            tabIndex={-1}
            style={{ flexGrow: (starts[i + 1] ?? ticks / unit) - starts[i]! }}
            className={`min-w-0 basis-0 truncate rounded-t border px-1 py-0.5 text-left font-bold ${i === spot.chord ? 'border-ink bg-well' : 'border-line'}`}
            onClick={() => point({ ...spot, chord: i })}
          >
            {pretty(c.chord)}
          </button>
        ))}
      </div>
      <Slider.Root
        min={0}
        max={ticks / unit}
        step={1}
        minStepsBetweenThumbs={1}
        value={[...edges]}
        className="relative flex h-9 touch-none items-center select-none"
        onValueChange={(next) => setDragged(held(next, ticks / unit))}
        onValueCommit={(next) => {
          const at = held(next, ticks / unit).map((n) => n * unit);
          setDragged(null);
          touch(moveEdges(song, spot, at), `${name}, bar ${spot.bar + 1}: chords on other beats`);
        }}
      >
        <Slider.Track className="relative h-1.5 w-full rounded bg-well">
          {Array.from({ length: ticks / beat + 1 }, (_, i) => (
            <span
              key={i}
              aria-hidden
              style={{ left: `${(i * beat * 100) / ticks}%` }}
              className="absolute -top-1.5 h-4 w-px bg-soft"
            />
          ))}
        </Slider.Track>
        {edges.map((edge, i) => (
          <Slider.Thumb
            key={i}
            aria-label={`Where ${pretty(bar.chords[i + 1]!.chord)} begins`}
            aria-valuetext={`beat ${beatName((edge * unit) / beat + 1)}`}
            className="block h-8 w-4 cursor-ew-resize rounded border-2 border-ink bg-sheet"
          />
        ))}
      </Slider.Root>
    </div>
  );
}

/** Edges inside the bar, each at least one step behind the one before. */
function held(edges: readonly number[], most: number): readonly number[] {
  return edges.map((edge, i) => Math.min(Math.max(edge, i + 1), most - (edges.length - i)));
}
