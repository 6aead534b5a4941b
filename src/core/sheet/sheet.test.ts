import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { PLAYERS } from '../form/index';
import { sheetName, sheetOf, sheetText } from './index';

const TEXT = `title: Third Rail Choir
key: Dm
tempo: 132
guitar1: tuning D A D G B E; gain 7
guitar2: capo 2
== Verse == x2
chords       | Dm | Bb . <C . |
guitar1      | 000xxx | 10-10-10-x-x-x . <5x5xxx . |
guitar1 hits | M--mM-mm | % |
guitar2      | r | ? |
-- pass 2: bar 2 --
guitar1      | 888xxx |
== Out == x3; key Em
chords       | Dm |
guitar1      | 000xxx |
== Verse ==
`;
const song = readChart(TEXT).song;

describe('sheet', () => {
  it('has ground and rig on top', () => {
    const sheet = sheetOf(song, 'guitar1');
    expect(sheetName(sheet)).to.equal('Guitar 1');
    expect(sheet.ground).to.equal('D minor · 132 bpm · 4/4 · 9 bars · 0:16');
    expect(sheet.rig).to.equal('drop D (D A D G B E) · no capo · 22 frets · gain 7');
    expect(sheetOf(song, 'guitar2').rig).to.include('capo 2');
  });

  it('goes in played order and points back to what was there', () => {
    const parts = sheetOf(song, 'guitar1').parts;
    expect(parts.map((p) => [p.heading, p.firstBar, p.remarks.join(', '), p.bars.length])).to.deep.equal([
      ['Verse', 1, 'twice', 2],
      ['Out', 5, '3 times, in Em', 1],
      ['Verse', 8, 'as before', 0],
    ]);
  });

  it('shows only the bars that differ for this player on a pass', () => {
    expect(
      sheetOf(song, 'guitar1').parts[0]!.passes.map((p) => [p.heading, p.bars.map((b) => b.number)]),
    ).to.deep.equal([['2nd time', [2]]]);
    expect(sheetOf(song, 'guitar2').parts[0]!.passes).to.deep.equal([]);
  });

  it('moves grips and chords into the key of a playing', () => {
    const out = sheetOf(song, 'guitar1').parts[1]!.bars[0]!;
    expect(out.chords[0]!.text).to.equal('Em');
    expect(out.cells[0]!.text).to.equal('222xxx');
  });

  it('writes text tab, the highest string on top, pushes marked', () => {
    const text = sheetText(sheetOf(song, 'guitar1'));
    const lines = text.split('\n');
    expect(lines[0]).to.equal('Third Rail Choir - Guitar 1');
    const at = lines.indexOf('== Verse == (twice)  from bar 1');
    const system = lines.slice(at + 1, at + 9);
    expect(system[0]).to.match(/^ +Dm +B♭ +<C$/);
    expect(system[1]).to.match(/^E +\|-+\|-+\|$/);
    expect(system[4]).to.match(/^D +\|-0-+\|-10-+5-+\|$/);
    expect(system[6]).to.match(/^D +\|-0-+\|-10-+5-+\|$/);
    expect(system[7]).to.match(/^hits +M - - m M - m m/);
    expect(text).to.include('-- 2nd time, bar 2 --');
  });

  it('law: of any song for any player all lines of a system end together', () => {
    fc.assert(
      fc.property(anySong, fc.constantFrom(...PLAYERS), (s, player) => {
        const lines = sheetText(sheetOf(s, player)).split('\n');
        const tab = lines.filter((l) => /^\S+ *\|/.test(l));
        const strings = s.players[player].tuning.length;
        expect(tab.length % strings).to.equal(0);
        for (let i = 0; i < tab.length; i += strings) {
          expect(new Set(tab.slice(i, i + strings).map((l) => l.length)).size).to.equal(1);
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});
