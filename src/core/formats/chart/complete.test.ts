import { expect } from 'chai';
import { completionsAt, HEAD_HELP, HEADER_HELP, RIG_HELP, ROW_HELP } from './complete';
import { readChart } from './read';

const SONG = `title: Paper Kite
key: Dm
guitar1: sound clean = gain 1, delay off
== Verse ==
chords | Dm | Bb |
`;
const { song } = readChart(SONG);
const offered = (before: string, above: readonly string[] = []) =>
  completionsAt(song, { before, above })?.options.map((o) => o.text.trim()) ?? null;

describe('what may stand where the cursor is', () => {
  it('shows examples that are read as they stand', () => {
    for (const { text, example } of [...HEAD_HELP, ...RIG_HELP]) {
      const { problems } = readChart(`${example!}\n== Verse ==\nchords | Dm |\n`);
      const isHeader = example!.startsWith('==');
      expect(isHeader ? [] : problems, text).to.deep.equal([]);
    }
    for (const { text, example } of HEADER_HELP) {
      const { problems } = readChart(`title: A\n${example!}\nchords | Dm |\n`);
      expect(problems, text).to.deep.equal([]);
    }
    for (const { text, example } of ROW_HELP) {
      const rows = example!.startsWith('chords') ? '' : 'chords | Dm |\n';
      const own = example!.startsWith('--') ? 'chords | Dm | Bb | F | C |\n' : rows;
      const more = example!.startsWith('--') ? '\nchords | Gm |' : '';
      const { problems } = readChart(`== Verse == x2\n${own}${example!}${more}\n`);
      expect(problems, text).to.deep.equal([]);
    }
  });

  it('offers settings before the sections, rows in them', () => {
    expect(offered('')).to.include.members(['title:', 'key:', 'guitar1:', '== Verse ==']);
    expect(offered('gui', ['title: A'])).to.include('guitar1:');
    expect(offered('', ['== Verse =='])).to.include.members(['chords        |', 'bass hits     |']);
    expect(offered('', ['== Verse =='])).to.not.include('title:');
  });

  it('offers what a player and a section may be told', () => {
    expect(offered('guitar1: ')).to.include.members(['tuning', 'drop D', 'gain']);
    expect(offered('Guitar 1: tuning D A D G B E; ')).to.include('gain');
    expect(offered('== Verse == ')).to.include.members(['x2', 'plan', 'feel half']);
    expect(offered('== ')).to.include.members(['Verse ==', 'Chorus ==']);
  });

  it('offers the chords of the key first, then kinds of what is typed', () => {
    expect(offered('chords | ', ['== Verse =='])!.slice(0, 3)).to.deep.equal(['Dm', 'F', 'Gm']);
    expect(offered('chords | Dm | Bb', ['== Verse =='])).to.include('Bbmaj7');
    const typed = completionsAt(song, { before: 'chords | Dm | B', above: ['== Verse =='] });
    expect(typed!.from).to.equal('chords | Dm | '.length);
  });

  it('offers nothing where anything may stand', () => {
    expect(offered('title: Pap')).to.equal(null);
    expect(offered('guitar1 hits | O-', ['== Verse =='])).to.equal(null);
  });
});
