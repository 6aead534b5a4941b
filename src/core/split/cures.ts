import { finished } from '../base/index';
import { playersWords, songFindings, type Finding } from '../clash/index';
import {
  barsOnPass,
  gripCell,
  isLocked,
  PLAYER_WORDS,
  PLAYERS,
  type Cell,
  type Player,
  type Push,
} from '../form/index';
import { formatGrip, knowGrip, NEIGHBOUR_WORDS, neighboursOf } from '../grip/index';
import {
  applyEdit,
  momentIndexAt,
  momentsOf,
  materialOf,
  rigIn,
  strikesOf,
  type Edit,
  type Material,
  type Moment,
  type PushChange,
  type Song,
  type Strike,
} from '../song/index';
import { barTicks, TICKS_PER_QUARTER, type Delay } from '../time/index';
import { otherChoices, wordsFor } from './alternatives';
import { differenceOf, troubleOf, type Effect } from './effect';
import { addressOf } from './problem';
import { RightHands } from './right-hand';
import { everywhere, soundWays } from './wide-cures';

/** A way out of a finding: one edit that takes it away, in words, with everything else it changes in the song. */
export interface Cure extends Effect {
  readonly words: string;
  readonly edit: Edit;
}

/** A way that may help: how far it goes from what is there decides between equals. */
interface Way {
  readonly words: string;
  readonly edit: Edit;
  /** What sort of way it is: one of each is offered before a second of any. */
  readonly sort: string;
  readonly far: number;
}

/**
 * Two to `most` ways out of a finding, found by trying them on the whole song: other grips, a note less, another
 * octave, rest; stopping or moving a stroke; making a push common or leaving it. Least trouble first, of every sort
 * one before the second. Locked cells stay. Empty when nothing helps.
 */
export function curesFor(song: Song, finding: Finding, options: { most?: number } = {}): readonly Cure[] {
  return finished(curesInSteps(song, finding, options));
}

/** The same, one way tried a step, so that a page can go on in between. */
export function* curesInSteps(
  song: Song,
  finding: Finding,
  options: { most?: number } = {},
): Generator<undefined, readonly Cure[]> {
  const most = options.most ?? 4;
  const before = songFindings(song);
  const tried: { readonly way: Way; readonly effect: Effect; readonly rank: number }[] = [];
  for (const way of waysFor(song, finding)) {
    yield;
    const next = applyEdit(song, way.edit);
    if (next === song) continue;
    const after = songFindings(next);
    if (after.some((f) => isStill(f, finding))) continue;
    const effect = differenceOf(before, after);
    const trouble = troubleOf(effect.brings) - troubleOf(effect.cures);
    tried.push({ way, effect, rank: trouble + way.far });
  }
  tried.sort((a, b) => a.rank - b.rank);
  const firsts = tried.filter((t, i) => tried.findIndex((u) => u.way.sort === t.way.sort) === i);
  const rest = tried.filter((t) => !firsts.includes(t));
  // What brings more trouble than it takes away is offered only when there is nothing better.
  const worth = [...firsts, ...rest].filter((t) => troubleOf(t.effect.brings) < troubleOf(t.effect.cures));
  const list = worth.length >= 2 ? worth : [...firsts, ...rest];
  return list.slice(0, most).map(({ way, effect }) => ({ words: way.words, edit: way.edit, ...effect }));
}

/** The same sort of trouble between the same players while the old one lasted. */
function isStill(f: Finding, cured: Finding): boolean {
  return (
    f.kind === cured.kind &&
    f.kept === null &&
    (f.level !== 'note' || cured.level === 'note') &&
    f.playing === cured.playing &&
    f.pass === cured.pass &&
    f.from < cured.to &&
    f.to > cured.from &&
    (cured.players.length === 0 || f.players.some((p) => cured.players.includes(p)))
  );
}

