import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { formatGrip, handFret, holdWithin, shiftSeconds, stretchedHand } from '../grip/index';
import { spanMm } from '../instrument/index';
import {
  isDead,
  lineHand,
  stepGrip,
  stepTrouble,
  type Line,
  type LineHand,
  type LineStep,
} from '../line/index';
import { secondsBetween, tooFast } from './shift';
import type { Stage, Timed } from './stage';
import { SHIFT_WATCH_SHARE } from './thresholds';

/** Steps of a player's lines that follow each other over bar lines, in ticks from the start of the section. */
interface Run {
  readonly player: Player;
  readonly steps: readonly LineStep[];
}

/**
 * What cannot be played in a line: frets that are not there, slurs from nowhere, harmonics that do not ring, two notes
 * too far apart; and changes of position, within it, into it and out of it, that the time does not allow.
 */
export function runs(stage: Stage): readonly Timed[] {
  return runsOf(stage).flatMap((run) => [
    ...troubles(stage, run),
    ...wideNotes(stage, run),
    ...positionChanges(stage, run),
  ]);
}

/** Remembered while the player's lines stay where they are: an edit elsewhere changes none of them. */
function runsOf(stage: Stage): readonly Run[] {
  return PLAYERS.flatMap((player) => {
    const lines = stage.bars.map((bar) => bar.lines?.[player]);
    const first = lines.find((line) => line !== undefined);
    if (first === undefined) return [];
    const known = knownRuns.get(first) ?? [];
    const hit = known.find(
      (one) =>
        one.player === player &&
        one.barTicks === stage.barTicks &&
        one.lines.length === lines.length &&
        one.lines.every((line, i) => line === lines[i]),
    );
    if (hit) return hit.runs;
    const runs = findRuns(stage, player);
    const made = { player, barTicks: stage.barTicks, lines, runs };
    knownRuns.set(first, [made, ...known.slice(0, MOST_RUNS - 1)]);
    return runs;
  });
}

/** One riff may open many stretches and sections. */
const MOST_RUNS = 24;

interface KnownRuns {
  readonly player: Player;
  readonly barTicks: number;
  readonly lines: readonly (Line | undefined)[];
  readonly runs: readonly Run[];
}

const knownRuns = new WeakMap<Line, readonly KnownRuns[]>();

function findRuns(stage: Stage, player: Player): readonly Run[] {
  const list: { player: Player; steps: LineStep[]; bar: number }[] = [];
  stage.bars.forEach((bar, b) => {
    const line = bar.lines?.[player];
    if (!line) return;
    const steps = line.map((step) => ({ ...step, at: b * stage.barTicks + step.at }));
    const last = list.at(-1);
    if (last?.bar === b - 1) {
      last.steps.push(...steps);
      last.bar = b;
    } else list.push({ player, steps, bar: b });
  });
  return list;
}

function troubles(stage: Stage, { player, steps }: Run): readonly Timed[] {
  const rig = stage.players[player];
  return steps.flatMap((step, i): readonly Timed[] => {
    const ticks = (steps[i + 1]?.at ?? step.at + stage.barTicks) - step.at;
    const base = { players: [player], pitches: [], score: 1, level: 'clash', at: step.at, ticks } as const;
    const trouble = stepTrouble(steps, i, rig);
    if (trouble !== null) {
      const kind = trouble.includes('is not there') ? 'range' : 'reach';
      return [{ ...base, kind, text: `${PLAYER_WORDS[player]}: ${trouble}.` }];
    }
    if (step.notes.length > 2) return chordTrouble(stage, player, { step, base });
    const frets = step.notes.flatMap((n) =>
      n.fret === null || n.fret === 0 || n.reached === 'tap' ? [] : [n.fret as number],
    );
    const wide = frets.length < 2 ? 0 : spanMm(rig, Math.min(...frets), Math.max(...frets));
    const limit = rig.hand.spreadMm['14'];
    if (wide <= limit) return [];
    const reach = `reach ${Math.round(wide)} mm over ${limit}`;
    if (wide <= stretchedHand(rig.hand).spreadMm['14']) {
      const text = `${PLAYER_WORDS[player]}: a stretch for these two notes, ${reach}.`;
      return [{ ...base, kind: 'reach', level: 'watch', score: 0.6, text }];
    }
    return [
      { ...base, kind: 'reach', text: `${PLAYER_WORDS[player]} cannot hold these two notes: ${reach}.` },
    ];
  });
}

