import { isStep, leavesRoom, PLAYER_WORDS, type Player, type Push } from '../../core/form/index';
import {
  complementOf,
  isGuess,
  isShort,
  isStrike,
  placesOf,
  repeatedFigure,
  soundsOn,
} from '../../core/hits/index';
import { patternIn, type DecisionKind, type Edit, type HitsChange } from '../../core/song/index';
import { pushEdit, RightHands } from '../../core/offers/index';
import { barTicks } from '../../core/time/index';
import type { HitsScope } from './scope';
import { symbolWords, toggledString } from './symbols';

/** What a key or a drag comes to: an edit with what to call it, or why there is none. */
export type Outcome =
  | { readonly edit: Edit; readonly label: string; readonly decided?: DecisionKind }
  | { readonly edit: null; readonly why: string };

/** A place under a player's hand, in ticks from the start of the scope. */
export interface HitsPlace {
  readonly player: Player;
  readonly tick: number;
}

const no = (why: string): Outcome => ({ edit: null, why });

/** Why the right hand of a player cannot be changed in a bar, or at a tick of it, or null. */
export function closedFor(scope: HitsScope, player: Player, bar: number, tick?: number): string | null {
  if (scope.closed !== null) return scope.closed;
  const here = scope.bars[bar];
  const line = here?.lines?.[player];
  const isRoom = line && leavesRoom(line, here!.cells[player]);
  const inBar = tick === undefined ? null : tick - bar * barTicks(scope.meter);
  const now = inBar === null ? undefined : here?.cells[player].findLast((c) => c.at <= inBar);
  if (line && (!isRoom || (now !== undefined && isStep(now))))
    return 'A line stands here; change its notes, or take it away with b';
  const leader = leaderOf(scope, player);
  if (leader) return `${PLAYER_WORDS[player]} strikes with ${PLAYER_WORDS[leader]}; choose own hits first`;
  return null;
}

/** Who a player strikes with at the place that is looked at. */
export function leaderOf(scope: HitsScope, player: Player): Player | null {
  const playing = scope.connection ? null : scope.playing;
  return playing?.section.hands?.[player]?.with ?? null;
}

/** The bar (from 0) a tick lies in. */
export function barOf(scope: HitsScope, tick: number): number {
  return Math.floor(tick / barTicks(scope.meter));
}

/** "Guitar 1, bar 3". */
export function whereWords(scope: HitsScope, { player, tick }: HitsPlace): string {
  return `${PLAYER_WORDS[player]}, ${scope.barNames[barOf(scope, tick)] ?? ''}`;
}

function hands(scope: HitsScope): RightHands {
  return new RightHands(scope.section, { pass: scope.pass, times: scope.times, meter: scope.meter });
}

/** The hits as they are written where the scope's bars come from. */
function written(scope: HitsScope, edit: Edit | null): Edit | null {
  if (edit === null) return null;
  if (edit.kind === 'setHits') {
    return {
      kind: 'setHits',
      changes: edit.changes.map((c) => ({ ...scope.address(c.bar), player: c.player, hits: c.hits })),
    };
  }
  if (edit.kind === 'setPush')
    return { kind: 'setPush', change: { ...edit.change, ...scope.address(edit.change.bar) } };
  if (edit.kind === 'together')
    return { kind: 'together', edits: edit.edits.flatMap((e) => written(scope, e) ?? []) };
  return edit;
}

function outcome(scope: HitsScope, h: RightHands, label: string): Outcome {
  const edit = written(scope, h.edit());
  return edit ? { edit, label } : no('It is like that already');
}

/** The symbol under a hand: as written, or what striking each grip once amounts to. */
export function symbolUnder(scope: HitsScope, { player, tick }: HitsPlace): string | null {
  const bar = barOf(scope, tick);
  const pattern = patternIn(scope.bars, { bar, player }, scope.meter);
  if (pattern === null) return null;
  const places = placesOf(pattern);
  const at = ((tick - bar * barTicks(scope.meter)) * places.length) / barTicks(scope.meter);
  if (Number.isInteger(at)) return places[at] ?? null;
  const before = places[Math.floor(at)]!;
  return isShort(before) ? '.' : '-';
}

/** A bar stands on one even division, and some of its strokes would not. */
const NO_FIT =
  'Other strokes of this bar stand in another division; move or silence them first, or choose their grid';

