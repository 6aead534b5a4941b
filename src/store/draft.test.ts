import { expect } from 'chai';
import { readChart, writeChart } from '../core/formats/index';
import { applyEdit, type Edit, type Song } from '../core/song/index';
import { draftAfter } from './draft';

const start = readChart(
  'title: Slate Roof\nkey: Dm\n== Verse ==\nchords | Dm | Bb |\n== Chorus ==\nchords | F | C |\n',
).song;
const gm: Edit = {
  kind: 'setChords',
  change: { section: 'Verse', pass: 1, bar: 0, chords: [{ at: 0, push: 0, chord: 'Gm' }] },
};
const after = (draft: string, edit: Edit): { text: string | null; song: Song } => {
  const was = readChart(draft).song;
  const song = applyEdit(was, edit);
  return { text: draftAfter(draft, was, song), song };
};

describe('text that is not all understood', () => {
  it('is none where there was none', () => {
    expect(draftAfter(null, start, applyEdit(start, gm))).to.equal(null);
  });

  it('keeps its lines through a change elsewhere', () => {
    const draft = writeChart(start).replace('key: Dm', 'key: Dm\nwobble: 7');
    const { text, song } = after(draft, gm);
    expect(text)
      .to.include('wobble: 7')
      .and.to.match(/chords +\| Gm +\| Bb +\|/);
    expect(readChart(text!).song).to.deep.equal(song);
  });

  it('keeps a line that stands in the section that changed, at its end', () => {
    const draft = 'key: Dm\n[Verse]\nDm Bb\nbass line of some kind\n\n== Chorus ==\nchords | F | C |\n';
    const { text, song } = after(draft, gm);
    expect(text).to.include('bass line of some kind');
    expect(text!.indexOf('bass line of')).to.be.lessThan(text!.indexOf('Chorus'));
    expect(readChart(text!).song).to.deep.equal(song);
  });

  it('stays as it was typed where the change meets it', () => {
    const draft = writeChart(start).replace('| Dm', '| Dq');
    expect(after(draft, gm).text).to.equal(draft);
  });

  it('goes where all of it was understood and only asked about', () => {
    expect(after('key: Dm\n[Verse]\nDm Bb\n', gm).text).to.equal(null);
  });
});
