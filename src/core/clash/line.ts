import { isSung, PLAYER_WORDS, sungMarks, type Player } from '../form/index';
import type { Midi } from '../pitch/index';
import { levelOf } from './level';
import { firstFrom, type Sound, type Stage, type Timed } from './stage';
import { LINE_MOST_NOTES, LINE_NOTE, LINE_STEPS, LINE_TURNS_TICKS } from './thresholds';
import { nameIn } from './words';

/**
 * Moving lines in the singer's range while someone sings: single notes, octaves or dyads whose top note goes to a new
 * grip at least twice within a bar, every note of it inside the range. Chords, held notes and picking through one grip
 * are accompaniment and left alone (common practice). Bars that follow each other are said once.
 */
export function linesInVoice(stage: Stage): readonly Timed[] {
  if (stage.voice === null) return [];
  return (['guitar1', 'guitar2'] as const).flatMap((player) => joined(stage, player));
}

/** What covers the voice in one bar: the first and last stroke of it, and its notes. */
interface Covering {
  readonly at: number;
  readonly to: number;
  readonly notes: readonly Midi[];
}

function joined(stage: Stage, player: Player): readonly Timed[] {
  const runs: Covering[] = [];
  stage.bars.forEach((_, b) => {
    const here = coveringIn(stage, player, b);
    if (here === null) return;
    const last = runs.at(-1);
    const follows = last !== undefined && Math.floor(last.to / stage.barTicks) >= b - 1;
    if (follows) runs[runs.length - 1] = { at: last.at, to: here.to, notes: [...last.notes, ...here.notes] };
    else runs.push(here);
  });
  const [low, high] = stage.voice!;
  return runs.map(({ at, to, notes }): Timed => {
    const score = LINE_NOTE * Math.min(9, notes.length);
    const scene = { chord: null, key: stage.key };
    const [bottom, top] = [Math.min(...notes) as Midi, Math.max(...notes) as Midi];
    return {
      kind: 'voice',
      level: levelOf(score),
      players: [player],
      pitches: bottom === top ? [bottom] : [bottom, top],
      text: `${PLAYER_WORDS[player]} moves between ${nameIn(scene, bottom)} and ${nameIn(scene, top)} where the voice sings (${nameIn(scene, low)}–${nameIn(scene, high)}): one of them gets covered.`,
      score,
      at,
      ticks: to - at,
    };
  });
}

function coveringIn(stage: Stage, player: Player, bar: number): Covering | null {
  const [low, high] = stage.voice!;
  const start = bar * stage.barTicks;
  if (!isSung(stage.bars[bar]!.voice)) return null;
  const all = stage.sounds[player];
  const strokes = all
    .slice(firstFrom(all, start), firstFrom(all, start + stage.barTicks))
    .filter((s) => s.kind === 'ring' && (s.strings === null || s.strings.length > 1));
  const sung = strokes.filter((s) => isSungAt(stage, s.at) && s.pitches.length > 0);
  const line: Sound[] = [];
  for (const s of sung) {
    const top = s.pitches.at(-1)!;
    if (s.pitches.length > LINE_MOST_NOTES || top < low || top > high) return null;
    if (line.length === 0 || line.at(-1)!.pitches.at(-1) !== top) line.push(s);
  }
  const quick = line.filter((s, i) => i > 0 && s.at - line[i - 1]!.at <= LINE_TURNS_TICKS).length;
  if (quick < LINE_STEPS) return null;
  return {
    at: line[0]!.at,
    to: Math.min(start + stage.barTicks, line.at(-1)!.end),
    notes: line.map((s) => s.pitches.at(-1)!),
  };
}

function isSungAt(stage: Stage, tick: number): boolean {
  const bar = Math.max(0, Math.floor(tick / stage.barTicks));
  const marks = sungMarks(stage.bars[bar]?.voice ?? null);
  return marks[Math.floor(((tick - bar * stage.barTicks) * marks.length) / stage.barTicks)] === '~';
}
