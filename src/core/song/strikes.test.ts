import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { PLAYERS } from '../form/index';
import { formatGrip } from '../grip/index';
import { COMMON_TIME, barTicks } from '../time/index';
import { strikesOf } from './index';

/** `at-end kind grip` of one player's strokes, in beats. */
const strokes = (rows: string, player: 'guitar1' | 'guitar2' | 'bass' = 'guitar1'): string[] => {
  const { song, problems } = readChart(`== A ==\n${rows}\n`);
  expect(problems).to.deep.equal([]);
  return strikesOf(song.sections[0]!.bars, COMMON_TIME)[player].map(
    (s) =>
      `${s.at / 960}-${s.end / 960} ${s.kind}${s.strings === null ? '' : s.strings.join('')} ${formatGrip(s.grip)}`,
  );
};
const held = 'chords | Dm |\nguitar1 | xx0231 |\nguitar1 hits | ';

describe('strokes', () => {
  it('last until the next one or a silence; a mute an eighth at most, a dead hit not at all', () => {
    expect(strokes(`${held}O------- |`)).to.deep.equal(['0-4 ring xx0231']);
    expect(strokes(`${held}M------- |`)).to.deep.equal(['0-0.5 mute xx0231']);
    expect(strokes(`${held}X------- |`)).to.deep.equal(['0-0 dead xx0231']);
    expect(strokes(`${held}O-..O--- |`)).to.deep.equal(['0-1 ring xx0231', '2-4 ring xx0231']);
    expect(strokes(`${held}O-X-.... |`)).to.deep.equal(['0-1 ring xx0231', '1-1 dead xx0231']);
    expect(strokes(`${held}........ |`)).to.deep.equal([]);
  });

  it('picked one string at a time ring on together until picked again, struck over, choked or stopped', () => {
    expect(strokes(`${held}4-3-2--- |`)).to.deep.equal([
      '0-4 ring4 xx0231',
      '1-4 ring3 xx0231',
      '2-4 ring2 xx0231',
    ]);
    expect(strokes(`${held}4-3-4-O- |`).map((s) => s.split(' ')[0])).to.deep.equal([
      '0-2',
      '1-3',
      '2-3',
      '3-4',
    ]);
    expect(strokes(`${held}4-3-X... |`).map((s) => s.split(' ')[0])).to.deep.equal(['0-2', '1-2', '2-2']);
  });

  it('without a row of hits come once for each grip and ring over bar lines', () => {
    expect(strokes('chords | Dm | Dm |\nguitar1 | xx0231 | . |')).to.deep.equal(['0-8 ring xx0231']);
    expect(strokes('chords | Dm . F . |\nguitar1 | xx0231 . r . |')).to.deep.equal(['0-2 ring xx0231']);
  });

  it('come early where the grip is pushed, and only then are the new grip', () => {
    expect(strokes('chords | Dm | <F |\nguitar1 | xx0231 | <133211 |')).to.deep.equal([
      '0-3.5 ring xx0231',
      '3.5-8 ring 133211',
    ]);
    const rows = 'chords | Dm | <F |\nguitar1 | xx0231 | <133211 |\nguitar1 hits | O-----O- | O------O |';
    expect(strokes(rows)).to.deep.equal([
      '0-3 ring xx0231',
      '3-4 ring xx0231', // no stroke on the pushed eighth: the old grip is still heard
      '4-7.5 ring 133211',
      '7.5-8 ring 133211',
    ]);
  });

  it('law: strokes of a player come in order, and whole grips never sound two at once', () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const { bars } of song.sections) {
          const strikes = strikesOf(bars, song.meter);
          for (const player of PLAYERS) {
            let last = -Infinity;
            let reached = -Infinity;
            for (const s of strikes[player]) {
              expect(s.at).to.be.at.least(last);
              if (s.strings === null && s.at > last) expect(s.at).to.be.at.least(reached);
              expect(s.until).to.be.at.least(s.end);
              expect(s.end)
                .to.be.at.least(s.at)
                .and.at.most(bars.length * barTicks(song.meter));
              if (s.kind === 'mute') expect(s.end - s.at).to.be.at.most(480);
              last = s.at;
              reached = s.end;
            }
          }
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
