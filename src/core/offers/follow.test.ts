import { expect } from 'chai';
import { readChart, writeChart } from '../formats/index';
import { formatCell, parseWish } from '../form/index';
import { songFindings } from '../clash/index';
import { applyEdit, type Song } from '../song/index';
import { finish, reasonFor, splitSong, type Proposal, type SplitTarget } from '../split/index';
import { alternativesFor, differentSplits, followersOf, followingFor, groundOf } from './index';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
const split = (from: Song, target: SplitTarget = null): Proposal => {
  const done = finish(splitSong(from, target));
  if (!done.ok) throw new Error(done.error);
  return done.value;
};
const filled = (from: Song, target: SplitTarget = null): Song =>
  applyEdit(from, { kind: 'setCells', changes: split(from, target).changes });
const run = <T>(work: Generator<unknown, T>): T => {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
};
const cells = (s: Song, player: 'guitar1' | 'guitar2' | 'bass', section = 0) =>
  s.sections[section]!.bars.flatMap((b) => b.cells[player].map((c) => formatCell(c.cell)));
const FOUR = 'key: Dm\nguitar1: gain 7\n== A ==\nchords | Dm | Bb | F | C |\n';

describe('with the others following', () => {
  const done = filled(song(FOUR));
  const at = { section: 'A', pass: 1, moment: 1, player: 'guitar2' as const };

  it('the best is what was split, then by exact regret, each with everything that changes with it', () => {
    const list = followingFor(run(groundOf(done, 'A', 1)), at);
    expect(list.length).to.be.greaterThan(1);
    expect([list[0]!.regret, list[0]!.changes]).to.deep.equal([0, []]);
    expect(list.map((f) => f.regret)).to.deep.equal(list.map((f) => f.regret).sort((a, b) => a - b));
    const place = { player: 'guitar2' as const, bar: 1, index: 0 };
    for (const one of list.slice(1)) {
      const after = applyEdit(done, { kind: 'setCells', changes: one.changes });
      expect(cells(after, 'guitar2')[1]).to.equal(formatCell(one.cell));
      expect(followersOf(one, place)).to.equal(one.changes.length - 1);
      // Locked into the song, it costs exactly its regret more.
      const locked = one.cell.kind === 'open' ? one.cell : { ...one.cell, locked: true };
      const open = applyEdit(done, { kind: 'reopen', section: 'A' });
      const fixed = applyEdit(open, {
        kind: 'setCells',
        changes: [{ at: { section: 'A', pass: 1, ...place }, cell: locked }],
      });
      expect(split(fixed).cost - split(open).cost).to.equal(one.regret);
    }
  }).timeout(60_000);

  it('locked cells stay and have no alternatives', () => {
    const locked = song(FOUR.replace('== A ==', '== A ==').concat('bass | x5xx! | ? | ? | ? |\n'));
    const ground = run(groundOf(locked, 'A', 1));
    expect(followingFor(ground, { ...at, moment: 0, player: 'bass' })).to.deep.equal([]);
    for (const one of followingFor(ground, at)) {
      expect(one.changes.every((c) => c.at.player !== 'bass' || c.at.bar !== 0)).to.equal(true);
    }
    expect(followingFor(ground, { ...at, section: 'B' })).to.deep.equal([]);
  });
});

describe('what is asked of a section', () => {
  it('is kept: only some shapes, only some frets, not this grip again', () => {
    const asked = filled(
      song(FOUR.replace('== A ==', '== A == guitar2 only octave; guitar1 frets 5-10; bass not x5xx')),
    );
    expect(new Set(alternativesDevices(asked))).to.deep.equal(new Set(['octave']));
    for (const text of cells(asked, 'guitar1')) {
      const frets = text.split(text.includes('-') ? '-' : '').filter((f) => f !== 'x');
      for (const f of frets.filter((fret) => fret !== '0')) expect(Number(f), text).to.be.within(5, 10);
    }
    expect(cells(asked, 'bass')).to.not.include('x5xx');
    expect(writeChart(asked)).to.include('== A == guitar2 only octave; guitar1 frets 5-10; bass not x5xx');
  });

  it('that nothing meets is let go and said', () => {
    const { changes, notes } = split(song(FOUR.replace('== A ==', '== A == bass only triad')));
    expect(changes.filter((c) => c.at.player === 'bass')).to.have.length(4);
    expect(notes[0]).to.include('Nothing Bass can hold for Dm meets what is asked of it');
  });

  it('is read with what was expected when it is wrong', () => {
    const strings = { guitar1: 6, guitar2: 6, bass: 4 };
    for (const [text, words] of [
      ['guitar1 only banana', 'expected one of single'],
      ['guitar1 frets 9-5', 'the lower first'],
      ['bass not 355xxx', 'expected 4'],
      ['drums only octave', 'is no wish; expected'],
    ] as const) {
      const read = parseWish(text, strings);
      expect(!read.ok && read.error, text).to.include(words);
    }
  });

  const alternativesDevices = (s: Song) =>
    [0, 1, 2, 3].map(
      (moment) =>
        alternativesFor(s, { section: 'A', pass: 1, moment, player: 'guitar2' }).find((a) => a.isNow)!.known!
          .device,
    );
});

