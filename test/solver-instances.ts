import type { Chain, Choices, Joint, Option, Stage, Steps, Three, Tie } from '../src/core/solver/index';

/** A seeded generator: the same instances on every machine. */
export function chance(seed: number): (n: number) => number {
  let state = seed;
  return (n) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * n);
  };
}

interface Shape {
  /** How many options a lane has: wide lanes, and the last one. */
  readonly wide: number;
  readonly narrow: number;
  readonly stages: number;
  /** How often a lane holds on from the stage before, and whether some lanes are tied. */
  readonly holds?: boolean;
  readonly ties?: boolean;
}

const KINDS = 4;

/** A chain of numbers alone, from a seed. */
export function chainOf(seed: number, shape: Shape): Chain<Option> {
  const next = chance(9000 + seed);
  const lists = [0, 1].map(() =>
    [0, 1, 2].map((lane) => optionsOf(next, lane === 2 ? shape.narrow : shape.wide)),
  );
  const which = Array.from({ length: shape.stages }, () => next(2));
  const salts = which.map((w) => 1 + w + 10 * next(2));
  const stepsOf = [0, 1, 2].map((): Steps<Option> => steps(next));
  const stages: Stage<Option>[] = [];
  for (let s = 0; s < shape.stages; s += 1) {
    const held = [0, 1, 2].map(() => shape.holds === true && s > 0 && next(5) === 0);
    const choices = [0, 1, 2].map((lane): Choices<Option> => {
      const options = held[lane] ? stages[s - 1]!.choices[lane]!.options : lists[which[s]!]![lane]!;
      return { options, points: options.map(() => 20 * next(40)) };
    });
    stages.push({
      choices: choices as unknown as Stage<Option>['choices'],
      held: held as unknown as Stage<Option>['held'],
      joint: jointOf(salts[s]!),
      steps: (next(8) === 0 ? [null, null, null] : stepsOf) as unknown as Stage<Option>['steps'],
    });
  }
  return shape.ties ? { stages, ties: tiesOf(stages, next) } : { stages };
}

function optionsOf(next: (n: number) => number, count: number): readonly Option[] {
  return Array.from({ length: count }, () => ({
    alike: next(Math.max(2, count - 2)),
    kind: next(KINDS),
    id: next(1000),
  }));
}

/** Deterministic numbers from a few others. */
function mixed(...values: number[]): number {
  let state = 17;
  for (const v of values) state = (Math.imul(state ^ (v + 0x9e37), 2654435761) ^ (state >>> 13)) >>> 0;
  return state;
}

const joints = new Map<number, Joint<Option>>();

function jointOf(salt: number): Joint<Option> {
  let joint = joints.get(salt);
  if (!joint) {
    const of = (a: Option, b: Option, c: Option): number => {
      const [x, y, z] = [a.alike, b.alike, c.alike];
      const pair = (mixed(salt, x, y) % 30) * 20 + (mixed(salt, 7, y, z) % 20) * 20;
      return pair + (mixed(salt, x, y, z) % 3 === 0 ? 400 : 0);
    };
    const table = ([A, B, C]: Three<Option>) =>
      Float64Array.from(A.flatMap((a) => B.flatMap((b) => C.map((c) => of(a, b, c)))));
    joints.set(salt, (joint = { table }));
  }
  return joint;
}

function steps(next: (n: number) => number): Steps<Option> {
  const kinds = new Float64Array(KINDS * KINDS);
  for (let a = 0; a < KINDS; a += 1) {
    for (let b = 0; b < a; b += 1) kinds[a * KINDS + b] = kinds[b * KINDS + a] = 20 * next(10);
  }
  const between = (from: Option, to: Option) =>
    from.id === to.id ? 0 : kinds[from.kind * KINDS + to.kind]! + (mixed(from.id, to.id) % 15) * 20;
  return { between, kinds };
}

