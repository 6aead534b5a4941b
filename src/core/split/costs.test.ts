import { expect } from 'chai';
import fc from 'fast-check';
import { SEED } from '../../../test/generators';
import { readChart } from '../formats/index';
import { PLAN_NAMES } from '../form/index';
import { DEVICES, enumerateGrips, formatGrip } from '../grip/index';
import { parseChord } from '../pitch/index';
import { emptySong } from '../song/index';
import { candidateOf, REST, type Candidate } from './candidate';
import { sumOf } from './costs';
import { ownCosts, ownPoints } from './own-costs';
import { pairCosts, pairPoints } from './pair-costs';
import { PLANS } from './plans';
import { problemOf } from './problem';
import { stepsOf, wayCosts } from './step-costs';
import { classesOf } from './candidate';
import { namedTones, togetherCosts } from './together';

const { guitar1 } = emptySong('').players;
const grips = ['Dm', 'G7', 'Cadd9', 'E5'].flatMap((text) => {
  const chord = parseChord(text);
  return chord.ok ? enumerateGrips(chord.value, guitar1, guitar1.hand).map(candidateOf) : [];
});
const some = fc.nat({ max: grips.length - 1 }).map((i) => grips[i]!);
const seconds = fc.double({ min: 0.05, max: 4, noNaN: true });
const role = fc.constantFrom(
  PLANS.drone.roles.guitar2,
  PLANS.wall.roles.guitar1,
  PLANS.harmony.roles.guitar1,
);

describe('costs', () => {
  it('law: the quick step is the plain one, and never below what its kinds say', () => {
    fc.assert(
      fc.property(some, some, seconds, role, (a, b, s, of) => {
        const way = { instrument: guitar1, seconds: s, role: of };
        const steps = stepsOf(way);
        const points = steps.between(a, b);
        expect(points).to.equal(sumOf(wayCosts(a, b, way)));
        expect(Number.isInteger(points) && points >= 0).to.equal(true);
        const kinds = Math.sqrt(steps.kinds.length);
        expect(kinds).to.equal(DEVICES.length + 1);
        if (a.id !== b.id) expect(points).to.be.at.least(steps.kinds[a.kind * kinds + b.kind]!);
        expect(steps.between(REST, b) + steps.between(a, REST)).to.equal(0);
        const ends = [a, b, REST];
        const table = ends.flatMap((x) => ends.map((y) => steps.between(x, y)));
        expect([...steps.table!(ends, ends)]).to.deep.equal(table);
      }),
      { seed: SEED, numRuns: 500 },
    );
  });

  it('law: points of a slot are the sum of its named costs, for one, two and three', () => {
    const text = 'key: Dm\nguitar1: gain 3\nguitar2: gain 8\n== A ==\nchords | Dm7 | C/E | Gsus4 | G |\n';
    for (const plan of PLAN_NAMES) {
      const { slots } = problemOf(readChart(text.replace('== A ==', `== A == plan ${plan}`)).song, {
        sections: null,
        pass: 1,
      });
      const of = fc.record({
        slot: fc.nat(slots.length - 1),
        picks: fc.array(fc.nat(5000), { minLength: 3 }),
      });
      fc.assert(
        fc.property(of, ({ slot: n, picks }) => {
          const { stage, seats, moments } = slots[n]!;
          const three = ([0, 1, 2] as const).map((p) => {
            const { options } = stage.choices[p];
            const i = picks[p]! % options.length;
            expect(sumOf(ownCosts(options[i]!, seats[p]))).to.equal(ownPoints(options[i]!, seats[p]));
            expect(stage.choices[p].points[i]).to.equal(ownPoints(options[i]!, seats[p]));
            return options[i]!;
          }) as [Candidate, Candidate, Candidate];
          let sum = 0;
          for (const [x, y] of [
            [0, 1],
            [0, 2],
            [1, 2],
          ] as const) {
            const pair = { a: seats[x], b: seats[y], plan: PLANS[plan] };
            const points = pairPoints(three[x], three[y], pair);
            expect(points).to.equal(sumOf(pairCosts(three[x], three[y], pair)));
            expect(points).to.be.at.least(0);
            sum += points;
          }
          const beside = [slots[n - 1], slots[n + 1]].map((s) => s?.moments[0]!.chord ?? null);
          const { chord } = moments[0]!;
          const named = namedTones(chord, { plan: PLANS[plan], gain: 8, beside });
          const low = Math.min(...three.map((c) => c.low));
          const has = three.reduce((bits, c) => bits | classesOf(c), 0);
          sum += sumOf(togetherCosts(low, has, { chord, named }));
          expect(stage.joint.table([[three[0]], [three[1]], [three[2]]])[0]).to.equal(sum);
        }),
        { seed: SEED, numRuns: 60 },
      );
    }
  });

  it('the same symbol is one choice in a section, the same length or not', () => {
    const text = 'key: Dm\n== A ==\nchords | Dm . F . | Dm | F | Dm |\n== B ==\nchords | Dm |\n';
    const { chain, slots } = problemOf(readChart(text).song, { sections: null, pass: 1 });
    const symbols = (chain.ties ?? []).map((tie) =>
      tie.stages.map((s) => `${slots[s]!.section} ${slots[s]!.moments[0]!.chordText}`),
    );
    expect(symbols).to.have.length(6); // Dm and F for each of three
    for (const list of symbols) expect(new Set(list).size, list.join()).to.equal(1);
  });

  it('a line is one slot for each chord under it, and what is played beside it is chosen once', () => {
    const text =
      'key: Em\n== A ==\nchords | Em | Am . C . |\nguitar1 line | 0@6 3@6 5@6 3@6 0@5 3@5 0@6 3@6 | 0@5 3@5 2@5 0@5 3@5 2@5 0@5 3@6 |\n';
    const { slots } = problemOf(readChart(text).song, { sections: null, pass: 1 });
    expect(slots.map((s) => s.moments[0]!.chordText)).to.deep.equal(['Em', 'Am', 'C']);
    expect(slots[0]!.stage.choices[0].options[0]!.steps).to.have.length(8);
  });
});

