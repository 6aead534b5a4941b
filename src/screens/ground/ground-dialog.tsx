import { useMemo, useState, type ReactNode } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { formatGrip } from '../../core/grip/index';
import { formatTuning, openStrings } from '../../core/instrument/index';
import { parseKey, pretty } from '../../core/pitch/index';
import {
  applyEdit,
  bandTuning,
  namedAsFretted,
  namedAsSounding,
  refitSong,
  type Edit,
  type Refitted,
  type Rig,
  type Song,
} from '../../core/song/index';
import { Button, Dialog } from '../../ui/index';
import { usePorts } from '../ports';
import { draftOf, RigFields, rigOf, type RigDraft } from './rig-fields';
import { soundEdits } from './sound-fields';

/** Key, instruments and hands of the song; what is already fretted moves with them. */
export function GroundDialog({ song, onClose }: { song: Song; onClose: () => void }) {
  const { desk } = usePorts();
  const [key, setKey] = useState(song.key);
  const [keep, setKeep] = useState<'pitches' | 'shapes'>('pitches');
  const [isFretted, setIsFretted] = useState(true);
  const [drafts, setDrafts] = useState<Record<Player, RigDraft>>({
    guitar1: draftOf(song.players.guitar1, formatTuning(song.players.guitar1)),
    guitar2: draftOf(song.players.guitar2, formatTuning(song.players.guitar2)),
    bass: draftOf(song.players.bass, formatTuning(song.players.bass)),
  });
  const sounds = useMemo(() => {
    const of = (player: Player) => soundEdits(player, drafts[player].sounds, song.players[player].sounds);
    return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
  }, [drafts, song]);
  // Names of sounds first: where they are used, they are used by their new names.
  const named = useMemo(
    () => PLAYERS.flatMap((p) => sounds[p].edits).reduce((now, edit) => withEdit(now, edit), song),
    [sounds, song],
  );
  const read = useMemo(
    () => ({
      guitar1: rigOf(drafts.guitar1, named.players.guitar1),
      guitar2: rigOf(drafts.guitar2, named.players.guitar2),
      bass: rigOf(drafts.bass, named.players.bass),
    }),
    [drafts, named],
  );
  const keyRead = parseKey(key);
  const isWrong =
    !keyRead.ok ||
    PLAYERS.some((p) => Object.keys(read[p].wrong).length > 0 || Object.keys(sounds[p].wrong).length > 0);
  const keyText = keyRead.ok ? keyRead.value.text : null;
  const retuned = PLAYERS.some((p) => soundsDifferent(song.players[p], read[p].rig));
  const done = useMemo((): Refitted | null => {
    if (isWrong) return null;
    const players = { guitar1: read.guitar1.rig, guitar2: read.guitar2.rig, bass: read.bass.rig };
    return refitSong(named, { key: keyText === song.key ? null : keyText, players, keep });
  }, [isWrong, read, named, song, keyText, keep]);
  const isSame =
    done !== null &&
    done.song.key === song.key &&
    JSON.stringify(done.song.players) === JSON.stringify(song.players);
  // A whole band that is tuned down speaks of what it frets, unless it says otherwise.
  const fretted = done && bandTuning(done.song) !== bandTuning(song) ? namedAsFretted(done.song) : null;
  const apply = () => {
    if (!done) return;
    const next = isFretted && fretted ? fretted : done.song;
    desk.getState().edit({ kind: 'replace', song: next }, { label: moveLabel(song, done) });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} title="Key, instruments, sounds, hands">
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          apply();
        }}
      >
        <label className="flex flex-wrap items-center gap-2">
          <span className="text-[0.875rem] text-soft">Key we play it in</span>
          <input
            value={key}
            aria-invalid={!keyRead.ok}
            className="w-24 rounded border border-line bg-ground px-2 py-1"
            onChange={(e) => setKey(e.target.value)}
          />
          {!keyRead.ok && <span className="text-[0.8125rem] text-clash">{keyRead.error}</span>}
        </label>
        <Naming song={song} onClose={onClose} />
        {PLAYERS.map((player) => (
          <RigFields
            key={player}
            player={player}
            draft={drafts[player]}
            wrong={read[player].wrong}
            wrongSounds={sounds[player].wrong}
            onChange={(draft) => setDrafts({ ...drafts, [player]: draft })}
          />
        ))}
        {retuned && (
          <fieldset className="flex flex-wrap gap-x-4 gap-y-1 border-t border-line pt-2">
            <legend className="pr-2 font-bold">What is already fretted</legend>
            <Choose name="keep" checked={keep === 'pitches'} onChoose={() => setKeep('pitches')}>
              keeps its sound: new shapes are found
            </Choose>
            <Choose name="keep" checked={keep === 'shapes'} onChoose={() => setKeep('shapes')}>
              keeps its shapes: the sound moves
            </Choose>
          </fieldset>
        )}
        {done && fretted && (
          <fieldset className="flex flex-wrap gap-x-4 gap-y-1 border-t border-line pt-2">
            <legend className="pr-2 font-bold">The whole band is tuned down: names are</legend>
            <Choose name="names" checked={isFretted} onChoose={() => setIsFretted(true)}>
              as fretted: {pretty(fretted.key)}, sounding {downWords(fretted.down!)} lower
            </Choose>
            <Choose name="names" checked={!isFretted} onChoose={() => setIsFretted(false)}>
              as it sounds: {pretty(done.song.key)}
            </Choose>
          </fieldset>
        )}
        {done && !isSame && <Outcome song={song} done={done} />}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it as it was</Button>
          <Button look="strong" type="submit" disabled={isWrong || isSame}>
            Take it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Where the whole band is tuned down alike: whether names are what is fretted or what sounds. */
