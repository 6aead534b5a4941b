import { expect } from 'chai';
import { connectionsOf, keepingOf, practiceOrder, songFindings, timesOf } from '../src/core/clash/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { connectionCures } from '../src/core/offers/index';
import { applyEdit, type Song } from '../src/core/song/index';

const HEAD = 'title: Seams\nkey: Em\ntempo: 160\nguitar1: gain 3\nguitar2: gain 3\n';

function songOf(text: string): Song {
  const { song, problems } = readChart(HEAD + text);
  expect(problems).to.deep.equal([]);
  return song;
}

const bar = (chord: string, parts: Record<string, string>) =>
  `chords | ${chord} |\n${Object.entries(parts)
    .map(([label, text]) => `${label} | ${text} |`)
    .join('\n')}\n`;

/** Everything between two sections of one bar each: common practice, set beside the judgement cases. */
const CASES: readonly {
  readonly why: string;
  readonly from: string;
  readonly to: string;
  readonly finds: readonly string[];
}[] = [
  {
    why: 'nine frets in an eighth over the bar line cannot be made',
    from: bar('Em', { guitar1: '022xxx', 'guitar1 hits': 'OOOOOOOO', guitar2: 'r', bass: '0xxx' }),
    to: bar('A', { guitar1: 'x-12-14-14-x-x', 'guitar1 hits': 'OOOOOOOO', guitar2: 'r', bass: 'x0xx' }),
    finds: ['shift'],
  },
  {
    why: 'the same way with half a bar of silence before it is easy',
    from: bar('Em', { guitar1: '022xxx', 'guitar1 hits': 'OOOO....', guitar2: 'r', bass: '0xxx' }),
    to: bar('A', { guitar1: 'x-12-14-14-x-x', 'guitar1 hits': 'OOOOOOOO', guitar2: 'r', bass: 'x0xx' }),
    finds: [],
  },
  {
    why: 'only one guitar brings the first chord of the next section early',
    from: bar('Em', {
      guitar1: '022xxx',
      'guitar1 hits': 'O-----.O',
      guitar2: 'xxx987',
      'guitar2 hits': 'O-------',
      bass: '0xxx',
    }),
    to: bar('<F', {
      guitar1: '<133xxx',
      'guitar1 hits': '--------',
      guitar2: '? .',
      'guitar2 hits': 'O-------',
      bass: '1xxx',
    }).replace('? .', 'xxx565 .'),
    finds: ['push'],
  },
  {
    why: 'everybody pushes together: nothing to say',
    from: bar('Em', {
      guitar1: '022xxx',
      'guitar1 hits': 'O-----.O',
      guitar2: 'r',
      bass: '0xxx',
      'bass hits': 'O-----.O',
    }),
    to: bar('<F', {
      guitar1: '<133xxx',
      'guitar1 hits': '--------',
      guitar2: 'r',
      bass: '<1xxx',
      'bass hits': '--------',
    }),
    finds: [],
  },
  {
    why: 'the same grip goes on: nothing to do',
    from: bar('Em', { guitar1: '022xxx', guitar2: 'r', bass: '0xxx' }),
    to: bar('Em', { guitar1: '022xxx', guitar2: 'r', bass: '0xxx' }),
    finds: [],
  },
];

