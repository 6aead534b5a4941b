import { useDeferredValue, useMemo, useState } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { readAny, type AnyRead } from '../../core/formats/index';
import { takenIn, takesPart, validateStorable, type Song, type TakeIn } from '../../core/song/index';
import { fileTrouble } from '../../store/index';
import { Button, Dialog } from '../../ui/index';
import { dropped } from '../take/dropped';
import { Result } from './understood';

interface Props {
  /** What is there already: pasted, or out of a file. */
  readonly text: string;
  /** The song that is open; null on the shelf: it becomes a new one. */
  readonly song: Song | null;
  readonly onClose: () => void;
  /** A new song out of it; `draft` where the text is chart text with something to mend. */
  readonly onNew: (song: Song, draft: string | null) => void;
  /** The open song with it. */
  readonly onInto?: (song: Song, label: string) => void;
}

/** A song as somebody typed it: shown as it is understood, line by line, before anything of it lands. */
export function PasteDialog(props: Props) {
  return (
    <Dialog open onClose={props.onClose} title="Put a song in as it is" wide>
      <Understanding {...props} />
    </Dialog>
  );
}

function Understanding({ text: given, song, onClose, onNew, onInto }: Props) {
  const [text, setText] = useState(given);
  /** Why a file was not opened. */
  const [trouble, setTrouble] = useState<string | null>(null);
  const [each, setEach] = useState<1 | 2 | 4>(1);
  const [keepsWords, setKeepsWords] = useState(true);
  const [fretted, setFretted] = useState(false);
  const [player, setPlayer] = useState<Player>('guitar1');
  const typed = useDeferredValue(text);
  const read = useMemo(
    () =>
      readAny(typed, {
        chordsPerBar: each,
        keepsWords,
        fretted,
        player,
        ...(song && song.sections.length > 0 ? { ground: song } : {}),
      }),
    [typed, each, keepsWords, fretted, player, song],
  );
  const hasTab = read.lines.some((l) => l.as === 'tab');
  const hasWords = read.lines.some((l) => l.as === 'words') || /\[[A-G][^\]]*\]/.test(typed);
  const hasLoose =
    read.kind === 'typed' &&
    /^[^|]*$/m.test(typed) &&
    read.lines.some((l) => l.as === 'chords' || l.as === 'section');
  const hasCapo = PLAYERS.some((p) => read.song.players[p].capo > 0);
  return (
    <div data-paste className="flex flex-col gap-3">
      <div className="grid grid-cols-1 gap-3 lg:grid-cols-2">
        <label className="flex min-w-0 flex-col gap-1">
          <span className="text-[0.875rem] text-soft">
            Chords over lyrics, bars, one line for each part, tab: paste it, drop a file on it, or type.
          </span>
          <textarea
            autoFocus
            aria-label="The song as somebody typed it"
            value={text}
            spellCheck={false}
            autoCapitalize="off"
            placeholder={EXAMPLE}
            className="min-h-52 flex-1 resize-y rounded border border-line bg-ground p-2 font-mono text-[0.875rem] lg:min-h-[46vh]"
            onChange={(e) => setText(e.target.value)}
            onDrop={(e) => {
              const [file] = e.dataTransfer.files;
              if (!file) return;
              e.preventDefault();
              e.stopPropagation();
              const large = fileTrouble(file.name, file.size);
              setTrouble(large);
              if (large === null)
                void dropped(file).then((read) => {
                  if (read.kind === 'text') setText(read.text);
                  else
                    setTrouble(
                      read.kind === 'refused'
                        ? read.message
                        : `${file.name} holds notes: let it go over the shelf`,
                    );
                });
            }}
          />
          {trouble !== null && (
            <span role="alert" className="text-[0.875rem] text-clash">
              {trouble}. What stands here was not changed.
            </span>
          )}
        </label>
        <Result read={read} typed={typed} />
      </div>
      {(hasLoose || hasWords || hasCapo || hasTab) && (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-t border-line pt-2 text-[0.875rem]">
          {hasLoose && (
            <label className="flex items-center gap-1.5">
              Without bar lines
              <select
                value={each}
                className="min-h-9 rounded border border-line bg-ground px-1"
                onChange={(e) => setEach(Number(e.target.value) as 1 | 2 | 4)}
              >
                <option value={1}>each chord is a bar</option>
                <option value={2}>two chords are a bar</option>
                <option value={4}>four chords are a bar</option>
              </select>
            </label>
          )}
          {hasWords && (
            <label className="flex min-h-9 items-center gap-1.5">
              <input type="checkbox" checked={keepsWords} onChange={(e) => setKeepsWords(e.target.checked)} />{' '}
              keep the words as remarks at their bars
            </label>
          )}
          {hasCapo && (
            <label className="flex min-h-9 items-center gap-1.5">
              <input type="checkbox" checked={fretted} onChange={(e) => setFretted(e.target.checked)} />{' '}
              chords are named as fretted behind the capo
            </label>
          )}
          {hasTab && (
            <label className="flex items-center gap-1.5">
              Tab without a player’s name is
              <select
                value={player}
                className="min-h-9 rounded border border-line bg-ground px-1"
                onChange={(e) => setPlayer(e.target.value as Player)}
              >
                {PLAYERS.map((p) => (
                  <option key={p} value={p}>
                    {PLAYER_WORDS[p]}’s
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      )}
      <Land read={read} song={song} text={typed} onClose={onClose} onNew={onNew} onInto={onInto} />
    </div>
  );
}

const EXAMPLE = `Verse: Dm Bb F C x4
Chorus:
| Bb | F | C | Dm |`;

/** Where it lands: a song of its own, or in the one that is open. */
function Land(
  props: Omit<Props, 'text' | 'onInto'> & {
    readonly read: AnyRead;
    readonly text: string;
    readonly onInto: Props['onInto'];
  },
) {
  const { read, song, text, onClose, onNew, onInto } = props;
  const [where, setWhere] = useState(song === null ? 'new' : 'behind');
  const other = read.song;
  const first = other.sections[0];
  const players = first
    ? PLAYERS.filter((p) => first.bars.some((b) => b.cells[p].some((c) => c.cell.kind !== 'open')))
    : [];
  const isOne = other.sections.length === 1;
  const blank = song !== null && song.sections.length === 0;
  const places: readonly (readonly [string, string])[] =
    song === null
      ? [['new', 'as a new song']]
      : [
          ['behind', blank ? 'in this song' : 'behind the sections of this song'],
          ...(isOne && !blank
            ? song.sections.map((s) => [`section ${s.name}`, `in place of the bars of ${s.name}`] as const)
            : []),
          ...(isOne && !blank
            ? players.flatMap((p) =>
                song.sections
                  .filter((s) => takesPart(song, other, s.name))
                  .map(
                    (s) =>
                      [`part ${p} ${s.name}`, `only what ${PLAYER_WORDS[p]} plays, into ${s.name}`] as const,
                  ),
              )
            : []),
          ['new', 'as a new song'],
        ];
  /** Why it cannot go where it was to go. */
  const [trouble, setTrouble] = useState<string | null>(null);
  const chosen = places.some(([v]) => v === where) ? where : places[0]![0];
  const put = () => {
    if (read.refused !== null) return;
    if (chosen === 'new') {
      const open = read.kind === 'chart' && read.problems.length + read.questions.length > 0;
      return onNew(other, open ? text : null);
    }
    if (!song || !onInto) return;
    const next = takenIn(song, other, takeIn(chosen));
    const stored = validateStorable(next);
    if (!stored.ok) return setTrouble(stored.error[0]!.message);
    onInto(next, `${other.sections.map((s) => s.name).join(', ')} put in`);
  };
  const isEmpty = text.trim() === '';
  return (
    <div className="flex flex-wrap items-center justify-end gap-2 border-t border-line pt-2">
      {places.length > 1 && (
        <label className="mr-auto flex min-w-0 items-center gap-1.5">
          It goes in
          <select
            value={chosen}
            className="min-h-9 max-w-72 rounded border border-line bg-ground px-1"
            onChange={(e) => {
              setWhere(e.target.value);
              setTrouble(null);
            }}
          >
            {places.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {trouble !== null && (
        <span role="alert" className="text-[0.875rem] text-clash">
          It does not fit there: {trouble}. Nothing was changed; choose another place.
        </span>
      )}
      <Button className="!min-h-10" onClick={onClose}>
        Leave it
      </Button>
      <Button look="strong" className="!min-h-10" disabled={isEmpty || read.refused !== null} onClick={put}>
        Put it in
      </Button>
    </div>
  );
}

function takeIn(chosen: string): TakeIn {
  const section = /^section (.*)$/.exec(chosen)?.[1];
  if (section !== undefined) return { how: 'section', section };
  const part = /^part (\S+) (.*)$/.exec(chosen);
  return part ? { how: 'part', player: part[1] as Player, section: part[2]! } : { how: 'behind' };
}