/** Puts a symbol at a place. */
export function put(scope: HitsScope, place: HitsPlace, symbol: string): Outcome {
  const { player, tick } = place;
  const why = closedFor(scope, player, barOf(scope, tick), tick);
  if (why !== null) return no(why);
  const h = hands(scope);
  if (!h.put(player, tick, symbol)) return no(NO_FIT);
  return outcome(scope, h, `${symbolWords(symbol)} for ${whereWords(scope, place)}`);
}

/** A strike where there is none, or the stroke there taken away. */
export function strikeOrNot(scope: HitsScope, place: HitsPlace): Outcome {
  const now = symbolUnder(scope, place);
  if (now === null || !isStrike(now)) return put(scope, place, 'O');
  // What is left sounds on if something before it does.
  const before = place.tick > 0 ? symbolUnder(scope, { ...place, tick: place.tick - 1 }) : null;
  return put(scope, place, before !== null && soundsOn(before) ? '-' : '.');
}

/** The stroke at a place, or the last one before it in the same bar. */
export function strokeNear(scope: HitsScope, { player, tick }: HitsPlace): HitsPlace | null {
  const start = barOf(scope, tick) * barTicks(scope.meter);
  const mark = scope.marks[player].findLast((m) => m.at <= tick && m.at >= start);
  return mark ? { player, tick: mark.at } : null;
}

/** Changes the stroke at a place or the last before it. */
export function changeStroke(
  scope: HitsScope,
  place: HitsPlace,
  change: (symbol: string) => string | null,
): Outcome {
  const near = strokeNear(scope, place);
  const symbol = near && symbolUnder(scope, near);
  if (!near || !symbol || !isStrike(symbol)) return no('There is no stroke here to change');
  const next = change(symbol);
  return next === null ? no('This stroke cannot be changed so') : put(scope, near, next);
}

/** Strings that the grip held at a place sounds, as players count them, the highest last. */
export function soundingAt(scope: HitsScope, { player, tick }: HitsPlace): readonly number[] {
  const mark = scope.marks[player].findLast((m) => m.at <= tick);
  const grip = mark?.grip ?? [];
  return grip.flatMap((fret, s) => (fret === null ? [] : [grip.length - s]));
}

/** Puts a string more or less into the stroke at a place; where there is none it is struck alone. */
export function toggleString(scope: HitsScope, place: HitsPlace, string: number): Outcome {
  const now = symbolUnder(scope, place);
  return put(scope, place, now !== null && isStrike(now) ? toggledString(now, string) : String(string));
}

export function moveStroke(scope: HitsScope, player: Player, from: number, to: number): Outcome {
  const why =
    closedFor(scope, player, barOf(scope, from), from) ?? closedFor(scope, player, barOf(scope, to), to);
  if (why !== null) return no(why);
  const h = hands(scope);
  if (!h.move(player, from, to)) return no(NO_FIT);
  return outcome(scope, h, `moved a stroke of ${whereWords(scope, { player, tick: to })}`);
}

/** Lets a stroke ring until a tick (no further than the next stroke) and be silent from there to the next. */
export function holdUntil(scope: HitsScope, player: Player, from: number, until: number): Outcome {
  const why = closedFor(scope, player, barOf(scope, from), from);
  if (why !== null) return no(why);
  const next = scope.marks[player].find((m) => m.at > from)?.at ?? Infinity;
  const end = scope.bars.length * barTicks(scope.meter);
  const to = Math.min(until, next, end);
  const h = hands(scope);
  const fill = (a: number, b: number, symbol: string) => {
    const length = barTicks(scope.meter);
    for (let t = a; t < b;) {
      const line = (Math.floor(t / length) + 1) * length;
      if (!h.fill(player, { from: t, to: Math.min(b, line), symbol })) return false;
      t = line;
    }
    return true;
  };
  const symbol = h.symbol(player, from);
  if (symbol === null || !isStrike(symbol)) return no('There is no stroke here to hold');
  const held = fill(from, to, '-') && h.put(player, from, symbol) && fill(to, Math.min(next, end), '.');
  if (!held) return no(NO_FIT);
  return outcome(scope, h, `length of a stroke of ${whereWords(scope, { player, tick: from })}`);
}

/** Whole bars of hits at once; bars that cannot be changed are left out. */
export function setPatterns(
  scope: HitsScope,
  list: readonly Pick<HitsChange, 'player' | 'bar' | 'hits'>[],
  label: string,
): Outcome {
  const open = list.filter((c) => closedFor(scope, c.player, c.bar) === null);
  const first = list[0];
  if (open.length === 0) return no(first ? closedFor(scope, first.player, first.bar)! : 'Nothing to change');
  const changes = open.map((c) => ({ ...scope.address(c.bar), player: c.player, hits: c.hits }));
  return { edit: { kind: 'setHits', changes }, label };
}