describe('connections between sections', () => {
  for (const c of CASES) {
    it(`${c.finds.length > 0 ? `finds ${c.finds.join(', ')}` : 'says nothing'}: ${c.why}`, () => {
      const song = songOf(`== A ==\n${c.from}== B ==\n${c.to}`);
      const [join, ...more] = connectionsOf(song);
      expect(more).to.deep.equal([]);
      expect(join!.words).to.equal('A into B');
      const worth = join!.findings.filter((f) => f.level !== 'note');
      expect([...new Set(worth.map((f) => f.kind))].sort()).to.deep.equal([...c.finds].sort());
      const inside = songFindings(song).filter((f) => f.kind === 'shift' || f.kind === 'push');
      expect(inside, 'neither section says it by itself').to.deep.equal([]);
    });
  }

  it('stands between passes too, and once for all that are alike', () => {
    const song = songOf(`== A == x3\n${CASES[0]!.from}== B ==\n${CASES[0]!.to}== A ==\n== B ==\n`);
    expect(connectionsOf(song).map((c) => [c.id, timesOf(c)])).to.deep.equal([
      ['A > A', 2],
      ['A > B', 2],
      ['B > A', 1],
    ]);
  });

  it('counts what is held over from earlier bars', () => {
    const song = songOf(
      `== A ==\nchords | Em | . |\nguitar1 | 022xxx | . |\nguitar1 hits | OOOOOOOO | % |\nguitar2 | r | . |\nbass | 0xxx | . |\n== B ==\n${CASES[0]!.to}`,
    );
    const [join] = connectionsOf(song);
    expect(join!.section.bars[0]!.chords[0]!.chord).to.equal('Em');
    expect(join!.findings.map((f) => f.kind)).to.include('shift');
  });

  it('joins sections of different metres at the bar line', () => {
    const song = songOf(
      `== A == meter 3/4\nchords | Em |\nguitar1 | 022xxx |\nguitar1 hits | OOOOOO |\nguitar2 | r |\nbass | 0xxx |\n== B ==\n${CASES[0]!.to}`,
    );
    const [join] = connectionsOf(song);
    expect(join!.section.bars[0]!.hits.guitar1).to.equal('..OOOOOO');
    expect(join!.findings.map((f) => f.kind)).to.include('shift');
  });

  it('is practised in the order of trouble, easy ones not at all', () => {
    const song = songOf(
      `== A ==\n${CASES[0]!.from}== B ==\n${CASES[0]!.from.replace('022xxx', '577xxx')}== C ==\n${CASES[0]!.to}== D ==\n${CASES[0]!.to}`,
    );
    const order = practiceOrder(connectionsOf(song));
    expect(order.map((o) => o.connection.words)).to.deep.equal(['B into C', 'A into B']);
    expect(order.map((o) => o.connection.words)).not.to.include('C into D');
    expect(order[0]!.reason).to.match(/Guitar 1/);
  });

  it('is kept on purpose with its cause, in chart text too', () => {
    const song = songOf(`== A ==\n${CASES[0]!.from}== B ==\n${CASES[0]!.to}`);
    const [join] = connectionsOf(song);
    const kept = applyEdit(song, {
      kind: 'keep',
      finding: keepingOf(song, join!.findings[0]!, { reason: 'we slow down' }),
    });
    expect(connectionsOf(kept)[0]!.findings[0]!.kept).to.equal('we slow down');
    expect(writeChart(kept)).to.include('keep: A > B bar 2');
    const back = readChart(writeChart(kept));
    expect(back.problems).to.deep.equal([]);
    expect(connectionsOf(back.song)[0]!.findings[0]!.kept).to.equal('we slow down');
    expect(practiceOrder(connectionsOf(kept))[0]?.reason ?? '').not.to.include('does not go');
  });

  it('is kept under the names of its sections, numbers in them included', () => {
    const song = songOf(
      `== Part ==\n${CASES[4]!.from}== Part 1 ==\n${CASES[0]!.from}== Part 2 ==\n${CASES[0]!.to}`,
    );
    const join = connectionsOf(song).find((c) => c.id === 'Part 1 > Part 2')!;
    const kept = applyEdit(song, {
      kind: 'keep',
      finding: keepingOf(song, join.findings[0]!, { reason: 'slow' }),
    });
    const back = readChart(writeChart(kept));
    expect(back.problems).to.deep.equal([]);
    expect(back.song.kept.map((k) => k.section)).to.deep.equal(['Part 1 > Part 2']);
    const wrong = readChart(`${writeChart(song)}\nkeep: Part 1 > Verse 9 bar 2 shift guitar1 "no"\n`);
    expect(wrong.problems[0]!.message).to.include('there is no section "Part 1 > Verse 9"');
  });

  it('offers ways out that are edits of the sections themselves', () => {
    for (const c of [CASES[0]!, CASES[2]!]) {
      const song = songOf(`== A ==\n${c.from}== B ==\n${c.to}`);
      const [join] = connectionsOf(song);
      const finding = join!.findings.find((f) => f.level !== 'note')!;
      const cures = connectionCures(song, join!, finding);
      expect(cures.length, c.why).to.be.greaterThan(0);
      for (const cure of cures) {
        const after = applyEdit(song, cure.edit);
        expect(after).not.to.equal(song);
        const still = connectionsOf(after)[0]!.findings.filter(
          (f) => f.kind === finding.kind && f.text === finding.text,
        );
        expect(still, cure.words).to.deep.equal([]);
      }
    }
  });
});
