import { playersWords, type Finding } from '../clash/index';
import { barsOnPass, PLAYER_WORDS, PLAYERS, type Player, type Push } from '../form/index';
import type { Grip } from '../grip/index';
import { isStrike, soundsOn, withStrings } from '../hits/index';
import {
  materialOf,
  momentIndexAt,
  rigIn,
  type Edit,
  type PushChange,
  type Song,
  type Strike,
} from '../song/index';
import { barTicks, TICKS_PER_QUARTER, type Delay } from '../time/index';
import type { RightHands } from './right-hand';
import { add, type Ground, type Way } from './way';
import { soundEdit } from './wide-cures';

/** A stop that rings: stop with the others, leave the stroke out, or let all ring. */
export function stopWays({ finding, strikes, hands }: Ground): readonly Way[] {
  const [player] = finding.players;
  if (!player) return [];
  const { from: at, to } = finding;
  const cutters = PLAYERS.filter((p) => p !== player && !soundsOver(strikes[p], at, to));
  const struckHere = strikes[player].some((s) => s.at === at);
  const deadThere = cutters.some((p) => strikes[p].some((s) => s.at === at && s.kind === 'dead'));
  const ways: Way[] = [];
  const withThem = hands();
  const symbol = struckHere && deadThere ? 'X' : '.';
  if (withThem.putAndFill(player, { at, symbol, to, then: '.' })) {
    add(ways, withThem, { words: `Stop ${words(player)} with them`, sort: 'stop', far: 0 });
  }
  if (struckHere) {
    const short = hands();
    if (short.silence(player, at, to)) {
      add(ways, short, { words: `${PLAYER_WORDS[player]} leaves that stroke out`, sort: 'leave', far: 0.2 });
    }
  }
  const ring = hands();
  const all = cutters.every((p) => {
    const dead = strikes[p].some((s) => s.at === at && s.kind === 'dead');
    return ring.putAndFill(p, { at, symbol: dead ? 'O' : '-', to, then: '-' });
  });
  if (all) add(ways, ring, { words: 'Let all ring', sort: 'ring', far: 0.4 });
  return ways;
}

/** A choke in the sound of another: both choke, a palm mute instead, or none. The same in every bar. */
export function buriedWays({ finding, strikes, hands, material }: Ground): readonly Way[] {
  const { from: at, players } = finding;
  const bar = barTicks(material.meter);
  const choker = players.find((p) => strikes[p].some((s) => s.at === at && s.kind === 'dead'));
  const partner = players.find((p) => p !== choker);
  if (!choker || !partner) return [];
  // The finding stands for the same hit in every bar.
  const hits = strikes[choker].filter((s) => s.kind === 'dead' && (s.at - at) % bar === 0).map((s) => s.at);
  const ways: Way[] = [];
  const each = (change: (h: RightHands, tick: number) => boolean, way: Omit<Way, 'edit'>) => {
    const h = hands();
    if (hits.every((tick) => change(h, tick))) add(ways, h, way);
  };
  const nextOf = (player: Player, tick: number) => strikes[player].find((s) => s.at > tick)?.at ?? Infinity;
  each((h, tick) => h.putAndFill(partner, { at: tick, symbol: 'X', to: nextOf(partner, tick), then: '.' }), {
    words: `${PLAYER_WORDS[partner]} chokes there too`,
    sort: 'both',
    far: 0,
  });
  each((h, tick) => h.put(choker, tick, 'M'), {
    words: `${PLAYER_WORDS[choker]} palm-mutes it instead`,
    sort: 'mute',
    far: 0.1,
  });
  each((h, tick) => h.put(choker, tick, '.'), {
    words: `${PLAYER_WORDS[choker]} leaves it out`,
    sort: 'leave',
    far: 0.2,
  });
  return ways;
}

/** The finest division ways are made in: a 32nd. */
const STEP = 120;

/** Two strokes a hair apart: one onto the other, or one left out. */
export function flamWays({ finding, strikes, hands }: Ground): readonly Way[] {
  const { from: early, to: late, players } = finding;
  const ways: Way[] = [];
  const at = (tick: number) => players.filter((p) => strikes[p].some((s) => s.at === tick));
  const meet = (who: readonly Player[], from: number, to: number, far: number) => {
    const h = hands();
    if (who.length > 0 && who.every((p) => h.move(p, from, to))) {
      add(ways, h, {
        words: `${playersWords(who)} onto the others’ stroke`,
        sort: `move ${to}`,
        far,
      });
    }
  };
  const [first, second] = [at(early), at(late)];
  // As the finding says it: who stands alone is off; of two, the one further from the eighths.
  const lateMoves =
    second.length < first.length || (second.length === first.length && late % (TICKS_PER_QUARTER / 2) !== 0);
  meet(second, late, early, lateMoves ? 0 : 0.3);
  meet(first, early, late, lateMoves ? 0.3 : 0);
  const leave = hands();
  const off = lateMoves ? second : first;
  if (off.every((p) => leave.put(p, lateMoves ? late : early, '-'))) {
    const what = `${playersWords(off)} ${off.length === 1 ? 'leaves' : 'leave'} it out`;
    add(ways, leave, { words: what, sort: 'leave', far: 0.4 });
  }
  return ways;
}