/** A chord in a line that no hand holds, or only at a stretch, in the player's own fingers if they are written. */
function chordTrouble(
  stage: Stage,
  player: Player,
  { step, base }: { step: LineStep; base: Omit<Timed, 'kind' | 'text'> },
): readonly Timed[] {
  if (isDead(step)) return [];
  const rig = stage.players[player];
  const grip = stepGrip(step, rig.tuning.length);
  const read = holdWithin(grip, rig, rig.hand, step.fingers);
  if (read.ok && read.value.reach === 'ease') return [];
  const name = `${PLAYER_WORDS[player]}: ${formatGrip(grip)}`;
  if (!read.ok || read.value.reach === 'out')
    return [{ ...base, kind: 'reach', text: `${name} cannot be held.` }];
  return [{ ...base, kind: 'reach', level: 'watch', score: 0.6, text: `${name} is a stretch.` }];
}

/** Notes at a stretch from where the hand is, where there is no time to go there. */
function wideNotes(stage: Stage, run: Run): readonly Timed[] {
  const { player, steps } = run;
  const rig = stage.players[player];
  const limit = rig.hand.spreadMm['14'];
  return handOver(run, rig).stretches.flatMap(({ at: i, place, fret, mm, seconds }): Timed[] => {
    const [step, before] = [steps[i]!, steps[i - 1]];
    if (before === undefined || step.notes.length > 1) return [];
    const there = secondsBetween(stage, before.at, step.at);
    if (seconds / there < SHIFT_WATCH_SHARE) return [];
    const text = `${PLAYER_WORDS[player]}: frets ${place} and ${fret} one after the other are a stretch, ${Math.round(mm)} mm over ${limit}, and there is no time to move.`;
    const base = { players: [player], pitches: [], score: 0.6, level: 'watch', at: step.at } as const;
    return [{ ...base, kind: 'reach', ticks: step.at - before.at, text }];
  });
}

function positionChanges(stage: Stage, run: Run): readonly Timed[] {
  const { player, steps } = run;
  const rig = stage.players[player];
  const hand = handOver(run, rig);
  const found = hand.moves.flatMap((move) => {
    // The hand can start when the last note it held is struck.
    const before = hand.places.findLastIndex((place, i) => i < move.to && place !== null);
    return moved(stage, {
      ...move,
      player,
      from: steps[Math.max(0, before)]!.at,
      to: steps[move.to]!.at,
    });
  });
  return [...found, ...intoAndOut(stage, { player, steps }, hand.places)];
}

/** Where the hand goes in a run. Remembered with it. */
function handOver(run: Run, rig: Rig): LineHand {
  const hit = knownHands.get(run);
  if (hit?.rig === rig) return hit.hand;
  const hand = lineHand(run.steps, rig, rig.hand);
  knownHands.set(run, { rig, hand });
  return hand;
}

type Rig = Stage['players'][Player];
const knownHands = new WeakMap<Run, { readonly rig: Rig; readonly hand: LineHand }>();

/** From the grip before the line to its first position, and from its last to the grip after it. */
function intoAndOut(
  stage: Stage,
  { player, steps }: Run,
  places: readonly (number | null)[],
): readonly Timed[] {
  const rig = stage.players[player];
  const first = places.findIndex((p) => p !== null);
  const last = places.findLastIndex((p) => p !== null);
  if (first < 0) return [];
  const sounds = stage.sounds[player];
  const before = sounds.findLast((s) => s.at < steps[0]!.at);
  const after = sounds.find((s) => s.at > steps.at(-1)!.at && s.step === null);
  const change = (a: number | null, b: number | null, from: number, to: number) => {
    if (a === null || b === null || a === b) return [];
    const mm = spanMm(rig, Math.min(a, b), Math.max(a, b));
    return moved(stage, { player, from, to, frets: Math.abs(a - b), mm, seconds: shiftSeconds(mm, 1) });
  };
  return [
    ...(before && before.step === null
      ? change(handFret(before.grip), places[first]!, before.at, steps[first]!.at)
      : []),
    ...(after ? change(places[last]!, handFret(after.grip), steps[last]!.at, after.at) : []),
  ];
}

function moved(
  stage: Stage,
  move: { player: Player; from: number; to: number; frets: number; mm: number; seconds: number },
): readonly Timed[] {
  const { frets, mm, ...way } = move;
  const what = `a change of position of ${frets} ${frets === 1 ? 'fret' : 'frets'} (${Math.round(mm)} mm)`;
  return tooFast(stage, { ...way, what });
}
