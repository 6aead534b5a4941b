import { PLAYERS, type Bar, type Player } from '../../form/index';
import { complementOf, isGuess, parseHits, sureOf } from '../../hits/index';
import { isSlurred } from '../../line/index';
import type { Song } from '../../song/index';
import type { Nth, Steps } from '../../solver/index';
import { barTicks, type Meter } from '../../time/index';
import { opennessOf } from '../plan';
import type { Draft } from './draft';
import { eighthsIn, FIGURES, withTail } from './figures';
import { OTHER_FIGURE_POINTS } from './hand-costs';
import { numberOf, silencesOf, strokesOf, type HandOption } from './option';

/** Figures are kinds: going on with the same one costs nothing. */
export class Kinds {
  readonly #names: string[] = [DECIDED];

  of(name: string): number {
    const at = this.#names.indexOf(name);
    return at >= 0 ? at : this.#names.push(name) - 1;
  }

  steps(): Steps<HandOption> {
    const n = this.#names.length;
    const table = new Float64Array(n * n);
    for (let a = 1; a < n; a += 1)
      for (let b = 1; b < n; b += 1) if (a !== b) table[a * n + b] = OTHER_FIGURE_POINTS;
    return { kinds: table, between: (a, b) => table[a.kind * n + b.kind]! };
  }
}

const DECIDED = 'decided';

export interface OptionsOf {
  readonly bars: readonly Bar[];
  readonly b: number;
  readonly meter: Meter;
  readonly kinds: Kinds;
  /** What this player strikes elsewhere in the song. */
  readonly own: readonly Pattern[];
}

export interface Pattern {
  readonly pattern: string;
  readonly words: string;
}

/** Everything a player's right hand may do in a bar; one thing alone where it is decided. */
export function optionsIn(draft: Draft, p: Nth, of: OptionsOf): readonly HandOption[] {
  const { bars, b, meter, kinds } = of;
  const player = PLAYERS[p]!;
  const bar = bars[b]!;
  if (!draft.open[p]) return [decided(bar, player, meter)];
  const seat = draft.seats[p];
  const ground = draft.grounds[p];
  const options: HandOption[] = [];
  const add = (
    { pattern, name, words }: { pattern: string; name: string; words: string },
    {
      tail = null,
      liking = null,
      plain = pattern,
    }: Partial<Pick<HandOption, 'tail' | 'liking' | 'plain'>> = {},
  ) => {
    const kind = kinds.of(name);
    if (options.some((o) => o.pattern === pattern && o.name === name)) return;
    options.push({
      alike: numberOf(`${pattern} ${tail ?? ''}`),
      kind,
      id: kind,
      pattern,
      name,
      words,
      tail,
      plain,
      liking,
      strokes: strokesOf(pattern, meter),
      silent: silencesOf(pattern, meter),
    });
  };
  const open = opennessOf(seat.gain);
  for (const figure of FIGURES) {
    const likes = (open > 0 ? seat.role.clean[figure.name] : undefined) ?? seat.role.driven[figure.name];
    if (likes === undefined) continue;
    const pattern = figure.bar(ground);
    add({ pattern, ...figure });
    if (seat.ends === null) continue;
    for (const tail of ['stop', 'lead'] as const) {
      if (tail === 'lead' && (figure.name.startsWith('broken') || figure.name === 'long')) continue;
      const ended = withTail(pattern, tail, meter);
      if (ended !== null) add({ ...figure, pattern: ended }, { tail, plain: pattern });
    }
  }
  const { together } = draft.plan;
  for (const one of fromPartners(bar, player, draft, meter)) {
    add({ ...one, name: one.words }, { liking: LIKES[one.how][together ? 'together' : 'apart'] });
  }
  for (const one of of.own) add({ ...one, name: one.words }, { liking: OWN_LIKING });
  return options;
}

/** Points for what follows from a partner, where the plan strikes together and where it does not; and for an own pattern. */
const LIKES = {
  same: { together: 0, apart: 140 },
  accents: { together: 60, apart: 20 },
  gaps: { together: 260, apart: 60 },
} as const;
const OWN_LIKING = 40;

