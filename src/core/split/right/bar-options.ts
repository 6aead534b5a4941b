import { PLAYERS, type Bar, type Player } from '../../form/index';
import { hitsOf, sureOf } from '../../hits/index';
import { isSlurred } from '../../line/index';
import type { Choices, Nth, Steps } from '../../solver/index';
import { TICKS_PER_QUARTER, type Meter } from '../../time/index';
import { opennessOf } from '../plan';
import type { Draft } from './draft';
import { eighthsIn, FIGURES, TAILS, withTail, type FigureName, type Ground, type Tail } from './figures';
import { OTHER_FIGURE_POINTS, ownHandCosts, sumOfHand } from './hand-costs';
import { fitted, isPicked, motifsFor, nameOf, type Motif, type Motifs } from './motifs';
import { numberOf, silencesOf, strokesOf, type HandOption } from './option';

/** Figures are kinds: going on with the same one costs nothing. */
export class Kinds {
  readonly #names: string[] = [DECIDED];
  readonly #same = new Set<string>();

  of(name: string): number {
    const at = this.#names.indexOf(name);
    return at >= 0 ? at : this.#names.push(name) - 1;
  }

  /** Two names for one figure: what is written, and the figure it comes from. */
  link(a: string, b: string): void {
    const [x, y] = [this.of(a), this.of(b)];
    this.#same.add(`${x} ${y}`).add(`${y} ${x}`);
  }

  steps(): Steps<HandOption> {
    const n = this.#names.length;
    const table = new Float64Array(n * n);
    for (let a = 1; a < n; a += 1) {
      for (let b = 1; b < n; b += 1) {
        if (a !== b && !this.#same.has(`${a} ${b}`)) table[a * n + b] = OTHER_FIGURE_POINTS;
      }
    }
    return { kinds: table, between: (a, b) => table[a.kind * n + b.kind]! };
  }
}

const DECIDED = 'decided';

export interface OptionsOf {
  readonly bars: readonly Bar[];
  readonly b: number;
  readonly meter: Meter;
  readonly kinds: Kinds;
  readonly motifs: Motifs;
  /** Whose bars are for the splitter to fill. */
  readonly isOpen: (player: Player, bar: number) => boolean;
  /** Figures that a player's written bars of the section come from. */
  readonly written: Readonly<Record<Player, ReadonlySet<FigureName>>>;
}

/** The figures that what a player has written in a bar comes from, with whatever end. */
export function figuresOf(pattern: string, ground: Ground): readonly FigureName[] {
  return FIGURES.filter((figure) => {
    const plain = figure.bar(ground);
    return plain === pattern || TAILS.some((tail) => withTail(plain, tail, ground.meter) === pattern);
  }).map(({ name }) => name);
}

/** What a figure beyond these points is too far from a plan to be given an end of its own. */
const WORTH_AN_END = 60;

/**
 * Everything a player's right hand may do in a bar, with what it costs by itself; one thing alone where it is decided.
 * Bars of a section in which the same matters share one object (`known`).
 */
export function choicesIn(
  draft: Draft,
  p: Nth,
  of: OptionsOf & { readonly known: Map<string, Choices<HandOption>> },
): Choices<HandOption> {
  const { bars, b, meter, isOpen, motifs, known } = of;
  const player = PLAYERS[p]!;
  const seat = draft.seats[p];
  const mine = draft.open[p] ? motifsFor(motifs, { player, bar: b, meter, isOpen }) : [];
  const { lines, hits } = bars[b]!;
  const held = Array.from({ length: eighthsIn(meter)! }, (_, i) => draft.grounds[p].held(i).join(''));
  const { gain, low, changes, sung, ends, openStrings, hasWritten } = seat;
  const key = draft.open[p]
    ? JSON.stringify([p, held, gain, low, changes, sung, ends, openStrings, hasWritten, mine])
    : JSON.stringify([p, lines?.[player] ? b : hits[player]]);
  let choices = known.get(key);
  if (!choices) {
    const options = draft.open[p] ? optionsIn(draft, p, { ...of, mine }) : [decided(bars[b]!, player, of)];
    choices = { options, points: options.map((o) => sumOfHand(ownHandCosts(o, seat))) };
    known.set(key, choices);
  }
  return choices;
}

function optionsIn(
  draft: Draft,
  p: Nth,
  of: OptionsOf & { readonly mine: readonly Motif[] },
): readonly HandOption[] {
  const { meter, kinds, mine, written } = of;
  const player = PLAYERS[p]!;
  const seat = draft.seats[p];
  const ground = draft.grounds[p];
  const options: HandOption[] = [];
  const known = new Set<string>();
  const add = (
    { pattern, name, words }: { pattern: string; name: string; words: string },
    {
      tail = null,
      liking = null,
      plain = pattern,
      isWritten = false,
    }: Partial<Pick<HandOption, 'tail' | 'liking' | 'plain' | 'isWritten'>> = {},
  ) => {
    const key = `${pattern} ${name}`;
    if (known.has(key)) return;
    known.add(key);
    const kind = kinds.of(name);
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
      isWritten,
      strokes: strokesOf(pattern, meter),
      silent: silencesOf(pattern, meter),
    });
  };
  /** With its ends, where something ends. */
  const addEnded = (
    one: { pattern: string; name: string; words: string },
    of: { tails: readonly Tail[]; liking?: number | null; isWritten?: boolean },
  ) => {
    const { tails, ...rest } = of;
    add(one, rest);
    if (seat.ends === null) return;
    for (const tail of tails) {
      const ended = withTail(one.pattern, tail, meter);
      if (ended !== null) add({ ...one, pattern: ended }, { ...rest, tail, plain: one.pattern });
    }
  };
  const open = opennessOf(seat.gain);
  /** Ends of the plan's own figures, by their patterns. */
  const endsOf = new Map<string, readonly Tail[]>();
  for (const figure of FIGURES) {
    const likes = (open > 0 ? seat.role.clean[figure.name] : undefined) ?? seat.role.driven[figure.name];
    if (likes === undefined) continue;
    const isQuiet = figure.name.startsWith('broken') || figure.name === 'long';
    const tails: readonly Tail[] = isQuiet ? ['stop'] : likes <= WORTH_AN_END ? TAILS : ['stop', 'lead'];
    const isWritten = written[player].has(figure.name);
    const pattern = figure.bar(ground);
    endsOf.set(pattern, tails);
    addEnded({ ...figure, pattern }, { tails, isWritten });
  }
  const { together } = draft.plan;
  for (const motif of mine) {
    const one = motif.isElsewhere ? { ...motif, pattern: fitted(motif.pattern, seat) } : motif;
    if (!isHeld(one.pattern, meter, ground)) continue;
    // What the plan knows as a figure of its own is no dearer and no cheaper because somebody strikes something like it.
    const ends = endsOf.get(one.pattern);
    if (ends && one.how !== 'again' && one.how !== 'same') continue;
    const points = MOTIFS[one.how];
    const liking = typeof points === 'number' ? points : points[together ? 'together' : 'apart'];
    addEnded(one, {
      liking,
      isWritten: one.how === 'again',
      tails: ends ?? (isPicked(one.pattern) ? [] : ['stop', 'lead']),
    });
  }
  return options;
}

