import { noteName, parseNote, pitchClass, type Midi } from '../pitch/index';
import { songKey, type KeptFinding, type Song } from '../song/index';
import type { Finding } from './finding';

/** How far keeping a finding reaches: this place and its notes, its whole section, the song. */
export type KeepReach = 'here' | 'section' | 'song';

/** What is kept in a bar (from 1) of a section or connection, there alone or all over it. Remembered with the list. */
export function keptAt({ kept }: Pick<Song, 'kept'>, section: string, bar: number): readonly KeptFinding[] {
  if (kept.length === 0) return kept;
  let known = keptCache.get(kept);
  if (!known) {
    known = new Map<string, KeptFinding[]>();
    for (const k of kept) {
      const at = `${k.bar ?? ''} ${k.section ?? ''}`;
      const list = known.get(at);
      if (list) list.push(k);
      else known.set(at, [k]);
    }
    keptCache.set(kept, known);
  }
  const [here, all, song] = [known.get(`${bar} ${section}`), known.get(` ${section}`), known.get(' ')];
  if (!all && !song) return here ?? NOTHING;
  return [...(here ?? []), ...(all ?? []), ...(song ?? [])];
}

const NOTHING: readonly KeptFinding[] = [];
const keptCache = new WeakMap<Song['kept'], Map<string, KeptFinding[]>>();

/**
 * The entry that keeps a finding from now on: its place and the notes that cause it, or its kind and players wherever
 * they come in its section or in the song. `shift`: semitones its playing is moved by.
 */
export function keepingOf(
  song: Pick<Song, 'key'>,
  f: Finding,
  of: { readonly reason: string; readonly shift?: number; readonly reach?: KeepReach },
): KeptFinding {
  const { reason, shift = 0, reach = 'here' } = of;
  const { kind, players } = f;
  if (reach !== 'here') {
    const section = reach === 'song' ? null : f.section;
    return { section, pass: null, bar: null, beat: null, kind, players, notes: [], reason };
  }
  const key = songKey(song);
  return {
    section: f.section,
    pass: f.pass === 1 ? null : f.pass,
    bar: f.bar,
    beat: f.beat,
    kind,
    players,
    notes: f.pitches.map((p) => noteName((p - shift) as Midi, key)),
    reason,
  };
}

/**
 * Whether an entry keeps a finding; all over a section or the song nobody named means whoever it is. In a playing moved
 * by `shift`, notes are compared without their octave: a grip may have been fretted elsewhere.
 */
export function keeps(kept: KeptFinding, f: Omit<Finding, 'playing' | 'kept'>, shift: number): boolean {
  if (
    kept.kind !== f.kind ||
    (kept.section !== null && kept.section !== f.section) ||
    (kept.bar !== null && kept.bar !== f.bar) ||
    (kept.beat !== null && kept.beat !== f.beat) ||
    (kept.pass !== null && kept.pass !== f.pass)
  )
    return false;
  const anyone = kept.bar === null && kept.players.length === 0;
  if (!anyone && kept.players.join() !== f.players.join()) return false;
  if (kept.notes.length === 0) return true;
  const wanted = kept.notes.map((name) => {
    const note = parseNote(name);
    return note.ok ? note.value + shift : -1;
  });
  const same = shift === 0 ? (p: number) => p : (p: number) => pitchClass(p) as number;
  const sorted = (list: readonly number[]) =>
    list
      .map(same)
      .sort((a, b) => a - b)
      .join();
  return sorted(wanted) === sorted(f.pitches);
}