/** Ways at the place, and the nearest of them for the whole section. */
function waysFor(song: Song, f: Finding): readonly Way[] {
  const ways = waysAt(song, f);
  const material = materialOf(song, f.section, f.playing);
  if (!material) return ways;
  const moments = momentsOf(material.section, { pass: f.pass, meter: material.meter });
  const near = [...ways].sort((a, b) => a.far - b.far).slice(0, WIDE_TRIED);
  if (material.section.bars.length > WIDEST) return ways;
  const wide = near.flatMap((way) => everywhere({ song, finding: f, material, moments }, way) ?? []);
  return [...ways, ...wide];
}

/** So many of the nearest ways are tried for the whole section too. */
const WIDE_TRIED = 3;
/** Sections of more bars are not judged anew as a whole for each way. */
const WIDEST = 200;

function waysAt(song: Song, f: Finding): readonly Way[] {
  const material = materialOf(song, f.section, f.playing);
  if (!material) return [];
  const { section, meter, times } = material;
  const context: Context = {
    song,
    finding: f,
    material,
    moments: momentsOf(section, { pass: f.pass, meter }),
    strikes: strikesOf(barsOnPass(section, f.pass), meter),
    hands: () => new RightHands(section, { pass: f.pass, times, meter }),
  };
  switch (f.kind) {
    case 'stop':
      return stopWays(context);
    case 'buried-hit':
      return buriedWays(context);
    case 'flam':
      return flamWays(context);
    case 'push':
      return pushWays(context);
    case 'ring-over':
      return [...gripWays(context, f.players), ...silenceBefore(context)];
    case 'delay':
      return [...delayWays(context), ...gripWays(context, f.players)];
    case 'voice':
      return [...voiceWays(context), ...gripWays(context, f.players)];
    case 'shift':
      return [...gripWays(context, f.players), ...shiftWays(context)];
    case 'gain':
      return [...(section.bars.length > WIDEST ? [] : soundWays(context)), ...gripWays(context, f.players)];
    case 'missing-tone':
    case 'unheard-third':
    case 'missing-third':
      return gripWays(context, PLAYERS);
    default:
      return gripWays(context, f.players);
  }
}

interface Context {
  readonly song: Song;
  readonly finding: Finding;
  readonly material: Material;
  readonly moments: readonly Moment[];
  readonly strikes: Readonly<Record<Player, readonly Strike[]>>;
  readonly hands: () => RightHands;
}

/** Other grips for the players' cells at the finding: what fits best, and what lies close by; a rest last. */
function gripWays(context: Context, players: readonly Player[]): readonly Way[] {
  const { song, finding, moments } = context;
  const moment = moments[momentIndexAt(moments, finding.from)];
  if (!moment) return [];
  const ways: Way[] = [];
  for (const player of players) {
    const cell = moment.cells[player];
    const at = addressOf(finding, moment, player);
    if (at === null || isLocked(cell) || cell.kind === 'open') continue;
    const put = (next: Cell, what: string, sort: string, far: number) =>
      ways.push({
        words: `${PLAYER_WORDS[player]}: ${what}`,
        edit: { kind: 'setCells', changes: [{ at, cell: next }] },
        sort: `${player} ${sort}`,
        far,
      });
    const rig = song.players[player];
    const known =
      cell.kind === 'grip'
        ? knowGrip(cell.grip, { instrument: rig, hand: rig.hand, chord: moment.chord })
        : null;
    if (known && !('refused' in known)) {
      const close = neighboursOf(known, { chord: moment.chord, instrument: rig, hand: rig.hand });
      for (const one of close) {
        if (one.kind === 'inversion') continue; // among the others below, in the order of the whole
        const what = `${NEIGHBOUR_WORDS[one.kind]} ${formatGrip(one.known.grip)}`;
        put(gripCell(one.known.grip), what, one.kind, 0.2 + 0.02 * Math.abs(one.frets));
      }
    }
    const choice = {
      section: finding.section,
      pass: finding.pass,
      moment: momentIndexAt(moments, finding.from),
      player,
    };
    otherChoices(song, choice, GRIPS_TRIED).forEach((one, i) => {
      if (one.known === null) put(one.cell, 'rest', 'rest', REST_FAR);
      else put(one.cell, wordsFor(one), 'grip', 0.05 * i);
    });
  }
  return ways;
}

