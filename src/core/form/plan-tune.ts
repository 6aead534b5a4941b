import { fail, ok, type Result } from '../base/index';
import { isPlan, type PlanName } from './plan-name';

/** How a plan is tuned; what is left out is as the plan has it. */
export interface PlanTune {
  /** Power chords of two or of three strings. */
  readonly power?: 'two' | 'three';
  /** Whether a driven guitar may hold the third. */
  readonly thirds?: 'yes' | 'no';
  /** Whether an open low string may ring under a higher shape. */
  readonly low?: 'rings' | 'stopped';
  /** How far the guitars keep from each other. */
  readonly apart?: 'close' | 'wide';
}

/** A tuned plan under a name of one's own. */
export interface NamedPlan {
  readonly name: string;
  readonly plan: PlanName;
  readonly tune: PlanTune;
}

const VALUES = {
  power: ['two', 'three'],
  thirds: ['yes', 'no'],
  low: ['rings', 'stopped'],
  apart: ['close', 'wide'],
} as const satisfies { [K in keyof PlanTune]-?: readonly NonNullable<PlanTune[K]>[] };

export const TUNE_EXPECTED = Object.entries(VALUES)
  .map(([name, values]) => `${name} ${values.join(' or ')}`)
  .join(', ');

/** Reads `power two, thirds no`. Fails with what was expected. */
export function parseTune(text: string): Result<PlanTune> {
  const tune: Record<string, string> = {};
  for (const part of text.split(',')) {
    const [name = '', value = ''] = part.trim().split(/\s+/);
    const allowed: readonly string[] | undefined = Object.hasOwn(VALUES, name)
      ? VALUES[name as keyof PlanTune]
      : undefined;
    if (!allowed?.includes(value)) return fail(`"${part.trim()}" tunes nothing; expected ${TUNE_EXPECTED}`);
    tune[name] = value;
  }
  return ok(tune as PlanTune);
}

/** In a fixed order, so that equal tunings read alike; empty for none. */
export function formatTune(tune: PlanTune): string {
  return (Object.keys(VALUES) as (keyof PlanTune)[])
    .flatMap((name) => (tune[name] === undefined ? [] : [`${name} ${tune[name]}`]))
    .join(', ');
}

/** Reads `Night wall = wall, power two`. */
export function parseNamedPlan(text: string): Result<NamedPlan> {
  const match = /^([^=;]+)=\s*([a-z-]+)\s*(?:,\s*(\S.*))?$/.exec(text.trim());
  if (!match || !isPlan(match[2]!))
    return fail(
      `"${text.trim()}" is no plan; expected a name, = and a plan, like Night wall = wall, power two`,
    );
  const tune = match[3] === undefined ? ok({}) : parseTune(match[3]);
  return tune.ok ? ok({ name: match[1]!.trim(), plan: match[2], tune: tune.value }) : tune;
}

/** The plan as `parseNamedPlan` reads it back: `Night wall = wall, power two`. */
export function formatNamedPlan({ name, plan, tune }: NamedPlan): string {
  const words = formatTune(tune);
  return `${name} = ${plan}${words === '' ? '' : `, ${words}`}`;
}
