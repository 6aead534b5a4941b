import { songCauses, type Cause, type Level } from '../../src/core/clash/index';
import { readChart } from '../../src/core/formats/index';
import { chartOf, type FindCase, type PeaceCase } from './case';

const RANK: Readonly<Record<Level, number>> = { note: 0, watch: 1, clash: 2 };

/** What was said of a case, and what is wrong with that; `wrong` empty: as labelled. */
export interface Tried {
  readonly said: readonly Cause[];
  readonly wrong: readonly string[];
}

/** Judges a case as it would stand in a song. */
export function tried(one: PeaceCase | FindCase): Tried {
  const { song, problems } = readChart(chartOf(one));
  const said = songCauses(song);
  const unread = problems.map((p) => `${p.line}:${p.column} ${p.message}`);
  return { said, wrong: [...unread, ...(one.want === 'peace' ? noise(said) : missed(one, said))] };
}

function noise(said: readonly Cause[]): string[] {
  const clashes = said.filter((f) => f.level === 'clash');
  const watches = new Map<string, Cause[]>();
  for (const f of said.filter((f) => f.level === 'watch'))
    watches.set(causeOf(f), [...(watches.get(causeOf(f)) ?? []), f]);
  return [
    ...clashes.map((f) => `clash ${f.kind} bar ${f.bar}: ${f.text}`),
    ...[...watches.values()]
      .filter((list) => list.length > 1)
      .map((list) => `${list.length} watches ${list[0]!.kind}: ${list.map((f) => f.text).join(' / ')}`),
  ];
}

const causeOf = (f: Cause): string => `${f.kind} ${f.players.join()}`;

function missed({ kinds, least, bar }: FindCase, said: readonly Cause[]): string[] {
  const right = said.filter(
    (f) => kinds.includes(f.kind) && RANK[f.level] >= RANK[least] && f.places.some((p) => p.bar === bar),
  );
  if (right.length === 1) return [];
  if (right.length > 1) return [`said ${right.length} times: ${right.map((f) => f.text).join(' / ')}`];
  const others = said.map((f) => `${f.level} ${f.kind} bar ${f.bar}`).join(', ');
  return [`no ${least} ${kinds.join(' or ')} in bar ${bar}; said: ${others || 'nothing'}`];
}
