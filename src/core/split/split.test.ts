import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { songFindings } from '../clash/index';
import { readChart, writeChart } from '../formats/index';
import { formatCell, PLAN_NAMES, PLAYERS, type PlanName } from '../form/index';
import { gripPitches } from '../grip/index';
import { pitchClass, thirdOf } from '../pitch/index';
import { applyEdit, countOpen, momentsOf, type Song } from '../song/index';
import { alternativesFor, curesFor } from '../offers/index';
import { finish, PLANS, splitSong, type Proposal } from './index';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
const split = (from: Song, section: string | null = null): Proposal => {
  const done = finish(splitSong(from, section));
  if (!done.ok) throw new Error(done.error);
  return done.value;
};
const filled = (from: Song): Song => applyEdit(from, { kind: 'setCells', changes: split(from).changes });

const PROGRESSIONS: Readonly<Record<string, string>> = {
  'low and bare': 'key: Em\n== A ==\nchords | Em | G | D/F# | Cmaj7 |\n',
  'flat side': 'key: Fm\n== A ==\nchords | Fm . Db . | Ab | Bbm7 | C7 |\n',
  'sus and slash': 'key: A\n== A ==\nchords | Asus4 . A . | E/G# | F#m7 | Dadd9 |\n',
};

describe('splitting', () => {
  it('shows how a song begins when it is late, and ends where it would have ended', () => {
    const from = song(`key: Dm\n== A ==\nchords | ${'Dm | Bb | C | Gm7 | '.repeat(4)}\n`);
    const shown: Proposal[] = [];
    const done = finish(splitSong(from, null, { isLate: () => true }), {
      onProgress: ({ first }) => {
        if (first !== null && shown.at(-1) !== first) shown.push(first);
      },
    });
    if (!done.ok) throw new Error(done.error);
    expect(done.value).to.deep.equal(split(from));
    const bars = shown[0]!.changes.map(({ at }) => at.bar);
    expect(Math.max(...bars)).to.be.lessThan(15);
    expect(Math.min(...bars)).to.equal(0);
    expect(shown.at(-1)!.changes.length).to.equal(done.value.changes.length);
  });

  it('looks near the nut when time is short, and says so', () => {
    const from = song('key: Em\n== A ==\nchords | Em | G | Am | C |\n');
    let asked = 0;
    const done = finish(splitSong(from, null, { isHurried: () => (asked += 1) > 2 }));
    if (!done.ok) throw new Error(done.error);
    expect(done.value.notes).to.deep.equal([
      'So many different chords: from A, bar 3 on only grips near the nut were looked at.',
    ]);
    for (const { at, cell } of done.value.changes) {
      if (at.bar > 1 && cell.kind === 'grip') {
        expect(Math.max(...cell.grip.map((fret) => fret ?? 0))).to.be.at.most(7);
      }
    }
  });

  it('is answered with its gap when it took long enough, however many symbols there are', () => {
    const roots = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
    const symbols = roots.flatMap((root) =>
      ['m', '7', 'maj7', 'm7', 'sus4', '6', 'add9'].map((q) => root + q),
    );
    const from = song(`key: C\n== A ==\nchords | ${symbols.join(' | ')} |\n`);
    const done = finish(splitSong(from, null, { isEnough: () => true }));
    if (!done.ok) throw new Error(done.error);
    const { changes, cost, bound } = done.value;
    expect(changes.length).to.equal(3 * symbols.length);
    expect(bound).to.be.at.most(cost);
    for (const { cell } of changes) {
      if (cell.kind === 'grip') expect(Math.max(...cell.grip.map((fret) => fret ?? 0))).to.be.at.most(14);
    }
  }).timeout(60_000);

  it('fills every open cell and only those', () => {
    const from = song(`key: Dm
guitar1: tuning D A D G B E; gain 7
== Verse == x2
chords  | Dm | Bb . C/E . | N.C. |
guitar1 | 000xxx! | ? | r |
guitar2 | ? | x13331~ . ? . | ? |
-- pass 2: bar 1 --
chords  | F |
`);
    const { changes } = split(from);
    const after = applyEdit(from, { kind: 'setCells', changes });
    expect(countOpen(after)).to.equal(0);
    const [first, second, third] = after.sections[0]!.bars;
    expect(formatCell(first!.cells.guitar1[0]!.cell)).to.equal('000xxx!');
    expect(formatCell(second!.cells.guitar2[0]!.cell)).to.equal('x13331~');
    expect(third!.cells.guitar2[0]!.cell.kind).to.equal('rest'); // nothing to play where there is no chord
    expect(after.sections[0]!.variants[0]!.bars[0]!.cells!.bass![0]!.cell.kind).to.equal('grip');
    expect(split(after).changes).to.deep.equal([]);
  });

  it('holds a cell that goes on while another player moves', () => {
    const from = song('== A ==\nchords | Am |\nbass | x0xx x3xx 0xxx x0xx |\nguitar1 | ? |\n');
    const after = filled(from);
    expect(after.sections[0]!.bars[0]!.cells.guitar1).to.have.length(1);
    expect(countOpen(after)).to.equal(0);
  });

  it('throws for a section that is not there', () => {
    expect(() => finish(splitSong(song('== A ==\nchords | Am |\n'), 'B'))).to.throw(RangeError);
  });

  it('stops when asked and tells how far it is', () => {
    const from = song('== A ==\nchords | Am | F | C | G |\n');
    const shares: number[] = [];
    const stopped = finish(splitSong(from, null), {
      onProgress: (s) => shares.push(s.share),
      shouldStop: () => shares.length >= 3,
    });
    expect(stopped).to.deep.equal({ ok: false, error: 'stopped' });
    expect(shares).to.have.length(3);
    expect(shares).to.deep.equal([...shares].sort((a, b) => a - b));
  });

  for (const plan of PLAN_NAMES) {
    describe(`plan ${plan}`, () => {
      for (const [name, text] of Object.entries(PROGRESSIONS)) {
        it(`is sound on "${name}"`, () => sound(text, plan));
      }
    });
  }

  // Common practice: what a bandmate expects of any split, clean or driven.
  function sound(text: string, plan: PlanName): void {
    const open = song(text);
    const from = applyEdit(open, { kind: 'setPlan', entry: 0, plan });
    const after = filled(from);
    const clashes = songFindings(after).filter((f) => f.level === 'clash');
    expect(clashes.map((f) => `${f.bar} ${f.text}`)).to.deep.equal([]);
    for (const moment of momentsOf(after.sections[0]!, { pass: 1, meter: after.meter })) {
      const pitches = PLAYERS.map((p) => {
        const cell = moment.cells[p];
        return cell.kind === 'grip' ? gripPitches(cell.grip, after.players[p]) : [];
      });
      const low = Math.min(...pitches.flat());
      expect(pitchClass(low), `${plan} ${moment.chordText}`).to.equal(moment.chord!.bassPc);
      expect(Math.min(...pitches[2]!)).to.equal(low); // the bass is below everyone
      for (const own of pitches) expect(new Set(own).size).to.equal(own.length);
      const third = thirdOf(moment.chord!);
      // One driven guitar alone rightly leaves the third out: it would turn sour inside its grip.
      if (third !== null && PLANS[plan].missingThird.driven >= 300 && plan !== 'one-guitar') {
        expect(
          pitches.flat().some((p) => pitchClass(p) === third),
          `third of ${moment.chordText}`,
        ).to.equal(true);
      }
    }
  }

  it('keeps one-guitar nights to one guitar', () => {
    const from = applyEdit(song(PROGRESSIONS['low and bare']!), {
      kind: 'setPlan',
      entry: 0,
      plan: 'one-guitar',
    });
    const cells = filled(from).sections[0]!.bars.map((b) => b.cells.guitar2[0]!.cell.kind);
    expect(new Set(cells)).to.deep.equal(new Set(['rest']));
  });
});

