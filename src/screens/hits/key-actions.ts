import type { RefObject } from 'react';
import type { Finding } from '../../core/clash/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { plainNote, type Line, type LineNote } from '../../core/line/index';
import { usableFrets, type Fret } from '../../core/instrument/index';
import { patternIn } from '../../core/song/index';
import { barTicks } from '../../core/time/index';
import {
  barOf,
  changeStroke,
  otherDirection,
  otherString,
  otherWeight,
  push,
  put,
  setPatterns,
  sing,
  type HitsPlace,
  type Outcome,
} from './actions';
import type { HitsKey } from './keys';
import {
  beginLine,
  changeNotes,
  changeStep,
  dropStep,
  fretMoved,
  nextBend,
  putNote,
  putRest,
  setLine,
  stepAt,
  stringMoved,
} from './line-actions';
import type { HitsScope } from './scope';
import { DIVISIONS } from './toolbar';

/** What the keys work with. */
export interface KeyContext {
  readonly scope: HitsScope;
  readonly cursor: HitsPlace;
  readonly division: number;
  readonly line: Line | null;
  /** The bar of hits that was copied. */
  readonly copied: RefObject<string | null>;
  /** The digit typed last, for frets of two digits. */
  readonly typed: RefObject<{ readonly at: number; readonly tick: number; readonly digit: string } | null>;
  readonly act: (outcome: Outcome) => void;
  readonly step: (ticks: number) => void;
  readonly go: (player: Player, tick: number) => void;
  readonly join: (id: string | null) => void;
  readonly section: (by: 1 | -1) => void;
  readonly divide: (ticks: number) => void;
  readonly open: (dialog: 'patterns' | 'form' | 'finder') => void;
  readonly keep: (finding: Finding) => void;
}

/** Every key of the screen, the writing ones first; in a bar with a line they write notes instead of hits. */
export function keysFor(context: KeyContext): readonly HitsKey[] {
  const own = context.line ? lineKeys(context, context.line) : hitKeys(context);
  return [...own, ...commonKeys(context)];
}

function hitKeys({ scope, cursor, division, act, step, copied }: KeyContext): readonly HitsKey[] {
  const write = (symbol: string) => () => {
    act(put(scope, cursor, symbol));
    step(division);
  };
  const { player, tick } = cursor;
  const bar = barOf(scope, tick);
  const sounding = () => {
    const mark = scope.marks[player].findLast((m) => m.at <= tick);
    const grip = mark?.grip ?? [];
    return grip.flatMap((fret, s) => (fret === null ? [] : [grip.length - s]));
  };
  return [
    { key: 'f', cap: 'f', words: 'strike', does: write('O'), legend: true },
    { key: 'd', cap: 'd', words: 'palm mute', does: write('M'), legend: true },
    { key: 's', cap: 's', words: 'dead', does: write('X'), legend: true },
    { key: 'r', cap: 'r', words: 'hold', does: write('-'), legend: true },
    { key: 'e', cap: 'e', words: 'silence', does: write('.'), legend: true },
    {
      key: 'w',
      cap: 'w',
      words: 'weak/strong: the stroke here or the last one before',
      does: () => act(changeStroke(scope, cursor, otherWeight)),
      legend: true,
    },
    {
      key: 'q',
      cap: 'q',
      words: 'down or up: as the hand goes, down, up',
      does: () => act(changeStroke(scope, cursor, otherDirection)),
      legend: true,
    },
    {
      key: 't',
      cap: 't',
      words: 'one string: alone, each in turn, then the whole grip',
      does: () => act(changeStroke(scope, cursor, (s) => otherString(s, sounding()))),
      legend: true,
    },
    {
      key: ',',
      cap: ',',
      words: 'push: the change comes an eighth early, a sixteenth, on its place',
      does: () => act(push(scope, cursor, [player], null)),
      legend: true,
    },
    {
      key: ';',
      cap: ';',
      words: 'all push: the change an eighth early for everybody',
      does: () => act(push(scope, cursor, PLAYERS, 480)),
      legend: true,
    },
    {
      key: ':',
      cap: ':',
      words: 'nobody: the change comes on its place for all',
      does: () => act(push(scope, cursor, PLAYERS, 0)),
      legend: true,
    },
    {
      key: 'c',
      cap: 'c',
      words: 'copy: this bar’s hits',
      does: () => {
        copied.current = patternIn(scope.bars, { bar, player }, scope.meter);
        act({ edit: null, why: `Copied ${PLAYER_WORDS[player]}, ${scope.barNames[bar]}; v puts it` });
      },
      legend: true,
    },
    {
      key: 'v',
      cap: 'v',
      words: 'put here: the copied bar',
      does: () =>
        act(
          copied.current === null
            ? { edit: null, why: 'Nothing is copied yet; c copies a bar' }
            : setPatterns(
                scope,
                [{ player, bar, hits: copied.current }],
                `copied hits for ${PLAYER_WORDS[player]}`,
              ),
        ),
      legend: true,
    },
    {
      key: 'b',
      cap: 'b',
      words: 'line: notes instead of a grip in this bar',
      does: () => act(beginLine(scope, cursor)),
      legend: true,
    },
  ];
}

