import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { PLAYERS } from '../form/index';
import { announcement, overviewOf, sheetName, sheetOf, sheetText, standSheet } from './index';

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
      ['Verse', 1, 'twice', 3],
      ['Out', 5, '3 times, in Em', 1],
      ['Verse', 8, 'once, as before, the 1st time', 0],
    ]);
  });

  it('writes what comes again once, with an ending for each time it ends otherwise', () => {
    const ends = (player: 'guitar1' | 'guitar2') =>
      sheetOf(song, player).parts[0]!.bars.map((b) => [b.number, b.ending?.label ?? '', b.repeatCloses]);
    expect(ends('guitar1')).to.deep.equal([
      [1, '', 0],
      [2, '1.', 2],
      [2, '2.', 0],
    ]);
    expect(ends('guitar2')).to.deep.equal([
      [1, '', 0],
      [2, '', 2],
    ]);
  });

  it('is written out as often as it is played, where that is wanted', () => {
    const parts = sheetOf(song, 'guitar1', 'written-out').parts;
    expect(parts.map((p) => p.bars.length)).to.deep.equal([4, 3, 2]);
    expect(parts[0]!.bars.map((b) => b.opens)).to.deep.equal(['1st time', null, '2nd time', null]);
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
    const at = lines.indexOf('[Verse]');
    const system = lines.slice(at + 2, at + 11);
    expect(system[0]).to.match(/^ +\|: +\[1\. :\| 2x +\[2\.$/);
    expect(system[1]).to.match(/^ +Dm +B♭ +<C +B♭ +<C$/);
    expect(system[2]).to.match(/^E +\|-+\|-+\|-+\|$/);
    expect(system[5]).to.match(/^D +\|-0---0-0-0-0-\|-10---5-5-5-5-\|/);
    expect(system[8]).to.match(/^ +M +r +m +M +m +m +M/);
  });

  it('says the sound where it changes, back to the usual one too, and announces it on the stand', () => {
    const band = readChart(
      `title: Two Sounds
tempo: 120
guitar1: gain 7; sound clean = gain 1, delay 1/8
== Bridge ==; guitar1 sound clean
chords | Am |
guitar1 | x02210 |
== Chorus == x2
chords | F5 |
guitar1 | 133xxx |
`,
    );
    expect(band.problems).to.deep.equal([]);
    expect(sheetOf(band.song, 'guitar1').parts.map((p) => p.remarks)).to.deep.equal([
      ['sound clean (gain 1, delay 1/8 (250 ms))'],
      ['gain 7', 'twice'],
    ]);
    const stand = standSheet(band.song, 'guitar1');
    expect(stand.parts.map((part) => announcement(part))).to.deep.equal([
      'Bridge, sound clean (gain 1, delay 1/8 (250 ms))',
      'Chorus, gain 7, 1st time',
      'Chorus, 2nd time',
    ]);
    expect(stand.bars.map((bar) => [bar.seconds, bar.beats])).to.deep.equal([
      [2, 4],
      [2, 4],
      [2, 4],
    ]);
    // Plain data: what a file holds is what was there.
    expect(JSON.parse(JSON.stringify(stand))).to.deep.equal(stand);
  });

  it('the page for all: who plays what, stops and pushes', () => {
    const song = readChart(
      `title: All Of Us
== Verse == x2
chords       | A5 | D5 . <E5 . |
guitar1      | 577xxx | x577xx . <022xxx . |
guitar1 hits | M-M-M-M- | O---O... |
bass         | 5xxx | x5xx . <0xxx . |
bass hits    | O-O-O-O- | O---O... |
`,
    ).song;
    const [verse] = overviewOf(song);
    expect(verse!.where).to.equal('bars 1–4, twice');
    expect(verse!.chords).to.deep.equal(['A5', 'D5 ‹E5']);
    expect(verse!.players.guitar2).to.deep.equal(['rests']);
    expect(verse!.players.guitar1[0]).to.equal('root·fifth·octave');
    expect(verse!.together).to.deep.equal([
      'stop: bar 2 beat 3½',
      'push: E5 comes an eighth before bar 2 beat 3',
    ]);
  });

  it('law: of any song for any player all lines of a system end together', () => {
    fc.assert(
      fc.property(anySong, fc.constantFrom(...PLAYERS), (s, player) => {
        const lines = sheetText(sheetOf(s, player)).split('\n');
        const tab = lines.filter((l) => /^\S+ *\|-/.test(l));
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
