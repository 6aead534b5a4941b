import { barsOnPass, differingPasses, type Bar } from '../../form/index';
import { songKey, unfold, type Playing, type Song } from '../../song/index';
import { countedBeats, formatMeter, type Meter } from '../../time/index';

/** A chord sheet, and in words what it has no place for. */
export interface ChordSheetOut {
  readonly text: string;
  readonly lost: readonly string[];
}

/** Bars on one line. */
const BARS_A_LINE = 4;

const LOST = [
  'what the guitars and the bass play',
  'right hands',
  'sounds',
  'pushes (chords stand on their beat)',
] as const;

/** The chords with the words that are told at their bars, as ChordPro: directives in braces, chords in brackets. */
export function writeChordPro(song: Song): ChordSheetOut {
  const head = [
    `{title: ${plain(song.title)}}`,
    `{key: ${songKey(song).text}}`,
    `{tempo: ${song.tempo}}`,
    `{time: ${formatMeter(song.meter)}}`,
    ...(song.remark === undefined ? [] : [`{comment: ${plain(song.remark)}}`]),
  ];
  const sections = partsOf(song).flatMap(({ heading, bars, meter }) => [
    '',
    `{start_of_verse: label="${plain(heading).replaceAll('"', "'")}"}`,
    ...(isSung(bars)
      ? rows(bars).map((row) => row.map((bar) => `[${bar.chords[0]!.chord}]${wordsOf(bar)}`).join(' '))
      : rows(bars).flatMap((row) => [
          barRow(row, meter),
          ...row.flatMap((bar) => (wordsOf(bar) === '' ? [] : [`{comment: ${wordsOf(bar)}}`])),
        ])),
    '{end_of_verse}',
  ]);
  return { text: `${[...head, ...sections].join('\n')}\n`, lost: LOST };
}

/** The same with the chords on a line of their own over the words. */
export function writeChordsOverLyrics(song: Song): ChordSheetOut {
  const head = [
    plain(song.title),
    `Key: ${songKey(song).text}`,
    `Tempo: ${song.tempo} bpm`,
    `Time: ${formatMeter(song.meter)}`,
    ...(song.remark === undefined ? [] : [`(${plain(song.remark)})`]),
  ];
  const sections = partsOf(song).flatMap(({ heading, bars, meter }) => [
    '',
    `[${plain(heading)}]`,
    ...(isSung(bars)
      ? rows(bars).flatMap(overLyrics)
      : rows(bars).flatMap((row) => [
          barRow(row, meter),
          ...row.flatMap((bar) => (wordsOf(bar) === '' ? [] : [`(${wordsOf(bar)})`])),
        ])),
  ]);
  return { text: `${[...head, ...sections].join('\n')}\n`, lost: LOST };
}

interface Part {
  readonly heading: string;
  readonly bars: readonly Bar[];
  readonly meter: Meter;
}

/** The sections in played order, each pass that differs by itself; what was there before only by its name. */
function partsOf(song: Song): readonly Part[] {
  const shown = new Set<object>();
  return unfold(song).flatMap((playing): readonly Part[] => {
    const { section, entry, meter } = playing;
    const again = shown.has(playing.section);
    shown.add(playing.section);
    const passes = differingPasses(section).filter((pass) => pass <= entry.times);
    const times = entry.times > 1 ? ` x${entry.times}` : '';
    if (again) return [{ heading: `${section.name}${times}`, bars: [], meter }];
    if (!chordsDiffer(playing, passes))
      return [{ heading: `${section.name}${times}`, bars: barsOnPass(section, 1), meter }];
    return Array.from({ length: entry.times }, (_, i): Part => ({
      heading: i === 0 ? section.name : `${section.name} ${i + 1}`,
      bars: barsOnPass(section, i + 1),
      meter,
    }));
  });
}

function chordsDiffer({ section }: Playing, passes: readonly number[]): boolean {
  const words = (pass: number) =>
    JSON.stringify(barsOnPass(section, pass).map((bar) => [bar.chords, wordsOf(bar)]));
  return passes.some((pass) => words(pass) !== words(1));
}

function rows(bars: readonly Bar[]): readonly (readonly Bar[])[] {
  return Array.from({ length: Math.ceil(bars.length / BARS_A_LINE) }, (_, i) =>
    bars.slice(i * BARS_A_LINE, (i + 1) * BARS_A_LINE),
  );
}

function wordsOf(bar: Bar): string {
  return plain(bar.remarks?.band ?? '');
}

/** Words at most bars, and one chord at the beginning of each: a song with its lyrics. */
function isSung(bars: readonly Bar[]): boolean {
  const words = bars.filter((bar) => wordsOf(bar) !== '').length;
  return (
    words > 0 && words * 2 >= bars.length && bars.every((b) => b.chords.length === 1 && b.chords[0]!.at === 0)
  );
}

/** `| Dm / / Bb | F |`: a stroke for every beat on which the chord goes on, where it changes inside a bar. */
function barRow(row: readonly Bar[], meter: Meter): string {
  const cells = row.map((bar) => {
    if (bar.chords.length === 0) return '%';
    if (bar.chords.length === 1 && bar.chords[0]!.at === 0) return bar.chords[0]!.chord;
    const beats = countedBeats(meter);
    const ticks = barLength(meter);
    const list = Array.from({ length: beats }, (_, beat) => {
      const from = (beat * ticks) / beats;
      const to = ((beat + 1) * ticks) / beats;
      return bar.chords.filter((c) => c.at >= from && c.at < to).at(-1)?.chord ?? '/';
    });
    return list.join(' ');
  });
  return `| ${cells.join(' | ')} |`;
}

function barLength(meter: Meter): number {
  return (meter.beats * 3840) / meter.unit;
}

/** A line of chords over a line of words, each chord over the words of its bar. */
function overLyrics(row: readonly Bar[]): readonly [string, string] {
  let chords = '';
  let words = '';
  for (const bar of row) {
    const names = bar.chords.map((c) => c.chord).join(' ');
    const text = wordsOf(bar);
    const width = Math.max(names.length, text.length) + 2;
    chords += names.padEnd(width);
    words += text.padEnd(width);
  }
  return [chords.trimEnd(), words.trimEnd()];
}

/** On one line, without signs that would begin something else. */
function plain(text: string): string {
  return text.replace(/[{}[\]\r\n]+/g, ' ').trim();
}
