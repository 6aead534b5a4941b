import { useDeferredValue, useMemo, useState } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player, type Section } from '../../core/form/index';
import { readAny, type AnyRead, type TypedLine } from '../../core/formats/index';
import { pretty } from '../../core/pitch/index';
import { songKey, songLength, takenIn, unfold, type Song, type TakeIn } from '../../core/song/index';
import { formatMeter } from '../../core/time/index';
import { tuningWords } from '../../core/instrument/index';
import { fileTrouble } from '../../store/index';
import { Button, Dialog } from '../../ui/index';
import { PlayerMark, PLAYER_TEXT } from '../../views/index';

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
          <span className="text-[14px] text-soft">
            Chords over lyrics, bars, one line for each part, tab: paste it, drop a file on it, or type.
          </span>
          <textarea
            autoFocus
            aria-label="The song as somebody typed it"
            value={text}
            spellCheck={false}
            autoCapitalize="off"
            placeholder={EXAMPLE}
            className="min-h-52 flex-1 resize-y rounded border border-line bg-ground p-2 font-mono text-[14px] lg:min-h-[46vh]"
            onChange={(e) => setText(e.target.value)}
            onDrop={(e) => {
              const [file] = e.dataTransfer.files;
              if (!file) return;
              e.preventDefault();
              e.stopPropagation();
              const large = fileTrouble(file.name, file.size);
              setTrouble(large);
              if (large === null) void file.text().then(setText);
            }}
          />
          {trouble !== null && (
            <span role="alert" className="text-[14px] text-clash">
              {trouble}. What stands here was not changed.
            </span>
          )}
        </label>
        <Result read={read} typed={typed} />
      </div>
      {(hasLoose || hasWords || hasCapo || hasTab) && (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-t border-line pt-2 text-[14px]">
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
              Tab that says nobody is
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

/** What was understood, and what of it is not sure. */
function Result({ read, typed }: { readonly read: AnyRead; readonly typed: string }) {
  if (typed.trim() === '')
    return <p className="self-center text-center text-soft">What is understood shows here.</p>;
  const { song, refused } = read;
  const key = songKey(song);
  const { bars } = songLength(song);
  return (
    <section
      aria-label="As it is understood"
      aria-live="polite"
      className="flex max-h-[56vh] min-w-0 flex-col gap-2 overflow-y-auto"
    >
      {refused !== null ? (
        <p role="alert" className="border-l-8 border-clash bg-ground px-3 py-2" data-refused>
          {refused}
        </p>
      ) : (
        <>
          <p>
            <b className="text-lg">{song.title}</b>{' '}
            <span className="text-soft">
              {pretty(key.tonic)} {key.mode} · {song.tempo} bpm · {formatMeter(song.meter)} · {bars} bars
              {PLAYERS.flatMap((p) => {
                const words = tuningWords(song.players[p]);
                const capo = song.players[p].capo;
                return [
                  ...(words === 'standard' ? [] : [` · ${PLAYER_WORDS[p]} ${pretty(words)}`]),
                  ...(capo === 0 ? [] : [` · ${PLAYER_WORDS[p]} capo ${capo}`]),
                ];
              })}
            </span>
          </p>
          <ol className="flex flex-col gap-1" data-understood>
            {unfold(song).map((playing) => (
              <li key={playing.index}>
                <b>{playing.section.name}</b>
                {playing.entry.times > 1 && ` ×${playing.entry.times}`}
                {playing.first ? (
                  <SectionBars section={playing.section} />
                ) : (
                  <span className="text-soft"> again</span>
                )}
              </li>
            ))}
            {song.sections
              .filter((s) => song.form.every((e) => e.section !== s.name))
              .map((s) => (
                <li key={s.name}>
                  <b>{s.name}</b> <span className="text-soft">written, not played</span>
                  <SectionBars section={s} />
                </li>
              ))}
          </ol>
        </>
      )}
      <Told label="Not understood" list={read.problems} tone="clash" />
      <Told label="Taken for granted" list={read.questions} tone="watch" />
      <Lines lines={read.lines} typed={typed} />
    </section>
  );
}

function SectionBars({ section }: { readonly section: Section }) {
  return (
    <span className="block font-mono text-[15px]">
      |{' '}
      {section.bars.map((bar, i) => (
        <span key={i}>
          {PLAYERS.filter((p) =>
            bar.cells[p].some((c) => c.cell.kind === 'grip' || c.cell.kind === 'rest'),
          ).map((p) => (
            <span key={p} className={`${PLAYER_TEXT[p]} text-[12px]`}>
              <PlayerMark player={p} />
            </span>
          ))}
          {bar.chords.length === 0
            ? '…'
            : bar.chords.map((c) => pretty(c.chord) + (c.guess ? '?' : '')).join(' ')}{' '}
          |{' '}
        </span>
      ))}
    </span>
  );
}

function Told({
  label,
  list,
  tone,
}: {
  readonly label: string;
  readonly list: AnyRead['problems'];
  readonly tone: 'clash' | 'watch';
}) {
  if (list.length === 0) return null;
  return (
    <div
      className={`border-l-8 ${tone === 'clash' ? 'border-clash' : 'border-watch'} bg-ground px-3 py-1 text-[14px]`}
    >
      <b>{label}</b>
      <ul aria-label={label}>
        {list.slice(0, MOST).map((p, i) => (
          <li key={i}>
            {p.line > 0 && <span className="text-soft">line {p.line}: </span>}
            {p.message}
          </li>
        ))}
        {list.length > MOST && <li className="text-soft">and {list.length - MOST} more</li>}
      </ul>
    </div>
  );
}

const MOST = 12;

/** Every line with what it was taken for. */
function Lines({ lines, typed }: { readonly lines: readonly TypedLine[]; readonly typed: string }) {
  const raw = useMemo(() => typed.split(/\r\n|\n|\r/), [typed]);
  if (lines.length === 0) return null;
  const shown = lines.filter((l) => l.as !== 'nothing' && (raw[l.line - 1] ?? '').trim() !== '');
  return (
    <details className="text-[14px]">
      <summary className="min-h-9 cursor-pointer py-1 text-soft">
        Line by line: what each was taken for
      </summary>
      <table className="w-full text-left">
        <tbody>
          {shown.map((l, i) => (
            <tr key={i} className="border-t border-line align-top">
              <td className="pr-2 text-soft tabular-nums">{l.line}</td>
              <td className="max-w-[18rem] truncate pr-3 font-mono" title={raw[l.line - 1]}>
                {raw[l.line - 1]}
              </td>
              <td>{l.says === '' ? AS_WORDS[l.as] : l.says}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

const AS_WORDS: Readonly<Record<TypedLine['as'], string>> = {
  setting: 'about the song',
  section: 'a section',
  chords: 'chords',
  words: 'sung',
  tab: 'tab',
  order: 'the order of the song',
  kept: 'kept as a comment',
  nothing: '',
};

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
                song.sections.map(
                  (s) =>
                    [`part ${p} ${s.name}`, `only what ${PLAYER_WORDS[p]} plays, into ${s.name}`] as const,
                ),
              )
            : []),
          ['new', 'as a new song'],
        ];
  const chosen = places.some(([v]) => v === where) ? where : places[0]![0];
  const put = () => {
    if (read.refused !== null) return;
    if (chosen === 'new') {
      const open = read.kind === 'chart' && read.problems.length + read.questions.length > 0;
      return onNew(other, open ? text : null);
    }
    if (!song || !onInto) return;
    onInto(takenIn(song, other, takeIn(chosen)), `${other.sections.map((s) => s.name).join(', ')} put in`);
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
            onChange={(e) => setWhere(e.target.value)}
          >
            {places.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </select>
        </label>
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
