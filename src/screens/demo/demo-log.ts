import { format, subDays } from 'date-fns';
import { readChart } from '../../core/formats/index';
import {
  applyEdit,
  decisionOf,
  withDecision,
  type DecisionKind,
  type Failure,
  type Reached,
  type Rehearsal,
  type Song,
} from '../../core/song/index';

/** Something the band decided: how long ago, what the chart said before, and in which words it was done. */
interface Decided {
  readonly daysAgo: number;
  readonly kind: DecisionKind;
  readonly words: string;
  /** A piece of the chart as it is, and as it was. */
  readonly now: string;
  readonly was: string;
}

const DECIDED: readonly Decided[] = [
  {
    daysAgo: 13,
    kind: 'grip',
    words: 'octaves for Guitar 2, bar 1',
    now: 'guitar2       | x-9-x-11-x-x | x-9-x-11-x-x .',
    was: 'guitar2       | 24xxxx       | x-9-x-11-x-x .',
  },
  {
    daysAgo: 6,
    kind: 'hand',
    words: 'muted eighths for Guitar 1, from bar 1',
    now: 'guitar1 hits  | MmMmMmMm      | %             | %        | OmOOmmmm',
    was: 'guitar1 hits  | O-O-O-O-      | %             | %        | OmOOmmmm',
  },
  {
    daysAgo: 6,
    kind: 'cure',
    words: 'Guitar 2 goes up, out of the way of Guitar 1, bar 4',
    now: 'x577xx <x799xx',
    was: 'xx023x <022xxx',
  },
];

const at = (section: string, into: string | null, tempo: number, clean: boolean): Reached => ({
  section,
  into,
  tempo,
  clean,
});
const late: Failure = {
  section: 'Verse',
  into: null,
  bar: 4,
  player: 'bass',
  words: 'F♯m on the one, we push it',
};

const REHEARSED: readonly (Omit<Rehearsal, 'id' | 'date'> & { readonly daysAgo: number })[] = [
  {
    daysAgo: 20,
    who: 'all of us',
    minutes: 90,
    reached: [at('Riff', null, 140, true), at('Verse', null, 132, true), at('Chorus', null, 140, false)],
    failed: [late],
    notes: 'First time with the octaves. Too loud to hear the voice.',
  },
  {
    daysAgo: 13,
    who: 'without the voice',
    minutes: 75,
    reached: [
      at('Riff', null, 156, true),
      at('Verse', null, 148, true),
      at('Chorus', null, 150, true),
      at('Riff', 'Verse', 140, false),
    ],
    failed: [late],
    notes: '',
  },
  {
    daysAgo: 6,
    who: 'all of us',
    minutes: 110,
    reached: [
      at('Riff', null, 168, true),
      at('Verse', null, 152, false),
      at('Chorus', null, 164, true),
      at('Riff', 'Verse', 152, true),
    ],
    failed: [late, { section: 'Riff', into: null, bar: 4, player: 'guitar1', words: 'the stop is not clean' }],
    notes: 'Chorus as good as there. Next time the verse slowly, from bar 3.',
  },
];

const DAY_MS = 86_400_000;

/** A song of the demo band that was rehearsed for three weeks, with what was decided meanwhile; `now` in ms since 1970 (UTC). */
export function withDemoLog(text: string, now: number): Song {
  const written = readChart(text).song;
  const decided = DECIDED.reduce((song, { daysAgo, kind, words, now: piece, was }, i) => {
    const before = readChart(text.replace(piece, was)).song;
    const what = { id: `demo-decided-${i + 1}`, at: now - daysAgo * DAY_MS, kind, words };
    return withDecision(song, decisionOf(before, written, what));
  }, written);
  return REHEARSED.reduce((song, { daysAgo, ...rehearsal }, i) => {
    const date = format(subDays(now, daysAgo), 'yyyy-MM-dd');
    const change = { what: 'rehearsed', rehearsal: { ...rehearsal, id: `demo-rehearsed-${i + 1}`, date } } as const;
    return applyEdit(song, { kind: 'log', change });
  }, decided);
}
