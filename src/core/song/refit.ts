import {
  PLAYERS,
  regripped,
  type Cell,
  type FormEntry,
  type OwnVariant,
  type Player,
  type Section,
  type Wish,
} from '../form/index';
import {
  formatGrip,
  gripPitches,
  handFret,
  holdGrip,
  parseGrip,
  refret,
  sameGrip,
  slideGrip,
  type Grip,
} from '../grip/index';
import { openStrings, type Instrument } from '../instrument/index';
import { moveKey, noteName, parseKey, parseNote, pitchClass, type Key, type Midi } from '../pitch/index';
import { movedLine, stepPitches, stepTrouble, type Line } from '../line/index';
import { withFollowers } from './likes';
import { keyShift, songKey, type Rig, type Song } from './song';
import { mapSection, movedSymbol, slidLine } from './unfold';

/** What changes, and what is to stay: the sounding pitches (new shapes are found) or the shapes (pitches move). */
export interface Refit {
  /** Key the song moves to, or null: it follows from the tunings when shapes are kept, else it stays. */
  readonly key: string | null;
  readonly players: Readonly<Record<Player, Rig>>;
  readonly keep: 'pitches' | 'shapes';
}

/** A cell that cannot be taken over as wished. `bar` counts from 1. */
export interface Misfit {
  readonly section: string;
  readonly pass: number | 'last';
  readonly bar: number;
  readonly player: Player;
  /** Null: a line. */
  readonly grip: Grip | null;
  /** Why, in words. */
  readonly reason: string;
  /** What stands in its place now, or null: the cell was left open. */
  readonly nearest: Grip | null;
}

export interface Refitted {
  readonly song: Song;
  /** Semitones by which the song sounds higher. */
  readonly shift: number;
  /** Cells whose frets changed. */
  readonly changed: number;
  readonly misfits: readonly Misfit[];
}

/**
 * The whole song on other instruments or in another key. Everything sounding moves by the same interval; a grip that
 * no longer fits is replaced by the nearest that does and named. Locks and guesses stay. Fails never: a cell for which
 * nothing is near is left open.
 */
export function refitSong(song: Song, to: Refit): Refitted {
  const shift = shiftOf(song, to);
  const key = moveKey(songKey(song), shift);
  const text = to.key !== null && parseKey(to.key).ok ? to.key : shift === 0 ? song.key : key.text;
  const newKey = parsed(text, key);
  const misfits: Misfit[] = [];
  const known = new Map<string, Moved>();
  let changed = 0;

  const movedKey = (name: string | undefined) => {
    const own = name === undefined || shift === 0 ? null : parseKey(name);
    return own?.ok ? { key: moveKey(own.value, shift).text } : {};
  };
  const refitted = (section: Section) =>
    mapSection(section, {
      chord: (symbol) => (shift === 0 ? symbol : movedSymbol(symbol, { shift, key: newKey })),
      cell: (cell, player, { bar, pass }): Cell => {
        if (cell.kind !== 'grip' || cell.step) return cell;
        const id = `${player} ${cell.grip.join(' ')}`;
        let moved = known.get(id);
        const [rig, newRig] = [song.players[player], to.players[player]];
        if (rig === newRig && shift === 0) return cell;
        if (!moved) {
          const task = {
            grip: cell.grip,
            from: rig,
            to: newRig,
            shift,
            key: newKey,
          };
          known.set(id, (moved = to.keep === 'shapes' ? keepShape(task) : keepPitches(task)));
        }
        if (moved.reason !== null) {
          const place = { section: section.name, pass, bar: bar + 1, player };
          misfits.push({ ...place, grip: cell.grip, reason: moved.reason, nearest: moved.grip });
        }
        if (moved.grip === null) return { kind: 'open' };
        if (!sameGrip(moved.grip, cell.grip)) changed += 1;
        return regripped(cell, moved.grip);
      },
      line: (line, player, { bar, pass }) => {
        const task = { from: song.players[player], to: to.players[player], shift, key: newKey };
        if (task.from === task.to && shift === 0) return line;
        const moved = refitLine(line, { ...task, keep: to.keep });
        if (moved.reason !== null) {
          const place = { section: section.name, pass, bar: bar + 1, player };
          misfits.push({ ...place, grip: null, reason: moved.reason, nearest: null });
        }
        if (moved.line !== line) changed += 1;
        return moved.line;
      },
      strings: (player) => to.players[player].tuning.length,
    });
  const sections = song.sections.map((section) => ({
    ...refitted(section),
    ...movedKey(section.key),
    wishes: section.wishes.flatMap((wish) => refitWish(wish, { song, to, shift, key: newKey })),
  }));
  const form = song.form.map((entry): FormEntry => {
    const moved = { ...entry, ...movedKey(entry.key ?? undefined) };
    if (!entry.variants) return moved;
    // What differs this time alone is made as a section's passes are.
    const name = entry.section;
    const variants = entry.variants.map((v): OwnVariant => {
      const pass = v.pass === 'every' ? 'last' : v.pass;
      const made = refitted({ name, bars: [], wishes: [], variants: [{ ...v, pass }] });
      return { ...v, bars: made.variants[0]!.bars };
    });
    return { ...moved, variants };
  });
  const voice = song.voice && shift !== 0 ? movedVoice(song.voice, shift, newKey) : song.voice;
  const kept =
    shift === 0
      ? song.kept
      : song.kept.map((k) => ({ ...k, notes: k.notes.map((name) => movedNote(name, shift, newKey)) }));
  return {
    song: withFollowers({ ...song, key: text, voice, players: to.players, sections, form, kept }),
    shift,
    changed,
    misfits,
  };
}