/** A push not played by all: common, by nobody, or silence before it. */
export function pushWays({ song, material, finding, strikes, hands, moments }: Ground): readonly Way[] {
  const { from: at, to, players } = finding;
  const moment = moments.find((m) => m.start === at);
  if (!moment) return [];
  const early = players.filter((p) => strikes[p].some((s) => s.nominal === at && s.at < at));
  const late = players.filter((p) => !early.includes(p));
  const push = (to - at) as Push;
  const bar = barTicks(material.meter);
  const change = (who: readonly Player[], by: Push): PushChange => ({
    section: finding.section,
    pass: finding.pass,
    times: material.times,
    bar: Math.floor(at / bar),
    at: at % bar,
    push: by,
    players: who,
    chord: true,
  });
  const ways: Way[] = [];
  const offer = (way: Omit<Way, 'edit'>, by: { who: readonly Player[]; push: Push; h: RightHands }) => {
    const hits = by.h.edit();
    const edits: Edit[] = [{ kind: 'setPush', change: change(by.who, by.push) }, ...(hits ? [hits] : [])];
    ways.push({ ...way, edit: { kind: 'together', edits } });
  };
  const common = hands();
  if (late.every((p) => written(song, finding, p, at, push) === null || bring(common, p, at, at - push))) {
    offer({ words: 'Make the push common', sort: 'common', far: 0 }, { who: late, push, h: common });
  }
  const nobody = hands();
  if (early.every((p) => written(song, finding, p, at, push) === null || bring(nobody, p, at - push, at))) {
    offer({ words: 'No one pushes', sort: 'nobody', far: 0.1 }, { who: early, push: 0, h: nobody });
  }
  const short = hands();
  if (late.every((p) => short.silence(p, at - push, at))) {
    const what = `${playersWords(late)} ${late.length === 1 ? 'stops' : 'stop'} before it`;
    add(ways, short, { words: what, sort: 'stop', far: 0.2 });
  }
  return ways;
}

/** Whether a player's strokes around a change are written; where they are not, they follow the push by themselves. */
function written(song: Song, f: Finding, player: Player, at: number, push: number): string | null {
  const { section, meter } = materialOf(song, f.section, f.playing)!;
  const bars = barsOnPass(section, f.pass);
  const bar = barTicks(meter);
  return (
    bars[Math.floor((at - push) / bar)]?.hits[player] ?? bars[Math.floor(at / bar)]?.hits[player] ?? null
  );
}

/** A stroke from one tick to another; where there was none it is struck ringing. */
function bring(h: RightHands, player: Player, from: number, to: number): boolean {
  const symbol = h.symbol(player, from);
  if (symbol !== null && isStrike(symbol) && soundsOn(symbol)) return h.move(player, from, to);
  return h.put(player, to, 'O');
}

/** The hand stops everything an eighth before the grip that lets it ring on. */
export function silenceBefore({ finding, strikes, hands }: Ground): readonly Way[] {
  return finding.players.flatMap((player): Way[] => {
    const before = strikes[player].findLast((s) => s.at < finding.from && s.end >= finding.from);
    if (!before) return [];
    const h = hands();
    const ways: Way[] = [];
    const from = Math.max(before.at + STEP * 2, finding.from - 480);
    const silent = h.silence(player, from, finding.from);
    if (silent)
      add(ways, h, {
        words: `${PLAYER_WORDS[player]} stops the string before the change`,
        sort: 'stop',
        far: 0,
      });
    return ways;
  });
}

/** Strings a grip sounds, as players count them, the lowest first. */
function heldStrings(grip: Grip): readonly number[] {
  return grip.flatMap((fret, s) => (fret === null ? [] : [grip.length - s]));
}

