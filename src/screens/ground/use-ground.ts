import { useMemo, useState } from 'react';
import { sameData } from '../../core/base/index';
import { PLAYERS, type Player } from '../../core/form/index';
import { formatTuning, openStrings } from '../../core/instrument/index';
import { parseKey } from '../../core/pitch/index';
import {
  applyEdit,
  bandTuning,
  namedAsFretted,
  refitSong,
  type Edit,
  type Refitted,
  type Rig,
  type Song,
} from '../../core/song/index';
import { draftOf, rigOf, type RigDraft, type RigField } from './rig-fields';
import { soundEdits } from './sound-fields';

/** Key, instruments, sounds and hands as they are typed, and what they would make of the song. */
export interface Ground {
  readonly key: string;
  /** What is wrong with the key, or null. */
  readonly keyTrouble: string | null;
  setKey(key: string): void;
  readonly drafts: Readonly<Record<Player, RigDraft>>;
  put(player: Player, part: Partial<RigDraft>): void;
  /** The rigs as far as they can be read. */
  readonly rigs: Readonly<Record<Player, Rig>>;
  readonly wrong: Readonly<Record<Player, Partial<Record<RigField, string>>>>;
  readonly wrongSounds: Readonly<Record<Player, Readonly<Record<string, string>>>>;
  /** What is fretted keeps its sound or its shapes; asked where a string sounds otherwise. */
  readonly keep: 'pitches' | 'shapes';
  setKeep(keep: 'pitches' | 'shapes'): void;
  readonly isRetuned: boolean;
  /** The song as it would be; null while something is wrong. */
  readonly done: Refitted | null;
  readonly isSame: boolean;
  /** Where the whole band tunes down: the song named as it is fretted; null elsewhere. */
  readonly fretted: Song | null;
  readonly isFretted: boolean;
  setFretted(isFretted: boolean): void;
  /** The edit that takes it, with what to call it; null where nothing would change. */
  readonly step: { readonly edit: Edit; readonly label: string } | null;
  /** Everything as the song has it. */
  reset(): void;
}

type Drafts = Readonly<Record<Player, RigDraft>>;

function draftsOf(song: Song): Drafts {
  const of = (player: Player) => draftOf(song.players[player], formatTuning(song.players[player]));
  return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
}

export function useGround(song: Song): Ground {
  const [key, setKey] = useState(song.key);
  const [keep, setKeep] = useState<'pitches' | 'shapes'>('pitches');
  const [isFretted, setFretted] = useState(true);
  const [drafts, setDrafts] = useState<Drafts>(() => draftsOf(song));
  const sounds = useMemo(() => {
    const of = (player: Player) => soundEdits(player, drafts[player].sounds, song.players[player].sounds);
    return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
  }, [drafts, song]);
  // Names of sounds first: where they are used, they are used by their new names.
  const named = useMemo(
    () => PLAYERS.flatMap((p) => sounds[p].edits).reduce((now, edit) => withEdit(now, edit), song),
    [sounds, song],
  );
  const read = useMemo(() => {
    const of = (player: Player) => rigOf(drafts[player], named.players[player]);
    return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
  }, [drafts, named]);
  const keyRead = parseKey(key);
  const isWrong =
    !keyRead.ok ||
    PLAYERS.some((p) => Object.keys(read[p].wrong).length > 0 || Object.keys(sounds[p].wrong).length > 0);
  const keyText = keyRead.ok ? keyRead.value.text : null;
  const rigs = useMemo(
    () => ({ guitar1: read.guitar1.rig, guitar2: read.guitar2.rig, bass: read.bass.rig }),
    [read],
  );
  const done = useMemo((): Refitted | null => {
    if (isWrong) return null;
    return refitSong(named, { key: keyText === song.key ? null : keyText, players: rigs, keep });
  }, [isWrong, rigs, named, song, keyText, keep]);
  const isSame = done !== null && done.song.key === song.key && sameData(done.song.players, song.players);
  // A whole band that is tuned down speaks of what it frets, unless it says otherwise.
  const fretted = done && bandTuning(done.song) !== bandTuning(song) ? namedAsFretted(done.song) : null;
  const step =
    done === null || isSame
      ? null
      : {
          edit: { kind: 'replace', song: isFretted && fretted ? fretted : done.song } as const,
          label: moveLabel(song, done),
        };
  return {
    key,
    keyTrouble: keyRead.ok ? null : keyRead.error,
    setKey,
    drafts,
    put: (player, part) => setDrafts((all) => ({ ...all, [player]: { ...all[player], ...part } })),
    rigs,
    wrong: { guitar1: read.guitar1.wrong, guitar2: read.guitar2.wrong, bass: read.bass.wrong },
    wrongSounds: { guitar1: sounds.guitar1.wrong, guitar2: sounds.guitar2.wrong, bass: sounds.bass.wrong },
    keep,
    setKeep,
    isRetuned: PLAYERS.some((p) => soundsDifferent(song.players[p], rigs[p])),
    done,
    isSame,
    fretted,
    isFretted,
    setFretted,
    step,
    reset: () => {
      setKey(song.key);
      setDrafts(draftsOf(song));
    },
  };
}

/** The song after an edit of a sound; one that says what is there already changes nothing. */
function withEdit(song: Song, edit: Edit): Song {
  const next = applyEdit(song, edit);
  return sameData(next.players, song.players) ? song : next;
}

function moveLabel(song: Song, done: Refitted): string {
  return done.shift === 0 ? 'new instruments and hands' : `moved from ${song.key} to ${done.song.key}`;
}

function soundsDifferent(a: Rig, b: Rig): boolean {
  return a.capo !== b.capo || openStrings(a).join() !== openStrings(b).join();
}
