import { CLASH_FROM, NOTE_FROM, WATCH_FROM } from '../clash/index';
import type { CostName, Costs } from './costs';
import { CLASH_POINTS } from './weights';

/** What it means when something costs less than elsewhere, and when it costs more. */
const WORDS: Readonly<Record<CostName, readonly [better: string, worse: string]>> = {
  effort: ['lies easier', 'harder to hold'],
  shape: ['a shape you know', 'an odd shape'],
  strings: ['more strings', 'fewer strings'],
  rings: ['open strings ring', 'fewer open strings'],
  neck: ['nearer home on the neck', 'further up the neck'],
  device: ['suits the plan', 'not what the plan asks for'],
  register: ['sits in its register', 'leaves its register'],
  mud: ['clear down low', 'muddy'],
  dirt: ['clean in this amp', 'sour in this amp'],
  voice: ['keeps out of the voice', 'steps on the voice'],
  rub: ['keeps clear of the others', 'rubs the others'],
  root: ['has the root', 'without the root'],
  bottom: ['its root at the bottom', 'another note at the bottom'],
  rich: ['has more of the chord', 'has less of the chord'],
  picks: ['holds what is picked', 'too little to pick through'],
  choke: ['the hand can cut it short', 'open strings ring on when it is cut short'],
  foreign: ['belongs to the chord', 'a tone the chord does not have'],
  'as-locked': ['as you locked it for this chord', 'not as you locked it for this chord'],
  rest: ['plays', 'rests'],
  'below-bass': ['stays above the bass', 'goes below the bass'],
  separation: ['set apart from the other guitar', 'close to the other guitar'],
  above: ['well above Guitar 1', 'too near Guitar 1’s bottom'],
  again: ['adds something to Guitar 1', 'only says what Guitar 1 has'],
  doubled: ['doubles the other guitar', 'does not double the other guitar'],
  lowest: ['the right note is lowest', 'a wrong note is lowest'],
  third: ['somebody has the third', 'no one has the third'],
  colour: ['somebody has what the symbol names', 'no one has what the symbol names'],
  moving: ['holds on', 'moves'],
  shift: ['keeps the hand near', 'a longer way for the hand'],
  fingers: ['fingers stay', 'more fingers move'],
  family: ['stays with one sort of shape', 'changes the sort of shape'],
  leap: ['no leap', 'leaps'],
  top: ['leads the top note smoothly', 'leaps on top'],
};

/** What an amplifier makes of a grip is spoken of as the findings do: from a note on, as a growl, as sour. */
const DIRT_WORDS = [
  [CLASH_FROM, 'sour in this amp'],
  [WATCH_FROM, 'growls in this amp'],
  [NOTE_FROM, 'a little rough in this amp'],
] as const;

function worseWords(name: CostName, costs: Costs): string {
  if (name !== 'dirt') return WORDS[name][1];
  const score = (costs.dirt ?? 0) / CLASH_POINTS;
  return DIRT_WORDS.find(([from]) => score >= from)?.[1] ?? WORDS.dirt[1];
}

/** Dirt that no finding would tell of is not spoken of either. */
function isHeard(name: CostName, worse: Costs): boolean {
  return name !== 'dirt' || (worse.dirt ?? 0) / CLASH_POINTS >= NOTE_FROM;
}

/** Less than this is not worth a word, in points. */
const WORTH_A_WORD = 30;
const MOST_REASONS = 2;

/**
 * What speaks for the first against the second and what against it, the weightiest first:
 * "keeps the hand near; not what the plan asks for". Empty when they are as good as the same.
 */
export function reasonFor(costs: Costs, against: Costs): string {
  const names = new Set([...Object.keys(costs), ...Object.keys(against)] as CostName[]);
  const differences = [...names]
    .map((name) => ({ name, points: (costs[name] ?? 0) - (against[name] ?? 0) }))
    .filter(
      ({ name, points }) => Math.abs(points) >= WORTH_A_WORD && isHeard(name, points < 0 ? against : costs),
    )
    .sort((a, b) => Math.abs(b.points) - Math.abs(a.points) || a.name.localeCompare(b.name));
  const better = differences.filter((d) => d.points < 0).slice(0, MOST_REASONS);
  const worse = differences.filter((d) => d.points > 0).slice(0, MOST_REASONS);
  return [
    better.map((d) => WORDS[d.name][0]).join(', '),
    worse.map((d) => worseWords(d.name, costs)).join(', '),
  ]
    .filter((words) => words !== '')
    .join('; but ');
}