/**
 * Points for what this player strikes elsewhere in the section and in the song, and for what follows from a partner, where
 * the plan strikes together and where it does not.
 */
const MOTIFS = {
  again: 0,
  own: 40,
  same: { together: 0, apart: 140 },
  accents: { together: 40, apart: 70 },
  gaps: { together: 260, apart: 60 },
} as const;

/** Whether the left hand holds every string that is picked. */
function isHeld(pattern: string, meter: Meter, { held }: Ground): boolean {
  if (!isPicked(pattern)) return true;
  return hitsOf(pattern, meter).every(({ strings, atTick }) =>
    (strings ?? []).every((s) => held(Math.floor(atTick / (TICKS_PER_QUARTER / 2))).includes(s)),
  );
}

/** A bar that is written, a line or a rest. */
function decided(bar: Bar, player: Player, of: Pick<OptionsOf, 'meter' | 'kinds'>): HandOption {
  const { meter, kinds } = of;
  const line = bar.lines?.[player];
  const pattern = bar.hits[player];
  const written = pattern === null || line ? null : sureOf(pattern);
  // Going on with what is written costs nothing.
  const kind = written === null ? 0 : kinds.of(nameOf('same', written));
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
    kind,
    id: kind,
    pattern: null,
    name: DECIDED,
    words: 'as written',
    tail: null,
    plain: null,
    liking: null,
    isWritten: true,
    strokes,
    silent: written === null ? [] : silencesOf(written, meter),
  };
}
