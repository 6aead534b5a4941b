import { expect } from 'chai';
import { timelineFrom } from './timeline';
import fc from 'fast-check';
import { songFindings } from '../src/core/clash/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { barsOnPass, formatCell, PLAYERS } from '../src/core/form/index';
import { noteName } from '../src/core/pitch/index';
import { sheetOf, sheetText } from '../src/core/sheet/index';
import {
  applyEdit,
  countOpen,
  readSong,
  saveSong,
  songLength,
  unfold,
  type Edit,
  type Song,
} from '../src/core/song/index';
import { curesFor, foldGuitars } from '../src/core/offers/index';
import { finish, splitSong } from '../src/core/split/index';
import { SEED, song as anySong } from './generators';

function songOf(text: string): Song {
  const { song, problems, questions } = readChart(text);
  expect(problems).to.deep.equal([]);
  expect(questions).to.deep.equal([]);
  return song;
}

function splitOf(song: Song): Song {
  const made = finish(splitSong(song, null));
  if (!made.ok) throw new Error(made.error);
  return applyEdit(song, { kind: 'setCells', changes: made.value.changes });
}

const CHART = `title: Round Again
key: A
tempo: 60
== Chorus == x2
chords   | A5 | D5 | E5 | A5 |
guitar1  | 577xxx | x577xx | 022xxx | 577xxx |
guitar2  | x022xx | xx023x | 022xxx | x022xx |
bass     | 5xxx | x5xx | 0xxx | 5xxx |
== Bridge == written in F#m; vamp; x4
chords   | F#m | D |
guitar1  | 244222 | x57775 |
bass     | 2xxx | x5xx |
== Chorus ==
-- bar 4 --
chords   | E5 |
guitar1  | 022xxx |
-- bar 2-3 out --
== Chorus == key B
`;

const chordsOf = (song: Song) =>
  unfold(song).flatMap(({ section, entry }) =>
    Array.from({ length: entry.times }, (_, i) =>
      barsOnPass(section, i + 1).flatMap((b) => b.chords.map((c) => c.chord)),
    ),
  );