describe('splitting less, and more, than a section', () => {
  it('single cells are chosen anew around everything else', () => {
    const done = filled(song(FOUR));
    const at = { section: 'A', pass: 1, player: 'guitar2' as const, bar: 2, index: 0 };
    const { changes } = split(done, { section: 'A', cells: [at] });
    expect(changes.map((c) => c.at)).to.deep.equal([at]);
  });

  it('counts the boundary to what is written next door', () => {
    const text = (end: string) =>
      `key: Dm\n== A ==\nchords | Dm |\nguitar1 | ${end} |\nguitar2 | r |\nbass | x5xx |\n== B ==\nchords | A |\n`;
    const near = cells(filled(song(text('577xxx')), 'B'), 'guitar1', 1)[0];
    const far = cells(filled(song(text('x-12-14-14-x-x')), 'B'), 'guitar1', 1)[0];
    expect(near).to.not.equal(far);
  });

  it('says what cannot be had and does the best that is possible', () => {
    const low = song(
      'key: Dm\nguitar1: tuning A1 D2 G2 C3 E3 A3\nbass: tuning B1 E2 A2 D3\n== A ==\nchords | Dm | A |\n',
    );
    const { notes, cost, bound } = split(low);
    expect(notes.join()).to.include('Guitar 1 can go below the bass');
    expect(bound).to.be.at.most(cost);
    const tiny = song(
      'key: Dm\nguitar1: spread 1-2 20 1-3 20 1-4 20 2-3 20 2-4 20 3-4 20; frets 12\n== A ==\nchords | F#m |\n',
    );
    expect(split(tiny).changes).to.have.length(3);
    const contradicting = song(
      '== A ==\nchords | Am |\nguitar1 | x02210! |\nguitar2 | x02210! |\nbass | 1xxx! |\n',
    );
    expect(split(contradicting).changes).to.deep.equal([]);
  });
});

describe('three ways', () => {
  it('really differ, each the proven best of its plan, taken in one step', () => {
    const done = filled(song(FOUR));
    const ways = run(differentSplits(done, 'A'));
    expect(ways).to.have.length(3);
    expect(new Set(ways.map((w) => w.plan.name)).size).to.equal(3);
    expect(ways[0]!.plan.name).to.equal('low-high');
    const charts = ways.map((w) => writeChart(applyEdit(done, w.edit)));
    expect(new Set(charts).size).to.equal(3);
    for (const way of ways) {
      expect(way.bound).to.equal(way.cost);
      const found = songFindings(applyEdit(done, way.edit)).filter((f) => f.level === 'clash');
      expect(found.length).to.equal(way.clashes);
    }
    expect(() => run(differentSplits(done, 'B'))).to.throw(RangeError);
  }).timeout(60_000);
});

describe('reasons', () => {
  it('say what speaks for a choice and what against it, the weightiest first', () => {
    expect(reasonFor({ shift: 0, device: 200 }, { shift: 150, device: 0 })).to.equal(
      'keeps the hand near; but not what the plan asks for',
    );
    expect(reasonFor({ rub: 10 }, { rub: 0 })).to.equal('');
    expect(reasonFor({}, { third: 400, dirt: 380, effort: 90 })).to.equal(
      'somebody has the third, clean in this amp',
    );
    // Dirt that no finding tells of is not spoken of; from there on it is called what they call it.
    expect(reasonFor({}, { dirt: 300 })).to.equal('');
    expect(reasonFor({ dirt: 600 }, {})).to.equal('growls in this amp');
    expect(reasonFor({ dirt: 1200 }, {})).to.equal('sour in this amp');
  });
});
