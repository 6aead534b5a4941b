import { array, boolean, lazy, mixed, number, object, string } from 'yup';
import { PLAN_NAMES, PLAYERS, type Player } from '../form/index';
import { TEMPO_RANGE } from '../time/index';
import {
  DECISION_KINDS,
  isDay,
  MINUTES_RANGE,
  MOST_LOG_CHARACTERS,
  type Decision,
  type DecisionKind,
} from './log';

const words = string().max(MOST_LOG_CHARACTERS);
const count = number().integer().min(1);
const player = string().oneOf([...PLAYERS]);

const part = object({
  section: string().required(),
  pass: count.required(),
  bar: count.required(),
  entry: number().integer().min(0).optional(),
  player: player.required(),
  cells: string().defined(),
  hits: string().nullable().defined(),
  line: string().nullable().defined(),
}).noUnknown();

/** One decision by its rules; exported for the law that compares `isSavedDecision` with them. */
export const decision = object({
  id: string().required(),
  at: number().integer().min(0).required(),
  kind: string()
    .oneOf([...DECISION_KINDS])
    .required(),
  words: words.required(),
  section: string().nullable().defined(),
  pass: count.nullable().defined(),
  bar: count.nullable().defined(),
  players: array().of(player.required()).required(),
  was: array().of(part).required(),
  plan: object({
    entry: number().integer().min(0).required(),
    plan: string()
      .nullable()
      .oneOf([...PLAN_NAMES, null])
      .defined(),
    tune: string().defined(),
  })
    .noUnknown()
    .optional()
    .default(undefined),
  kept: mixed<object>().optional(),
  version: string().optional(),
  over: boolean().oneOf([true]).optional(),
}).noUnknown();

/** Thousands of decisions are read whenever a song is opened: what is plainly one is not walked through rule by rule. */
const quickDecision = lazy((value: unknown) =>
  isSavedDecision(value) ? (mixed() as unknown as typeof decision) : decision,
) as unknown as typeof decision;

const reached = object({
  section: string().required(),
  into: string().nullable().defined(),
  tempo: number().min(TEMPO_RANGE.min).max(TEMPO_RANGE.max).required(),
  clean: boolean().required(),
}).noUnknown();

const failure = object({
  section: string().required(),
  into: string().nullable().defined(),
  bar: count.nullable().defined(),
  player: player.nullable().defined(),
  words: words.defined(),
  over: boolean().oneOf([true]).optional(),
}).noUnknown();

const rehearsal = object({
  id: string().required(),
  date: string()
    .required()
    .test('day', 'expected a day like 2026-11-27', (value) => isDay(value)),
  who: words.defined(),
  minutes: number().integer().min(MINUTES_RANGE.min).max(MINUTES_RANGE.max).nullable().defined(),
  reached: array().of(reached).required(),
  failed: array().of(failure).required(),
  notes: words.defined(),
}).noUnknown();

/** What was decided and rehearsed, as it stands in a song file. */
export const logSchema = object({
  decisions: array().of(quickDecision).required(),
  rehearsals: array().of(rehearsal).required(),
})
  .noUnknown()
  .optional()
  .default(undefined);

const KEYS: ReadonlySet<string> = new Set([
  'id',
  'at',
  'kind',
  'words',
  'section',
  'pass',
  'bar',
  'players',
  'was',
  'over',
]);
const PART_KEYS: ReadonlySet<string> = new Set([
  'section',
  'pass',
  'bar',
  'entry',
  'player',
  'cells',
  'hits',
  'line',
]);

/** Whether a value is plainly a decision: true only for what the rules accept, false sends it through them. */
export function isSavedDecision(value: unknown): value is Decision {
  if (!isPlain(value, KEYS)) return false;
  const { id, at, kind, words: said, section, pass, bar, players, was, over } = value;
  return (
    isText(id) &&
    Number.isInteger(at) &&
    (at as number) >= 0 &&
    DECISION_KINDS.includes(kind as DecisionKind) &&
    isText(said) &&
    said.length <= MOST_LOG_CHARACTERS &&
    (section === null || typeof section === 'string') &&
    (pass === null || isCount(pass)) &&
    (bar === null || isCount(bar)) &&
    Array.isArray(players) &&
    players.every((p) => PLAYERS.includes(p as Player)) &&
    Array.isArray(was) &&
    was.every(isPart) &&
    (over === undefined || over === true)
  );
}

function isPart(value: unknown): boolean {
  if (!isPlain(value, PART_KEYS)) return false;
  return (
    isText(value.section) &&
    isCount(value.pass) &&
    isCount(value.bar) &&
    (value.entry === undefined || (Number.isInteger(value.entry) && (value.entry as number) >= 0)) &&
    PLAYERS.includes(value.player as Player) &&
    typeof value.cells === 'string' &&
    (value.hits === null || typeof value.hits === 'string') &&
    (value.line === null || typeof value.line === 'string')
  );
}

function isPlain(value: unknown, keys: ReadonlySet<string>): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  for (const key of Object.keys(value)) if (!keys.has(key)) return false;
  return true;
}

function isText(value: unknown): value is string {
  return typeof value === 'string' && value !== '';
}

function isCount(value: unknown): boolean {
  return Number.isInteger(value) && (value as number) >= 1;
}
