import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../../test/generators';
import { readChart, writeChart } from '../../formats/index';
import { barsOnPass, PLAN_NAMES, PLAYERS, type PlanName } from '../../form/index';
import { hitsOf, parseHits } from '../../hits/index';
import { applyEdit, type Song } from '../../song/index';
import { costOf, solve } from '../../solver/index';
import { editOf, finish, splitSong, type Hands } from '../index';
import { FIGURES, withTail, type Ground } from './figures';
import { handProblem } from './hands';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};

function split(from: Song, hands: Hands = 'both'): Song {
  const done = finish(splitSong(from, null, { hands }));
  if (!done.ok) throw new Error(done.error);
  return applyEdit(from, editOf(done.value));
}

const hitsIn = (s: Song, player: (typeof PLAYERS)[number], section = 0) =>
  s.sections[section]!.bars.map((bar) => bar.hits[player]);

const FOUR = 'key: Em\ntempo: 120\nguitar1: gain 8\nguitar2: gain 8\n';
const withPlan = (plan: PlanName, rows = '') =>
  song(`${FOUR}== A == plan ${plan}\nchords | Em | G | D | C |\n${rows}`);

describe('splitting the right hand', () => {
  it('writes hits for every bar that has none, and for nobody who rests', () => {
    for (const plan of PLAN_NAMES) {
      const done = split(withPlan(plan));
      for (const player of PLAYERS) {
        const rests = done.sections[0]!.bars[0]!.cells[player][0]!.cell.kind === 'rest';
        for (const hits of hitsIn(done, player)) {
          if (rests) expect(hits, `${plan}, ${player}`).to.equal(null);
          else expect(parseHits(hits!, done.meter).ok, `${plan}, ${player}: ${hits}`).to.equal(true);
        }
      }
    }
  });

  it('keeps what is written, and follows it where the plan strikes together', () => {
    const done = split(
      withPlan('wall', 'guitar1 | 022xxx! | ? | ? | ? |\nguitar1 hits | MM.MO-M. | | | |\n'),
    );
    expect(hitsIn(done, 'guitar1')[0]).to.equal('MM.MO-M.');
    expect(hitsIn(done, 'guitar2')[0]).to.equal('MM.MO-M.');
    expect(hitsIn(done, 'bass')[0]).to.equal('OO.OO-O.');
    // What is written once in a phrase goes on through it.
    for (const player of ['guitar1', 'guitar2'] as const) {
      expect(hitsIn(done, player).slice(0, 3), player).to.deep.equal(['MM.MO-M.', 'MM.MO-M.', 'MM.MO-M.']);
    }
    expect(split(done)).to.deep.equal(done);
  });

  it('left, right or both is asked for', () => {
    const open = withPlan('low-high');
    const left = split(open, 'left');
    expect(hitsIn(left, 'guitar1')).to.deep.equal([null, null, null, null]);
    const right = split(left, 'right');
    expect(right).to.deep.equal(split(open));
    expect(split(open, 'right')).to.deep.equal(open); // no grips, nothing to strike
  });

  it('strikes every chord that comes, a pushed one where it comes', () => {
    const done = split(
      song(
        `${FOUR}== A == plan wall\nchords | Em . G . | D <C . . | Em | <G |\n`.replace('D <C . .', 'D . . C'),
      ),
    );
    for (const [b, bar] of done.sections[0]!.bars.entries()) {
      for (const player of PLAYERS) {
        const strikes = hitsOf(bar.hits[player]!, done.meter).filter(
          (h) => !['hold', 'silent'].includes(h.kind),
        );
        for (const { at, push } of bar.cells[player]) {
          if (push > 0) continue;
          expect(
            strikes.some((h) => h.atTick === at),
            `bar ${b + 1}, ${player} at ${at}`,
          ).to.equal(true);
        }
      }
    }
    const pushed = done.sections[0]!.bars[2]!;
    const last = hitsOf(pushed.hits.guitar1!, done.meter)
      .filter((h) => h.kind === 'ring')
      .at(-1)!;
    expect(last.atTick).to.equal(3360);
  });

  it('strikes the chords of a pass where they come then, but for hits that were written', () => {
    const text = (hits: string) =>
      song(
        `${FOUR}== A == x2; plan low-high\nchords | Em | G | D | C |\n${hits}-- pass 2: bar 3 --\nchords | D . . B |\n`,
      );
    const onSecond = (s: Song) => barsOnPass(s.sections[0]!, 2)[2]!.hits.guitar1!;
    const done = split(text(''));
    expect(hitsIn(done, 'guitar1')[2]).to.not.equal(onSecond(done));
    const strikes = hitsOf(onSecond(done), done.meter).filter(
      (h) => h.kind !== 'hold' && h.kind !== 'silent',
    );
    expect(strikes.some((h) => h.atTick === 2880)).to.equal(true);
    const kept = split(text('guitar1 hits | O------- | O------- | O------- | O------- |\n'));
    expect(onSecond(kept)).to.equal('O-------');
    expect(split(done)).to.deep.equal(done);
  });

  it('picks only strings that are held, and leaves eighths it cannot keep up', () => {
    const picked = split(song('key: Am\n== A == plan broken-struck\nchords | Am | Fmaj7 | C | G |\n'));
    for (const bar of picked.sections[0]!.bars) {
      const cell = bar.cells.guitar1[0]!.cell;
      if (cell.kind !== 'grip') throw new Error('not filled');
      const { grip } = cell;
      for (const { strings } of hitsOf(bar.hits.guitar1!, picked.meter)) {
        for (const s of strings ?? []) expect(grip[grip.length - s]).to.not.equal(null);
      }
    }
    const fast = split(
      song(
        `${FOUR.replace('120', '230')}guitar1: gain 8; strokes down\n== A == plan wall\nchords | E5 | E5 | G5 | A5 |\n`,
      ),
    );
    expect(hitsIn(fast, 'guitar1')[0]).to.not.match(/^[OoMm]{8}$/);
  });

  it('is solved exactly: never dearer than what any figure throughout would cost', () => {
    for (const plan of PLAN_NAMES) {
      const open = split(withPlan(plan), 'left');
      const problem = handProblem(open, { section: 'A', pass: 1 })!;
      const work = solve(problem.chain);
      let step = work.next();
      while (!step.done) step = work.next();
      const { cost, bound } = step.value;
      expect(bound, plan).to.equal(cost);
      const { stages } = problem.chain;
      for (const name of new Set(stages[0]!.choices[0].options.map((o) => o.name))) {
        const chosen = stages.map(
          ({ choices }) =>
            choices.map(({ options }) => options.find((o) => o.name === name) ?? options[0]!) as [
              (typeof choices)[0]['options'][number],
              (typeof choices)[0]['options'][number],
              (typeof choices)[0]['options'][number],
            ],
        );
        expect(costOf(stages, chosen), `${plan}, ${name}`).to.be.at.least(cost);
      }
    }
  });

  it('law: a split song says the same after writing and reading', () => {
    for (const plan of PLAN_NAMES) {
      const done = split(withPlan(plan));
      expect(readChart(writeChart(done)).song.sections).to.deep.equal(done.sections);
    }
  });
});