describe('form by occurrence', () => {
  it('plays the third chorus otherwise, without its middle, and the fourth as written', () => {
    const song = songOf(CHART);
    expect(chordsOf(song)).to.deep.equal([
      ['A5', 'D5', 'E5', 'A5'],
      ['A5', 'D5', 'E5', 'A5'],
      ['F#m', 'D'],
      ['F#m', 'D'],
      ['F#m', 'D'],
      ['F#m', 'D'],
      ['A5', 'E5'],
      ['B5', 'E5', 'F#5', 'B5'],
    ]);
    expect(songLength(song)).to.deep.equal({ bars: 22, seconds: 88 });
    const written = writeChart(song);
    expect(readChart(written)).to.deep.equal({ song, problems: [], questions: [] });
    expect(written).to.include('-- bar 2-3 out --').and.to.include('written in F#m').and.to.include('vamp');
    const read = readSong(JSON.parse(JSON.stringify(saveSong(song))));
    expect(read.ok && read.value).to.deep.equal(song);
  });

  it('is on the sheet: as before but for one bar, and how it ends', () => {
    const text = sheetText(sheetOf(songOf(CHART), 'guitar1'));
    expect(text).to.include('as before, without bar 2, 3 but for').and.to.include('vamp, about 4 times');
  });

  it('judges a section in its own key, and spells it so', () => {
    const song = songOf(CHART);
    const [, bridge] = unfold(song);
    expect(bridge!.key.text).to.equal('F#m');
    expect(bridge!.shift).to.equal(0);
    expect(noteName(61 as never, bridge!.key)).to.equal('C#4');
  });

  it('changes a bar in the playing it differs in, and nowhere else', () => {
    const song = songOf(CHART);
    const at = { section: 'Chorus', pass: 1, times: 1, entry: 2, bar: 1 } as const;
    const edit: Edit = {
      kind: 'setHits',
      changes: [{ ...at, player: 'guitar1', hits: 'M-M-M-M-' }],
    };
    const next = applyEdit(song, edit);
    const hits = (s: Song, i: number, pass = 1) =>
      barsOnPass(unfold(s)[i]!.section, pass).map((b) => b.hits.guitar1);
    // The second bar that is played then is the fourth that is written.
    expect(hits(next, 2)).to.deep.equal([null, 'M-M-M-M-']);
    expect(hits(next, 0)).to.deep.equal(hits(song, 0));
    expect(hits(next, 3)).to.deep.equal(hits(song, 3));
    expect(next.sections).to.deep.equal(song.sections);
  });

  it('fills what is open in one playing alone, and cures it there', () => {
    const open = songOf(CHART.replace('guitar1  | 022xxx |\n-- bar 2-3', '-- bar 2-3'));
    expect(chordsOf(open)[6]).to.deep.equal(['A5', 'E5']);
    const split = splitOf(open);
    const cells = barsOnPass(unfold(split)[2]!.section, 1)[1]!.cells;
    for (const player of PLAYERS) expect(cells[player].map((c) => formatCell(c.cell))).to.not.include('?');
    const muddy = songOf(
      CHART.replace(
        'guitar1  | 022xxx |\n-- bar 2-3',
        'guitar1 | 022xxx |\nguitar2 | 022xxx |\nbass | xx3x |\n-- bar 2-3',
      ),
    );
    const finding = songFindings(muddy).find((f) => f.playing === 2 && f.kind === 'rub');
    expect(finding, 'the bass rubs there').to.not.equal(undefined);
    const cure = curesFor(muddy, finding!)[0]!;
    const cured = applyEdit(muddy, cure.edit);
    expect(barsOnPass(unfold(cured)[0]!.section, 1)).to.deep.equal(barsOnPass(unfold(muddy)[0]!.section, 1));
    expect(songFindings(cured).some((f) => f.playing === 2 && f.kind === 'rub')).to.equal(false);
  });

  it('begins with a pick-up the first time round', () => {
    const text =
      'title: Up\ntempo: 60\n== Verse == x2; pickup 1/4\nchords | A5 | D5 |\nguitar1 | 577xxx | x577xx |\nguitar1 hits | ......O- | O------- |\n';
    const song = songOf(text);
    expect(songLength(song)).to.deep.equal({ bars: 4, seconds: 13 });
    const { strokes, seconds } = timelineFrom(song, { playing: 0, pass: 1, moment: 0 });
    expect(strokes.map((s) => s.at)).to.deep.equal([0, 1, 8, 9]);
    expect(seconds).to.equal(13);
    expect(sheetText(sheetOf(song, 'guitar1'))).to.include('begins with a pick-up of 1/4');
  });

  it('is opened and taken back in the application’s own edits', () => {
    const song = songOf(CHART);
    const own: Edit = { kind: 'vary', section: 'Chorus', entry: 3, pass: 'every', fromBar: 0, bars: 1 };
    const varied = applyEdit(song, own);
    expect(varied.form[3]!.variants).to.have.length(1);
    const out: Edit = { kind: 'leaveOut', section: 'Chorus', entry: 3, pass: 'every', fromBar: 1, bars: 2 };
    const short = applyEdit(varied, out);
    expect(barsOnPass(unfold(short)[3]!.section, 1)).to.have.length(2);
    const back = applyEdit(short, { kind: 'unvary', section: 'Chorus', entry: 3, pass: 'every' });
    expect(back).to.deep.equal(song);
    const kept = applyEdit(short, { kind: 'detach', entry: 3, name: 'Last chorus' });
    expect(chordsOf(kept)).to.deep.equal(chordsOf(short));
    expect(countOpen(kept)).to.equal(countOpen(short));
  });
});

