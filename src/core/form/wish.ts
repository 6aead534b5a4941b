import { fail, ok, type Result } from '../base/index';
import { DEVICES, formatGrip, parseGrip, type Device } from '../grip/index';
import { PLAYERS, type Player } from './cell';

/** What a player asks of the splitter in one section. */
export type Wish =
  | { readonly player: Player; readonly kind: 'only'; readonly devices: readonly Device[] }
  /** The fretting hand between two frets, both included. */
  | { readonly player: Player; readonly kind: 'frets'; readonly from: number; readonly to: number }
  /** Not this grip again, as chart text writes it. */
  | { readonly player: Player; readonly kind: 'not'; readonly grip: string };

const EXPECTED = 'expected guitar2 only octave third, guitar1 frets 5-9 or bass not 13xx';

/** Reads `guitar2 only octave third`, `guitar1 frets 5-9` or `bass not 13xx`. Fails with what was expected. */
export function parseWish(text: string, strings: Readonly<Record<Player, number>>): Result<Wish> {
  const match = /^(guitar1|guitar2|bass)\s+(only|frets|not)\s+(.+)$/.exec(text.trim());
  if (!match) return fail(`"${text.trim()}" is no wish; ${EXPECTED}`);
  const player = PLAYERS.find((p) => p === match[1])!;
  const value = match[3]!.trim();
  if (match[2] === 'only') {
    const devices = value.split(/\s+/);
    const wrong = devices.find((d) => !(DEVICES as readonly string[]).includes(d));
    if (wrong !== undefined) return fail(`"${wrong}" is no device; expected one of ${DEVICES.join(', ')}`);
    return ok({ player, kind: 'only', devices: devices as Device[] });
  }
  if (match[2] === 'frets') {
    const frets = /^(\d{1,2})\s*-\s*(\d{1,2})$/.exec(value);
    const [from, to] = [Number(frets?.[1]), Number(frets?.[2])];
    if (!frets || from > to) return fail(`"${value}" are no frets; expected two, the lower first, like 5-9`);
    return ok({ player, kind: 'frets', from, to });
  }
  const grip = parseGrip(value, strings[player]);
  return grip.ok ? ok({ player, kind: 'not', grip: formatGrip(grip.value) }) : grip;
}

export function formatWish(wish: Wish): string {
  if (wish.kind === 'only') return `${wish.player} only ${wish.devices.join(' ')}`;
  if (wish.kind === 'frets') return `${wish.player} frets ${wish.from}-${wish.to}`;
  return `${wish.player} not ${wish.grip}`;
}
