import { comesOutOf } from '../../core/clash/index';
import { PLAYERS, sungMarks } from '../../core/form/index';
import { barTicks } from '../../core/time/index';
import { barOf, put } from './actions';
import { hitKeys } from './hit-keys';
import type { KeyContext } from './key-context';
import type { HitsKey } from './keys';
import { dropStep, guessBar } from './line-actions';
import { lineKeys } from './line-keys';
import type { HitsScope } from './scope';
import { DIVISIONS } from './toolbar';
import { guessVoice, sing } from './voice-actions';

/** Every key of the screen, the writing ones first; in a bar with a line they write notes instead of hits. */
export function keysFor(context: KeyContext): readonly HitsKey[] {
  const own = context.line ? lineKeys(context, context.line) : hitKeys(context);
  return [...own, ...commonKeys(context)];
}

function commonKeys(context: KeyContext): readonly HitsKey[] {
  const { scope, cursor, division, act, step, go, join, section, divide, open, keep, hear } = context;
  const { player, tick } = cursor;
  const length = barTicks(scope.meter);
  const toPlayer = (by: 1 | -1) => () => {
    const at = PLAYERS.indexOf(player) + by;
    go(PLAYERS[Math.min(PLAYERS.length - 1, Math.max(0, at))]!, tick);
  };
  /** Opens what writes in the bar, where its section can be written. */
  const inSection = (dialog: 'bar' | 'beside') => () =>
    scope.connection || scope.closed !== null
      ? act({ edit: null, why: scope.closed ?? NOT_AT_JOINS })
      : open(dialog);
  const finest = DIVISIONS.filter((d) => length % d.ticks === 0);
  return [
    { key: 'ArrowRight', words: 'next place', does: () => go(player, after(context, division)) },
    {
      key: 'ArrowLeft',
      words: 'place before',
      does: () => go(player, Math.max(0, tick - division)),
    },
    { key: 'ArrowDown', words: 'next player', does: toPlayer(1) },
    { key: 'ArrowUp', words: 'player before', does: toPlayer(-1) },
    {
      key: 'PageDown',
      words: 'next bar',
      does: () => go(player, Math.min(tick + length, scope.bars.length * length - division)),
    },
    { key: 'PageUp', words: 'bar before', does: () => go(player, Math.max(0, tick - length)) },
    {
      key: 'Backspace',
      words: 'back one place and silence it',
      does: () => {
        const back = { player, tick: Math.max(0, tick - division) };
        act(context.line ? dropStep(scope, back) : put(scope, back, '.'));
        go(player, back.tick);
      },
    },
    {
      key: 'z',
      words: 'voice: sings here or not',
      does: () => {
        const bar = barOf(scope, tick);
        const marks = sungMarks(scope.bars[bar]?.voice ?? null);
        const sings = marks[Math.floor(((tick - bar * length) * marks.length) / length)] === '~';
        act(sing(scope, tick, tick + Math.max(division, 480), !sings));
        step(Math.max(division, 480));
      },
      legend: context.line === null,
    },
    {
      key: 'Z',
      words: 'voice: a guess in this bar, or not',
      does: () => act(guessVoice(scope, tick)),
    },
    { key: '/', words: 'find a command', does: () => open('finder') },
    {
      key: "'",
      words: 'remarks: told to everybody or one player',
      does: () => (scope.connection ? undefined : open('remarks')),
      legend: true,
    },
    {
      key: '=',
      words: 'either: keep another way beside this bar, and swap',
      does: inSection('beside'),
      legend: true,
    },
    {
      key: '~',
      words: 'guess: the hits or the line of this bar, or not',
      does: () => act(guessBar(scope, cursor)),
      legend: true,
    },
    {
      key: '|',
      words: 'in writing: this bar’s chords, voice, grips, notes and hits',
      does: inSection('bar'),
      legend: true,
    },
    { key: 'a', words: 'patterns', does: () => open('patterns') },
    {
      key: 'o',
      words: 'form: times, tempo, key, endings',
      does: () => (scope.connection ? undefined : open('form')),
    },
    {
      key: 'i',
      words: 'grid: the next finer one',
      does: () => {
        const now = finest.findIndex((d) => d.ticks === division);
        divide(finest[(now + 1) % finest.length]!.ticks);
      },
    },
    { key: 'e', words: 'hear this bar round and round', does: hear },
    { key: 'n', words: 'next finding', does: () => nextFinding(context) },
    {
      key: 'k',
      words: 'keep the finding here on purpose',
      does: () => {
        const first = scope.findings.find(
          (f) =>
            f.kept === null &&
            f.level !== 'note' &&
            f.from <= tick + division &&
            Math.max(f.to, f.from + 1) > tick,
        );
        if (first) keep(first);
        else act({ edit: null, why: 'Nothing to keep here' });
      },
    },
    {
      key: 'j',
      words: 'join: into the next section, and back',
      does: () => join(nextJoin(scope)),
      legend: true,
    },
    { key: '[', words: 'section before', does: () => section(-1) },
    { key: ']', words: 'next section', does: () => section(1) },
  ];
}

/** A join has bars of two sections. */
const NOT_AT_JOINS = 'Go to the section to write its bars';

function after({ scope, cursor }: KeyContext, division: number): number {
  const end = scope.bars.length * barTicks(scope.meter);
  return Math.min(end - division, cursor.tick + division);
}

function nextFinding({ scope, cursor, go, act }: KeyContext): void {
  const list = scope.findings.filter((f) => f.kept === null && f.level !== 'note');
  const next = list.find((f) => f.from > cursor.tick) ?? list[0];
  if (!next) return act({ edit: null, why: 'Nothing clashes here' });
  go(next.players[0] ?? cursor.player, Math.max(0, next.from));
  act({ edit: null, why: next.text });
}

/** From a section the place where it goes on; from there back. */
function nextJoin(scope: HitsScope): string | null {
  if (scope.connection) return null;
  const here = scope.connections.find((c) => comesOutOf(c, { from: scope.playing.index, pass: scope.pass }));
  return here?.id ?? null;
}
