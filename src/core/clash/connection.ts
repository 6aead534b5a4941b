import { barsOnPass, PLAYERS, PLAYER_WORDS, type Bar, type Player, type Section } from '../form/index';
import { wayBetween } from '../grip/index';
import { placesOf } from '../hits/index';
import { unfold, type Playing, type Song } from '../song/index';
import { barTicks, ticksToSeconds, type Meter } from '../time/index';
import { keeps, overTime, placed, voiceOf, type Finding } from './findings';
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
  /** Everywhere it comes in the song: out of which pass of which playing, into which (places in the form, from 0). */
  readonly comes: readonly { readonly from: number; readonly pass: number; readonly to: number }[];
  /** What goes wrong only here, over the bar line; `section` is the id, bars count 1 and 2. */
  readonly findings: readonly Finding[];
  /** The greatest part of the time there is that a hand needs for its way, with who and how far. */
  readonly way: { readonly share: number; readonly words: string } | null;
}

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
export function practiceOrder(
  connections: readonly Connection[],
): readonly { readonly connection: Connection; readonly reason: string }[] {
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
  const list: Connection[] = [];
  const seen = new Map<string, number>();
  const ids = new Map<string, number>();
  const numbers = new Map<Bar, number>();
  const number = (bar: Bar) => {
    if (!numbers.has(bar)) numbers.set(bar, numbers.size);
    return numbers.get(bar)!;
  };
  const join = (from: ConnectionEnd, to: ConnectionEnd) => {
    const bars = [barOf(from), barOf(to)];
    const held = heldOf(from);
    const id = [...bars, ...held].map((b) => (b ? number(b) : '-')).join(' ');
    const full = `${id} ${from.playing.tempo} ${to.playing.key.text}`;
    const here = { from: from.playing.index, pass: from.pass, to: to.playing.index };
    const at = seen.get(full);
    if (at !== undefined) {
      list[at] = { ...list[at]!, comes: [...list[at]!.comes, here] };
      return;
    }
    seen.set(full, list.length);
    const names = `${from.playing.section.name} > ${to.playing.section.name}`;
    const count = (ids.get(names) ?? 0) + 1;
    ids.set(names, count);
    const one = connect(song, from, to, count === 1 ? names : `${names} ${count}`);
    list.push({ ...one, comes: [here] });
  };
  playings.forEach((playing, i) => {
    const { times } = playing.entry;
    const end = (pass: number): ConnectionEnd => ({
      playing,
      pass,
      bar: barsOnPass(playing.section, pass).length - 1,
    });
    for (let pass = 1; pass < times; pass += 1) join(end(pass), { playing, pass: pass + 1, bar: 0 });
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
  const bars = barsOnPass(playing.section, pass).slice(0, bar);
  const own = barsOnPass(playing.section, pass)[bar]!;
  return [
    own.chords[0]?.at === 0 ? null : (bars.findLast((b) => b.chords.length > 0) ?? null),
    ...PLAYERS.map((p) =>
      own.cells[p][0]?.at === 0 ? null : (bars.findLast((b) => b.cells[p].length > 0) ?? null),
    ),
  ];
}

function connect(song: Song, from: ConnectionEnd, to: ConnectionEnd, id: string): Omit<Connection, 'comes'> {
  const again = from.playing.section.name === to.playing.section.name;
  const join = joined(song, from, to, id);
  const findings = join.findings.map((raw): Finding => {
    const kept = song.kept.find((k) => k.section === id && keeps(k, raw, 0));
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
    a.tempo,
    b.key.text,
    a.meter,
    b.meter,
    a.section.swing,
    b.section.swing,
    song.voice,
  ];
  let known = joins.get(last);
  if (!known) joins.set(last, (known = new Map()));
  const hit = known.get(id);
  if (hit?.ground.every((part, i) => part === ground[i])) return hit.join;
  const meter = barTicks(a.meter) >= barTicks(b.meter) ? a.meter : b.meter;
  const bars = [
    padded(withHeld(last, held), { from: a.meter, to: meter, side: 'before' }),
    padded(first, { from: b.meter, to: meter, side: 'after' }),
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

function greatestDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestDivisor(b, a % b);
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
    const [a, b] = [factsOf(last.grip, rig).hold, factsOf(next.grip, rig).hold];
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
