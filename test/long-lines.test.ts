import { expect } from 'chai';
import { checkSync } from 'recheck';
import { openFile, readAny, readChart, readTab, toBytes } from '../src/core/formats/index';
import { emptySong, readSong, saveSong } from '../src/core/song/index';

/** More than any line of a song; a reader that takes time with its square would never come back from a megabyte. */
const LENGTHS = [3_000, 60_000, 1_000_000];
/** The longest is tried with these alone: what they have in common is that nothing in them ends. */
const FOR_LONGEST: readonly string[] = ['a', '| ', '(', '<a '];

/** What a line is made of: letters, blanks, marks, and beginnings of everything that has an end. */
const TOKENS = [
  'a',
  'A',
  'Am ',
  ' ',
  '\t',
  '-',
  '=',
  '#',
  '|',
  '| ',
  ':',
  ';',
  '.',
  '(',
  ')',
  '[',
  '[A',
  '{',
  '"',
  '<',
  '<a ',
  '<!--',
  '<?xml ',
  '<!DOCTYPE ',
  '&',
  '0',
  '9@',
  'x',
  'x2 ',
  '%',
  '~',
  '1/',
  'M',
  'tuning ',
  'key ',
  'capo ',
  'like ',
  'tune a ',
] as const;

/** What may stand before them, so that each reader takes the line for its own. */
const LEADS = [
  '',
  'title: ',
  'guitar1: ',
  'plans: ',
  'patterns: ',
  'remark: ',
  '# ',
  'keep: ',
  '== ',
  '== A == ',
  '== A ==\nchords | ',
  '== A ==\nchords | Dm |\nguitar1 | ',
  '== A ==\nchords | Dm |\nguitar1 line | ',
  '== A ==\nchords | Dm |\nguitar1 hits | ',
  '== A ==\nchords | Dm |\n-- pass 2: ',
  'Verse: ',
  '| Am | ',
  'e|--',
  '<?xml version="1.0"?>',
  '{"format":"orchestron-song","version":2,"song":{"title":"',
] as const;

/** Expressions that were given long texts, by their source and flags; how many characters all of them were given. */
interface Work {
  readonly long: Map<string, RegExp>;
  characters: number;
}

/** Counts what expressions are given while something runs: their methods all go through `exec`, as the language says. */
function counting(work: () => void): Work {
  const counted: Work = { long: new Map(), characters: 0 };
  const exec = RegExp.prototype.exec;
  RegExp.prototype.exec = function (this: RegExp, text: string) {
    const from = this.global || this.sticky ? this.lastIndex : 0;
    const length = String(text).length - from;
    const match = exec.call(this, text);
    // What a search went over: up to the end of what it found; one that may only begin here gives up at once.
    counted.characters += match ? match.index + match[0].length - from : this.sticky ? 1 : length;
    if (length > LONG) counted.long.set(String(this), this);
    return match;
  };
  try {
    work();
  } finally {
    RegExp.prototype.exec = exec;
  }
  return counted;
}

/** Longest text that any expression may be given, whatever it is. */
const LONG = 2_100;
/** Most characters that all expressions together are given for each one of a text. */
const MAX_TIMES = 400;

const readers: Readonly<Record<string, (text: string) => unknown>> = {
  anything: (text) => readAny(text),
  chart: (text) => readChart(text),
  tab: (text) => readTab(text, { instrument: emptySong('X').players.guitar1, meter: { beats: 4, unit: 4 } }),
  file: (text) => openFile('song.musicxml', toBytes(text)),
};

describe('lines of one thing, over and over', function () {
  this.timeout(300_000);
  const long = new Map<string, RegExp>();

  for (const [name, read] of Object.entries(readers)) {
    it(`${name}: work grows as the text does`, () => {
      for (const length of LENGTHS) {
        for (const lead of length > LENGTHS[0]! ? LEADS.slice(0, 1) : LEADS) {
          for (const token of length > LENGTHS[1]! ? FOR_LONGEST : TOKENS) {
            const text = lead + token.repeat(Math.ceil(length / token.length));
            const { characters, long: own } = counting(() => read(text));
            for (const [source, expression] of own) long.set(source, expression);
            expect(characters / text.length, `${name}: ${lead}${token} ${length} times`).to.be.lessThan(
              MAX_TIMES,
            );
          }
        }
      }
    });
  }

  it('song files: texts and lists are measured before they are looked at', () => {
    const saved = JSON.parse(JSON.stringify(saveSong(emptySong('X')))) as { song: Record<string, unknown> };
    for (const [name, value] of [
      ['title', 'a'.repeat(1_000_000)],
      ['kept', Array.from({ length: 160_000 }, () => ({}))],
      ['sections', Array.from({ length: 160_000 }, () => [])],
      ['form', Array.from({ length: 160_000 }, () => 1)],
    ] as const) {
      const read = readSong({ ...saved, song: { ...saved.song, [name]: value } });
      expect(!read.ok && read.error[0]!.message, name).to.match(/expected at most/);
      expect(!read.ok && read.error[0]!.path, name).to.equal(`song.${name}`);
    }
    let deep: unknown = 1;
    for (let n = 0; n < 200_000; n += 1) deep = [deep];
    const read = readSong({ ...saved, song: { ...saved.song, kept: deep } });
    expect(!read.ok && read.error[0]!.message).to.match(/levels deep/);
  });

  it('every expression that is given a long text is linear', () => {
    expect(long.size, 'expressions').to.be.greaterThan(5);
    const slow = [...long].filter(
      ([, { source, flags }]) => checkSync(source, flags, { timeout: 20_000 }).status !== 'safe',
    );
    expect(slow.map(([text]) => text)).to.deep.equal([]);
  });
});
