import { useRef, useState } from 'react';
import { ordinal } from '../core/base/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../core/form/index';
import { readBar, rowsOf, writeBar, type BarPlace, type BarRow, type BarText } from '../core/formats/index';
import { chordsOfKey, pretty, type Key } from '../core/pitch/index';
import { barAt, type Song } from '../core/song/index';
import { Button, Dialog } from '../ui/index';
import { likeWords } from './told/like-dialog';
import { usePorts } from './ports';

interface Props {
  readonly song: Song;
  /** The bar to begin with, as it is played on the pass that is looked at. */
  readonly place: BarPlace;
  /** As the section is called where it is played. */
  readonly name: string;
  /** The key the section is in where it is played. */
  readonly inKey: Key;
  readonly player: Player;
  readonly open: boolean;
  readonly onClose: () => void;
}

/** One bar as chart text says it, row by row, on the pass that is looked at: chords, voice, and what a player does. */
export function BarDialog(props: Props) {
  return (
    <Dialog open={props.open} onClose={props.onClose} title="A bar in writing">
      {props.open && <Bars {...props} />}
    </Dialog>
  );
}

function Bars(props: Props) {
  const [bar, setBar] = useState(props.place.bar);
  const [player, setPlayer] = useState(props.player);
  const place = { ...props.place, bar };
  if (!barAt(props.song, place)) return null;
  // What was typed belongs to the bar as it stood then: another change of it begins anew.
  const key = JSON.stringify(writeBar(props.song, place));
  return <Rows key={`${bar} ${key}`} {...props} {...{ place, player }} onBar={setBar} onPlayer={setPlayer} />;
}

function Rows(
  props: Props & { readonly onBar: (bar: number) => void; readonly onPlayer: (player: Player) => void },
) {
  const { song, place, name, inKey, player, onBar, onPlayer, onClose } = props;
  const { desk } = usePorts();
  const [text, setText] = useState<Partial<BarText>>({});
  const written = writeBar(song, place);
  const read = readBar(song, place, text);
  const chordsField = useRef<HTMLInputElement>(null);
  const value = (row: BarRow) => text[row] ?? written[row];
  const set = (row: BarRow, next: string) => setText((was) => ({ ...was, [row]: next }));
  const like = song.sections.find((s) => s.name === place.section)?.like?.[player];
  const write = () => {
    if (read.edit !== null)
      desk.getState().edit(read.edit, { label: `${name}, bar ${place.bar + 1} in writing` });
  };
  const isWrong = read.problems.length > 0;
  const field = (row: BarRow) => ({
    row,
    value: value(row),
    problems: read.problems.filter((p) => p.row === row).map((p) => p.message),
    questions: read.questions.filter((p) => p.row === row).map((p) => p.message),
    onChange: (next: string) => set(row, next),
  });
  const goTo = (bar: number) => {
    write();
    onBar(bar);
  };
  return (
    <form
      className="flex flex-col gap-2"
      data-bar-dialog
      onSubmit={(e) => {
        e.preventDefault();
        if (isWrong) return;
        write();
        onClose();
      }}
    >
      <div className="flex items-center gap-2">
        <Button
          aria-label="Write it and go to the bar before"
          disabled={isWrong || place.bar === 0}
          onClick={() => goTo(place.bar - 1)}
        >
          ‹
        </Button>
        <h3 className="font-bold">
          {name}, bar {place.bar + 1}
          {place.pass > 1 ? `, the ${ordinal(place.pass)} time` : ''}
        </h3>
        <Button
          aria-label="Write it and go to the next bar"
          disabled={isWrong || !barAt(song, { ...place, bar: place.bar + 1 })}
          onClick={() => goTo(place.bar + 1)}
        >
          ›
        </Button>
      </div>
      <Field {...field('chords')} label="Chords" example="Am . F ." focus input={chordsField} />
      <div role="group" aria-label={`Chords of ${pretty(inKey.text)}`} className="flex flex-wrap gap-1">
        {chordsOfKey(inKey).map((chord) => (
          <Button
            key={chord}
            className="!min-h-7 !px-2 !py-0"
            onClick={() => {
              set('chords', withChord(value('chords'), chord, chordsField.current));
              chordsField.current?.focus();
            }}
          >
            {pretty(chord)}
          </Button>
        ))}
      </div>
      <Field {...field('voice')} label="Voice" example="~~~~~~.." />
      <span role="group" aria-label="Whose rows" className="mt-1 flex flex-wrap gap-1">
        {PLAYERS.map((p) => (
          <Button
            key={p}
            aria-pressed={p === player}
            className={p === player ? '!border-2 !border-ink font-bold' : ''}
            onClick={() => onPlayer(p)}
          >
            {PLAYER_WORDS[p]}
          </Button>
        ))}
      </span>
      {like ? (
        <p className="text-soft">
          {PLAYER_WORDS[player]} plays like {likeWords(like)} here; let go first, under “A part like another”.
        </p>
      ) : (
        rowsOf(player).map((row, i) => (
          <Field key={row} {...field(row)} label={PART_LABELS[i]!} example={PART_EXAMPLES[i]!} />
        ))
      )}
      <p className="text-[0.875rem] text-soft">
        The words divide the bar evenly and <span className="frets">.</span> lets the one before go on. Grips
        that hold notes the new chord has not are open again; locked ones stay.
      </p>
      <div className="flex justify-end gap-2">
        <Button look="quiet" onClick={onClose}>
          Leave it
        </Button>
        <Button look="strong" type="submit" disabled={isWrong}>
          Write it
        </Button>
      </div>
    </form>
  );
}

