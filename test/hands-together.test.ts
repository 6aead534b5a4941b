import { expect } from 'chai';
import { handsTogether } from '../src/core/clash/index';
import { readChart } from '../src/core/formats/index';
import { barsOnPass, PLAYERS, type Push } from '../src/core/form/index';
import { applyEdit, strikesOf, unfold, type Song } from '../src/core/song/index';
import { pushEdit } from '../src/core/offers/index';

function songOf(rows: string): Song {
  const { song, problems } = readChart(
    `title: Hands\nkey: Em\ntempo: 120\nguitar2: delay 1/4\n== A ==\n${rows}\n`,
  );
  expect(problems).to.deep.equal([]);
  return song;
}

function together(rows: string) {
  const song = songOf(rows);
  const { section, key, tempo } = unfold(song)[0]!;
  return handsTogether(song, { section, key, tempo, pass: 1, times: 1 });
}

const HELD = 'guitar1 | 022xxx | x355xx |\nguitar2 | xxx987 | xxx988 |\nbass | 0xxx | x3xx |';

describe('right hands together', () => {
  it('names clean stops and who rings over the others', () => {
    const stop = (bass: string) =>
      together(
        `chords | Em | C |\n${HELD}\nguitar1 hits | O---O... | |\nguitar2 hits | O---O... | |\nbass hits | ${bass} | |`,
      ).stops.map((s) => [s.at, s.ringing]);
    expect(stop('O---O...')).to.deep.equal([[2400, null]]);
    expect(stop('O---O---')).to.deep.equal([[2400, 'bass']]);
  });

  it('finds room for a fill only where somebody sings elsewhere, two beats and more', () => {
    const holes = (voice: string) => together(`chords | Em | C |\nvoice | ${voice} |\n${HELD}`).holes;
    expect(holes('~~~~.... | ~~~~~~~~')).to.deep.equal([{ from: 1920, to: 3840 }]);
    expect(holes('~~~~~~.. | ..~~~~~~')).to.deep.equal([{ from: 2880, to: 4800 }]);
    expect(holes('~~~~~~.. | ~~~~~~~~')).to.deep.equal([]);
    expect(holes('........ | ........')).to.deep.equal([]);
  });

  it('shows where a delay repeats each stroke once', () => {
    const { repeats } = together(`chords | Em | C |\n${HELD}\nguitar2 hits | O-X.O--- | |`);
    expect(repeats.guitar1).to.deep.equal([]);
    expect(repeats.guitar2.map((r) => r.at)).to.deep.equal([960, 2880, 4800]);
  });
});

describe('pushing a change', () => {
  const HITS = 'guitar1 hits | O---O--- | O------- |';
  const pushed = (push: Push, players = [...PLAYERS], rows = `chords | Em | C |\n${HELD}\n${HITS}`) => {
    const song = songOf(rows);
    const { section, meter } = unfold(song)[0]!;
    const edit = pushEdit(
      section,
      { pass: 1, times: 1, meter },
      { at: 3840, players, push, chord: players.length === 3 },
    );
    return { song, edit, after: edit ? applyEdit(song, edit) : song };
  };
  const firstOf = (song: Song, player: (typeof PLAYERS)[number]) => {
    const { section, meter } = unfold(song)[0]!;
    return strikesOf(barsOnPass(section, 1), meter)[player].find((s) => s.nominal === 3840)!.at;
  };

  // An eighth is 480 ticks, a sixteenth 240; the bar line stands at 3840.
  for (const [push, at] of [
    [480, 3360],
    [240, 3600],
  ] as const) {
    it(`by ${push} ticks brings everybody's stroke to ${at}, written or not`, () => {
      const { after } = pushed(push);
      for (const player of PLAYERS) expect(firstOf(after, player), player).to.equal(at);
      expect(after.sections[0]!.bars[1]!.chords[0]!.push).to.equal(push);
    });
  }

  it('leaves the others and the chord where only one pushes', () => {
    const { after } = pushed(480, ['guitar1']);
    expect(PLAYERS.map((p) => firstOf(after, p))).to.deep.equal([3360, 3840, 3840]);
    expect(after.sections[0]!.bars[1]!.chords[0]!.push).to.equal(0);
  });

  it('comes back to its place, and is no edit where it stands already', () => {
    const { after } = pushed(480);
    const { section, meter } = unfold(after)[0]!;
    const back = pushEdit(
      section,
      { pass: 1, times: 1, meter },
      { at: 3840, players: PLAYERS, push: 0, chord: true },
    );
    for (const player of PLAYERS) expect(firstOf(applyEdit(after, back!), player)).to.equal(3840);
    expect(pushed(0).edit).to.equal(null);
  });
});
