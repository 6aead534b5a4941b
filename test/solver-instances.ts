import { readChart } from '../src/core/formats/index';
import { PLAN_NAMES } from '../src/core/form/index';
import { applyEdit } from '../src/core/song/index';
import {
  hasThirdOf,
  pairPoints,
  problemOf,
  sumOf,
  togetherCosts,
  wayPoints,
  type Candidate,
  type Slot,
  type SplitProblem,
} from '../src/core/split/index';

/** A seeded generator: the same instances on every machine. */
function chance(seed: number): (n: number) => number {
  let state = seed;
  return (n) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * n);
  };
}

const CHORDS = ['Dm', 'Bb', 'C/E', 'Gm7', 'A', 'F5', 'Esus4', 'Ebmaj7', 'N.C.', 'Cadd9'];

/** A short invented progression in some plan and at some gain, everything open; sometimes a cell lasts on. */
export function instance(n: number, keep: { guitar: number; bass: number }, least = 2): SplitProblem {
  const next = chance(9000 + n);
  const bars = Array.from({ length: least + next(3) }, () => CHORDS[next(CHORDS.length)]!);
  const held = next(4) === 0 ? `guitar2 | ${bars.map((_, i) => (i === 1 ? '.' : '?')).join(' | ')} |\n` : '';
  const gain = [1, 4, 8][next(3)];
  const text = `key: Dm\ntempo: ${90 + next(90)}\nguitar1: gain ${gain}\nvoice: A3-D5\n== A ==\nchords | ${bars.join(' | ')} |\n${held}`;
  const { song, problems } = readChart(text);
  if (problems.length > 0) throw new RangeError(problems[0]!.message);
  const plan = PLAN_NAMES[next(PLAN_NAMES.length)]!;
  const problem = problemOf(applyEdit(song, { kind: 'setPlan', entry: 0, plan }), {
    sections: null,
    pass: 1,
  });
  return { slots: problem.slots.map((slot) => fewer(slot, { keep, next })) };
}

/** The same slot with some of its candidates, cheap and dear; a held cell keeps those of the slot before. */
function fewer(
  slot: Slot,
  { keep, next }: { keep: { guitar: number; bass: number }; next: (n: number) => number },
): Slot {
  const choices = slot.choices.map((c, p) => {
    const most = p === 2 ? keep.bass : keep.guitar;
    const wanted = slot.held[p] ? 0 : next(5);
    const step = slot.held[p] ? 1 : 1 + (wanted % 3);
    const list = c.candidates.map((candidate, i) => ({ candidate, points: c.points[i]! }));
    const some = slot.held[p] ? list : list.filter((_, i) => i % step === 0);
    const kept = some.slice(0, most);
    return { ...c, candidates: kept.map((k) => k.candidate), points: kept.map((k) => k.points) };
  });
  return { ...slot, held: [false, false, false], choices: choices as unknown as Slot['choices'] };
}

/** The same problem as an integer programme in the text format general-purpose solvers read. */
export function asProgramme({ slots }: SplitProblem): string {
  const objective: string[] = [];
  const constraints: string[] = [];
  const binaries: string[] = [];
  const term = (points: number, name: string) => {
    if (points !== 0) objective.push(`${points} ${name}`);
  };
  slots.forEach((slot, s) => {
    const [A, B, C] = slot.choices.map((c) => c.candidates) as [Candidate[], Candidate[], Candidate[]];
    slot.choices.forEach((c, p) => {
      const names = c.candidates.map((_, k) => `x_${s}_${p}_${k}`);
      constraints.push(`${names.join(' + ')} = 1`);
      binaries.push(...names);
      c.points.forEach((points, k) => term(points, names[k]!));
    });
    const name = (a: number, b: number, c: number) => `y_${s}_${a}_${b}_${c}`;
    A.forEach((x, a) =>
      B.forEach((y, b) => C.forEach((z, c) => term(together(slot, [x, y, z]), name(a, b, c)))),
    );
    const all = (of: (a: number, b: number, c: number) => boolean) =>
      A.flatMap((_, a) => B.flatMap((__, b) => C.flatMap((___, c) => (of(a, b, c) ? [name(a, b, c)] : []))));
    A.forEach((_, k) => constraints.push(`${all((a) => a === k).join(' + ')} - x_${s}_0_${k} = 0`));
    B.forEach((_, k) => constraints.push(`${all((_a, b) => b === k).join(' + ')} - x_${s}_1_${k} = 0`));
    C.forEach((_, k) => constraints.push(`${all((_a, _b, c) => c === k).join(' + ')} - x_${s}_2_${k} = 0`));
    if (s === 0) return;
    slot.choices.forEach((c, p) => {
      const before = slots[s - 1]!.choices[p]!.candidates;
      const { instrument, role } = slot.seats[p]!;
      const step = (j: number, k: number) => `z_${s}_${p}_${j}_${k}`;
      before.forEach((from, j) => {
        c.candidates.forEach((to, k) => {
          const seconds = slot.secondsBefore;
          const points =
            seconds === null ? 0 : wayPoints(from, to, { instrument, moving: role.moving, seconds });
          term(points, step(j, k));
        });
        const out = c.candidates.map((_, k) => step(j, k)).join(' + ');
        constraints.push(`${out} - x_${s - 1}_${p}_${j} = 0`);
      });
      c.candidates.forEach((_, k) => {
        const into = before.map((__, j) => step(j, k)).join(' + ');
        constraints.push(`${into} - x_${s}_${p}_${k} = 0`);
      });
    });
  });
  const rows = constraints.map((c, i) => ` c${i}: ${c}`).join('\n');
  const sum = objective.length === 0 ? '0 x_0_0_0' : objective.join(' + ');
  return `Minimize\n obj: ${sum}\nSubject To\n${rows}\nBinary\n ${binaries.join(' ')}\nEnd`;
}

function together(slot: Slot, [a, b, c]: readonly [Candidate, Candidate, Candidate]): number {
  const [sa, sb, sc] = slot.seats;
  const { separation } = slot.plan;
  const chord = slot.moment.chord;
  const third = [a, b, c].some((x) => hasThirdOf(x, chord));
  return (
    pairPoints(a, b, { a: sa, b: sb, separation }) +
    pairPoints(a, c, { a: sa, b: sc, separation }) +
    pairPoints(b, c, { a: sb, b: sc, separation }) +
    sumOf(togetherCosts(Math.min(a.low, b.low, c.low), { third }, { chord, missingThird: slot.missingThird }))
  );
}