describe('a part like another', () => {
  const LIKE = `title: Two As One
key: Am
== Riff == guitar2 like guitar1 third above; bass like guitar1 octave below
chords        | Am | F5 |
guitar1       | x022xx |        |
guitar1 line  | | 5@4 7@4 5@3 r |
guitar1 hits  | M-MmO--- | |
`;
  const frets = (song: Song, player: 'guitar2' | 'bass') =>
    song.sections[0]!.bars[0]!.cells[player].map((c) => formatCell(c.cell));

  it('plays what the other plays, at its interval, and is written so', () => {
    const song = songOf(LIKE);
    const [one, two] = song.sections[0]!.bars;
    expect(one!.hits.guitar2).to.equal(one!.hits.guitar1);
    // A E A a third higher in A minor are C G C; the bass has the lowest note, an octave down where it can.
    expect(frets(song, 'guitar2')[0]).to.match(/!$/);
    expect(two!.lines?.guitar2).to.have.length(4);
    expect(two!.lines?.guitar2?.map((s) => s.at)).to.deep.equal(two!.lines?.guitar1?.map((s) => s.at));
    const text = writeChart(song);
    expect(text).to.include('guitar2 like guitar1 third above');
    expect(text).to.not.match(/^guitar2 *\|/m);
    expect(readChart(text)).to.deep.equal({ song, problems: [], questions: [] });
  });

  it('follows when the other changes, and stays as it is when it is let go', () => {
    const song = songOf(LIKE);
    const at = { section: 'Riff', pass: 1, player: 'guitar1', bar: 0 } as const;
    const next = applyEdit(song, { kind: 'setHits', changes: [{ ...at, hits: 'O-O-O-O-' }] });
    expect(next.sections[0]!.bars[0]!.hits.guitar2).to.equal('O-O-O-O-');
    expect(next.sections[0]!.bars[0]!.hits.bass).to.equal('O-O-O-O-');
    const free = applyEdit(next, { kind: 'setLike', section: 'Riff', player: 'guitar2', like: null });
    expect(free.sections[0]!.bars[0]!.cells.guitar2).to.deep.equal(next.sections[0]!.bars[0]!.cells.guitar2);
    const later = applyEdit(free, { kind: 'setHits', changes: [{ ...at, hits: 'MMMMMMMM' }] });
    expect(later.sections[0]!.bars[0]!.hits.guitar2).to.equal('O-O-O-O-');
    expect(later.sections[0]!.bars[0]!.hits.bass).to.equal('MMMMMMMM');
  });

  it('follows a split', () => {
    const open = songOf(LIKE.replace('x022xx |        |', '? | ? |').replace(/guitar1 line.*\n/, ''));
    const split = splitOf(open);
    expect(countOpen(split)).to.equal(0);
    expect(readChart(writeChart(split)).song).to.deep.equal(split);
  });

  it('is written out when one guitar plays for both', () => {
    const { song: folded } = foldGuitars(songOf(LIKE));
    const taken = applyEdit(songOf(LIKE), { kind: 'replace', song: folded });
    expect(taken.sections[0]!.like).to.equal(undefined);
    const free = applyEdit(taken, { kind: 'setTitle', title: 'Alone' });
    expect(free.sections[0]!.bars[0]!.cells.guitar2.map((c) => c.cell.kind)).to.deep.equal(['rest']);
  });

  it('law: followers are made of those they follow, whatever is edited', () => {
    fc.assert(
      fc.property(anySong, fc.constantFrom('O-------', 'MMMMMMMM', null), (song, hits) => {
        const edit: Edit = {
          kind: 'setHits',
          changes: [{ section: 'Chorus', pass: 1, player: 'guitar1', bar: 0, hits }],
        };
        const next = applyEdit(song, edit);
        const chorus = next.sections.find((s) => s.name === 'Chorus')!;
        if (!chorus.like?.guitar2) return;
        for (const bar of chorus.bars) {
          expect(bar.cells.guitar2.map((c) => c.at)).to.deep.equal(bar.cells.guitar1.map((c) => c.at));
          expect(bar.hits.guitar2 === null).to.equal(bar.hits.guitar1 === null);
        }
        const again = applyEdit(next, {
          kind: 'setLike',
          section: 'Chorus',
          player: 'guitar2',
          like: chorus.like.guitar2,
        });
        expect(again.sections.find((s) => s.name === 'Chorus')!.bars).to.deep.equal(chorus.bars);
      }),
      { seed: SEED, numRuns: 80 },
    );
  });

  for (const [what, header, expected] of [
    ['oneself', 'guitar2 like guitar2', 'cannot be followed'],
    ['nobody', 'guitar2 like singer', 'cannot be followed'],
    ['a follower', 'guitar2 like guitar1; bass like guitar2', 'follows'],
    ['no such interval', 'guitar2 like guitar1 ninth above', 'is no way to follow'],
  ] as const) {
    it(`cannot follow ${what}`, () => {
      const { problems } = readChart(`== A == ${header}\nchords | Am |\nguitar1 | x022xx |\n`);
      expect(problems.map((p) => p.message).join()).to.include(expected);
    });
  }
});
