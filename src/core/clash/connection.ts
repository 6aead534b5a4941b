import {
  barsOnPass,
  combinedUse,
  PLAYERS,
  PLAYER_WORDS,
  type Bar,
  type Player,
  type Section,
  type SoundUse,
} from '../form/index';
import { wayBetween } from '../grip/index';
import { placesOf } from '../hits/index';
import { unfold, type Playing, type Song } from '../song/index';
import { barTicks, greatestDivisor, ticksToSeconds, type Meter } from '../time/index';
import type { Finding } from './finding';
import { overTime, placed, voiceOf } from './pass-findings';
import { keeps, keptAt } from './keeping';
import { factsOf, stageOf } from './stage';

/** One end of a connection: which playing and pass, and which of its bars (from 0). */
export interface ConnectionEnd {
  readonly playing: Playing;
  readonly pass: number;
  readonly bar: number;
}

/** The last bar of one section into the first of the next, or of one pass into the next pass. */
export interface Connection {
  /** `Verse > Chorus`; with a number after it when sections meet in more than one way. */
  readonly id: string;
  /** "Verse into Chorus", "Verse again". */
  readonly words: string;
  readonly from: ConnectionEnd;
  readonly to: ConnectionEnd;
  /** Its two bars as a section of their own, called by its id, with what is held into them written out. */
  readonly section: Section;
  readonly meter: Meter;
  readonly tempo: number;
  /** Everywhere it comes in the song, in played order. */
  readonly comes: readonly ConnectionPlace[];
  /** What goes wrong only here, over the bar line; `section` is the id, bars count 1 and 2. */
  readonly findings: readonly Finding[];
  /** The greatest part of the time there is that a hand needs for its way, with who and how far. */
  readonly way: { readonly share: number; readonly words: string } | null;
}

/**
 * Where a connection comes: out of which passes (both included, from 1) of which playing, into which playing (places in
 * the form, from 0). Passes that go on alike are one place: a section played 99 times is not 98 of them.
 */
export interface ConnectionPlace {
  readonly from: number;
  readonly firstPass: number;
  readonly lastPass: number;
  readonly to: number;
}

/** How often a connection comes in the song. */
export function timesOf(connection: Pick<Connection, 'comes'>): number {
  return connection.comes.reduce((sum, c) => sum + c.lastPass - c.firstPass + 1, 0);
}

/** Whether a connection comes out of a pass of a playing. */
export function comesOutOf(
  connection: Pick<Connection, 'comes'>,
  of: { from: number; pass: number },
): boolean {
  return connection.comes.some((c) => c.from === of.from && c.firstPass <= of.pass && of.pass <= c.lastPass);
}

/** Out of each playing (place in the form): the connection into its own next pass, and the one into what follows. */
export interface JoinsOut {
  readonly again: Connection | null;
  readonly after: Connection | null;
}

/** Where each playing goes on. Remembered with the list. */
export function joinsOut(connections: readonly Connection[]): ReadonlyMap<number, JoinsOut> {
  let known = outCache.get(connections);
  if (!known) {
    known = new Map<number, JoinsOut>();
    for (const connection of connections) {
      for (const { from, to } of connection.comes) {
        const { again, after } = known.get(from) ?? { again: null, after: null };
        known.set(from, from === to ? { again: again ?? connection, after } : { again, after: connection });
      }
    }
    outCache.set(connections, known);
  }
  return known;
}

const outCache = new WeakMap<readonly Connection[], Map<number, JoinsOut>>();

/** Every connection of a song once, in played order. Remembered with the song. */
export function connectionsOf(song: Song): readonly Connection[] {
  const known = cache.get(song);
  if (known) return known;
  const list = work(song);
  cache.set(song, list);
  return list;
}

const cache = new WeakMap<Song, readonly Connection[]>();

/**
 * In which order to practise them: what clashes first, then what is to be watched, then by how little time the hands
 * have; what needs no practice stays away.
 */
export function practiceOrder(connections: readonly Connection[]): readonly Practice[] {
  const known = orderCache.get(connections);
  if (known) return known;
  const order = orderOf(connections);
  orderCache.set(connections, order);
  return order;
}

/** A connection worth practising, and why. */
export interface Practice {
  readonly connection: Connection;
  readonly reason: string;
}

const orderCache = new WeakMap<readonly Connection[], readonly Practice[]>();