describe('what is usual', () => {
  // Common practice: what any player calls these symbols up to the edge of the amplifier.
  const OPEN: readonly (readonly [symbol: string, grips: readonly string[]])[] = [
    ['G', ['320003', '320033']],
    ['C', ['x32010']],
    ['D', ['xx0232']],
    ['Em', ['022000']],
    ['E', ['022100']],
    ['A', ['x02220']],
    ['Am', ['x02210']],
    ['Dm', ['xx0231']],
    ['F', ['133211']],
    ['Bm', ['x24432', 'x2443x']],
    ['E7', ['022130', '020100']],
    ['A7', ['x02020']],
    ['D7', ['xx0212']],
    ['Am7', ['x02010']],
    ['Em7', ['022030', '020000', '022000']],
    ['Cmaj7', ['x32000']],
    ['Gmaj7', ['320002']],
    ['Cadd9', ['x32030', 'x32033']],
    ['Dsus4', ['xx0233']],
    ['Asus2', ['x02200']],
    ['C#m', ['x46654']],
    ['F#m', ['244222']],
    ['Bb', ['x13331', 'x1333x']],
  ];
  for (const [symbol, wanted] of OPEN) {
    it(`${symbol} alone by one clean guitar is ${wanted[0]}`, () => {
      const text = `key: C\nguitar1: gain 1\n== A == plan one-guitar\nchords | ${symbol} |\n`;
      const { slots } = problemOf(readChart(text).song, { sections: null, pass: 1 });
      const { options, points } = slots[0]!.stage.choices[0];
      const best = options[points.indexOf(Math.min(...points))]!;
      expect(wanted).to.include(formatGrip(best.known!.grip));
    });
  }
});
