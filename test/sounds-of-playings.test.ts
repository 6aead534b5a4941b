import { expect } from 'chai';
import { timelineFrom } from './timeline';
import { songCauses, songFindings } from '../src/core/clash/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { sheetOf } from '../src/core/sheet/index';
import {
  applyEdit,
  loudMaterial,
  mergeSongs,
  readSong,
  saveSong,
  unfold,
  type Song,
} from '../src/core/song/index';
import { curesFor } from '../src/core/offers/index';
import { splitSong } from '../src/core/split/index';
import { finished } from '../src/core/base/index';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
/** The verse comes back with the drive on, and once more clean (common practice). */
const RETURNS = `key: A
tempo: 100
guitar1: gain 2; sound dirt = gain 10, delay 1/8; sound half = gain 5
== Verse ==
chords | A | D |
guitar1 | x02220 | x57775 |
guitar2 | r | . |
bass | x0xx | x5xx |
== Bridge ==
chords | E |
guitar1 | 022100 |
guitar2 | r |
bass | 0xxx |
== Verse == guitar1 sound dirt
== Verse ==
`;

describe('the sounds of one playing', () => {
  it('are written at its header and leave the others alone; text and song file keep them', () => {
    const s = song(RETURNS);
    expect(s.form.map((e) => e.sounds?.guitar1?.sound)).to.deep.equal([
      undefined,
      undefined,
      'dirt',
      undefined,
    ]);
    expect(s.sections[0]!.sounds).to.equal(undefined);
    expect(writeChart(s)).to.include('== Verse == guitar1 sound dirt\n== Verse ==\n');
    expect(song(writeChart(s))).to.deep.equal(s);
    const again = readSong(JSON.parse(JSON.stringify(saveSong(s))));
    expect(again.ok && again.value).to.deep.equal(s);
  });

  it('are judged, played, and said on the sheet where they are heard', () => {
    const s = song(RETURNS);
    const gains = songFindings(s).filter((f) => f.kind === 'gain');
    expect(gains.map((f) => `${f.playing} ${f.level}`)).to.deep.equal(['2 clash', '2 clash']);
    const remarks = sheetOf(s, 'guitar1').parts.map((part) => part.remarks.join(', '));
    expect(remarks).to.deep.equal([
      '',
      '',
      'sound dirt (gain 10, delay 1/8 (300 ms)), as before',
      'gain 2, as before',
    ]);
    expect(sheetOf(s, 'guitar2').parts[2]!.remarks).to.deep.equal(['as before']);
    expect(unfold(s).map((p) => p.section.sounds?.guitar1?.sound)).to.deep.equal([
      undefined,
      undefined,
      'dirt',
      undefined,
    ]);
    const { strokes } = timelineFrom(s, { playing: 0, pass: 1, moment: 0 });
    const heard = strokes.filter((stroke) => stroke.player === 'guitar1');
    expect(heard.map((stroke) => stroke.gain)).to.deep.equal([2, 2, 2, 10, 10, 2, 2]);
    // An eighth at 100 bpm: 60/100/2 s.
    expect(heard.map((stroke) => stroke.repeat)).to.deep.equal([null, null, null, 0.3, 0.3, null, null]);
  });

  it('are what a way out turns down', () => {
    const s = song(RETURNS);
    const found = songCauses(s).find((f) => f.kind === 'gain')!;
    const cure = curesFor(s, found).find((c) => c.words.includes('sound half') || c.words.includes('gain'))!;
    const after = applyEdit(s, cure.edit);
    expect(after.sections).to.equal(s.sections);
    expect(after.form[2]!.sounds).to.not.deep.equal(s.form[2]!.sounds);
    expect(songFindings(after).filter((f) => f.kind === 'gain' && f.level === 'clash')).to.deep.equal([]);
  });

  it('follow a sound that is renamed, and are let go when nothing is said any more', () => {
    const s = song(RETURNS);
    const sound = { name: 'wall', gain: 10 };
    const renamed = applyEdit(s, { kind: 'setSound', player: 'guitar1', was: 'dirt', sound });
    expect(renamed.form[2]!.sounds?.guitar1?.sound).to.equal('wall');
    const plain = applyEdit(s, { kind: 'setPlaying', entry: 2, change: { sounds: { guitar1: {} } } });
    expect(plain.form[2]).to.not.have.property('sounds');
  });

  it('of a first playing are the section’s own', () => {
    const s = song(RETURNS);
    const first = applyEdit(s, {
      kind: 'setPlaying',
      entry: 0,
      change: { sounds: { guitar1: { sound: 'half' } } },
    });
    expect(first.form[0]).to.not.have.property('sounds');
    expect(first.sections[0]!.sounds?.guitar1?.sound).to.equal('half');
    const own = applyEdit(s, { kind: 'detach', entry: 2, name: 'Loud verse' });
    expect(own.sections.find((x) => x.name === 'Loud verse')!.sounds?.guitar1?.sound).to.equal('dirt');
    expect(song(writeChart(own))).to.deep.equal(own);
  });

  it('that two tabs changed are named as chart text has them', () => {
    const base = song(RETURNS);
    const turned = (gain: number) =>
      applyEdit(base, { kind: 'setPlaying', entry: 2, change: { sounds: { guitar1: { gain } } } });
    const { clashes } = mergeSongs(base, { mine: turned(4), theirs: turned(7) });
    expect(clashes).to.have.length(1);
    const said = JSON.stringify(clashes[0]);
    expect(said).to.include('Guitar 1 gain 4').and.to.include('Guitar 1 gain 7');
  });

  it('that nobody has are said at their place', () => {
    const { problems } = readChart(RETURNS.replace('sound dirt\n', 'sound drit\n'));
    expect(problems.map((p) => `${p.line}:${p.column} ${p.message}`)).to.deep.equal([
      '14:13 guitar1 has no sound "drit"; expected one of dirt, half',
    ]);
    const saved = JSON.parse(JSON.stringify(saveSong(song(RETURNS))));
    saved.song.form[2].sounds.guitar1 = 'gain 11';
    const read = readSong(saved);
    expect(!read.ok && read.error.map((p) => p.path)).to.deep.equal(['song.form[2].sounds.guitar1']);
  });
});

describe('a section that is played clean and driven', () => {
  const open = (more: string) =>
    song(`key: A
tempo: 100
guitar1: gain 1; sound dirt = gain 10
guitar2: gain 1
== Verse == plan wall
chords | A | D | E | A |
== Bridge ==
chords | E |
guitar1 | r |
guitar2 | r |
bass | 0xxx |
${more}`);

  it('is split for the sound that asks most: one set of grips for all playings', () => {
    const loud = loudMaterial(open('== Verse == guitar1 sound dirt\n'), 'Verse')!;
    expect(loud.section.sounds?.guitar1?.sound).to.equal('dirt');
    expect(loudMaterial(open('== Verse ==\n'), 'Verse')!.section.sounds).to.equal(undefined);
    const quieter = open('== Verse == guitar1 gain 0\n');
    expect(loudMaterial(quieter, 'Verse')!.section.sounds).to.equal(undefined);
    const s = open('== Verse == guitar1 sound dirt\n');
    const split = finished(splitSong(s, null));
    const done = applyEdit(s, { kind: 'setCells', changes: split.changes });
    expect(songFindings(done).filter((f) => f.kind === 'gain' && f.level !== 'note')).to.deep.equal([]);
  });
});
