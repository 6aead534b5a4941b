import { expect } from 'chai';
import { songFindings } from '../src/core/clash/index';
import { readChart } from '../src/core/formats/index';
import { sheetOf, sheetText } from '../src/core/sheet/index';
import { refitSong, strikesOf, unfold } from '../src/core/song/index';
import { finish, splitSong } from '../src/core/split/index';

const HEAD = 'title: Lines\nkey: Em\ntempo: 140\nguitar1: gain 2\nguitar2: gain 2\n';

function songOf(text: string) {
  const { song, problems } = readChart(HEAD + text);
  expect(problems).to.deep.equal([]);
  return song;
}
const kinds = (text: string) =>
  songFindings(songOf(text))
    .filter((f) => f.level !== 'note')
    .map((f) => f.kind);

describe('lines among the others', () => {
  it('sound as what they are: a bend as the pitch it reaches, dead notes not at all', () => {
    const song = songOf(
      '== A ==\nchords | Em |\nguitar1 line | 9@3b1 . x@3 r |\nguitar2 | r |\nbass | 0xxx |\n',
    );
    const [playing] = unfold(song);
    const strikes = strikesOf(playing!.section.bars, playing!.meter).guitar1;
    expect(strikes.map((s) => [s.at, s.end, s.kind])).to.deep.equal([
      [0, 1920, 'ring'],
      [1920, 1920, 'dead'],
    ]);
  });

  it('rub the other guitar like any note, wherever a bend goes', () => {
    // G against F sharp held for two beats in the same octave: a semitone (common practice: must be said).
    const rub = (step: string) =>
      kinds(`== A ==\nchords | Em |\nguitar1 line | ${step} . . . |\nguitar2 | xxxx8x |\nbass | 0xxx |\n`);
    expect(rub('7@2')).to.include('rub');
    expect(rub('8@2')).not.to.include('rub');
    expect(rub('9@3b1'), 'E bent to F sharp').to.include('rub');
  });

  it('say what cannot be played', () => {
    const line = (text: string) =>
      kinds(`== A ==\nchords | Em |\nguitar1 line | ${text} |\nguitar2 | r |\nbass | 0xxx |\n`);
    expect(line('24@1 . . .')).to.include('range');
    expect(line('12@3n24 . . .')).to.include('range');
    expect(line('h7@3 . . .')).to.include('reach');
    expect(line('2@6+9@1 . . .')).to.include('reach');
    expect(line('3@6 17@1 3@6 17@1 3@6 17@1 3@6 17@1')).to.include('shift');
    expect(line('5@4 7@4 5@3 7@3 5@2 8@2 5@1 8@1')).to.deep.equal([]);
  });

  it('hold while the others are split around them', () => {
    const song = songOf(
      '== A ==\nchords | Em | C | D | Em |\nguitar1 line | 0@6 0@6 7@5 5@5 | 3@5 . 5@5 7@5 | 5@5 . r . | 0@6 . . . |\n',
    );
    const done = finish(splitSong(song, null));
    if (!done.ok) throw new Error(done.error);
    expect(done.value.changes.length).to.equal(8);
    expect(done.value.changes.every((c) => c.at.player !== 'guitar1')).to.equal(true);
  });

  it('move with the key and onto other tunings', () => {
    const song = songOf(
      '== A ==\nchords | Em |\nguitar1 line | 7@5 h9@5 . 7@4~ |\nguitar2 | r |\nbass | 0xxx |\n== A == key F#m\n',
    );
    const moved = unfold(song)[1]!.section.bars[0]!.lines!.guitar1!;
    expect(moved.map((s) => s.notes[0]!.fret)).to.deep.equal([9, 11, 9]);
    expect(moved[1]!.notes[0]!.reached).to.equal('hammer');
    const tuned = refitSong(song, {
      key: null,
      players: {
        ...song.players,
        guitar1: { ...song.players.guitar1, tuning: ['D2', 'G2', 'C3', 'F3', 'A3', 'D4'] },
      },
      keep: 'pitches',
    });
    expect(tuned.misfits).to.deep.equal([]);
    expect(tuned.song.sections[0]!.bars[0]!.lines!.guitar1!.map((s) => s.notes[0]!.fret)).to.deep.equal([
      9, 11, 9,
    ]);
  });

  it('stand on the sheet and in text tab with the usual letters', () => {
    const song = songOf(
      '== A == x2; guitar1 strokes down\nchords | Em |\nguitar1 line | 5@4 h7@4 s9@4 p7@4 9@3b1r 12@3n 5@2t7 8@1~ |\nbass | 0xxx |\n-- last pass: bar 1 --\nguitar1 line | r |\n',
    );
    const sheet = sheetOf(song, 'guitar1');
    expect(sheet.parts[0]!.remarks).to.deep.equal(['twice', 'all down-strokes']);
    expect(sheet.parts[0]!.bars.map((b) => b.opens)).to.deep.equal(['1st time', '2nd time']);
    const text = sheetText(sheet);
    for (const mark of ['h7', '/9', 'p7', '9b1r', '<12>', '5tr7', '8~']) expect(text).to.include(mark);
    expect(sheet.parts[0]!.bars[0]!.notes[2]!.stroke!.notes[0]!.reached).to.equal('slide-up');
  });
});
