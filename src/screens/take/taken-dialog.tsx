import { useMemo, useState } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import {
  guessWho,
  songFromTaken,
  type Taken,
  type TakeChoices,
  type TakenPart,
} from '../../core/formats/index';
import { noteName, pretty, type Midi } from '../../core/pitch/index';
import { songKey, songLength, unfold, type Song } from '../../core/song/index';
import { formatMeter } from '../../core/time/index';
import { Button, Dialog } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';

interface Props {
  readonly taken: Taken;
  readonly from: 'MusicXML' | 'MIDI';
  /** What the file is called, without its ending. */
  readonly file: string;
  readonly onClose: () => void;
  readonly onTake: (song: Song) => void;
}

/** Notes from elsewhere: what was understood, which part is whose, where sections begin, what is left out; before it lands. */
export function TakenDialog(props: Props) {
  return (
    <Dialog open onClose={props.onClose} title={`What was understood of ${props.file}`} wide>
      <Understood {...props} />
    </Dialog>
  );
}

function Understood({ taken, from, file, onClose, onTake }: Props) {
  const [who, setWho] = useState<TakeChoices['who']>(() => guessWho(taken.parts));
  const isMarked = taken.bars.some((bar) => bar.section !== null);
  const [sections, setSections] = useState<TakeChoices['sections']>(isMarked ? 'marked' : 8);
  const made = useMemo(() => {
    try {
      const { song, lost } = songFromTaken(taken, { who, sections });
      return { song: song.title === 'Untitled' ? { ...song, title: file } : song, lost, refused: null };
    } catch (error) {
      return { song: null, lost: [], refused: error instanceof Error ? error.message : String(error) };
    }
  }, [taken, who, sections, file]);
  const nobody = PLAYERS.every((p) => who[p] === null);
  const left = taken.parts.filter((_, i) => PLAYERS.every((p) => who[p] !== i));
  return (
    <div className="flex flex-col gap-3" data-taken>
      <p>
        {from}: {taken.bars.length} bars, {taken.parts.length} {taken.parts.length === 1 ? 'part' : 'parts'},{' '}
        {taken.chords.length > 0
          ? `${taken.chords.length} chord names`
          : 'no chord names (they are guessed from the notes)'}
        .
      </p>
      <div className="grid grid-cols-1 gap-4 lg:grid-cols-2">
        <fieldset className="flex flex-col gap-2">
          <legend className="font-bold">Which part is whose</legend>
          {PLAYERS.map((player) => (
            <label key={player} className="flex flex-wrap items-center gap-2">
              <span className={`w-24 ${PLAYER_TEXT[player]}`}>
                <PlayerMark player={player} /> {PLAYER_WORDS[player]}
              </span>
              <select
                aria-label={`Part of ${PLAYER_WORDS[player]}`}
                value={who[player] ?? ''}
                className="min-h-9 min-w-0 flex-1 rounded border border-line bg-ground px-1"
                onChange={(e) =>
                  setWho(given(who, player, e.target.value === '' ? null : Number(e.target.value)))
                }
              >
                <option value="">no one’s: a rest</option>
                {taken.parts.map((part, i) => (
                  <option key={i} value={i}>
                    {partWords(part)}
                  </option>
                ))}
              </select>
            </label>
          ))}
          <label className="flex flex-wrap items-center gap-2">
            <span className="w-24">Sections</span>
            <select
              aria-label="Where sections begin"
              value={String(sections)}
              className="min-h-9 min-w-0 flex-1 rounded border border-line bg-ground px-1"
              onChange={(e) => {
                const { value } = e.target;
                setSections(value === 'marked' || value === 'one' ? value : Number(value));
              }}
            >
              {isMarked && <option value="marked">as they are marked in the file</option>}
              <option value="4">every 4 bars</option>
              <option value="8">every 8 bars</option>
              <option value="16">every 16 bars</option>
              <option value="one">all as one</option>
            </select>
          </label>
        </fieldset>
        <section
          aria-label="As it is understood"
          aria-live="polite"
          className="max-h-[46vh] min-w-0 overflow-y-auto"
        >
          {made.song === null ? (
            <p role="alert" className="border-l-8 border-clash bg-ground px-3 py-2">
              {made.refused}
            </p>
          ) : (
            <SongUnderstood song={made.song} />
          )}
        </section>
      </div>
      {(made.lost.length > 0 || left.length > 0) && (
        <div className="border-t border-line pt-2">
          <p className="font-bold">Not taken over</p>
          <ul className="list-disc pl-5" data-lost>
            {left.map((part, i) => (
              <li key={`${part.name} ${i}`}>the part {part.name}</li>
            ))}
            {made.lost.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
      )}
      <div className="flex justify-end gap-2 border-t border-line pt-2">
        <Button className="!min-h-10" onClick={onClose}>
          Leave it
        </Button>
        <Button
          look="strong"
          className="!min-h-10"
          disabled={made.song === null || (nobody && taken.chords.length === 0)}
          onClick={() => made.song && onTake(made.song)}
        >
          Put it on the shelf
        </Button>
      </div>
    </div>
  );
}

/** A part is one player's: who had it before gets none. */
function given(who: TakeChoices['who'], player: Player, part: number | null): TakeChoices['who'] {
  const others = PLAYERS.map((p) => [p, part !== null && who[p] === part ? null : who[p]] as const);
  return { ...(Object.fromEntries(others) as TakeChoices['who']), [player]: part };
}

/** "Lead, 214 notes, E2 to B4, drop D". */
function partWords(part: TakenPart): string {
  const pitches = part.notes.flatMap((n) => (n.midi === null ? [] : [n.midi]));
  const key = { text: 'C', tonic: 'C', mode: 'major' } as const;
  const range =
    pitches.length === 0
      ? ''
      : `, ${[Math.min(...pitches), Math.max(...pitches)].map((p) => pretty(noteName(p as Midi, key))).join(' to ')}`;
  const where = part.notes.some((n) => n.string !== null) ? ', with strings' : '';
  return `${part.name}, ${part.notes.length} notes${range}${where}${part.isDrums ? ', drums' : ''}`;
}

function SongUnderstood({ song }: { song: Song }) {
  const key = songKey(song);
  return (
    <>
      <p>
        <b className="text-lg">{song.title}</b>{' '}
        <span className="text-soft">
          {pretty(key.tonic)} {key.mode} · {song.tempo} bpm · {formatMeter(song.meter)} ·{' '}
          {songLength(song).bars} bars
        </span>
      </p>
      <ol className="flex flex-col gap-1" data-understood>
        {unfold(song).map((playing) => (
          <li key={playing.index}>
            <b>{playing.section.name}</b>
            {playing.entry.times > 1 && ` ×${playing.entry.times}`}{' '}
            <span className="text-soft">
              {playing.first
                ? `${playing.section.bars.length} bars: ${playing.section.bars
                    .map((bar) => bar.chords.map((c) => pretty(c.chord)).join(' ') || '–')
                    .join(' | ')}`
                : 'again'}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}