function orderOf(connections: readonly Connection[]): readonly Practice[] {
  const weight = (c: Connection) =>
    c.findings.reduce((sum, f) => sum + (f.kept !== null ? 0 : f.level === 'clash' ? 10 : 3), 0) +
    (c.way?.share ?? 0);
  return connections
    .filter((c) => weight(c) >= WORTH_PRACTICE)
    .sort((a, b) => weight(b) - weight(a))
    .map((connection) => {
      const worst = connection.findings.find((f) => f.kept === null && f.level !== 'note');
      return { connection, reason: worst?.text ?? connection.way?.words ?? '' };
    });
}

/** From where a way over the join takes this share of its time it is worth practising (common practice). */
const WORTH_PRACTICE = 0.35;

function work(song: Song): readonly Connection[] {
  const playings = unfold(song).filter((p) => p.section.bars.length > 0);
  const list: (Connection & { comes: ConnectionPlace[] })[] = [];
  const seen = new Map<string, number>();
  const ids = new Map<string, number>();
  const numbers = new Map<Bar, number>();
  const number = (bar: Bar) => {
    if (!numbers.has(bar)) numbers.set(bar, numbers.size);
    return numbers.get(bar)!;
  };
  // What a pass begins and ends with hangs on its list of bars, which passes without a difference share.
  const ends = new Map<readonly Bar[], { first: string; last: string }>();
  const endsOf = (bars: readonly Bar[], end: ConnectionEnd) => {
    let known = ends.get(bars);
    if (!known) {
      const last = [bars.at(-1)!, ...heldOf(end)].map((b) => (b ? number(b) : '-')).join(' ');
      ends.set(bars, (known = { first: String(number(bars[0]!)), last }));
    }
    return known;
  };
  let lastJoin = 0;
  /** Gives the place in the list. */
  const join = (from: ConnectionEnd, to: ConnectionEnd): number => {
    const out = endsOf(barsOnPass(from.playing.section, from.pass), from).last;
    const into = endsOf(barsOnPass(to.playing.section, to.pass), to).first;
    const full = `${out} > ${into} ${from.playing.tempo} ${to.playing.key.text}`;
    const here = {
      from: from.playing.index,
      firstPass: from.pass,
      lastPass: from.pass,
      to: to.playing.index,
    };
    const at = seen.get(full);
    if (at !== undefined) {
      const { comes } = list[at]!;
      const last = comes.at(-1)!;
      const goesOn = last.from === here.from && last.to === here.to && last.lastPass === here.firstPass - 1;
      if (goesOn) comes[comes.length - 1] = { ...last, lastPass: here.lastPass };
      else comes.push(here);
      return at;
    }
    seen.set(full, list.length);
    const names = `${from.playing.section.name} > ${to.playing.section.name}`;
    const count = (ids.get(names) ?? 0) + 1;
    ids.set(names, count);
    const one = connect(song, from, to, count === 1 ? names : `${names} ${count}`);
    list.push({ ...one, comes: [here] });
    return list.length - 1;
  };
  playings.forEach((playing, i) => {
    const { times } = playing.entry;
    const end = (pass: number): ConnectionEnd => ({
      playing,
      pass,
      bar: barsOnPass(playing.section, pass).length - 1,
    });
    let before: readonly [out: readonly Bar[], into: readonly Bar[]] = [[], []];
    for (let pass = 1; pass < times; pass += 1) {
      const out = barsOnPass(playing.section, pass);
      const into = barsOnPass(playing.section, pass + 1);
      if (before[0] === out && before[1] === into) {
        // The same again: one pass more of the place that was said last.
        const { comes } = list[lastJoin]!;
        comes[comes.length - 1] = { ...comes.at(-1)!, lastPass: pass };
        continue;
      }
      before = [out, into];
      lastJoin = join(end(pass), { playing, pass: pass + 1, bar: 0 });
    }
    const next = playings[i + 1];
    if (next) join(end(times), { playing: next, pass: 1, bar: 0 });
  });
  return list;
}

function barOf({ playing, pass, bar }: ConnectionEnd): Bar {
  return barsOnPass(playing.section, pass)[bar]!;
}