/** A grip nobody wants again stays the grip of the same notes; it is forgotten where the instrument has no such grip. */
function refitWish(
  wish: Wish,
  { song, to, shift, key }: { song: Song; to: Refit; shift: number; key: Key },
): readonly Wish[] {
  if (wish.kind !== 'not') return [wish];
  const [from, rig] = [song.players[wish.player], to.players[wish.player]];
  const grip = parseGrip(wish.grip, from.tuning.length);
  if (!grip.ok || (from === rig && shift === 0)) return [wish];
  const task = { grip: grip.value, from, to: rig, shift, key };
  const moved = to.keep === 'shapes' ? keepShape(task) : keepPitches(task);
  return moved.grip === null ? [] : [{ ...wish, grip: formatGrip(moved.grip) }];
}

/** Semitones every string of an instrument sounds higher than on another one, or null when the strings differ. */
function uniformShift(from: Instrument, to: Instrument): number | null {
  const before = openStrings(from);
  const after = openStrings(to);
  if (before.length !== after.length) return null;
  const by = after[0]! + to.capo - before[0]! - from.capo;
  return after.every((m, s) => m + to.capo - before[s]! - from.capo === by) ? by : null;
}

interface Task {
  readonly grip: Grip;
  readonly from: Rig;
  readonly to: Rig;
  readonly shift: number;
  readonly key: Key;
}

interface Moved {
  readonly grip: Grip | null;
  /** Why it is not what was wished, or null when it is. */
  readonly reason: string | null;
}

/** The key says it; else, when shapes are kept, the first instrument all of whose strings moved alike. */
function shiftOf(song: Song, to: Refit): number {
  if (to.key !== null) return keyShift({ key: song.key, sections: [] }, { key: to.key, section: '' });
  if (to.keep === 'pitches') return 0;
  for (const player of PLAYERS) {
    const by = uniformShift(song.players[player], to.players[player]);
    if (by !== null && by !== 0) return by;
  }
  return 0;
}

/** The same notes moved by the shift, on the new strings: slid along the neck, fretted anew, or an octave away. */
function keepPitches(task: Task): Moved {
  const { grip, from, to, shift } = task;
  const wanted = gripPitches(grip, from).map((p) => (p + shift) as Midi);
  const sameStrings = uniformShift(from, to);
  if (sameStrings !== null) {
    const slid = slideGrip(grip, shift - sameStrings, to);
    if (slid && holdGrip(slid, to, to.hand).ok) return { grip: slid, reason: null };
  }
  const near = Math.max(0, (handFret(grip) ?? 0) + shift - (to.capo - from.capo));
  const exact = refret(wanted, { instrument: to, hand: to.hand, near });
  if (exact) return { grip: exact, reason: null };
  return nearestTo(wanted, { ...task, why: 'no way to hold these notes on this instrument' });
}

