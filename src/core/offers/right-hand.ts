import { barsOnPass, PLAYERS, type Bar, type Player, type Section } from '../form/index';
import { filled, isGuess, isShort, isStrike, sureOf, symbolAt, withSymbol } from '../hits/index';
import { patternIn, type Edit, type HitsChange } from '../song/index';
import { barTicks, type Meter } from '../time/index';

/** The right hands of a section on one pass, as something that can be changed stroke by stroke. */
export class RightHands {
  readonly #section: string;
  readonly #pass: { readonly pass: number; readonly times: number };
  readonly #meter: Meter;
  readonly #bars: readonly Bar[];
  readonly #patterns = new Map<string, string>();

  /** `section` as a playing of `times` passes plays it. */
  constructor(section: Section, at: { pass: number; times: number; meter: Meter }) {
    this.#section = section.name;
    this.#pass = { pass: at.pass, times: at.times };
    this.#meter = at.meter;
    this.#bars = barsOnPass(section, at.pass);
  }

  /** The symbol under a player's hand at a tick of the section; null where it cannot be told. */
  symbol(player: Player, tick: number): string | null {
    const at = this.#place(tick);
    const pattern = at && this.#pattern(player, at.bar);
    return at && pattern ? symbolAt(pattern, this.#meter, at.tick) : null;
  }

  /** Puts a symbol at a tick; false when it cannot be reached. */
  put(player: Player, tick: number, symbol: string): boolean {
    const at = this.#place(tick);
    const pattern = at && this.#pattern(player, at.bar);
    const next = at && pattern && withSymbol(pattern, this.#meter, { tick: at.tick, symbol });
    if (!at || !next) return false;
    this.#patterns.set(`${player} ${at.bar}`, next);
    return true;
  }

  /** One symbol from a tick to another, within one bar (`.` silence, `-` held on); false when it cannot be reached. */
  fill(player: Player, range: { from: number; to: number; symbol: string }): boolean {
    const at = this.#place(range.from);
    const pattern = at && this.#pattern(player, at.bar);
    if (!at || !pattern) return false;
    const to = range.to - at.bar * barTicks(this.#meter);
    const next = filled(pattern, this.#meter, { from: at.tick, to, symbol: range.symbol });
    if (next === null) return false;
    this.#patterns.set(`${player} ${at.bar}`, next);
    return true;
  }

  silence(player: Player, from: number, to: number): boolean {
    return this.fill(player, { from, to, symbol: '.' });
  }

  /** A symbol at a tick and another in the places after it, up to `to` or the bar line. */
  putAndFill(player: Player, put: { at: number; symbol: string; to: number; then: string }): boolean {
    const { at, symbol, to, then } = put;
    return this.fill(player, { from: at, to, symbol: then }) && this.put(player, at, symbol);
  }

  /** Moves a stroke to another tick; what it leaves goes on sounding if the sound reaches over it. */
  move(player: Player, from: number, to: number): boolean {
    const symbol = this.symbol(player, from);
    if (symbol === null || !isStrike(symbol)) return false;
    return (
      this.put(player, from, to < from ? '-' : this.#before(player, from)) && this.put(player, to, symbol)
    );
  }

  /** What stands before a tick goes on there: held if it sounds, else silent. */
  #before(player: Player, tick: number): string {
    const before = tick > 0 ? this.symbol(player, tick - 1) : null;
    return before === null || isShort(before) ? '.' : '-';
  }

  /** The edit that makes the changes; null when nothing was changed. */
  edit(): Edit | null {
    const changes: HitsChange[] = [];
    for (const [id, hits] of this.#patterns) {
      const [player, bar] = id.split(' ') as [Player, string];
      const was = this.#bars[Number(bar)]!.hits[player];
      // A guess stays one until somebody is sure.
      const now = was !== null && isGuess(was) ? `~${sureOf(hits)}` : hits;
      if (now === was) continue;
      changes.push({ section: this.#section, ...this.#pass, player, bar: Number(bar), hits: now });
    }
    changes.sort((a, b) => a.bar - b.bar || PLAYERS.indexOf(a.player) - PLAYERS.indexOf(b.player));
    return changes.length === 0 ? null : { kind: 'setHits', changes };
  }

  #place(tick: number): { bar: number; tick: number } | null {
    const length = barTicks(this.#meter);
    const bar = Math.floor(tick / length);
    return this.#bars[bar] ? { bar, tick: tick - bar * length } : null;
  }

  #pattern(player: Player, bar: number): string | null {
    const known = this.#patterns.get(`${player} ${bar}`);
    return known ?? patternIn(this.#bars, { bar, player }, this.#meter);
  }
}
