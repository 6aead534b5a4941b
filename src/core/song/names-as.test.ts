import { expect } from 'chai';
import { timelineFrom } from '../../../test/timeline';
import { songFindings } from '../clash/index';
import { readChart, writeChart } from '../formats/index';
import { bandTuning, namedAsFretted, namedAsSounding, readSong, saveSong, type Song } from './index';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
/** Everybody a semitone down, named as it sounds. */
const SOUNDING = `key: Eb
guitar1: tuning Eb Ab Db Gb Bb Eb; gain 2
guitar2: tuning Db Ab Db Gb Bb Eb; gain 2
bass: tuning Eb Ab Db Gb
== A == x2
chords | Eb | Ab/C | Bb7 |
guitar1 | 022100 | x42220 | x21202 |
guitar2 line | 7@3 . 9@3 . | 6@3 . . . | 4@3 . 2@3 . |
bass | 0xxx | x3xx | x2xx |
== A == key F
keep: A bar 1 rub guitar1 guitar2 Eb3 D4 "meant"
`;
const FRETTED = { key: 'E', chords: ['E', 'A/C#', 'B7'] };

describe('names as fretted', () => {
  it('are those of usual strings when the whole band is tuned down alike, a dropped string with it', () => {
    const s = song(SOUNDING);
    expect(bandTuning(s)).to.equal(1);
    const fretted = namedAsFretted(s)!;
    expect(fretted.down).to.equal(1);
    expect(fretted.key).to.equal(FRETTED.key);
    expect(fretted.sections[0]!.bars.flatMap((b) => b.chords.map((c) => c.chord))).to.deep.equal(
      FRETTED.chords,
    );
    expect(fretted.players.guitar1.tuning).to.deep.equal(['E2', 'A2', 'D3', 'G3', 'B3', 'E4']);
    expect(fretted.players.guitar2.tuning[0]).to.equal('D2');
    expect(fretted.form[1]!.key).to.equal('F#');
    const grips = (one: Song) => one.sections[0]!.bars.map((b) => b.cells.guitar1.map((c) => c.cell));
    expect(grips(fretted)).to.deep.equal(grips(s));
  });

  it('say and sound the same, and go back', () => {
    const s = song(SOUNDING);
    const fretted = namedAsFretted(s)!;
    const said = (one: Song) =>
      songFindings(one).map((f) => `${f.kind} ${f.level} ${f.bar} ${f.players.join()}`);
    expect(said(fretted)).to.deep.equal(said(s));
    const heard = (one: Song) =>
      timelineFrom(one, { playing: 0, pass: 1, moment: 0 }).strokes.map((stroke) => stroke.pitches);
    expect(heard(fretted)).to.deep.equal(heard(s));
    const back = namedAsSounding(fretted)!;
    expect(writeChart(back)).to.equal(writeChart(s));
    expect(namedAsSounding(s)).to.equal(null);
    expect(namedAsFretted(fretted)).to.equal(null);
  });

  it('are kept as text and as a file, and say what is wrong', () => {
    const fretted = namedAsFretted(song(SOUNDING))!;
    expect(writeChart(fretted)).to.include('down: 1\n');
    expect(readChart(writeChart(fretted)).song).to.deep.equal(fretted);
    const file = readSong(JSON.parse(JSON.stringify(saveSong(fretted))));
    expect(file.ok && file.value).to.deep.equal(fretted);
    const { problems } = readChart('down: 14\n== A ==\nchords | Dm |\n');
    expect(problems.map((p) => p.message)).to.deep.equal([
      '"14" is no tuning down; expected 1 to 12 semitones the whole band sounds lower than it is named',
    ]);
  });

  it('are not offered where the band is not tuned alike', () => {
    expect(bandTuning(song('guitar1: tuning Eb Ab Db Gb Bb Eb\n== A ==\nchords | Dm |\n'))).to.equal(0);
    expect(namedAsFretted(song('== A ==\nchords | Dm |\n'))).to.equal(null);
  });

  // A band that tunes down and names what it frets: common practice.
  const TUNED = `key: Am
guitar1: tuning Eb Ab Db Gb Bb Eb; gain 2
guitar2: tuning Eb Ab Db Gb Bb Eb; gain 2
bass: tuning Eb Ab Db Gb
== A ==
chords | Am | F | C | G |
guitar1 | x02210 | 133211 | x32010 | 320003 |
guitar2 | r | . | . | . |
bass | x0xx | 1xxx | x3xx | 3xxx |
`;

  it('are understood where a tuned-down band writes them so, and judged as they sound', () => {
    const s = song(TUNED);
    expect(s.down).to.equal(1);
    expect(s.players.guitar1.tuning[0]).to.equal('E2');
    expect(songFindings(s).filter((f) => f.level !== 'note')).to.deep.equal([]);
    const first = timelineFrom(s, { playing: 0, pass: 1, moment: 0 }).strokes[0]!;
    expect(first.pitches[0]).to.equal(44);
    expect(writeChart(s)).to.include('down: 1');
    expect(song(writeChart(s))).to.deep.equal(s);
  });

  it('are not, where the grips say otherwise, nothing tells, or it is said', () => {
    const sounding = song(SOUNDING);
    expect(sounding.down).to.equal(undefined);
    expect(writeChart(sounding)).to.include('down: 0');
    expect(song(writeChart(sounding))).to.deep.equal(sounding);
    const open = song(TUNED.replace(/^(guitar1|guitar2|bass) \|.*$/gm, '$1 | ? | ? | ? | ? |'));
    expect(open.down).to.equal(undefined);
    const said = song(`down: 0\n${TUNED}`);
    expect(said.down).to.equal(undefined);
    expect(song(writeChart(said))).to.deep.equal(said);
  });
});