describe('laws of the solver', () => {
  const chart = fc
    .array(fc.constantFrom('Dm', 'Bb', 'C/E', 'Gm7', 'A', 'F5', 'Esus4'), { minLength: 2, maxLength: 5 })
    .map((chords) => song(`key: Dm\n== A ==\nchords | ${chords.join(' | ')} |\n`));

  it('the bound never exceeds the cost, and the same song gives the same split', () => {
    fc.assert(
      fc.property(chart, (s) => {
        const once = split(s);
        expect(once.bound).to.be.at.most(once.cost);
        expect(split(s)).to.deep.equal(once);
      }),
      { seed: SEED, numRuns: 12 },
    );
  });

  it('locking what was chosen changes nothing, and a lock never lowers the cost', () => {
    fc.assert(
      fc.property(chart, fc.nat(), (s, pick) => {
        const free = split(s);
        const chosen = free.changes[pick % free.changes.length]!;
        const lock = (c: typeof chosen) =>
          applyEdit(s, {
            kind: 'setCells',
            changes: [{ at: c.at, cell: c.cell.kind === 'open' ? c.cell : { ...c.cell, locked: true } }],
          });
        expect(split(lock(chosen)).cost).to.equal(free.cost);
        const moment = chosen.at.bar;
        const other = alternativesFor(s, { section: 'A', pass: 1, moment, player: chosen.at.player }).find(
          (a) => a.known,
        );
        if (other) expect(split(lock({ ...chosen, cell: other.cell })).cost).to.be.at.least(free.cost);
      }),
      { seed: SEED, numRuns: 10 },
    );
  });
});