/** The same frets, as long as they exist, can be held and sound as the others do. */
function keepShape(task: Task): Moved {
  const { grip, from, to, shift } = task;
  if (uniformShift(from, to) === 0 && shift !== 0) return keepPitches(task);
  const wanted = gripPitches(grip, from).map((p) => (p + shift) as Midi);
  const hold = grip.length === to.tuning.length ? holdGrip(grip, to, to.hand) : null;
  if (hold === null)
    return nearestTo(wanted, { ...task, why: `it has ${grip.length} strings, not ${to.tuning.length}` });
  if (!hold.ok) return nearestTo(wanted, { ...task, why: hold.error });
  const sounds = gripPitches(grip, to);
  const off = sounds.filter((p, i) => p !== wanted[i]);
  if (off.length === 0) return { grip, reason: null };
  const names = off.map((p) => noteName(p, task.key)).join(', ');
  const right = off.map((p) => noteName(wanted[sounds.indexOf(p)]!, task.key)).join(', ');
  return nearestTo(wanted, { ...task, why: `the same frets would sound ${names} instead of ${right}` });
}

/**
 * A line on other strings or in another key: the same frets where shapes stay and fit, slid along the neck where that
 * gives the wanted notes, else fretted anew. The reason says when something of it is lost.
 */
function refitLine(
  line: Line,
  to: { from: Rig; to: Rig; shift: number; key: Key; keep: Refit['keep'] },
): { readonly line: Line; readonly reason: string | null } {
  const { from, to: rig, shift, key } = to;
  const uniform = uniformShift(from, rig);
  const wanted = soundOf(line, from, shift);
  const tries = [
    ...(to.keep === 'shapes' && uniform !== 0 ? [line] : []),
    ...(uniform === null ? [] : [shift === uniform ? line : slidLine(line, shift - uniform, { rig, key })]),
  ];
  const isWanted = (l: Line) =>
    l.every((_, i) => stepTrouble(l, i, rig) === null || stepTrouble(line, i, from) !== null) &&
    soundOf(l, rig, 0) === wanted;
  const exact = line.every((s) => s.notes.every((n) => n.string < rig.tuning.length))
    ? tries.find(isWanted)
    : undefined;
  if (exact) return { line: exact, reason: null };
  const moved = movedLine(line, { from, to: rig, hand: rig.hand, key, semitones: shift });
  if (!moved.ok) return { line: line.map((s) => ({ ...s, notes: [] })), reason: moved.error };
  const same = soundOf(moved.value, rig, 0) === wanted;
  return { line: moved.value, reason: same ? null : 'its bends, trills and second notes do not go there' };
}

/** What is heard of a line, step by step. */
function soundOf(line: Line, rig: Rig, shift: number): string {
  return line
    .map((step) =>
      stepPitches(step, rig)
        .map((p) => p + shift)
        .join('+'),
    )
    .join(' ');
}

/** The wanted notes; failing them an octave away; failing that one note fewer. */
function nearestTo(wanted: readonly Midi[], task: Task & { readonly why: string }): Moved {
  const { to, why } = task;
  const near = handFret(task.grip) ?? 0;
  const options = { instrument: to, hand: to.hand, near };
  for (const by of [0, -12, 12]) {
    const grip = wanted.every((p) => p + by >= 0)
      ? refret(
          wanted.map((p) => (p + by) as Midi),
          options,
        )
      : null;
    if (grip) return { grip, reason: why };
  }
  for (const fewer of withoutOne(wanted)) {
    const grip = refret(fewer, options);
    if (grip) return { grip, reason: why };
  }
  return { grip: null, reason: why };
}

/** Without a doubled note first, then without the one in the middle of the order. */
function withoutOne(pitches: readonly Midi[]): readonly (readonly Midi[])[] {
  if (pitches.length < 2) return [];
  const isDoubled = (p: Midi) => pitches.filter((q) => pitchClass(q) === pitchClass(p)).length > 1;
  return [...pitches]
    .reverse()
    .sort((a, b) => Number(isDoubled(b)) - Number(isDoubled(a)))
    .map((left) => pitches.filter((p) => p !== left));
}

function movedVoice(voice: readonly [string, string], shift: number, key: Key): readonly [string, string] {
  return [movedNote(voice[0], shift, key), movedNote(voice[1], shift, key)];
}

function movedNote(name: string, shift: number, key: Key): string {
  const note = parseNote(name);
  return note.ok ? noteName((note.value + shift) as Midi, key) : name;
}

function parsed(text: string, fallback: Key): Key {
  const key = parseKey(text);
  return key.ok ? key.value : fallback;
}