function Naming({ song, onClose }: { song: Song; onClose: () => void }) {
  const { desk } = usePorts();
  const fretted = namedAsFretted(song);
  const sounding = namedAsSounding(song);
  const other = fretted ?? sounding;
  if (other === null) return null;
  const down = song.down ?? fretted?.down ?? 0;
  const semitones = `${down} ${down === 1 ? 'semitone' : 'semitones'}`;
  const [says, offers] = fretted
    ? [`The whole band is tuned ${semitones} down; names are what sounds.`, 'Name it as fretted']
    : [`Names are as fretted; everything sounds ${semitones} lower.`, 'Name it as it sounds'];
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.875rem]">
      {says}
      <Button
        onClick={() => {
          desk.getState().edit({ kind: 'replace', song: other }, { label: offers.toLowerCase() });
          onClose();
        }}
      >
        {offers}: {pretty(other.key)} for {pretty(song.key)}
      </Button>
    </p>
  );
}

/** The song after an edit of a sound; one that says what is there already changes nothing. */
function withEdit(song: Song, edit: Edit): Song {
  const next = applyEdit(song, edit);
  return JSON.stringify(next.players) === JSON.stringify(song.players) ? song : next;
}

/** "a semitone", "3 semitones". */
function downWords(semitones: number): string {
  return semitones === 1 ? 'a semitone' : `${semitones} semitones`;
}

function Choose({
  name,
  checked,
  onChoose,
  children,
}: {
  name: string;
  checked: boolean;
  onChoose: () => void;
  children: ReactNode;
}) {
  return (
    <label className="flex items-center gap-2">
      <input type="radio" name={name} checked={checked} onChange={onChoose} />
      {children}
    </label>
  );
}

const LISTED = 12;

/** What would happen to the song, before it happens. */
function Outcome({ song, done }: { song: Song; done: Refitted }) {
  const { shift, changed, misfits } = done;
  return (
    <div className="border-t border-line pt-2" aria-live="polite">
      <p>
        {shift === 0
          ? `Stays in ${pretty(song.key)}.`
          : `Goes from ${pretty(song.key)} to ${pretty(done.song.key)}, ${Math.abs(shift)} ${Math.abs(shift) === 1 ? 'semitone' : 'semitones'} ${shift > 0 ? 'up' : 'down'}.`}{' '}
        {changed === 0
          ? 'No grip changes.'
          : `${changed} ${changed === 1 ? 'grip changes' : 'grips change'}.`}{' '}
        {misfits.length === 0 ? 'Everything fits.' : `${misfits.length} cannot be taken over as they are:`}
      </p>
      {misfits.length > 0 && (
        <ul className="mt-1 max-h-48 overflow-y-auto text-[0.875rem]">
          {misfits.slice(0, LISTED).map((m) => (
            <li
              key={`${m.section} ${m.pass} ${m.bar} ${m.player} ${m.grip?.join(' ') ?? 'line'}`}
              className="border-l-4 border-watch pl-2"
            >
              {m.section}, bar {m.bar}, {PLAYER_WORDS[m.player]}:{' '}
              {m.grip ? <span className="frets">{formatGrip(m.grip)}</span> : 'the line'}, {pretty(m.reason)};{' '}
              {m.nearest ? (
                <>
                  nearest that fits <span className="frets font-bold">{formatGrip(m.nearest)}</span>
                </>
              ) : (
                'left open for you or the splitter'
              )}
            </li>
          ))}
          {misfits.length > LISTED && <li>… and {misfits.length - LISTED} more</li>}
        </ul>
      )}
    </div>
  );
}

function moveLabel(song: Song, done: Refitted): string {
  return done.shift === 0 ? 'new instruments and hands' : `moved from ${song.key} to ${done.song.key}`;
}

function soundsDifferent(a: Rig, b: Rig): boolean {
  return a.capo !== b.capo || openStrings(a).join() !== openStrings(b).join();
}
