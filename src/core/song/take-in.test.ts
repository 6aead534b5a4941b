import { expect } from 'chai';
import { readAny, readChart, writeChart } from '../formats/index';
import { takenIn, type TakeIn } from './take-in';
import { applyEdit } from './apply-edit';
import type { Song } from './song';

const song = readChart(`title: Slate Roof
key: Dm
== Verse ==
chords | Dm | Bb |
guitar1 | x577xx | x133xx |
== Chorus == x2
chords | F | C |
keep: Verse bar 2 rub guitar1 guitar2 "meant"
`).song;
const typed = (text: string) => readAny(text, { ground: song }).song;

/** As the chart takes it in: an edit, in the form chart text has for it. */
function put(other: Song, where: TakeIn): Song {
  const next = applyEdit(song, { kind: 'replace', song: takenIn(song, other, where) });
  const read = readChart(writeChart(next));
  expect(read.problems).to.deep.equal([]);
  expect(read.song).to.deep.equal(next);
  return next;
}

describe('taking another song in', () => {
  it('puts its sections behind, plays again what is the same, and names what is not', () => {
    const next = put(typed('Chorus: F C\nVerse: Gm A'), { how: 'behind' });
    expect(next.form.map((e) => e.section)).to.deep.equal(['Verse', 'Chorus', 'Chorus', 'Verse 2']);
    expect([next.title, next.key]).to.deep.equal(['Slate Roof', 'Dm']);
  });

  it('gives a section with another metre or key its own', () => {
    const next = put(typed('Key: F\n3/4\nBridge: Gm A'), { how: 'behind' });
    expect(next.sections.at(-1)).to.include({ name: 'Bridge', key: 'F' });
    expect(next.sections.at(-1)!.meter).to.deep.equal({ beats: 3, unit: 4 });
  });

  it('puts its bars in place of those of a section', () => {
    const next = put(typed('Gm A7 Dm'), { how: 'section', section: 'Verse' });
    expect(next.sections[0]!.bars.map((b) => b.chords[0]!.chord)).to.deep.equal(['Gm', 'A7', 'Dm']);
    expect(next.kept).to.deep.equal([]);
  });

  it('puts one player’s part in and makes the section as long as it is', () => {
    const tab = `e|--------|--------|--------|
B|--------|--------|--------|
G|-7-7----|-3-3----|-5-5----|
D|-7-7----|-3-3----|-5-5----|
A|-5-5----|-1-1----|-3-3----|
E|--------|--------|--------|`;
    const next = put(typed(`Guitar 2\n${tab}`), { how: 'part', section: 'Verse', player: 'guitar2' });
    const { bars } = next.sections[0]!;
    expect(bars).to.have.length(3);
    expect(bars.map((b) => b.chords[0]!.chord)).to.deep.equal(['Dm', 'Bb', 'C5']);
    expect(bars.every((b) => b.cells.guitar2[0]!.cell.kind === 'grip')).to.equal(true);
    expect(bars[0]!.cells.guitar1).to.deep.equal(song.sections[0]!.bars[0]!.cells.guitar1);
  });

  it('takes everything where nothing was written yet', () => {
    const blank = readChart('title: New song').song;
    const other = readAny('Copper Gate\nKey: Am\nVerse: Am F').song;
    expect(takenIn(blank, other, { how: 'behind' })).to.deep.equal(other);
  });

  it('says which section is not there', () => {
    expect(() => takenIn(song, typed('Gm A'), { how: 'section', section: 'Coda' })).to.throw(
      RangeError,
      'Coda',
    );
  });
});
