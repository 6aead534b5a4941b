import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import type { Bands } from '../../core/heard/index';

/** Bands that two players fill alike. */
export interface Shared {
  readonly players: readonly [Player, Player];
  /** Places in the list of bands, first and last. */
  readonly from: number;
  readonly to: number;
}

/** Closer than this two are alike, further below one's own loudest band nobody minds (measured by us on the demo songs). */
const ALIKE_DB = 6;
const HEARD_DB = 14;

/** Where two players are as loud as each other and loud for themselves, pair by pair, from low to high. */
export function sharedBands({ levels }: Bands): readonly Shared[] {
  const pairs = [
    ['guitar1', 'guitar2'],
    ['guitar1', 'bass'],
    ['guitar2', 'bass'],
  ] as const;
  return pairs.flatMap((players): readonly Shared[] => {
    const [a, b] = players.map((player) => levels[player]) as [readonly number[], readonly number[]];
    const [most, other] = [Math.max(...a), Math.max(...b)];
    const isShared = a.map(
      (x, i) => x > most - HEARD_DB && b[i]! > other - HEARD_DB && Math.abs(x - b[i]!) < ALIKE_DB,
    );
    const found: Shared[] = [];
    isShared.forEach((shared, i) => {
      if (!shared) return;
      const last = found.at(-1);
      if (last && last.to === i - 1) found[found.length - 1] = { ...last, to: i };
      else found.push({ players, from: i, to: i });
    });
    return found;
  });
}

/** "Guitar 1 and Bass share 80 to 125 Hz": one sentence each, with what it does down there. */
export function sharedWords(bands: Bands): readonly string[] {
  const shared = sharedBands(bands);
  const silent = PLAYERS.filter((player) => !bands.levels[player].some((db) => db > -90));
  const pairs = [...new Set(shared.map(({ players }) => players))];
  const words = pairs.map((players) => {
    const [a, b] = players;
    const own = shared.filter((one) => one.players === players);
    const ranges = own.map(({ from, to }) =>
      from === to ? hzWords(bands.hz[from]!) : `${hzWords(bands.hz[from]!)} to ${hzWords(bands.hz[to]!)}`,
    );
    const low = b === 'bass' && own.some(({ from }) => bands.hz[from]! <= LOW_HZ);
    return `${PLAYER_WORDS[a]} and ${PLAYER_WORDS[b]} fill ${listed(ranges)} alike${low ? ': down there it gets muddy, unless one of both leaves it' : ''}.`;
  });
  if (words.length === 0 && silent.length < 2)
    words.push('No one fills the same bands as another: each has a place of their own.');
  return [...words, ...silent.map((player) => `${PLAYER_WORDS[player]} is silent here.`)];
}

const LOW_HZ = 200;

function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** "125 Hz", "1.6 kHz". */
export function hzWords(hz: number): string {
  return hz >= 1000 ? `${hz / 1000} kHz` : `${hz} Hz`;
}