/** Two digits within this time are one fret. */
const TYPING_MS = 900;

function lineKeys(context: KeyContext, line: Line): readonly HitsKey[] {
  const { scope, cursor, division, act, step, typed } = context;
  const { player, tick } = cursor;
  const rig = scope.song.players[player];
  const inBar = tick % barTicks(scope.meter);
  const string = stepAt(line, inBar)?.notes[0]?.string ?? 0;
  const here = line.find((s) => s.at === inBar);
  const notes = (label: string, change: (n: LineNote) => LineNote | null) => () =>
    act(changeNotes(scope, cursor, change, label));
  const reach = (reached: LineNote['reached'], label: string) =>
    notes(label, (n) => ({ ...n, reached: n.reached === reached ? null : reached }));
  const digit = (d: string) => () => {
    const now = performance.now();
    const last = typed.current;
    const joined = last?.tick === tick && now - last.at < TYPING_MS ? last.digit + d : d;
    const fret = Number(joined) <= usableFrets(rig) ? Number(joined) : Number(d);
    typed.current = { at: now, tick, digit: String(fret) };
    act(putNote(scope, cursor, plainNote(string, fret), false));
  };
  return [
    ...Array.from({ length: 10 }, (_, n): HitsKey => ({
      key: String(n),
      cap: String(n),
      words: `fret ${n}; two digits quickly are one fret`,
      does: digit(String(n)),
    })),
    {
      key: 'f',
      cap: 'f',
      words: 'next place: as on the last string, the same fret',
      does: () => {
        const before = stepAt(line, inBar)?.notes ?? [];
        if (!here && before[0]) act(putNote(scope, cursor, { ...before[0], reached: null }, false));
        step(division);
      },
    },
    {
      key: 'Shift+ArrowUp',
      cap: '⇧↑',
      words: 'fret up',
      does: notes('a fret up', fretMoved(scope, player, 1)),
      legend: true,
    },
    {
      key: 'Shift+ArrowDown',
      cap: '⇧↓',
      words: 'fret down',
      does: notes('a fret down', fretMoved(scope, player, -1)),
      legend: true,
    },
    {
      key: 'Shift+ArrowRight',
      cap: '⇧→',
      words: 'higher string, the same note',
      does: notes('on the next string', stringMoved(scope, player, 1)),
      legend: true,
    },
    {
      key: 'Shift+ArrowLeft',
      cap: '⇧←',
      words: 'lower string, the same note',
      does: notes('on the next string', stringMoved(scope, player, -1)),
      legend: true,
    },
    { key: 'h', cap: 'h', words: 'hammer-on', does: reach('hammer', 'hammer-on'), legend: true },
    { key: 'p', cap: 'p', words: 'pull-off', does: reach('pull', 'pull-off'), legend: true },
    { key: 's', cap: 's', words: 'slide', does: reach('slide', 'slide'), legend: true },
    {
      key: 'g',
      cap: 'g',
      words: 'bend: a quarter, a half, a whole, let down, none',
      does: notes('bend', nextBend),
      legend: true,
    },
    {
      key: 't',
      cap: 't',
      words: 'trill: with two frets up',
      does: notes('trill', (n) =>
        n.fret === null ? null : { ...n, trill: n.trill === null ? ((n.fret + 2) as Fret) : null },
      ),
      legend: true,
    },
    {
      key: 'y',
      cap: 'y',
      words: 'vibrato',
      does: notes('vibrato', (n) => ({ ...n, vibrato: !n.vibrato })),
      legend: true,
    },
    {
      key: 'u',
      cap: 'u',
      words: 'harmonic: natural, tapped an octave up, none',
      does: notes('harmonic', (n) =>
        n.fret === null
          ? null
          : {
              ...n,
              harmonic:
                n.harmonic === null ? 'natural' : n.harmonic === 'natural' ? ((n.fret + 12) as Fret) : null,
            },
      ),
      legend: true,
    },
    {
      key: 'm',
      cap: 'm',
      words: 'palm mute',
      does: () => act(changeStep(scope, cursor, (s) => ({ ...s, muted: !s.muted }), 'palm mute')),
      legend: true,
    },
    {
      key: 'x',
      cap: 'x',
      words: 'dead note',
      does: notes('dead note', (n) => ({ ...n, fret: null, bend: null, trill: null, harmonic: null })),
      legend: true,
    },
    {
      key: 'w',
      cap: 'w',
      words: 'weak or strong',
      does: () => act(changeStep(scope, cursor, (s) => ({ ...s, weak: !s.weak }), 'weight')),
      legend: true,
    },
    {
      key: 'q',
      cap: 'q',
      words: 'down or up',
      does: () =>
        act(
          changeStep(
            scope,
            cursor,
            (s) => ({
              ...s,
              direction: s.direction === null ? 'down' : s.direction === 'down' ? 'up' : null,
            }),
            'stroke',
          ),
        ),
      legend: true,
    },
    {
      key: 'e',
      cap: 'e',
      words: 'silence',
      does: () => {
        act(putRest(scope, cursor));
        step(division);
      },
      legend: true,
    },
    {
      key: 'r',
      cap: 'r',
      words: 'hold: the note before goes on',
      does: () => act(dropStep(scope, cursor)),
      legend: true,
    },
    {
      key: 'b',
      cap: 'b',
      words: 'grips again instead of the line',
      does: () => act(setLine(scope, cursor, null, 'grips instead of a line')),
    },
  ];
}