const PART_LABELS = ['Grips', 'Notes of a line', 'Hits'] as const;
const PART_EXAMPLES = ['577xxx . x577xx .', '. . . . 5@4 h7@4 . .', 'O-MM(M-mm)x2 or O{3+3+2}'] as const;

/** The chord in place of the word the cursor is in, or of a lone word; at the end where it stands behind a space. */
function withChord(text: string, chord: string, input: HTMLInputElement | null): string {
  const at = input?.selectionStart ?? text.length;
  const words = [...text.matchAll(/\S+/g)];
  const word = words.find((w) => w.index <= at && at <= w.index + w[0].length);
  if (word) return text.slice(0, word.index) + chord + text.slice(word.index + word[0].length);
  return `${text.slice(0, at)}${chord}${text.slice(at)}`;
}

function Field(props: {
  row: BarRow;
  label: string;
  example: string;
  value: string;
  problems: readonly string[];
  questions: readonly string[];
  focus?: boolean;
  input?: React.Ref<HTMLInputElement>;
  onChange: (text: string) => void;
}) {
  const { row, label, example, value, problems, questions, focus = false, input, onChange } = props;
  const said = `bar-row-${row.replace(' ', '-')}`;
  return (
    <div>
      <label className="grid grid-cols-[118px_minmax(0,1fr)] items-baseline gap-2 text-[0.875rem] text-soft">
        {label}
        <input
          ref={input}
          data-row={row}
          value={value}
          autoFocus={focus}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          placeholder={example}
          aria-invalid={problems.length > 0}
          aria-describedby={said}
          className={`frets w-full rounded border bg-ground px-2 py-1 text-[1rem] text-ink focus:border-ink ${problems.length > 0 ? 'border-clash' : 'border-line'}`}
          onChange={(e) => onChange(e.currentTarget.value)}
        />
      </label>
      <p id={said} role="status" className="mt-1 pl-[126px] text-[0.8125rem]">
        {problems.map((message) => (
          <span key={message} className="block text-clash">
            {message}
          </span>
        ))}
        {questions.map((message) => (
          <span key={message} className="block text-watch">
            {message}
          </span>
        ))}
      </p>
    </div>
  );
}
