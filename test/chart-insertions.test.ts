import { expect } from 'chai';
import fc from 'fast-check';
import { readChart, writeChart } from '../src/core/formats/index';
import { readSong, saveSong } from '../src/core/song/index';
import { LINES, withLine, withoutBlanks, words } from './chart-insertions';
import { section, song as anySong, SEED } from './generators';

/** A song with a section that comes back, one that is not played, and something kept. */
const song = fc.tuple(anySong, section('Spare'), fc.boolean()).map(([made, spare, keeps]) => ({
  ...made,
  sections: [...made.sections, spare],
  ...(keeps
    ? {
        kept: [
          ...made.kept,
          {
            section: 'Verse',
            pass: null,
            bar: 1,
            beat: null,
            kind: 'rub' as const,
            players: ['guitar1' as const],
            notes: [],
            reason: 'meant',
          },
        ],
      }
    : {}),
}));

/** What the reader says of a text, whatever the line. */
const told = ({ problems, questions }: ReturnType<typeof readChart>) =>
  new Set([...problems, ...questions].map((p) => p.message));

describe('a line put into a chart', function () {
  this.timeout(180_000);

  it('a comment comes back above the line it was typed above, wherever that is', () => {
    fc.assert(
      fc.property(song, fc.double({ min: 0, max: 1, noNaN: true }), (made, place) => {
        const text = writeChart(readChart(writeChart(made)).song);
        const count = text.split('\n').length;
        const at = Math.round(place * (count - 1));
        const typed = withLine(text, at, '# zebra = | x |; 100%');
        const { song: read, problems } = readChart(typed);
        expect(problems).to.deep.equal([]);
        expect(withoutBlanks(writeChart(read))).to.deep.equal(withoutBlanks(typed));
        const saved = readSong(JSON.parse(JSON.stringify(saveSong(read))));
        expect(saved.ok && saved.value).to.deep.equal(read);
      }),
      { seed: SEED, numRuns: 60, endOnFailure: true },
    );
  });

  it('every line is there afterwards, with all that was there before, or it is told why not', () => {
    let taken = 0;
    fc.assert(
      fc.property(
        song,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(...LINES),
        (made, place, line) => {
          const text = writeChart(readChart(writeChart(made)).song);
          const typed = withLine(text, Math.round(place * (text.split('\n').length - 1)), line);
          const read = readChart(typed);
          if ([...told(read)].some((message) => !told(readChart(text)).has(message))) return;
          taken += 1;
          const after = words(writeChart(read.song));
          for (const [word, count] of words(typed))
            expect(
              after.get(word) ?? 0,
              `"${word}" of "${line}" in\n${typed}\n→\n${writeChart(read.song)}`,
            ).to.be.at.least(count);
        },
      ),
      { seed: SEED, numRuns: 250, endOnFailure: true },
    );
    expect(taken, 'lines that are taken').to.be.greaterThan(20);
  });
});
