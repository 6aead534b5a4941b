import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { connectionsOf, handsTogether, songFindings } from '../src/core/clash/index';
import {
  createChartReader,
  guessWho,
  openFile,
  readAny,
  readChart,
  songAs,
  songFromTaken,
  writeChart,
} from '../src/core/formats/index';
import { parseCell } from '../src/core/form/index';
import { enumerateGrips, HANDS } from '../src/core/grip/index';
import { defaultGuitar } from '../src/core/instrument/index';
import { fretNotes, parseLine } from '../src/core/line/index';
import { parseChord } from '../src/core/pitch/index';
import { leastTurning } from '../src/core/set/index';
import { practiceFor } from '../src/core/log/index';
import {
  applyEdit,
  emptySong,
  readSong,
  refitSong,
  rightHand,
  saveSong,
  unfold,
  type Decision,
  type Rehearsal,
  type Song,
} from '../src/core/song/index';
import { alternativesFor, followingFor, groundOf } from '../src/core/offers/index';
import { hear, spansFrom, type Heard } from '../src/core/heard/index';
import { Renderer, STEMS, type SoundPlan } from '../src/core/sound/index';
import { sheetOf } from '../src/core/sheet/index';
import { finish, problemOf, splitSong } from '../src/core/split/index';
import { chartOf, CHORDS } from './charts';

/** One thing measured: `prepare` is not timed. */
interface Benchmark {
  readonly name: string;
  readonly runs: number;
  readonly prepare: (run: number) => () => unknown;
}

function filled(bars: number, seed: number): Song {
  const song = readChart(chartOf(bars, seed)).song;
  const done = finish(splitSong(song, null));
  if (!done.ok) throw new Error(done.error);
  return applyEdit(song, { kind: 'setCells', changes: done.value.changes });
}

/** Chords a wall and a strummer hold, and what a bass does. */
const HELD = {
  guitar1: ['355xxx', '577xxx', 'x02210', '022100', 'x32010'],
  guitar2: ['x-x-10-9-8-x', 'xx5565', 'xx0232', 'xx999x'],
  bass: ['3xxx', '5xxx', 'x0xx', 'x3xx'],
} as const;

/** So many bars with grips that change, and eighths in all right hands, every other of the first one muted. */
function struck(bars: number, seed: number): Song {
  const song = readChart(chartOf(bars, seed)).song;
  let next = seed;
  const cellsOf = (bar: Song['sections'][number]['bars'][number], player: keyof typeof HELD) =>
    bar.cells[player].map((c) => {
      const read = parseCell(HELD[player][(next += 1) % HELD[player].length]!, player === 'bass' ? 4 : 6);
      if (!read.ok) throw new Error(read.error);
      return { ...c, cell: read.value };
    });
  const sections = song.sections.map((section) => ({
    ...section,
    bars: section.bars.map((bar) => ({
      ...bar,
      cells: {
        guitar1: cellsOf(bar, 'guitar1'),
        guitar2: cellsOf(bar, 'guitar2'),
        bass: cellsOf(bar, 'bass'),
      },
      hits: { guitar1: 'OmOmOmOm', guitar2: 'O---O---', bass: 'O-O-O-O-' },
    })),
  }));
  return { ...song, sections };
}

/** The whole of a song, at 48,000 samples a second. */
function heardOf(song: Song): Heard {
  return hear(song, spansFrom(song, { playing: 0, pass: 1, moment: 0 }), { rate: 48_000 });
}

/** A plan with one player's strings alone, or without any. */
function onlyFor(plan: SoundPlan, who: string): SoundPlan {
  if (who === 'everybody') return plan;
  const voices = plan.voices.map((voice) =>
    voice.seat === who ? voice : { ...voice, strings: voice.strings.map(() => []) },
  ) as unknown as SoundPlan['voices'];
  const others = who === 'drums and voice' ? {} : { drums: [], hum: [] };
  return { ...plan, voices, ...others };
}