function commonKeys(context: KeyContext): readonly HitsKey[] {
  const { scope, cursor, division, act, step, go, join, section, divide, open, keep } = context;
  const { player, tick } = cursor;
  const length = barTicks(scope.meter);
  const toPlayer = (by: 1 | -1) => () => {
    const at = PLAYERS.indexOf(player) + by;
    go(PLAYERS[Math.min(PLAYERS.length - 1, Math.max(0, at))]!, tick);
  };
  const finest = DIVISIONS.filter((d) => length % d.ticks === 0);
  return [
    { key: 'ArrowRight', cap: '→', words: 'next place', does: () => go(player, after(context, division)) },
    {
      key: 'ArrowLeft',
      cap: '←',
      words: 'place before',
      does: () => go(player, Math.max(0, tick - division)),
    },
    { key: 'ArrowDown', cap: '↓', words: 'next player', does: toPlayer(1) },
    { key: 'ArrowUp', cap: '↑', words: 'player before', does: toPlayer(-1) },
    { key: 'PageDown', cap: 'PgDn', words: 'next bar', does: () => step(length) },
    { key: 'PageUp', cap: 'PgUp', words: 'bar before', does: () => step(-length) },
    {
      key: 'Backspace',
      cap: '⌫',
      words: 'back one place and silence it',
      does: () => {
        const back = { player, tick: Math.max(0, tick - division) };
        act(context.line ? dropStep(scope, back) : put(scope, back, '.'));
        go(player, back.tick);
      },
    },
    {
      key: 'z',
      cap: 'z',
      words: 'voice: sings here or not',
      does: () => {
        const bar = barOf(scope, tick);
        const voice = scope.bars[bar]?.voice;
        const at = voice ? Math.floor(((tick - bar * length) * voice.length) / length) : 0;
        const sings = voice?.[at] === '~';
        act(sing(scope, tick, tick + Math.max(division, 480), !sings));
        step(Math.max(division, 480));
      },
      legend: context.line === null,
    },
    { key: '/', cap: '/', words: 'find a command', does: () => open('finder') },
    { key: 'a', cap: 'a', words: 'patterns', does: () => open('patterns') },
    {
      key: 'o',
      cap: 'o',
      words: 'form: times, tempo, key, endings',
      does: () => (scope.connection ? undefined : open('form')),
    },
    {
      key: 'i',
      cap: 'i',
      words: 'grid: the next finer one',
      does: () => {
        const now = finest.findIndex((d) => d.ticks === division);
        divide(finest[(now + 1) % finest.length]!.ticks);
      },
    },
    { key: 'n', cap: 'n', words: 'next finding', does: () => nextFinding(context) },
    {
      key: 'k',
      cap: 'k',
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
      cap: 'j',
      words: 'join: into the next section, and back',
      does: () => join(nextJoin(scope)),
      legend: true,
    },
    { key: '[', cap: '[', words: 'section before', does: () => section(-1) },
    { key: ']', cap: ']', words: 'next section', does: () => section(1) },
  ];
}

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
  const here = scope.connections.find((c) =>
    c.comes.some((o) => o.from === scope.playing.index && o.pass === scope.pass),
  );
  return here?.id ?? null;
}
