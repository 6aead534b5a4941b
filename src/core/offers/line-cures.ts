import { barsOnPass, PLAYER_WORDS, type Player } from '../form/index';
import { movedLine, type Line, type LineNote, type LineStep } from '../line/index';
import { belongs, type Midi } from '../pitch/index';
import { momentIndexAt, songKey, type Edit, type LineChange } from '../song/index';
import { barTicks } from '../time/index';
import { openStrings, usableFrets, type Fret } from '../instrument/index';
import type { Ground, Way } from './way';

/** The bars (from 0) a finding lasts over, with the player's line in each. */
function linesUnder({ finding, material }: Ground, player: Player): readonly { bar: number; line: Line }[] {
  const ticks = barTicks(material.meter);
  const bars = barsOnPass(material.section, finding.pass);
  const last = Math.floor(Math.max(finding.from, finding.to - 1) / ticks);
  return bars.flatMap((bar, b) => {
    const line = bar.lines?.[player];
    return line && b >= Math.floor(finding.from / ticks) && b <= last ? [{ bar: b, line }] : [];
  });
}

/** Lines put in place of what was there; null where nothing would change. */
function putLines(
  { finding, material }: Ground,
  player: Player,
  lines: readonly { bar: number; line: Line }[],
): Edit | null {
  if (lines.length === 0) return null;
  const on = { section: finding.section, pass: finding.pass, times: material.times, player };
  const edits = lines.map(({ bar, line }): Edit => {
    const change: LineChange = { ...on, bar, line, beside: true };
    return { kind: 'setLine', change };
  });
  return edits.length === 1 ? edits[0]! : { kind: 'together', edits };
}

/** A note of a line that rubs, a semitone or a tone off, to the next note of the chord. */
export function noteWays(ground: Ground, players: readonly Player[]): readonly Way[] {
  const { song, finding, material, moments } = ground;
  const moment = moments[momentIndexAt(moments, finding.from)];
  const chord = moment?.chord;
  if (!moment || !chord) return [];
  const ticks = barTicks(material.meter);
  return players.flatMap((player): Way[] => {
    const cell = moment.cells[player];
    if (cell.kind !== 'grip' || !cell.step || cell.step.notes.length !== 1) return [];
    const rig = song.players[player];
    const [note] = cell.step.notes as readonly [LineNote];
    if (note.fret === null || note.harmonic !== null || note.bend !== null) return [];
    const open = openStrings(rig)[note.string]! + rig.capo;
    const found = linesUnder(ground, player).find(({ bar }) => bar === Math.floor(moment.start / ticks));
    if (!found) return [];
    return NEARBY.flatMap(({ by, words }): Way[] => {
      const fret = note.fret! + by;
      if (fret < 0 || fret > usableFrets(rig) || !belongs(chord, (open + fret) as Midi)) return [];
      const change = (step: LineStep): LineStep =>
        step.at === cell.step!.at && step.notes[0]?.string === note.string
          ? { ...step, notes: [{ ...note, fret: fret as Fret }] }
          : step;
      const edit = putLines(ground, player, [{ bar: found.bar, line: found.line.map(change) }]);
      const what = `${PLAYER_WORDS[player]}: that note ${words}`;
      return edit ? [{ words: what, edit, sort: `${player} note ${by}`, far: 0.02 * Math.abs(by) }] : [];
    });
  });
}

const NEARBY = [
  { by: -1, words: 'a semitone lower' },
  { by: 1, words: 'a semitone higher' },
  { by: -2, words: 'a whole tone lower' },
  { by: 2, words: 'a whole tone higher' },
] as const;

/** The whole line of the bars an octave up or down, or silent: for what stands in the way of a voice. */
export function octaveWays(ground: Ground, player: Player): readonly Way[] {
  const lines = linesUnder(ground, player);
  const ways: Way[] = [];
  for (const [semitones, what] of [
    [-12, 'the line an octave down'],
    [12, 'the line an octave up'],
  ] as const) {
    const edit = putMoved(ground, player, semitones);
    if (edit) ways.push({ words: `${PLAYER_WORDS[player]}: ${what}`, edit, sort: what, far: 0.1 });
  }
  const rest = lines.map(({ bar }) => ({ bar, line: [SILENCE] }));
  const edit = putLines(ground, player, rest);
  if (edit)
    ways.push({ words: `${PLAYER_WORDS[player]} waits until the voice rests`, edit, sort: 'wait', far: 0.3 });
  return ways;
}

const SILENCE: LineStep = { at: 0, notes: [], muted: false, weak: false, direction: null };

/** The same notes where the hand has less of a way. */
export function elsewhereWays(ground: Ground, players: readonly Player[]): readonly Way[] {
  return players.flatMap((player): Way[] => {
    const edit = putMoved(ground, player, 0);
    const words = `${PLAYER_WORDS[player]}: the same notes in another place of the neck`;
    return edit ? [{ words, edit, sort: `${player} elsewhere`, far: 0 }] : [];
  });
}

function putMoved(ground: Ground, player: Player, semitones: number): Edit | null {
  const { song } = ground;
  const rig = song.players[player];
  const key = songKey(song);
  const moved: { bar: number; line: Line }[] = [];
  for (const { bar, line } of linesUnder(ground, player)) {
    const next = movedLine(line, { from: rig, to: rig, hand: rig.hand, key, semitones });
    if (!next.ok) return null;
    moved.push({ bar, line: next.value });
  }
  return putLines(ground, player, moved);
}