/** Each lane is tied over the stages with the same list in which it is not held. */
function tiesOf(stages: readonly Stage<Option>[], next: (n: number) => number): readonly Tie[] {
  return ([0, 1, 2] as const).flatMap((lane) => {
    if (next(4) === 0) return [];
    const groups = new Map<readonly Option[], number[]>();
    stages.forEach((stage, s) => {
      if (stage.held[lane]) return;
      const { options } = stage.choices[lane];
      groups.set(options, [...(groups.get(options) ?? []), s]);
    });
    return [...groups.values()].filter((list) => list.length > 1).map((list) => ({ lane, stages: list }));
  });
}

/** The same problem as an integer programme in the text format general-purpose solvers read. */
export function asProgramme<T extends Option>({ stages, ties = [] }: Chain<T>): string {
  const objective: string[] = [];
  const constraints: string[] = [];
  const binaries: string[] = [];
  const term = (points: number, name: string) => {
    if (points !== 0) objective.push(`${points} ${name}`);
  };
  stages.forEach((stage, s) => {
    const [A, B, C] = stage.choices.map((c) => c.options) as [T[], T[], T[]];
    stage.choices.forEach((c, p) => {
      const names = c.options.map((_, k) => `x_${s}_${p}_${k}`);
      constraints.push(`${names.join(' + ')} = 1`);
      binaries.push(...names);
      c.points.forEach((points, k) => term(points, names[k]!));
    });
    const name = (a: number, b: number, c: number) => `y_${s}_${a}_${b}_${c}`;
    const table = stage.joint.table([A, B, C]);
    A.forEach((_, a) =>
      B.forEach((__, b) =>
        C.forEach((___, c) => term(table[(a * B.length + b) * C.length + c]!, name(a, b, c))),
      ),
    );
    const all = (of: (a: number, b: number, c: number) => boolean) =>
      A.flatMap((_, a) => B.flatMap((__, b) => C.flatMap((___, c) => (of(a, b, c) ? [name(a, b, c)] : []))));
    A.forEach((_, k) => constraints.push(`${all((a) => a === k).join(' + ')} - x_${s}_0_${k} = 0`));
    B.forEach((_, k) => constraints.push(`${all((_a, b) => b === k).join(' + ')} - x_${s}_1_${k} = 0`));
    C.forEach((_, k) => constraints.push(`${all((_a, _b, c) => c === k).join(' + ')} - x_${s}_2_${k} = 0`));
    if (s === 0) return;
    stage.choices.forEach((c, p) => {
      const before = stages[s - 1]!.choices[p]!.options;
      if (stage.held[p]) {
        c.options.forEach((_, k) => constraints.push(`x_${s}_${p}_${k} - x_${s - 1}_${p}_${k} = 0`));
        return;
      }
      const step = (j: number, k: number) => `z_${s}_${p}_${j}_${k}`;
      before.forEach((from, j) => {
        c.options.forEach((to, k) => term(stage.steps[p]?.between(from, to) ?? 0, step(j, k)));
        const out = c.options.map((_, k) => step(j, k)).join(' + ');
        constraints.push(`${out} - x_${s - 1}_${p}_${j} = 0`);
      });
      c.options.forEach((_, k) => {
        const into = before.map((__, j) => step(j, k)).join(' + ');
        constraints.push(`${into} - x_${s}_${p}_${k} = 0`);
      });
    });
  });
  for (const { lane, stages: tied } of ties) {
    const count = stages[tied[0]!]!.choices[lane].options.length;
    for (const s of tied.slice(1)) {
      for (let k = 0; k < count; k += 1) {
        constraints.push(`x_${s}_${lane}_${k} - x_${tied[0]!}_${lane}_${k} = 0`);
      }
    }
  }
  const rows = constraints.map((c, i) => ` c${i}: ${c}`).join('\n');
  const sum = objective.length === 0 ? '0 x_0_0_0' : objective.join(' + ');
  return `Minimize\n obj: ${sum}\nSubject To\n${rows}\nBinary\n ${binaries.join(' ')}\nEnd`;
}
