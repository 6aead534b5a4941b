import { songFindings, type Finding } from '../clash/index';
import { formatCell, PLAN_NAMES, type PlanName } from '../form/index';
import { applyEdit, type CellChange, type Edit, type HitsChange, type Song } from '../song/index';
import { editOf, planOf, PLANS, splitSong, type Plan, type Proposal } from '../split/index';

/** One way to split a section, at the best of its plan. */
export interface Different {
  readonly plan: Plan;
  readonly changes: readonly CellChange[];
  /** Right hands for bars that have none. */
  readonly hits: readonly HitsChange[];
  /** Takes the plan, the grips and the right hands in one step. */
  readonly edit: Edit;
  readonly cost: number;
  readonly bound: number;
  /** Clashes and watches of the section in it, and how many of each. */
  readonly findings: readonly Finding[];
  readonly clashes: number;
  readonly watches: number;
}

/**
 * Three ways to split a section that really differ, each the proven best of its plan around whatever is locked: the
 * plan that is set, and of the others the two furthest from it and from each other that bring no more trouble than
 * need be. Yields its progress, 0 … 1.
 */
export function* differentSplits(song: Song, section: string): Generator<number, readonly Different[]> {
  const now = planOf(song, section);
  const entry = song.form.findIndex((e) => e.section === section);
  if (entry < 0) throw new RangeError(`No section ${section} in the form`);
  const found: Different[] = [];
  const names = [now.name, ...PLAN_NAMES.filter((n) => n !== now.name && n !== 'one-guitar')];
  for (const [i, name] of names.entries()) {
    const tune = name === now.name ? song.form[entry]!.tune : undefined;
    const setPlan: Edit = { kind: 'setPlan', entry, plan: name, ...(tune ? { tune } : {}) };
    const opening: readonly Edit[] = [setPlan, { kind: 'reopen', section }];
    const work = splitSong(opening.reduce(applyEdit, song), section);
    let step = work.next();
    while (!step.done) {
      yield (i + step.value.share) / names.length;
      step = work.next();
    }
    const edit: Edit = { kind: 'together', edits: [...opening, editOf(step.value)] };
    found.push(differentOf(song, { name, section, edit, proposal: step.value }));
  }
  const [first, ...others] = found;
  const picked = [first!];
  while (picked.length < 3 && others.length > 0) {
    const worth = (d: Different) =>
      Math.min(...picked.map((p) => distance(p, d))) - 0.08 * (3 * d.clashes + d.watches);
    others.sort((a, b) => worth(b) - worth(a));
    picked.push(others.shift()!);
  }
  return picked;
}

function differentOf(
  song: Song,
  of: { name: PlanName; section: string; edit: Edit; proposal: Proposal },
): Different {
  const { name, section, edit, proposal } = of;
  const findings = songFindings(applyEdit(song, edit)).filter(
    (f) => f.section === section && f.pass === 1 && f.kept === null,
  );
  const { changes, hits, cost, bound } = proposal;
  return {
    plan: PLANS[name],
    changes,
    hits,
    edit,
    cost,
    bound,
    findings: findings.filter((f) => f.level !== 'note').sort((a, b) => b.score - a.score),
    clashes: findings.filter((f) => f.level === 'clash').length,
    watches: findings.filter((f) => f.level === 'watch').length,
  };
}

/** Share of the cells that are not the same. */
function distance(a: Different, b: Different): number {
  const cells = (d: Different) =>
    new Map(d.changes.map((c) => [`${c.at.player} ${c.at.bar} ${c.at.index}`, formatCell(c.cell)]));
  const [x, y] = [cells(a), cells(b)];
  if (x.size === 0) return 0;
  let other = 0;
  for (const [at, cell] of x) if (y.get(at) !== cell) other += 1;
  return other / x.size;
}