describe('right hands of one’s own', () => {
  it('are written and read, kept, dropped, and known to the splitter', () => {
    const open = song(
      `patterns: Stubborn = O.O.OOO.\n${FOUR}== A == plan low-high\nchords | Em | G | D | C |\n`,
    );
    expect(open.patterns).to.deep.equal([{ name: 'Stubborn', hits: 'O.O.OOO.' }]);
    expect(readChart(writeChart(open)).song).to.deep.equal(open);
    const kept = applyEdit(open, { kind: 'savePattern', pattern: { name: 'Halt', hits: 'O..O..O.' } });
    expect(kept.patterns!.map((p) => p.name)).to.deep.equal(['Stubborn', 'Halt']);
    const other = applyEdit(kept, { kind: 'savePattern', pattern: { name: 'Halt', hits: 'O---O---' } });
    expect(other.patterns!.at(-1)!.hits).to.equal('O---O---');
    const none = ['Halt', 'Stubborn'].reduce((s, name) => applyEdit(s, { kind: 'dropPattern', name }), kept);
    expect('patterns' in none).to.equal(false);
    const problem = handProblem(split(open, 'left'), { section: 'A', pass: 1 })!;
    const options = problem.slots[0]!.stage.choices[0].options;
    expect(options.some((o) => o.pattern === 'O.O.OOO.' && o.words === '“Stubborn”')).to.equal(true);
    for (const wrong of ['Stubborn', 'Stubborn = ', '= O.O.', 'Stubborn = O?O', 'Stubborn = O O']) {
      const { problems } = readChart(`patterns: ${wrong}\n== A ==\nchords | Em |\n`);
      expect(problems[0]?.message, wrong).to.include('expected');
    }
  });
});

describe('figures', () => {
  it('law: fill a bar of any metre that eighths divide, and are hits', () => {
    const meters = fc.constantFrom(
      { beats: 4, unit: 4 as const },
      { beats: 3, unit: 4 as const },
      { beats: 5, unit: 4 as const },
      { beats: 6, unit: 8 as const },
      { beats: 7, unit: 8 as const },
      { beats: 12, unit: 8 as const },
    );
    const strings = fc.subarray([6, 5, 4, 3, 2, 1]);
    fc.assert(
      fc.property(meters, strings, fc.uniqueArray(fc.nat(7)), (meter, held, changes) => {
        const ground: Ground = { meter, changes: new Set(changes), held: () => held };
        for (const figure of FIGURES) {
          const bar = figure.bar(ground);
          expect(parseHits(bar, meter).ok, `${figure.name}: ${bar}`).to.equal(true);
          for (const tail of ['stop', 'lead'] as const) {
            const ended = withTail(bar, tail, meter);
            if (ended !== null) expect(parseHits(ended, meter).ok, ended).to.equal(true);
          }
        }
      }),
      { seed: SEED, numRuns: 200 },
    );
  });
});