function renderSeconds(plan: SoundPlan, { from, seconds }: { from: number; seconds: number }): void {
  const renderer = new Renderer(plan);
  if (from > 0) renderer.seek(Math.round(from));
  const stems = STEMS.map(() => new Float32Array(1024));
  for (let done = 0; done < seconds * plan.rate; done += 1024) renderer.render(stems, 1024);
}

/** A song on a neck nobody has seen: nothing of its grips is known. */
function coldSong(slots: number, run: number): Song {
  const open = readChart(chartOf(slots, 100 + (run % 10))).song;
  const scaleMm = 601 + slots / 16 + run;
  const { guitar1, guitar2, bass } = open.players;
  return {
    ...open,
    players: {
      guitar1: { ...guitar1, scaleMm },
      guitar2: { ...guitar2, scaleMm },
      bass: { ...bass, scaleMm: scaleMm + 200 },
    },
  };
}

/** Grips everywhere, right hands nowhere. */
function filledLeft(bars: number, seed: number): Song {
  const song = readChart(chartOf(bars, seed).replaceAll(/^guitar1 hits.*$/gm, '')).song;
  const done = finish(splitSong(song, null, { hands: 'left' }));
  if (!done.ok) throw new Error(done.error);
  return applyEdit(song, { kind: 'setCells', changes: done.value.changes });
}

/** Ninths on a neck nobody has seen, with a locked riff in some of the bars. */
function besideLine(bars: number, run: number): Song {
  const { song, problems } = readChart(besideLineChart(bars, run));
  if (problems.length > 0) throw new Error(problems[0]!.message);
  return song;
}

function besideLineChart(bars: number, run: number): string {
  const rig = `tuning C G C F A D; frets 24; gain 8; scale ${630 + run} mm`;
  const riff = '0@6 3@6 5@6 3@6 0@5 3@5 0@6 3@6';
  const line = Array.from({ length: 4 }, (_, b) => (b < bars ? riff : '')).join(' | ');
  return `key: Cm\nguitar1: ${rig}\nguitar2: ${rig}\nbass: tuning C G C F; frets 24; scale ${860 + run} mm\n\n== A ==\nchords | Cm9 | Fm9 | Gm9 | Abmaj9 |\nguitar1 line | ${line} |\n`;
}

/** A hundred and twenty-eight ninths, elevenths and thirteenths, no two alike in a row, on necks in three odd tunings. */
function crowdedChart(): string {
  const roots = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
  const kinds = ['m9', '13', 'maj9', '7#9', 'm7b5', '9', '6', '11', '7b9', 'add9', 'sus2'];
  const chord = (n: number) => `${roots[(n * 5) % 12]!}${kinds[(n * 7 + Math.floor(n / 12)) % 11]!}`;
  const bars = Array.from({ length: 32 }, (_, b) =>
    [0, 1, 2, 3].map((beat) => chord(4 * b + beat)).join(' '),
  );
  const rig =
    'guitar1: tuning C2 G2 C3 F3 A3 D4; frets 24; gain 2\nguitar2: capo 2; frets 24; gain 3\nbass: tuning B0 E1 A1 D2 G2; frets 24\n';
  return `key: C\ntempo: 120\n${rig}\n== A == plan wall\nchords | ${bars.join(' | ')} |\n`;
}

/** Split as the application does it: how it begins after a while, an answer with its gap when it took long enough. */
function inTime(open: Song, until: 'begun' | 'answered'): void {
  const start = performance.now();
  const after = (ms: number) => () => performance.now() - start > ms;
  const work = splitSong(open, null, { isLate: after(600), isHurried: after(2000), isEnough: after(4000) });
  let step = work.next();
  while (!step.done && (until === 'answered' || step.value.first === null)) step = work.next();
}

function proven(open: Song): void {
  const done = finish(splitSong(open, null));
  if (!done.ok || done.value.bound < done.value.cost) throw new Error('not proven');
}

