import { usableFrets, type Fret } from '../../core/instrument/index';
import { plainNote, type Line, type LineNote } from '../../core/line/index';
import { barTicks } from '../../core/time/index';
import { applyWay, NOTE_WAYS } from './note-ways';
import type { KeyContext } from './key-context';
import type { HitsKey } from './keys';
import {
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

/** Two digits within this time are one fret. */
const TYPING_MS = 900;

/** Keys that write notes. */
export function lineKeys(context: KeyContext, line: Line): readonly HitsKey[] {
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
      words: `fret ${n}; two digits quickly are one fret`,
      does: digit(String(n)),
    })),
    {
      key: 'f',
      words: 'next place: as on the last string, the same fret',
      does: () => {
        const before = stepAt(line, inBar)?.notes ?? [];
        if (!here && before[0]) act(putNote(scope, cursor, { ...before[0], reached: null }, false));
        step(division);
      },
    },
    {
      key: 'Shift+ArrowUp',
      words: 'fret up',
      does: notes('a fret up', fretMoved(scope, player, 1)),
      legend: true,
    },
    {
      key: 'Shift+ArrowDown',
      words: 'fret down',
      does: notes('a fret down', fretMoved(scope, player, -1)),
      legend: true,
    },
    {
      key: 'Shift+ArrowRight',
      words: 'higher string, the same note',
      does: notes('on the next string', stringMoved(scope, player, 1)),
      legend: true,
    },
    {
      key: 'Shift+ArrowLeft',
      words: 'lower string, the same note',
      does: notes('on the next string', stringMoved(scope, player, -1)),
      legend: true,
    },
    { key: 'h', words: 'hammer-on', does: reach('hammer', 'hammer-on'), legend: true },
    { key: 'p', words: 'pull-off', does: reach('pull', 'pull-off'), legend: true },
    { key: 's', words: 'slide', does: reach('slide', 'slide'), legend: true },
    {
      key: 'B',
      words: 'bend: a quarter, a half, a whole, let down, none',
      does: notes('bend', nextBend),
      legend: true,
    },
    {
      key: 't',
      words: 'trill: with two frets up',
      does: notes('trill', (n) =>
        n.fret === null ? null : { ...n, trill: n.trill === null ? ((n.fret + 2) as Fret) : null },
      ),
      legend: true,
    },
    ...NOTE_WAYS.map((way): HitsKey => ({
      key: way.key,
      words: way.words,
      does: () => act(applyWay(way, { scope, place: cursor })),
    })),
    {
      key: 'y',
      words: 'vibrato',
      does: notes('vibrato', (n) => ({ ...n, vibrato: !n.vibrato })),
      legend: true,
    },
    {
      key: 'u',
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
      key: 'd',
      words: 'palm mute',
      does: () => act(changeStep(scope, cursor, (s) => ({ ...s, muted: !s.muted }), 'palm mute')),
      legend: true,
    },
    {
      key: 'x',
      words: 'dead note',
      does: notes('dead note', (n) => ({ ...n, fret: null, bend: null, trill: null, harmonic: null })),
      legend: true,
    },
    {
      key: 'w',
      words: 'weak or strong',
      does: () => act(changeStep(scope, cursor, (s) => ({ ...s, weak: !s.weak }), 'weight')),
      legend: true,
    },
    {
      key: 'q',
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
      key: 'r',
      words: 'rest',
      does: () => {
        act(putRest(scope, cursor));
        step(division);
      },
      legend: true,
    },
    {
      key: 'g',
      words: 'go on: the note before is held',
      does: () => act(dropStep(scope, cursor)),
      legend: true,
    },
    {
      key: 'b',
      words: 'grips again instead of the line',
      does: () => act(setLine(scope, cursor, null, 'grips instead of a line')),
    },
  ];
}