/** A picked string that the grip does not hold: the nearest one that it does, wherever that is picked under this grip. */
export function pickWays({ finding, strikes, hands }: Ground): readonly Way[] {
  const [player] = finding.players;
  const first = player && strikes[player].find((s) => s.at >= finding.from && s.strings !== null);
  if (!player || !first) return [];
  const { grip, cell } = first;
  const held = heldStrings(grip);
  const ways: Way[] = [];
  const nearest = (pick: number) => [...held].sort((a, b) => Math.abs(a - pick) - Math.abs(b - pick))[0];
  const empty = first.strings!.find((string) => !held.includes(string));
  const instead = empty === undefined ? undefined : nearest(empty);
  const h = hands();
  const missed = strikes[player].filter(
    (s) =>
      s.cell.bar === cell.bar &&
      s.cell.index === cell.index &&
      s.strings?.some((string) => !held.includes(string)),
  );
  const swap = (string: number) => (held.includes(string) ? string : (nearest(string) ?? string));
  const isPut = (at: number) => {
    const symbol = h.symbol(player, at);
    return symbol !== null && h.put(player, at, withStrings(symbol, swap));
  };
  if (instead !== undefined && missed.every((s) => isPut(s.at))) {
    const what = `${PLAYER_WORDS[player]} picks string ${instead} there`;
    add(ways, h, { words: what, sort: 'pick', far: -0.1 });
  }
  return ways;
}

/** Repeats over a change: delay off or shorter for the section, or stopping early. */
export function delayWays({ song, material, finding, strikes, hands, moments }: Ground): readonly Way[] {
  const moment = moments[momentIndexAt(moments, finding.from)];
  const { section } = finding;
  const place = { section: material.section, bar: moment ?? {} };
  const player = finding.players.find((p) => rigIn(song, p, place).delay !== null);
  if (!player || !moment) return [];
  const sounds = material.section.sounds?.[player];
  const turned = (delay: Delay | null): Edit => soundEdit({ song, finding }, player, { ...sounds, delay });
  const bars = barsOnPass(material.section, finding.pass);
  // The repeats are of what was struck here or a bar before.
  const offIn = [moment.bar, moment.bar - 1].filter((bar) => bars[bar] !== undefined);
  const ways: Way[] = [
    ...offIn.map((bar): Way => {
      const use = { ...bars[bar]!.sounds?.[player], delay: null };
      const change = { section, pass: finding.pass, player, bar, use };
      const words = `${PLAYER_WORDS[player]}: delay off in bar ${bar + 1}`;
      return { words, edit: { kind: 'useSound', change }, sort: 'off here', far: 0.1 };
    }),
    {
      words: `${PLAYER_WORDS[player]}: delay off in ${section}`,
      edit: turned(null),
      sort: 'off',
      far: 0.5,
    },
  ];
  for (const [name, ticks] of [
    ['1/16', 240],
    ['1/8', 480],
  ] as const) {
    ways.push({
      words: `${PLAYER_WORDS[player]}: a ${name} delay in ${section}`,
      edit: turned({ kind: 'ticks', ticks }),
      sort: 'shorter',
      far: 0.4,
    });
  }
  // Leaving the last strokes before the change out, one after the other.
  const last = strikes[player].filter((s) => s.at < moment.start && s.at >= moment.start - 1920).reverse();
  const h = hands();
  for (const s of last) {
    if (!h.silence(player, s.at, moment.start)) break;
    const copy = h.edit();
    if (copy) {
      ways.push({
        words: `${PLAYER_WORDS[player]} stops early, before the change`,
        edit: copy,
        sort: 'early',
        far: 0.1 + 0.1 * last.indexOf(s),
      });
    }
  }
  return ways;
}

/** Time for the hand: the last strokes before the change are left out, one after the other. */
export function shiftWays({ finding, strikes, hands }: Ground): readonly Way[] {
  const [player] = finding.players;
  if (!player) return [];
  const ways: Way[] = [];
  const h = hands();
  const last = strikes[player].filter((s) => s.at < finding.from && s.at >= finding.from - 960).reverse();
  for (const [i, s] of last.entries()) {
    if (!h.silence(player, s.at, finding.from)) break;
    const edit = h.edit();
    const strokes = i === 0 ? 'the last stroke' : `the last ${i + 1} strokes`;
    const what = `${PLAYER_WORDS[player]} leaves ${strokes} before it out`;
    if (edit) ways.push({ words: what, edit, sort: 'time', far: 0.2 * i - 0.1 });
  }
  return ways;
}

function soundsOver(strikes: readonly Strike[], from: number, to: number): boolean {
  return strikes.some((s) => s.at < to && s.end > from);
}

function words(player: Player): string {
  return player === 'bass' ? 'the bass' : PLAYER_WORDS[player];
}