/** The same bars as one section. */
function oneSection(open: Song): Song {
  const section = { ...open.sections[0]!, name: 'All', bars: open.sections.flatMap((s) => s.bars) };
  return { ...open, sections: [section], form: [{ section: 'All', times: 1, plan: null, key: null }] };
}

function runAll<T>(work: Generator<unknown, T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

/** A line of eighths for guitar 2 in every bar. */
function withLines(whole: Song): Song {
  const lines = ['7@3 9@3 7@2 8@2 7@3 9@3 7@2 8@2', '5@3 5@2 8@2 5@1 5@3 5@2 8@2 5@1'].map((text) => {
    const line = parseLine(text, { meter: whole.meter, strings: 6 });
    if (!line.ok) throw new Error(line.error[0]!.message);
    return line.value;
  });
  return whole.sections[0]!.bars.reduce((now, _, bar) => {
    const change = { section: 'All', pass: 1, player: 'guitar2' as const, bar, line: lines[bar % 2]! };
    return applyEdit(now, { kind: 'setLine', change });
  }, whole);
}

let whole200: Song | null = null;
let lines200: Song | null = null;

/** What is said of a song of one section after another pattern of the bass in one bar. */
function editedIn(whole: Song, run: number): () => unknown {
  songFindings(whole);
  const hits = run % 2 === 0 ? 'O-OOO-OO' : 'OOOOOOO.';
  const changes = [{ section: 'All', pass: 1, player: 'bass' as const, bar: (run * 37) % 200, hits }];
  const next = applyEdit(whole, { kind: 'setHits', changes });
  return () => songFindings(next);
}

/** 200 bars in sections of so many, with strokes on some strings, slid chords, mixed bars and a part like another. */
function articulated(bars: number): string {
  const rows = (label: string, four: readonly string[]) =>
    Array.from({ length: bars / 4 }, () => `${label} | ${four.join(' | ')} |`).join('\n');
  const section = (n: number) =>
    [
      `== Part ${n} == guitar2 like guitar1 third above`,
      rows('chords', ['A5', 'D', 'E . A .', 'F#m']),
      rows('guitar1', ['577xxx s799xxx', 'xx0232', '022100 . x02220 .', '244222']),
      rows('guitar1 hits', ['O-MMO---', '[4M32]-[321]-O---', '(M-mm)x4', 'O-------']),
      rows('guitar1 line', ['', '. . . . (0)h2@3 3@2 {5@2 3@2 2@2}', '', '. . . . . . 7@4~ 9@4sd']),
      rows('bass', ['5x7x', 'x5xx', '0xxx . x0xx .', '2xxx']),
      rows('bass hits', ['[4S]-[2P]-[4S]-[2P]-', 'O-O-O-O-', '%', 'O-------']),
    ].join('\n');
  const head = 'title: Written Out\nkey: A\ntempo: 120\n';
  return `${head}\n${Array.from({ length: 200 / bars }, (_, i) => section(i + 1)).join('\n\n')}\n`;
}

function keystrokeIn(text: string, run: number): () => unknown {
  const read = createChartReader();
  const { problems } = read(text);
  if (problems.length > 0) throw new Error(problems[0]!.message);
  const at = text.indexOf('| A5') + 4;
  const typed = `${text.slice(0, at)}${run % 2 === 0 ? '/E' : '/C#'}${text.slice(at)}`;
  return () => read(typed);
}

const big = () => filled(200, 7);
let song200: Song | null = null;
const song = () => (song200 ??= big());

const benchmarks: readonly Benchmark[] = [
  {
    name: 'grips of one chord, cold',
    runs: 100,
    prepare: (run) => {
      const chord = parseChord(CHORDS[run % CHORDS.length]!);
      if (!chord.ok) throw new Error(chord.error);
      // Another number of frets each run keeps the cache cold.
      const instrument = { ...defaultGuitar(5), frets: 22, scaleMm: 600 + run };
      return () => enumerateGrips(chord.value, instrument, HANDS.middle);
    },
  },
  {
    name: 'grips of one chord, known already',
    runs: 100,
    prepare: (run) => {
      const chord = parseChord(CHORDS[run % CHORDS.length]!);
      if (!chord.ok) throw new Error(chord.error);
      const instrument = defaultGuitar(5);
      enumerateGrips(chord.value, instrument, HANDS.middle);
      return () => enumerateGrips(chord.value, { ...instrument }, HANDS.middle);
    },
  },
  {
    name: 'song of 200 bars re-fretted, a semitone down',
    runs: 20,
    prepare: (run) => {
      const from = song();
      const tuning = ['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4'];
      const players = { ...from.players, guitar2: { ...from.players.guitar2, tuning, scaleMm: 640 + run } };
      return () => refitSong(from, { key: 'Em', players, keep: 'pitches' });
    },
  },
  {
    name: 'chart of 200 bars, read from nothing',
    runs: 30,
    prepare: () => {
      const text = writeChart(song());
      return () => readChart(text);
    },
  },
  {
    name: 'chart of 200 bars, one keystroke read',
    runs: 60,
    prepare: (run) => {
      const text = writeChart(song());
      const read = createChartReader();
      read(text);
      const at = text.indexOf('| Dm') + 3;
      const typed = `${text.slice(0, at)}${run % 2 === 0 ? 'm' : '7'}${text.slice(at)}`;
      return () => read(typed);
    },
  },
  {
    name: 'chart of 200 bars with all that is played, one keystroke read',
    runs: 60,
    prepare: (run) => keystrokeIn(articulated(8), run),
  },
  {
    name: 'chart of 200 bars with all that is played in one section, one keystroke read',
    runs: 30,
    prepare: (run) => keystrokeIn(articulated(200), run),
  },
  {
    name: 'a song of sixty lines as somebody typed it, read and shown',
    runs: 40,
    prepare: (run) => {
      const text = typedSong(run);
      return () => readAny(text);
    },
  },
  {
    name: 'findings of 200 bars, from nothing',
    runs: 20,
    prepare: () => {
      const fresh = readChart(writeChart(song())).song;
      return () => songFindings(fresh);
    },
  },
  {
    name: 'findings of 200 bars after one edit',
    runs: 60,
    prepare: (run) => {
      const now = song();
      songFindings(now);
      const at = { section: 'Part 3', pass: 1, player: 'bass' as const, bar: run % 8, index: 0 };
      const next = applyEdit(now, {
        kind: 'setCells',
        changes: [{ at, cell: { kind: 'rest', locked: false, guess: false } }],
      });
      return () => songFindings(next);
    },
  },
  {
    name: 'findings of 200 bars in one section after one edit',
    runs: 60,
    prepare: (run) => editedIn((whole200 ??= oneSection(song())), run),
  },
  {
    name: 'findings of 200 bars in one section, a line in each, after one edit',
    runs: 60,
    prepare: (run) => editedIn((lines200 ??= withLines(oneSection(song()))), run),
  },
  {
    name: 'stroke in one of 200 bars: findings, joins and hands',
    runs: 60,
    prepare: (run) => {
      const now = song();
      songFindings(now);
      connectionsOf(now);
      const hits = run % 2 === 0 ? 'OOMMOOMM' : 'O--MO-X.';
      const changes = [{ section: 'Part 3', pass: 1, player: 'guitar2' as const, bar: run % 8, hits }];
      return () => {
        const next = applyEdit(now, { kind: 'setHits', changes });
        songFindings(next);
        connectionsOf(next);
        const playing = unfold(next)[2]!;
        const { section, meter, tempo, key } = playing;
        for (const player of ['guitar1', 'guitar2', 'bass'] as const) {
          rightHand(section, { pass: 1, meter, player, rig: next.players[player] });
        }
        handsTogether(next, { section, key, pass: 1, times: 1, tempo });
      };
    },
  },
  {
    name: 'saved JSON of 200 bars',
    runs: 30,
    prepare: () => () => saveSong(song()),
  },
  {
    name: 'a song with a log of 2,000 entries, read from its file',
    runs: 9,
    prepare: (run) => {
      const saved: unknown = JSON.parse(JSON.stringify(saveSong(logged(filled(64, run), 2000))));
      return () => readSong(saved);
    },
  },
  {
    name: 'what to practise, with 200 rehearsals behind it',
    runs: 9,
    prepare: (run) => {
      const song = rehearsed(filled(64, run), 200);
      return () => practiceFor(song);
    },
  },
  {
    name: 'the order with least turning, 30 songs with 15 different rigs',
    runs: 5,
    prepare: (run) => {
      const songs = tunedSongs(30, 15, run);
      return () => leastTurning(songs);
    },
  },
  {
    name: 'alternatives of one cell, warm',
    runs: 30,
    prepare: (run) => () =>
      alternativesFor(song(), { section: 'Part 2', pass: 1, moment: run % 8, player: 'guitar2' }),
  },
  {
    name: 'alternatives of one cell, others following, section known',
    runs: 30,
    prepare: (run) => {
      const ground = runAll(groundOf(song(), 'Part 2', 1));
      return () => followingFor(ground, { section: 'Part 2', pass: 1, moment: run % 8, player: 'guitar2' });
    },
  },
  {
    name: 'all regrets of 32 slots, split included',
    runs: 3,
    prepare: (run) => {
      const open = readChart(chartOf(32, 100 + run)).song;
      return () => {
        const ground = runAll(groundOf(oneSection(open), 'All', 1));
        for (const player of ['guitar1', 'guitar2', 'bass'] as const) {
          for (let moment = 0; moment < 32; moment += 1) {
            followingFor(ground, { section: 'All', pass: 1, moment, player });
          }
        }
      };
    },
  },
  ...[8, 16, 32, 64, 128, 256, 512].map((slots): Benchmark => ({
    name: `both hands of ${slots} slots, grips warm`,
    runs: 3,
    prepare: (run) => {
      const open = readChart(chartOf(slots, 100 + run)).song;
      problemOf(open, { sections: null, pass: 1 });
      return () => finish(splitSong(open, null));
    },
  })),
  {
    name: 'right hands of 16 bars',
    runs: 5,
    prepare: (run) => {
      const left = filledLeft(16, 300 + run);
      return () => finish(splitSong(left, null, { hands: 'right' }));
    },
  },
  ...([1, 4] as const).map((bars): Benchmark => ({
    name: `split beside a line of eighths in ${bars} of 4 bars, drop C, 24 frets, cold`,
    runs: 3,
    prepare: (run) => {
      const open = besideLine(bars, run);
      return () => finish(splitSong(open, null));
    },
  })),
  {
    name: 'split of 16 slots on five strings and 24 frets, cold',
    runs: 3,
    prepare: (run) => {
      const text = `bass: tuning B0 E1 A1 D2 G2; frets 24; scale ${850 + run} mm\nguitar2: frets 24; scale ${610 + run} mm\n`;
      const open = readChart(chartOf(16, 200 + run).replace('\n\n', `\n${text}\n`)).song;
      return () => finish(splitSong(open, null));
    },
  },
  ...[32, 128, 512].flatMap((slots): Benchmark[] => [
    {
      name: `slots and own costs of ${slots} slots, cold`,
      runs: 3,
      prepare: (run) => {
        const open = coldSong(slots, run);
        return () => problemOf(open, { sections: null, pass: 1 });
      },
    },
    {
      name: `split of ${slots} slots, cold, proven`,
      runs: 3,
      prepare: (run) => {
        const open = coldSong(slots, 10 + run);
        return () => proven(open);
      },
    },
    {
      name: `split of ${slots} slots, grips warm, proven`,
      runs: 3,
      prepare: (run) => {
        const open = readChart(chartOf(slots, 100 + run)).song;
        problemOf(open, { sections: null, pass: 1 });
        return () => proven(open);
      },
    },
    {
      name: `first answer for ${slots} slots, cold`,
      runs: 3,
      prepare: (run) => {
        const open = coldSong(slots, 20 + run);
        return () => {
          const work = splitSong(open, null);
          let step = work.next();
          while (!step.done && step.value.first === null) step = work.next();
        };
      },
    },
  ]),
  {
    name: 'sheet of 400 bars: notes, rests, repeats, from nothing',
    runs: 12,
    prepare: (run) => {
      const song = struck(400, 60 + run);
      return () => sheetOf(song, 'guitar1');
    },
  },
  ...(['musicxml', 'mid'] as const).flatMap((kind): Benchmark[] => [
    {
      name: `400 bars written as .${kind}, from nothing`,
      runs: 12,
      prepare: (run) => {
        const song = struck(400, 80 + run);
        return () => songAs(song, kind);
      },
    },
    {
      name: `400 bars read from .${kind} and made a song`,
      runs: 8,
      prepare: (run) => {
        const { bytes } = songAs(struck(400, 80 + run), kind);
        return () => {
          const opened = openFile(`x.${kind}`, bytes);
          if (opened.kind !== 'notes') throw new Error(opened.kind);
          songFromTaken(opened.taken, { who: guessWho(opened.taken.parts), sections: 'marked' });
        };
      },
    },
  ]),
  {
    name: 'strings and frets for 2000 notes without, half of them chords',
    runs: 5,
    prepare: (run) => {
      const list = Array.from({ length: 2000 }, (_, i) => ({
        seconds: i * 0.2,
        pitches:
          i % 2 === 0 ? [40 + ((i * 7 + run) % 24)] : [45, 52, 57].map((p) => p + ((i * 5 + run) % 12)),
      }));
      return () => fretNotes(list, { instrument: defaultGuitar(3), hand: HANDS.middle });
    },
  },
  {
    name: 'sound: a song of 64 bars as strings in time',
    runs: 5,
    prepare: () => {
      const full = filled(64, 40);
      return () => heardOf(full);
    },
  },
  ...(['guitar1', 'guitar2', 'bass', 'drums and voice', 'everybody'] as const).map((who): Benchmark => ({
    name: `sound: ten seconds of ${who}`,
    runs: 3,
    prepare: (run) => {
      const { plan } = heardOf(filled(16, 41 + run));
      return () => renderSeconds(onlyFor(plan, who), { from: 0, seconds: 10 });
    },
  })),
  {
    name: 'sound: seek to the middle and the first quarter of a second',
    runs: 5,
    prepare: (run) => {
      const { plan } = heardOf(filled(16, 41 + run));
      return () => renderSeconds(plan, { from: plan.frames / 2, seconds: 0.25 });
    },
  },
  ...(['begun', 'answered'] as const).map((until): Benchmark => ({
    name: `128 chords all different on three odd necks, cold: ${until}`,
    runs: 1,
    prepare: () => {
      const open = readChart(crowdedChart()).song;
      return () => inTime(open, until);
    },
  })),
];

/** Charts whose splits are run one by one in a process of their own, for the most memory they take. */
export const MEMORY_CHARTS: readonly { readonly name: string; readonly text: string }[] = [
  ...[32, 128, 512].map((slots) => ({
    name: `both hands of ${slots} slots, with the program`,
    text: chartOf(slots, 100),
  })),
  {
    name: 'beside a line of eighths in 4 of 4 bars, drop C, 24 frets, with the program',
    text: besideLineChart(4, 0),
  },
  { name: '128 chords all different on three odd necks, with the program', text: crowdedChart() },
];

export async function runBenchmarks(options: { only: string | null; file: string }): Promise<void> {
  const results: Record<string, { medianMs: number; worstMs: number; runs: number }> = {};
  for (const b of benchmarks) {
    if (options.only && !b.name.includes(options.only)) continue;
    const times: number[] = [];
    for (let run = 0; run < b.runs; run += 1) {
      const work = b.prepare(run);
      const start = performance.now();
      work();
      times.push(performance.now() - start);
    }
    times.sort((x, y) => x - y);
    const round = (ms: number) => Math.round(ms * 100) / 100;
    const result = {
      medianMs: round(times[times.length >> 1]!),
      worstMs: round(times.at(-1)!),
      runs: b.runs,
    };
    results[b.name] = result;
    console.log(
      `${b.name.padEnd(42)} median ${String(result.medianMs).padStart(9)} ms   worst ${result.worstMs} ms`,
    );
  }
  const memoryMb = Math.round(process.memoryUsage().rss / 1e6);
  console.log(`memory at the end ${memoryMb} MB, ${cpus().length} cores, Node ${process.versions.node}`);
  if (!options.only) writeFileSync(options.file, `${JSON.stringify({ results, memoryMb }, null, 2)}\n`);
}

/** The song with so many decisions in its log, each of one bar. */
function logged(song: Song, count: number): Song {
  const section = song.sections[0]!;
  const decisions = Array.from({ length: count }, (_, i): Decision => {
    const bar = (i % section.bars.length) + 1;
    const part = { section: section.name, pass: 1, bar, player: 'guitar1', hits: null, line: null } as const;
    return {
      id: `d${i}`,
      at: 1_700_000_000_000 + i * 60_000,
      kind: 'grip',
      words: `355xxx for Guitar 1, bar ${bar}`,
      section: section.name,
      pass: 1,
      bar,
      players: ['guitar1'],
      was: [{ ...part, cells: '0:577xxx 1920:x02210!' }],
    };
  });
  return { ...song, log: { decisions, rehearsals: [] } };
}

/** The song with so many rehearsals, every section a little faster each time. */
function rehearsed(song: Song, count: number): Song {
  const rehearsals = Array.from({ length: count }, (_, i): Rehearsal => ({
    id: `r${i}`,
    date: new Date(Date.UTC(2023, 0, 1 + i)).toISOString().slice(0, 10),
    who: 'all',
    minutes: 90,
    reached: song.sections.map(({ name }) => ({
      section: name,
      into: null,
      tempo: 60 + i / 10,
      clean: i % 3 > 0,
    })),
    failed: [],
    notes: '',
  }));
  return { ...song, log: { decisions: [], rehearsals } };
}

/** Songs whose lowest strings and capos make so many different rigs. */
function tunedSongs(count: number, rigs: number, seed: number): readonly Song[] {
  const lows = ['E2', 'D2', 'C2', 'B1', 'C#2'];
  return Array.from({ length: count }, (_, i) => {
    const rig = (i * 7 + seed) % rigs;
    const song = emptySong(`Song ${i}`);
    const { guitar1 } = song.players;
    const tuning = [lows[rig % lows.length]!, ...guitar1.tuning.slice(1)];
    const capo = Math.floor(rig / lows.length);
    return { ...song, players: { ...song.players, guitar1: { ...guitar1, tuning, capo } } };
  });
}

/** A page of a song with chords over its words, bars and a form. */
function typedSong(run: number): string {
  const verse = (n: number) =>
    Array.from({ length: 6 }, (_, i) => `Dm        Bb     F     C\nline ${i} of verse ${n} of ${run}`).join(
      '\n',
    );
  const parts = [1, 2, 3].map(
    (n) => `Verse ${n}\n${verse(n)}\n\nChorus (x2)\n| Bb | F | C / Am / | Dm |\n(let it ring)\n`,
  );
  return `Paper Lantern ${run}\nKey: D minor, 92 bpm, drop D\n\n${parts.join('\n')}\nForm: V1 C V2 C V3 C C\n`;
}
