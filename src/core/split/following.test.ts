import { expect } from 'chai';
import { readChart } from '../formats/index';
import { formatCell } from '../form/index';
import { formatLine } from '../line/index';
import { gripPitches } from '../grip/index';
import { applyEdit, momentsOf, type Song } from '../song/index';
import { editOf, finish, splitSong } from './index';

function split(text: string): Song {
  const { song, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  const done = finish(splitSong(song, null));
  if (!done.ok) throw new Error(done.error);
  return applyEdit(song, editOf(done.value));
}

const cells = (song: Song, player: 'guitar1' | 'guitar2' | 'bass', bar: number) =>
  song.sections[0]!.bars[bar]!.cells[player].map((c) => formatCell(c.cell)).join(' ');
const line = (song: Song, player: 'guitar1' | 'guitar2' | 'bass', bar: number) => {
  const written = song.sections[0]!.bars[bar]!.lines?.[player];
  const strings = song.players[player].tuning.length;
  return written && formatLine(written, { meter: song.meter, strings });
};

const HEAD = 'key: Em\nguitar1: gain 8\nguitar2: gain 8\n';

describe('following what is there', () => {
  it('a wall takes locked grips over, with their time', () => {
    const done = split(
      `${HEAD}== A == plan wall\nchords | E5 . G5 . | A5 |\nguitar1 | 0221xx! . 3x003x! . | 577xxx! |\nguitar1 hits | MMM.O-MM | |\n`,
    );
    expect(cells(done, 'guitar2', 0)).to.equal('0221xx 3x003x');
    expect(cells(done, 'guitar2', 1)).to.equal('577xxx');
    expect(done.sections[0]!.bars[0]!.hits.guitar2).to.equal('MMM.O-MM');
    expect(cells(done, 'guitar1', 0)).to.equal('0221xx! 3x003x!');
  });

  it('on other strings a wall plays the same notes', () => {
    const done = split(
      `${HEAD}guitar2: tuning D A D G B E; gain 8\n== A == plan wall\nchords | A5 | E5 |\nguitar1 | 577xxx! | 022xxx! |\n`,
    );
    for (const bar of [0, 1]) {
      const grips = (['guitar1', 'guitar2'] as const).map((player) => {
        const { cell } = done.sections[0]!.bars[bar]!.cells[player][0]!;
        if (cell.kind !== 'grip') throw new Error('open');
        return [...gripPitches(cell.grip, done.players[player])].sort((a, b) => a - b).join();
      });
      expect(grips[0]).to.equal(grips[1]);
    }
  });

  it('a wall doubles a riff as it is, slides and all, and the bass an octave down', () => {
    const riff = '0@6 3@6 s5@6 r 0@6 3@6 2@5 0@5';
    const done = split(`${HEAD}== A == plan wall\nchords | Em |\nguitar1 line | ${riff} |\n`);
    expect(line(done, 'guitar2', 0)).to.equal(line(done, 'guitar1', 0));
    const lows = (player: 'guitar1' | 'bass') =>
      momentsOf(done.sections[0]!, { pass: 1, meter: done.meter }).map((m) => {
        const cell = m.cells[player];
        return cell.kind === 'grip' ? gripPitches(cell.grip, done.players[player])[0] : null;
      });
    expect(lows('bass')).to.deep.equal(
      lows('guitar1').map((p) => (p === null || p === undefined ? p : p - 12)),
    );
  });

  it('a harmony pair makes a second voice in the key', () => {
    const tune = '7@1 8@1 7@1 5@1 7@2 5@2 7@2 8@2';
    const done = split(`${HEAD}== A == plan harmony\nchords | Em |\nguitar1 line | ${tune} |\n`);
    const scale = new Set([4, 6, 7, 9, 11, 0, 2]); // E minor
    const moments = momentsOf(done.sections[0]!, { pass: 1, meter: done.meter });
    const pairs = moments.map((m) =>
      (['guitar1', 'guitar2'] as const).map((player) => {
        const cell = m.cells[player];
        return cell.kind === 'grip' ? gripPitches(cell.grip, done.players[player])[0]! : 0;
      }),
    );
    for (const [one, two] of pairs) {
      expect(scale.has(two! % 12), String(two)).to.equal(true);
      expect([3, 4, 5, 8, 9, 12]).to.include(Math.abs(one! - two!));
    }
    // One interval throughout, as steps of the scale: a voice of its own, no unison.
    expect(new Set(pairs.map(([one, two]) => Math.sign(two! - one!))).size).to.equal(1);
  });

  it('leaves other plans and written bars alone', () => {
    const text = `${HEAD}== A == plan low-high\nchords | E5 | A5 |\nguitar1 | 022xxx! | 577xxx! |\nguitar2 | xxx987! | ? |\n`;
    const done = split(text);
    expect(cells(done, 'guitar2', 0)).to.equal('xxx987!');
    expect(cells(done, 'guitar2', 1)).to.not.equal('577xxx');
  });

  it('keeps hits that are written over an open bar, and takes none where only the left hand is asked for', () => {
    const text = `${HEAD}== A == plan wall\nchords | E5 | A5 |\nguitar1 | 022xxx! | 577xxx! |\nguitar1 hits | MM.MO-M. | MM.MO-M. |\nguitar2 hits | O------- | |\n`;
    expect(split(text).sections[0]!.bars.map((bar) => bar.hits.guitar2)).to.deep.equal([
      'O-------',
      'MM.MO-M.',
    ]);
    const { song } = readChart(text);
    const done = finish(splitSong(song, null, { hands: 'left' }));
    if (!done.ok) throw new Error(done.error);
    const left = applyEdit(song, editOf(done.value));
    expect(cells(left, 'guitar2', 1)).to.equal('577xxx');
    expect(left.sections[0]!.bars.map((bar) => bar.hits.guitar2)).to.deep.equal(['O-------', null]);
  });

  it('one guitar takes over what the other had, keeps its own, and says what it leaves out', () => {
    const { song } = readChart(
      `${HEAD}== A == plan one-guitar\nchords | Em | E7 | Em | Em |\nguitar1 | ? | ? | 022000! | ? |\nguitar2 line | 7@1 8@1 7@1 5@1 7@2 5@2 7@2 8@2 | | 7@1 8@1 7@1 5@1 7@2 5@2 7@2 8@2 | |\n`,
    );
    const done = finish(splitSong(song, null));
    if (!done.ok) throw new Error(done.error);
    const after = applyEdit(song, editOf(done.value));
    expect(line(after, 'guitar1', 0)).to.equal('7@1 8@1 7@1 5@1 7@2 5@2 7@2 8@2');
    expect(line(after, 'guitar2', 0)).to.equal('7@1 8@1 7@1 5@1 7@2 5@2 7@2 8@2');
    expect(cells(after, 'guitar1', 2)).to.equal('022000!');
    expect(done.value.notes.join()).to.include('A, bar 3: what Guitar 2 has there is left out');
    expect(done.value.notes.join()).to.match(/A, bar 2: one guitar leaves out (D|G♯) of E7/);
  });
});
