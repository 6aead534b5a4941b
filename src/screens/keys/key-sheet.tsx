import { Switch } from 'radix-ui';
import { useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { Button, Dialog } from '../../ui/index';
import { useKeySettings } from './key-settings';
import type { KeySheetProps } from './key-sheet-state';
import { capOf, isMovable, isSign, MEANINGS, type KeyMeaning, type KeyScreen } from './meanings';

/** Keys that are not single ones, for each screen. */
const OTHERS: Partial<Record<KeyScreen, readonly (readonly [string, string])[]>> = {
  songs: [
    ['↑ ↓ Home End', 'from song to song'],
    ['Enter', 'open the song'],
  ],
  chart: [
    ['Tab', 'from card to card; space or Enter on the six dots picks a card up, arrows move it'],
    ['← → ↑ ↓', 'from bar to bar'],
    ['a letter', 'types chords into the bar; behind the last one each chord is a bar'],
    ['Enter', 'the bar as words; once more: on to the next bar or part'],
    ['Alt+← Alt+→', 'move the bar'],
    ['Delete', 'take the bar out; with shift only its first chord'],
    ['Ctrl+space', 'in the text: what may stand here; Tab takes it'],
  ],
  split: [['letters, Enter', 'in what else could be played: hear about it, take it; Escape leaves']],
  line: [
    ['0 … 9', 'the fret; two digits quickly are one fret'],
    ['⇧↑ ⇧↓', 'a fret up, a fret down'],
    ['⇧→ ⇧←', 'the same note on the next string'],
    ['h p s', 'hammer-on, pull-off, slide'],
    ['B ⇧G', 'bend; bent before the stroke'],
    ['t y u', 'trill, vibrato, harmonic'],
    ['D', 'a short note before it'],
    ['T S O', 'tapped; slid into from nowhere; slid off at its end'],
    ['c', 'power chord on the note'],
    ['X Y V', 'dead strum; slapped, popped, raked; a guess'],
  ],
  stand: [
    ['space Enter → ↓ PgDn', 'on, by a foot pedal too'],
    ['← ↑ PgUp ⌫', 'back'],
    ['Home End', 'to the beginning, to the end'],
    ['Escape', 'back to the sheets'],
  ],
  sheets: [['Tab', 'from bar to bar; Enter hears it']],
};

const TITLES: Record<KeyScreen, string> = {
  songs: 'Songs',
  chart: 'Chart',
  split: 'Split',
  hits: 'Hits',
  line: 'Hits, in a line',
  listen: 'Listen',
  sheets: 'Sheets',
  rig: 'Rig',
  log: 'Log',
  stand: 'the stand',
};

/** All keys of a screen; they can be switched off, and others chosen for them. */
export function KeySheet({ screen, onClose }: KeySheetProps) {
  const { isOn, setOn, moved, move, reset } = useKeySettings();
  const [choosing, setChoosing] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const put = () => {
    setChoosing(null);
    onClose();
  };
  const choose = (usual: string, event: KeyboardEvent) => {
    if (choosing !== usual || event.ctrlKey || event.metaKey) return;
    if (event.key === 'Escape' || event.key === 'Tab') {
      event.stopPropagation();
      setChoosing(null);
      return;
    }
    if (['Shift', 'Alt', 'AltGraph', 'Dead'].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    if (!isMovable(event.key))
      return setSaid(`${capOf(event.key)} cannot be chosen; expected a letter or a sign`);
    const other = MEANINGS.find((m) => (moved[m.key] ?? m.key) === event.key && m.key !== usual);
    move(usual, event.key);
    setChoosing(null);
    setSaid(
      other
        ? `${event.key} now; it stood for “${short(other.words)}”, which has ${moved[usual] ?? usual} now`
        : `${event.key} now`,
    );
  };
  const rows = (of: KeyScreen) => MEANINGS.filter((m) => m.on.includes(of));
  const row = (m: KeyMeaning) => {
    const now = moved[m.key] ?? m.key;
    const isOff = !isOn && isSign(m.key);
    return (
      <div key={m.key} className="contents">
        <dt>
          {isMovable(m.key) ? (
            <button
              type="button"
              disabled={isOff}
              aria-label={`${capOf(now)}: choose another key for “${short(m.words)}”`}
              aria-pressed={choosing === m.key}
              className={`min-h-7 min-w-9 rounded border px-1.5 font-mono font-bold ${choosing === m.key ? 'border-ink bg-ink text-ground' : now === m.key ? 'border-line bg-ground' : 'border-watch bg-ground'}`}
              onClick={() => setChoosing(choosing === m.key ? null : m.key)}
              onKeyDown={(event) => choose(m.key, event)}
            >
              {choosing === m.key ? 'press' : capOf(now)}
            </button>
          ) : (
            <span className="inline-block min-w-9 text-center font-mono font-bold">{capOf(m.key)}</span>
          )}
        </dt>
        <dd className={isOff ? 'text-soft line-through' : ''}>{m.words}</dd>
      </div>
    );
  };
  const plain = ([key, words]: readonly [string, string]) => (
    <div key={`${key} ${words}`} className="contents">
      <dt className="font-mono font-bold">{key}</dt>
      <dd>{words}</dd>
    </div>
  );
  const list = (of: KeyScreen) => (
    <dl className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1">
      {(OTHERS[of] ?? []).map(plain)}
      {rows(of).map(row)}
      {plain(['Ctrl+Z Ctrl+Shift+Z', 'undo, redo'])}
    </dl>
  );
  return (
    <Dialog open onClose={put} title={`Keys: ${TITLES[screen]}`}>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          <Switch.Root
            checked={isOn}
            onCheckedChange={setOn}
            className="h-6 w-11 rounded-full border border-ink bg-well p-0.5 data-[state=checked]:bg-ink"
            data-single-keys
          >
            <Switch.Thumb className="block h-4.5 w-4.5 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-ground" />
          </Switch.Root>
          Single keys
        </label>
        <span className="text-[0.875rem] text-soft">
          {isOn
            ? 'Press a key in the list to choose another for it.'
            : 'Off: letters and signs alone do nothing.'}
        </span>
        {Object.keys(moved).length > 0 && (
          <Button look="quiet" onClick={reset}>
            The usual keys again
          </Button>
        )}
      </div>
      <p role="status" className="mb-2 min-h-5 text-[0.875rem] font-bold">
        {choosing === null ? said : `Press the key that shall stand for it; Escape leaves it as it is.`}
      </p>
      {list(screen)}
      {screen === 'hits' && (
        <>
          <h3 className="mt-4 mb-1 font-bold">In a line, where letters write notes</h3>
          {list('line')}
          <p className="mt-3 text-soft">
            With the pointer: click a place, double-click to strike or take away, or a chord to write its bar,
            drag a stroke to another place or the end of a ribbon to another length, paint the voice.
          </p>
        </>
      )}
      {screen === 'chart' && (
        <p className="mt-3">
          <Link to="/writing" className="underline" onClick={put}>
            How to write it
          </Link>
          : the page of the grammar, with examples.
        </p>
      )}
      <div className="mt-4 text-right">
        <Button look="strong" onClick={put}>
          Close
        </Button>
      </div>
    </Dialog>
  );
}

function short(words: string): string {
  return words.split(/[,:;(]/)[0]!;
}