describe('alternatives and cures', () => {
  const muddy = () => filled(song('key: Dm\n== A ==\nchords | Dm | F | C |\nbass | x5xx | 13xx | x3xx |\n'));

  it('put the present grip among them and say what each would change', () => {
    const list = alternativesFor(muddy(), { section: 'A', pass: 1, moment: 1, player: 'bass' });
    expect(list.filter((a) => a.isNow)).to.have.length(1);
    expect(list.at(-1)!.known).to.equal(null); // a rest, last
    const root = list.find((a) => formatCell(a.cell) === '1xxx')!;
    expect(root.cures.map((j) => j.kind)).to.include('mud');
    expect(root.difference).to.be.lessThan(0);
    const others = list.filter((a) => !a.isNow && a.known).map((a) => a.difference);
    expect(others).to.deep.equal([...others].sort((a, b) => a - b));
  });

  it('of a cell that does not exist are none', () => {
    expect(alternativesFor(muddy(), { section: 'B', pass: 1, moment: 0, player: 'bass' })).to.deep.equal([]);
    expect(alternativesFor(muddy(), { section: 'A', pass: 1, moment: 99, player: 'bass' })).to.deep.equal([]);
  });

  it('law: every cure offered takes its finding away', () => {
    const from = muddy();
    const mud = songFindings(from).find((f) => f.kind === 'mud')!;
    const cures = curesFor(from, mud);
    expect(cures.length).to.be.within(2, 4);
    for (const cure of cures) {
      const after = applyEdit(from, cure.edit);
      expect(
        songFindings(after).some((f) => f.kind === 'mud' && f.bar === mud.bar),
        cure.words,
      ).to.equal(false);
    }
  });

  it('leave locked cells alone', () => {
    const from = filled(song('key: Dm\n== A ==\nchords | Dm | F |\nbass | x5xx | 13xx! |\n'));
    const mud = songFindings(from).find((f) => f.kind === 'mud')!;
    expect(curesFor(from, mud)).to.deep.equal([]);
  });

  it('do not promise to cure what is kept on purpose', () => {
    const text = writeChart(muddy()) + 'keep: A bar 2 mud bass "growl"\n';
    const list = alternativesFor(song(text), { section: 'A', pass: 1, moment: 1, player: 'bass' });
    expect(list.some((a) => a.cures.some((j) => j.kind === 'mud'))).to.equal(false);
  });
});
