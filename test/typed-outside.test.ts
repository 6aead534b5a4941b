import { expect } from 'chai';
import { ChordProParser, ChordsOverWordsParser, type Song as OtherSong } from 'chordsheetjs';
import { readTyped } from '../src/core/formats/index';

/** Chords and the words from each on, as an independent reader of both formats (the package chordsheetjs) has them. */
function theirs(song: OtherSong): { chord: string; words: string }[] {
  const found: { chord: string; words: string }[] = [];
  for (const line of song.lines) {
    for (const item of line.items) {
      const { chords, lyrics } = item as { chords?: string; lyrics?: string | null };
      if (chords === undefined && lyrics === undefined) continue;
      const words = (lyrics ?? '').trim();
      if (chords) found.push({ chord: chords.trim(), words });
      else if (words !== '' && found.length > 0 && line.items[0] !== item) found.at(-1)!.words += ` ${words}`;
    }
  }
  return found;
}

function ours(text: string): { chord: string; words: string }[] {
  const { song, refused } = readTyped(text);
  expect(refused).to.equal(null);
  return song.sections.flatMap((s) =>
    s.bars.flatMap((bar) => bar.chords.map((c) => ({ chord: c.chord, words: bar.remarks?.band ?? '' }))),
  );
}

/** Runs of spaces are one; a word that a chord stands in may be divided between two. */
const plain = (list: readonly { chord: string; words: string }[]) =>
  list.map(({ chord, words }) => `${chord}: ${words.replace(/\s+/g, ' ').trim()}`);

const BRACKETED = [
  '[Em]Ropes are coming [C]loose again\n[G]tide is on the [D]turn',
  '[Am]Cold rails in the [F]morning [C]steam\n[G]nobody on the [E7]line [Am]',
  '[Bm7]One [E/G#]two [A]three\n[F#m]four and [Dsus4]five [D]six',
];

/** Chords at the beginnings of words: inside of one we keep it whole, the other reader divides it. */
const OVER = [
  'Em              C\nRopes are comin loose again\nG           D\ntide is on  the turn',
  'Am       F   C\nRails in the cold morning\nG\nnobody on the line',
  'Bm7  E/G#  A\nOne  two   three\nF#m       Dsus4\nfour and  five',
];

// Source: chordsheetjs, a general-purpose library for chord sheets, from the registry.
describe('chords with words, against an independent reader', () => {
  for (const text of BRACKETED)
    it(`in brackets: ${text.split('\n')[0]}`, () => {
      expect(plain(ours(text))).to.deep.equal(plain(theirs(new ChordProParser().parse(text))));
    });

  for (const text of OVER)
    it(`over the words: ${text.split('\n')[0]}`, () => {
      expect(plain(ours(text))).to.deep.equal(plain(theirs(new ChordsOverWordsParser().parse(text))));
    });
});
