import type { Finding } from '../../core/clash/index';
import { isVoiceGuess, ownCells, PLAYER_WORDS, PLAYERS, sungMarks, type Player } from '../../core/form/index';
import { isGuess } from '../../core/hits/index';
import { pretty } from '../../core/pitch/index';
import { barTicks } from '../../core/time/index';
import type { HitsChord, HitsFrame, HitsGuess } from '../../views/index';
import { leaderOf } from './actions';
import type { HitsScope } from './scope';

/** What is drawn over time besides the strokes. */
export function drawingOf(scope: HitsScope) {
  const length = barTicks(scope.meter);
  const chords: HitsChord[] = scope.bars.flatMap((b, n) =>
    b.chords.map((c) => ({
      at: n * length + c.at,
      early: n * length + c.at - c.push,
      text: `${pretty(c.chord)}${c.guess ? ' ≈' : ''}`,
    })),
  );
  const perPlayer = <T>(of: (player: Player) => T): Record<Player, T> => ({
    guitar1: of('guitar1'),
    guitar2: of('guitar2'),
    bass: of('bass'),
  });
  return {
    chords,
    strings: perPlayer((p) => scope.song.players[p].tuning.length),
    hands: perPlayer((p) => handWords(scope, p)),
    pushes: perPlayer((p) =>
      scope.bars.flatMap((b, n) =>
        b.cells[p].flatMap((c) =>
          c.push === 0 ? [] : [{ at: n * length + c.at, early: n * length + c.at - c.push }],
        ),
      ),
    ),
    guesses: perPlayer((p) => guessesOf(scope, p)),
    voiceGuesses: scope.bars.flatMap((b, n) => (isVoiceGuess(b.voice) ? [n * length] : [])),
    sung: sungOf(scope),
    frames: framesOf(scope),
  };
}

/** Stands under a player's name: the way of striking, or with whom. */
export function handWords(scope: HitsScope, player: Player): string {
  const leader = leaderOf(scope, player);
  if (leader) return `with ${PLAYER_WORDS[leader]}`;
  return scope.parts[player].way === 'down' ? 'all down' : 'alternate';
}

/** What a player is not sure of: the hits of a bar, a grip. Notes of a line say so themselves. */
function guessesOf(scope: HitsScope, player: Player): readonly HitsGuess[] {
  const length = barTicks(scope.meter);
  return scope.bars.flatMap((b, n): HitsGuess[] => {
    const hits = b.hits[player];
    const grips = ownCells(b.cells[player]).flatMap(({ at, cell }): HitsGuess[] =>
      cell.kind !== 'open' && cell.guess ? [{ at: n * length + at, words: 'this grip is a guess' }] : [],
    );
    const bar = hits !== null && isGuess(hits) ? [{ at: n * length, words: 'these hits are a guess' }] : [];
    return [...bar, ...grips.filter((g) => bar.every((one) => one.at !== g.at))];
  });
}

function sungOf(scope: HitsScope): { from: number; to: number }[] {
  const length = barTicks(scope.meter);
  const list: { from: number; to: number }[] = [];
  scope.bars.forEach((b, n) => {
    const marks = sungMarks(b.voice);
    const step = length / marks.length;
    [...marks].forEach((mark, i) => {
      if (mark !== '~') return;
      const from = n * length + i * step;
      const last = list.at(-1);
      if (last?.to === from) last.to = from + step;
      else list.push({ from, to: from + step });
    });
  });
  return list;
}

/** What the right hand can do something about; how notes sound together is the Split screen's business. */
export const OVER_TIME: ReadonlySet<Finding['kind']> = new Set([
  'stop',
  'flam',
  'push',
  'buried-hit',
  'ring-over',
  'delay',
  'shift',
  'voice',
]);

const IN_LANE: ReadonlySet<Finding['kind']> = new Set(['stop', 'flam', 'push', 'buried-hit']);

/** Stops and what misses each other, framed in the lane where all are together. */
function framesOf(scope: HitsScope): readonly HitsFrame[] {
  const found = scope.findings.flatMap((f): HitsFrame[] => {
    if (f.level === 'note' || f.kept !== null || !IN_LANE.has(f.kind)) return [];
    const early = f.kind === 'push' ? f.to - f.from : 0;
    return [{ from: f.from - early, to: f.to - early, look: f.level, words: frameWords(f) }];
  });
  const clean = scope.together.stops
    .filter((s) => s.ringing === null)
    .map((s): HitsFrame => ({ from: s.at, to: s.at + s.ticks, look: 'clean', words: 'clean stop' }));
  return [...clean, ...found];
}

function frameWords(f: Finding): string {
  const who = PLAYERS.filter((p) => f.players.includes(p)).map((p) => PLAYER_WORDS[p]);
  switch (f.kind) {
    case 'stop':
      return `${/^(\S+( \d)?)/.exec(f.text)?.[0] ?? who[0] ?? ''} rings`;
    case 'flam':
      return 'just apart';
    case 'push':
      return 'not all push';
    default:
      return 'dead hit lost';
  }
}