const GRIPS_TRIED = 14;
/** A rest cures nearly everything and is nearly never the answer. */
const REST_FAR = 2.5;

function stopWays({ finding, strikes, hands }: Context): readonly Way[] {
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

function buriedWays({ finding, strikes, hands, material }: Context): readonly Way[] {
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

function flamWays({ finding, strikes, hands }: Context): readonly Way[] {
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

function pushWays({ song, material, finding, strikes, hands, moments }: Context): readonly Way[] {
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
    offer({ words: 'Nobody pushes', sort: 'nobody', far: 0.1 }, { who: early, push: 0, h: nobody });
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
  if (symbol !== null && /[OoMm1-6]/.test(symbol)) return h.move(player, from, to);
  return h.put(player, to, 'O');
}

/** The hand stops everything an eighth before the grip that lets it ring on. */
function silenceBefore({ finding, strikes, hands }: Context): readonly Way[] {
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

function delayWays({ song, material, finding, strikes, hands, moments }: Context): readonly Way[] {
  const moment = moments[momentIndexAt(moments, finding.from)];
  const { section } = finding;
  const place = { section: material.section, bar: moment ?? {} };
  const player = finding.players.find((p) => rigIn(song, p, place).delay !== null);
  if (!player || !moment) return [];
  const sounds = material.section.sounds?.[player];
  const turned = (delay: Delay | null): Edit => ({
    kind: 'useSound',
    change: { section, pass: finding.pass, player, bar: null, use: { ...sounds, delay } },
  });
  const ways: Way[] = [
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

function voiceWays({ song, material, finding, moments, hands }: Context): readonly Way[] {
  const [player] = finding.players;
  if (!player) return [];
  const ways: Way[] = [];
  const rig = song.players[player];
  const under = moments.filter((m) => m.start < finding.to && m.start + m.ticks > finding.from);
  for (const kind of ['octave-up', 'octave-down'] as const) {
    const changes = under.flatMap((m) => {
      const cell = m.cells[player];
      const at = addressOf(finding, m, player);
      if (cell.kind !== 'grip' || at === null || isLocked(cell)) return [];
      const known = knowGrip(cell.grip, { instrument: rig, hand: rig.hand, chord: m.chord });
      if ('refused' in known) return [];
      const close = neighboursOf(known, { chord: m.chord, instrument: rig, hand: rig.hand });
      const moved = close.find((one) => one.kind === kind);
      return moved ? [{ at, cell: gripCell(moved.known.grip) }] : [];
    });
    if (changes.length > 0) {
      const what = kind === 'octave-up' ? 'up' : 'down';
      const words = `${PLAYER_WORDS[player]}: the line an octave ${what}`;
      ways.push({ words, edit: { kind: 'setCells', changes }, sort: kind, far: 0 });
    }
  }
  const h = hands();
  const bar = barTicks(material.meter);
  let silent = true;
  for (let from = finding.from; from < finding.to; from = (Math.floor(from / bar) + 1) * bar) {
    silent &&= h.silence(player, from, Math.min(finding.to, (Math.floor(from / bar) + 1) * bar));
  }
  if (silent)
    add(ways, h, { words: `${PLAYER_WORDS[player]} waits until the voice rests`, sort: 'wait', far: 0.3 });
  return ways;
}

/** Time for the hand: the last strokes before the change are left out, one after the other. */
function shiftWays({ finding, strikes, hands }: Context): readonly Way[] {
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
    if (edit) ways.push({ words: what, edit, sort: 'time', far: 0.2 + 0.2 * i });
  }
  return ways;
}

function add(ways: Way[], hands: RightHands, way: Omit<Way, 'edit'>): void {
  const edit = hands.edit();
  if (edit) ways.push({ ...way, edit });
}

function soundsOver(strikes: readonly Strike[], from: number, to: number): boolean {
  return strikes.some((s) => s.at < to && s.end > from);
}

function words(player: Player): string {
  return player === 'bass' ? 'the bass' : PLAYER_WORDS[player];
}