/** The earlier bars in which what sounds at the start of a bar is written, one for each player and the chord. */
function heldOf({ playing, pass, bar }: ConnectionEnd): readonly (Bar | null)[] {
  const bars = barsOnPass(playing.section, pass);
  const own = bars[bar]!;
  const before = (has: (b: Bar) => boolean) => {
    for (let i = bar - 1; i >= 0; i -= 1) if (has(bars[i]!)) return bars[i]!;
    return null;
  };
  return [
    own.chords[0]?.at === 0 ? null : before((b) => b.chords.length > 0),
    ...PLAYERS.map((p) => (own.cells[p][0]?.at === 0 ? null : before((b) => b.cells[p].length > 0))),
  ];
}

function connect(song: Song, from: ConnectionEnd, to: ConnectionEnd, id: string): Omit<Connection, 'comes'> {
  const again = from.playing.section.name === to.playing.section.name;
  const join = joined(song, from, to, id);
  const findings = join.findings.map((raw): Finding => {
    const kept = keptAt(song, id, raw.bar).find((k) => keeps(k, raw, 0));
    return { ...raw, playing: to.playing.index, kept: kept?.reason ?? null };
  });
  return {
    id,
    words: again
      ? `${from.playing.section.name} again`
      : `${from.playing.section.name} into ${to.playing.section.name}`,
    from,
    to,
    section: join.section,
    meter: join.meter,
    tempo: from.playing.tempo,
    findings,
    way: join.way,
  };
}

/** The two bars and what is wrong over them, remembered as long as neither bar nor what is held into them changes. */
interface Join {
  readonly section: Section;
  readonly meter: Meter;
  readonly findings: readonly Omit<Finding, 'playing' | 'kept'>[];
  readonly way: Connection['way'];
}

const joins = new WeakMap<Bar, Map<string, { ground: readonly unknown[]; join: Join }>>();

function joined(song: Song, from: ConnectionEnd, to: ConnectionEnd, id: string): Join {
  const [last, first, held] = [barOf(from), barOf(to), heldOf(from)];
  const [a, b] = [from.playing, to.playing];
  const ground = [
    first,
    ...held,
    song.players,
    song.down,
    a.tempo,
    b.key.text,
    a.meter,
    b.meter,
    a.section.swing,
    b.section.swing,
    a.section.sounds,
    b.section.sounds,
    song.voice,
  ];
  let known = joins.get(last);
  if (!known) joins.set(last, (known = new Map()));
  const hit = known.get(id);
  if (hit?.ground.every((part, i) => part === ground[i])) return hit.join;
  const meter = barTicks(a.meter) >= barTicks(b.meter) ? a.meter : b.meter;
  const bars = [
    padded(withHeld(heardAs(last, a.section), held), { from: a.meter, to: meter, side: 'before' }),
    padded(heardAs(first, b.section), { from: b.meter, to: meter, side: 'after' }),
  ];
  const { swing } = a.section;
  const section: Section = {
    name: id,
    bars,
    variants: [],
    wishes: [],
    ...(meter === song.meter ? {} : { meter }),
    ...(swing && swing === b.section.swing ? { swing } : {}),
  };
  const place = { section, meter, tempo: a.tempo };
  const join = {
    section,
    meter,
    findings: findingsOf(song, { ...place, key: b.key }),
    way: wayOver(song, place),
  };
  known.set(id, { ground, join });
  return join;
}

/** A bar with the sounds of its own section written out: the two of a join may have different ones. */
function heardAs(bar: Bar, section: Section): Bar {
  if (!section.sounds) return bar;
  const sounds: Partial<Record<Player, SoundUse>> = {};
  for (const player of PLAYERS) {
    const [around, own] = [section.sounds[player], bar.sounds?.[player]];
    if (around || own) sounds[player] = combinedUse(around, own);
  }
  return { ...bar, sounds };
}

/** A bar that says at its beginning what goes on from before. */
function withHeld(bar: Bar, held: readonly (Bar | null)[]): Bar {
  const [chordBar, ...cellBars] = held;
  const chord = chordBar?.chords.at(-1);
  const cells = { ...bar.cells };
  PLAYERS.forEach((player, i) => {
    const last = cellBars[i]?.cells[player].at(-1);
    if (last) cells[player] = [{ at: 0, push: 0, cell: last.cell }, ...bar.cells[player]];
  });
  const chords = chord ? [{ at: 0, push: 0 as const, chord: chord.chord }, ...bar.chords] : bar.chords;
  return { ...bar, chords, cells };
}