/** A bar that is written, a line or a rest. */
function decided(bar: Bar, player: Player, meter: Meter): HandOption {
  const line = bar.lines?.[player];
  const pattern = bar.hits[player];
  const written = pattern === null || line ? null : sureOf(pattern);
  const strokes = line
    ? line
        .filter((step) => step.notes.length > 0 && !isSlurred(step))
        .map((step) => ({
          at: step.at,
          kind: step.muted ? ('mute' as const) : ('ring' as const),
          weak: step.weak,
          string: null,
        }))
    : written === null
      ? []
      : strokesOf(written, meter);
  return {
    alike: numberOf(
      `decided ${strokes.map((s) => `${s.at}${s.kind[0]}${s.weak ? 'w' : ''}`).join()} ${written ?? ''}`,
    ),
    kind: 0,
    id: 0,
    pattern: null,
    name: DECIDED,
    words: 'as written',
    tail: null,
    plain: null,
    liking: null,
    strokes,
    silent: written === null ? [] : silencesOf(written, meter),
  };
}

/** What follows from a guitar's written hits: the same, its accents alone, its gaps. */
function fromPartners(
  bar: Bar,
  player: Player,
  draft: Draft,
  meter: Meter,
): readonly (Pattern & { readonly how: keyof typeof LIKES })[] {
  const found: (Pattern & { readonly how: keyof typeof LIKES })[] = [];
  for (const partner of PLAYERS) {
    const written = bar.hits[partner];
    if (partner === player || written === null || draft.open[PLAYERS.indexOf(partner)]) continue;
    const pattern = sureOf(written);
    const who = partner === 'bass' ? 'the bass' : `Guitar ${partner.at(-1)!}`;
    const plain = withoutStrings(pattern);
    if (plain === null) continue;
    found.push({ how: 'same', pattern: plain, words: `the same as ${who}` });
    found.push({
      how: 'accents',
      pattern: plain.replace(/[mMo]/g, '-').replace(/^-/, 'O'),
      words: `${who}’s accents`,
    });
    found.push({ how: 'gaps', pattern: complementOf(plain, meter), words: `${who}’s gaps` });
  }
  return found;
}

/** A pattern of whole strokes; null where it picks strings or does more than strike, mute, hold and stop. */
function withoutStrings(pattern: string): string | null {
  return /^[OoMmXx.-]+$/.test(pattern) ? pattern : null;
}

/** Patterns of one's own by name, and those each player has written in the song in this metre, a few, the commonest first. */
export function patternsOf(song: Song, meter: Meter): Readonly<Record<Player, readonly Pattern[]>> {
  const n = eighthsIn(meter)!;
  const named = (song.patterns ?? [])
    .filter(({ hits }) => withoutStrings(hits) !== null && parseHits(hits, meter).ok)
    .map(({ name, hits }): Pattern => ({ pattern: hits, words: `“${name}”` }));
  const list = (player: Player): readonly Pattern[] => {
    const counts = new Map<string, { count: number; words: string }>();
    for (const section of song.sections) {
      section.bars.forEach((bar, b) => {
        const pattern = bar.hits[player];
        if (pattern === null || isGuess(pattern) || withoutStrings(pattern) === null) return;
        if (pattern.length % n !== 0 || barTicks(meter) % pattern.length !== 0) return;
        const known = counts.get(pattern) ?? { count: 0, words: `as in ${section.name}, bar ${b + 1}` };
        counts.set(pattern, { ...known, count: known.count + 1 });
      });
    }
    const written = [...counts]
      .sort((x, y) => y[1].count - x[1].count)
      .slice(0, MOST_OWN)
      .map(([pattern, { words }]) => ({ pattern, words }));
    return [...named, ...written];
  };
  return { guitar1: list('guitar1'), guitar2: list('guitar2'), bass: list('bass') };
}

const MOST_OWN = 4;
