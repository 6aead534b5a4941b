import type { HandCostName, HandCosts } from './hand-costs';

/** What it means when something costs less than elsewhere, and when it costs more. */
const WORDS: Readonly<Record<HandCostName, readonly [better: string, worse: string]>> = {
  figure: ['suits the plan', 'not what the plan asks for'],
  change: ['strikes every change', 'a change is struck late or not at all'],
  voice: ['leaves room for the voice', 'crowds the voice'],
  speed: ['easy at this tempo', 'fast for the hand'],
  mute: ['rings where mutes do not suit', 'mutes do not suit this sound'],
  choke: ['the hand can choke it', 'open strings cannot be choked'],
  tail: ['a better way into the next bar', 'a rarer way into the next bar'],
  miss: ['no near misses', 'nearly misses the others'],
  together: ['hits with the others', 'not with the others'],
  apart: ['keeps out of the other guitar’s way', 'in the other guitar’s way'],
  accents: ['low guitar and bass share the accents', 'low guitar and bass do not share the accents'],
  stop: ['stops with the others', 'not everybody stops'],
  dead: ['no lost dead hit', 'a dead hit is lost'],
  full: ['leaves room', 'the bar gets full'],
  again: ['something new after the section before', 'the same as in the section before'],
  rise: ['leaves the chorus something to rise to', 'no room left for the chorus to rise'],
  phrase: ['as in the bars around it', 'another figure than around it'],
};

/** Less than this is not worth a word, in points. */
const WORTH_A_WORD = 12;
const MOST_REASONS = 2;

/** What speaks for the first against the second and what against it, the weightiest first. */
export function handReason(costs: HandCosts, against: HandCosts): string {
  const names = [...new Set([...Object.keys(costs), ...Object.keys(against)])] as HandCostName[];
  const differences = names
    .map((name) => ({ name, points: (costs[name] ?? 0) - (against[name] ?? 0) }))
    .filter(({ points }) => Math.abs(points) >= WORTH_A_WORD)
    .sort((a, b) => Math.abs(b.points) - Math.abs(a.points) || a.name.localeCompare(b.name));
  const words = (isBetter: boolean) =>
    differences
      .filter((d) => d.points < 0 === isBetter)
      .slice(0, MOST_REASONS)
      .map((d) => WORDS[d.name][isBetter ? 0 : 1])
      .join(', ');
  return [words(true), words(false)].filter((w) => w !== '').join('; but ');
}