/** A bar laid into a longer one: silence before it, so that its end stays at the bar line, or after it. */
function padded(bar: Bar, of: { from: Meter; to: Meter; side: 'before' | 'after' }): Bar {
  const [own, whole] = [barTicks(of.from), barTicks(of.to)];
  if (own === whole) return bar;
  const shift = of.side === 'before' ? whole - own : 0;
  const rest = { kind: 'rest', locked: true, guess: false } as const;
  const cells = { ...bar.cells };
  const hits = { ...bar.hits };
  for (const player of PLAYERS) {
    const moved = bar.cells[player].map((c) => ({ ...c, at: c.at + shift }));
    const silence = { at: of.side === 'before' ? 0 : own, push: 0 as const, cell: rest };
    cells[player] = of.side === 'before' ? [silence, ...moved] : [...moved, silence];
    const pattern = bar.hits[player];
    hits[player] = pattern === null ? null : stretched(pattern, { own, whole, shift });
  }
  return {
    chords: bar.chords.map((c) => ({ ...c, at: c.at + shift })),
    cells,
    hits,
    voice: null,
    ...(bar.sounds ? { sounds: bar.sounds } : {}),
  };
}

/** The same hits on a grid that divides the longer bar. */
function stretched(
  pattern: string,
  { own, whole, shift }: { own: number; whole: number; shift: number },
): string {
  const symbols = placesOf(pattern);
  const step = own / symbols.length;
  const grid = greatestDivisor(greatestDivisor(step, shift === 0 ? whole : shift), whole);
  return Array.from({ length: whole / grid }, (_, i) => {
    const at = i * grid - shift;
    if (at < 0 || at >= own) return '.';
    const symbol = symbols[Math.floor(at / step)]!;
    if (at % step === 0) return symbol;
    return /[.Xx]/.test(symbol) ? '.' : '-';
  }).join('');
}

interface Place {
  readonly section: Section;
  readonly meter: Meter;
  readonly tempo: number;
}

/** What only the two bars together do wrong, over the bar line between them. */
function findingsOf(song: Song, of: Place & { key: Playing['key'] }): Join['findings'] {
  const { section, key, tempo } = of;
  const ground = { key, tempo, pass: 1, times: 1, voice: voiceOf(song.voice) };
  const stage = stageOf(song, { section, ...ground });
  const seam = stage.barTicks;
  const alone = new Set(
    section.bars.flatMap((bar, i) =>
      overTime(stageOf(song, { section: { ...section, bars: [bar] }, ...ground })).map(
        (t) => `${t.kind} ${t.players.join()} ${t.at + i * seam} ${t.text}`,
      ),
    ),
  );
  return overTime(stage)
    .filter((t) => {
      const from = t.kind === 'shift' ? t.at - t.ticks : t.at;
      const over = from <= seam && Math.max(t.at, from + t.ticks) >= seam;
      return over && !alone.has(`${t.kind} ${t.players.join()} ${t.at} ${t.text}`);
    })
    .map((t) => placed(t, { stage, section, pass: 1 }))
    .sort((x, y) => y.score - x.score);
}

/** Of all hands the one that has the least time for its way over the bar line. */
function wayOver(song: Song, { section, meter, tempo }: Place): Connection['way'] {
  const stage = stageOf(song, {
    section,
    key: { text: 'C', tonic: 'C', mode: 'major' },
    pass: 1,
    voice: null,
    times: 1,
    tempo,
  });
  const seam = barTicks(meter);
  let worst: Connection['way'] = null;
  for (const player of PLAYERS) {
    const sounds = stage.sounds[player];
    const last = sounds.findLast((s) => s.nominal < seam);
    const next = sounds.find((s) => s.nominal >= seam);
    if (!last || !next || next.at <= last.at) continue;
    const rig = song.players[player];
    const [a, b] = [factsOf(last, rig).hold, factsOf(next, rig).hold];
    if (!a || !b) continue;
    const way = wayBetween({ grip: last.grip, hold: a }, { grip: next.grip, hold: b }, rig);
    const share = way.seconds / ticksToSeconds(next.at - last.at, tempo);
    if (share > (worst?.share ?? 0)) worst = { share, words: wayWords(player, way.frets) };
  }
  return worst;
}

function wayWords(player: Player, frets: number): string {
  return frets === 0
    ? `${PLAYER_WORDS[player]} changes fingers over the bar line.`
    : `${PLAYER_WORDS[player]} shifts ${frets} ${frets === 1 ? 'fret' : 'frets'} over the bar line.`;
}