/** The answer to another player's bar: strikes where that one rests. */
export function answer(scope: HitsScope, player: Player, bar: number, to: Player): Outcome {
  const pattern = patternIn(scope.bars, { bar, player: to }, scope.meter);
  if (pattern === null) return no(`${PLAYER_WORDS[to]} has nothing here that can be answered`);
  return setPatterns(
    scope,
    [{ player, bar, hits: complementOf(pattern, scope.meter) }],
    `${PLAYER_WORDS[player]} answers ${PLAYER_WORDS[to]}, ${scope.barNames[bar]}`,
  );
}

/** What stands in the bar before the place, again and again to its end. */
export function repeatFigure(scope: HitsScope, { player, tick }: HitsPlace): Outcome {
  const bar = barOf(scope, tick);
  const why = closedFor(scope, player, bar);
  if (why !== null) return no(why);
  const inBar = tick % barTicks(scope.meter);
  if (inBar === 0) return no('Go behind the figure first: what stands before the place is repeated');
  const pattern = patternIn(scope.bars, { bar, player }, scope.meter);
  const hits = pattern && repeatedFigure(pattern, scope.meter, inBar);
  if (!hits) return no('Nothing is struck before this place that could be repeated');
  const was = scope.bars[bar]?.hits[player] ?? null;
  return setPatterns(
    scope,
    [{ player, bar, hits: was !== null && isGuess(was) ? `~${hits}` : hits }],
    `a figure again and again for ${PLAYER_WORDS[player]}, ${scope.barNames[bar]}`,
  );
}

/** Three strokes in the time of two places, `division` ticks long each, from the place on. */
export function triplet(scope: HitsScope, place: HitsPlace, division: number): Outcome {
  const { player, tick } = place;
  const bar = barOf(scope, tick);
  const why = closedFor(scope, player, bar, tick);
  if (why !== null) return no(why);
  if ((tick % barTicks(scope.meter)) + 2 * division > barTicks(scope.meter))
    return no('Three in the time of two do not fit before the bar line');
  const now = symbolUnder(scope, place);
  const symbol = now !== null && isStrike(now) ? now : 'O';
  const h = hands(scope);
  const third = (2 * division) / 3;
  // What stood on the second of the two places gives way.
  const rest = soundsOn(symbol) ? '-' : '.';
  const isFree = h.fill(player, { from: tick, to: tick + 2 * division, symbol: rest });
  if (!isFree || ![0, 1, 2].every((n) => h.put(player, tick + n * third, symbol))) return no(NO_FIT);
  return outcome(scope, h, `three in the time of two for ${whereWords(scope, place)}`);
}

/** Where the change under the cursor is written: the player's cell that begins there or holds on, in ticks. */
export function changeAt(scope: HitsScope, { player, tick }: HitsPlace): { at: number; push: Push } | null {
  const length = barTicks(scope.meter);
  const all = scope.bars.flatMap((bar, b) =>
    bar.cells[player].map((c) => ({ at: b * length + c.at, push: c.push })),
  );
  return all.findLast((c) => c.at - c.push <= tick) ?? null;
}

const NEXT_PUSH: Readonly<Record<Push, Push>> = { 0: 480, 480: 240, 240: 0 };
const PUSH_WORDS: Readonly<Record<Push, string>> = {
  0: 'on its place',
  480: 'an eighth early',
  240: 'a sixteenth early',
};

/** The change under the cursor earlier: an eighth, a sixteenth, on its place again. For one player or for all. */
export function push(scope: HitsScope, place: HitsPlace, who: readonly Player[], to: Push | null): Outcome {
  if (scope.closed !== null) return no(scope.closed);
  const change = changeAt(scope, place);
  if (!change) return no('Nothing changes here');
  const next = to ?? NEXT_PUSH[change.push];
  const edit = written(
    scope,
    pushEdit(
      scope.section,
      { pass: scope.pass, times: scope.times, meter: scope.meter },
      { at: change.at, players: who, push: next, chord: who.length === 3 },
    ),
  );
  const names = who.length === 3 ? 'everybody' : who.map((p) => PLAYER_WORDS[p]).join(' and ');
  return edit
    ? { edit, label: `the change comes ${PUSH_WORDS[next]} for ${names}` }
    : no('It is like that already');
}
