import { expect } from 'chai';
import { readChart, writeChart } from '../formats/index';
import { applyEdit, readSong, saveSong, type Song } from '../song/index';
import { keepingOf, keptList, songCauses, songFindings } from './index';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
/** Full chords in a driven amplifier all through two sections, one of them twice and moved. */
const DRIVEN = `guitar1: gain 8
guitar2: gain 2
== Verse == x2
chords | D | G | A | D |
guitar1 | x57775 | 355433 | 577655 | x57775 |
guitar2 | r | . | . | . |
bass | x5xx | 3xxx | 5xxx | x5xx |
== Chorus ==
chords | A | D |
guitar1 | 577655 | x57775 |
guitar2 | r | . |
bass | 5xxx | x5xx |
== Verse == key E
`;
const unkept = (s: Song) => songCauses(s).filter((c) => c.kept === null && c.level !== 'note');

describe('causes', () => {
  it('put the same trouble of the same player in a section together, over bars and playings', () => {
    const causes = unkept(song(DRIVEN));
    expect(causes.map((c) => `${c.kind} ${c.section} ${c.places.length}`)).to.deep.equal([
      'gain Verse 8',
      'gain Chorus 2',
    ]);
    expect(causes[0]!.text).to.match(/So it is in 3 more places of Verse\.$/);
    expect(causes[0]!.places.map((p) => `${p.playing} ${p.bar}`)).to.deep.equal([
      ...[1, 2, 3, 4].map((bar) => `0 ${bar}`),
      ...[1, 2, 3, 4].map((bar) => `2 ${bar}`),
    ]);
  });

  it('are as bad as their worst place', () => {
    const loud = song(
      DRIVEN.replace('gain 8', 'gain 8; sound full = gain 10').replace(
        '== Chorus ==',
        '== Chorus == guitar1 sound full',
      ),
    );
    expect(unkept(loud).map((c) => `${c.level} ${c.section}`)).to.deep.equal(['watch Verse', 'clash Chorus']);
  });

  it('tell wrong notes apart by what they are, also in another key', () => {
    const text = `== A ==
chords | Bb | F | Bb |
guitar1 | x13xxx | 133xxx | x13xxx |
guitar2 | xxx2xx | xxx211 | xxx2xx |
bass | x1xx | 1xxx | x1xx |
== A == key D
`;
    const rubs = unkept(song(`key: C\n${text}`)).filter((c) => c.kind === 'rub');
    expect(rubs.map((c) => c.places.map((p) => `${p.playing} ${p.bar}`))).to.deep.equal([
      ['0 1', '0 3', '1 1', '1 3'],
    ]);
  });

  it('hold every finding once', () => {
    const s = song(DRIVEN);
    expect(songCauses(s).reduce((sum, c) => sum + c.places.length, 0)).to.equal(songFindings(s).length);
  });
});

describe('keeping all over a section or the song', () => {
  const keep = (s: Song, reach: 'here' | 'section' | 'song') =>
    applyEdit(s, { kind: 'keep', finding: keepingOf(s, unkept(s)[0]!, { reason: 'our sound', reach }) });

  it('keeps the kind and the player in the section, or everywhere', () => {
    const s = song(DRIVEN);
    expect(unkept(keep(s, 'section')).map((c) => c.section)).to.deep.equal(['Chorus']);
    expect(unkept(keep(s, 'song'))).to.deep.equal([]);
    // In bar 1 of both playings.
    expect(unkept(keep(s, 'here')).map((c) => c.places.length)).to.deep.equal([6, 2]);
  });

  it('is written and read back, as text and as a file', () => {
    for (const reach of ['section', 'song'] as const) {
      const kept = keep(song(DRIVEN), reach);
      const text = writeChart(kept);
      expect(text).to.include(
        reach === 'song' ? 'keep: * gain guitar1 "our sound"' : 'keep: Verse gain guitar1 "our sound"',
      );
      expect(readChart(text).song.kept).to.deep.equal(kept.kept);
      const file = readSong(JSON.parse(JSON.stringify(saveSong(kept))));
      expect(file.ok && file.value.kept).to.deep.equal(kept.kept);
    }
  });

  it('with nobody named keeps it whoever it is, and says when nothing is left to keep', () => {
    const s = song(`${DRIVEN}keep: * gain "a wall"\nkeep: Chorus mud "never"\n`);
    expect(unkept(s)).to.deep.equal([]);
    expect(keptList(s).map((k) => k.applies)).to.deep.equal([true, false]);
  });

  const WRONG: readonly (readonly [line: string, says: RegExp])[] = [
    ['keep: Chorus', /expected section \(or \* for the song\), perhaps a bar, kind/],
    ['keep: Nowhere gain', /there is no section "Nowhere"/],
    ['keep: * loudness', /"loudness" is no kind of finding/],
    ['keep: Chorus gain guitar1 Bb2', /notes are of one bar; expected the bar with them/],
    ['keep: * bar 2 gain', /whole song, which has no bar 2/],
  ];
  for (const [line, says] of WRONG) {
    it(`says what is wrong with ${line}`, () => {
      const { problems } = readChart(`${DRIVEN}${line}\n`);
      expect(problems).to.have.length(1);
      expect(problems[0]!.message).to.match(says);
    });
  }
});
