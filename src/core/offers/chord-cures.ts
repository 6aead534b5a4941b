import { barsOnPass, gripCell, isLocked, PLAYER_WORDS, type Player } from '../form/index';
import {
  deviceWords,
  enumerateGrips,
  formatGrip,
  knowGrip,
  sameGrip,
  type Device,
  type KnownGrip,
} from '../grip/index';
import { pitchClass } from '../pitch/index';
import { momentIndexAt, type Edit, type Moment } from '../song/index';
import type { Ground, Way } from './way';

/** So many grips of the same sort are tried. */
const TRIED = 3;

/**
 * The same sort of grip on the right chord, nearest to where the hand is; where a grip is held on over a change of
 * chord, struck anew with the change. Several players who are wrong together change together.
 */
export function chordWays(ground: Ground, players: readonly Player[]): readonly Way[] {
  const { finding, moments } = ground;
  const moment = moments[momentIndexAt(moments, finding.from)];
  if (!moment) return [];
  const each = players.map((player) => playerWays(ground, moment, player));
  const [first, ...others] = each.map((ways) => ways[0]);
  if (!first || others.length === 0 || finding.kind !== 'other-chord') return each.flat();
  const nearest = [first, ...others].flatMap((way) => way ?? []);
  const together: Way = {
    words: nearest.map((way) => way.words).join('; '),
    edit: { kind: 'together', edits: nearest.map((way) => way.edit) },
    sort: 'chord together',
    far: 0,
  };
  return nearest.length === players.length ? [together, ...each.flat()] : each.flat();
}

function playerWays(ground: Ground, moment: Moment, player: Player): readonly Way[] {
  const { song, moments } = ground;
  const cell = moment.cells[player];
  const { chord } = moment;
  if (chord === null || cell.kind !== 'grip' || cell.step || isLocked(cell)) return [];
  const instrument = song.players[player];
  const { hand } = instrument;
  const now = knowGrip(cell.grip, { instrument, hand, chord: null });
  if ('refused' in now) return [];
  const isHeld = !(moment.places[player]?.bar === moment.bar && isStart(moments, moment, player));
  // A bass note of the chord's own is among the other choices, the best in the band first.
  if (player === 'bass' && !isHeld) return [];
  const near = enumerateGrips(chord, instrument, hand)
    .filter((one) => one.device === now.device && !sameGrip(one.grip, cell.grip))
    .map((one) => ({ one, far: wayTo(now, one) }))
    .sort((a, b) => a.far - b.far)
    .slice(0, TRIED);
  return near.flatMap(({ one }, i): Way[] => {
    const edit = putHere(ground, moment, { player, grip: one });
    if (edit === null) return [];
    const what = `${PLAYER_WORDS[player]}: ${deviceWords(now.device)} ${formatGrip(one.grip)}`;
    const words = isHeld ? `${what} with the change` : what;
    return [{ words, edit, sort: `${player} chord`, far: 0.01 * i }];
  });
}

/** What carries a single tone of a chord: a note, a third or a sixth, a triad. */
const CARRIERS: readonly Device[] = ['third', 'sixth', 'tenth', 'triad', 'sus', 'shell', 'single'];

/** Small grips that bring a tone nobody has, nearest to where each guitar is. */
export function toneWays(ground: Ground, wanted: (pc: number) => boolean): readonly Way[] {
  const { song, finding, moments } = ground;
  const moment = moments[momentIndexAt(moments, finding.from)];
  const chord = moment?.chord;
  if (!moment || !chord) return [];
  return (['guitar2', 'guitar1'] as const).flatMap((player): Way[] => {
    const cell = moment.cells[player];
    if (cell.kind !== 'grip' || cell.step || isLocked(cell)) return [];
    const instrument = song.players[player];
    const { hand } = instrument;
    const now = knowGrip(cell.grip, { instrument, hand, chord: null });
    if ('refused' in now) return [];
    const near = enumerateGrips(chord, instrument, hand)
      .filter((one) => CARRIERS.includes(one.device) && one.pitches.some((p) => wanted(pitchClass(p))))
      .map((one) => ({ one, far: Math.abs(one.pitches.at(-1)! - now.pitches.at(-1)!) + one.effort }))
      .sort((a, b) => a.far - b.far);
    const nearest = near.filter(({ one }, i) => near.findIndex((n) => n.one.device === one.device) === i);
    return nearest.flatMap(({ one }, i): Way[] => {
      const edit = putHere(ground, moment, { player, grip: one });
      if (edit === null) return [];
      const words = `${PLAYER_WORDS[player]}: ${deviceWords(one.device)} ${formatGrip(one.grip)}`;
      return [{ words, edit, sort: `${player} ${one.device}`, far: 0.1 + 0.05 * i }];
    });
  });
}

function isStart(moments: readonly Moment[], moment: Moment, player: Player): boolean {
  return moments.find((m) => samePlace(m, moment, player)) === moment;
}

function samePlace(a: Moment, b: Moment, player: Player): boolean {
  const [x, y] = [a.places[player], b.places[player]];
  return x?.bar === y?.bar && x?.index === y?.index;
}

/** How far the voices go, note by note; another number of notes is further than any shift. */
function wayTo(now: KnownGrip, to: KnownGrip): number {
  const [a, b] = [now.pitches, to.pitches];
  const apart = Math.abs(a.length - b.length) * 24;
  const shared = Math.min(a.length, b.length);
  let sum = apart;
  for (let i = 0; i < shared; i += 1) sum += Math.abs(a[i]! - b[i]!);
  return sum + to.effort;
}

/** The grip from the moment on: in the cell's place where it starts there, else as a cell of its own. */
function putHere(
  { finding, material, moments }: Ground,
  moment: Moment,
  { player, grip }: { player: Player; grip: KnownGrip },
): Edit | null {
  const at = moment.places[player];
  if (!at) return null;
  const on = { section: finding.section, pass: finding.pass, player };
  const cell = gripCell(grip.grip);
  if (at.bar === moment.bar && isStart(moments, moment, player))
    return { kind: 'setCells', changes: [{ at: { ...on, bar: at.bar, index: at.index }, cell }] };
  const bar = barsOnPass(material.section, finding.pass)[moment.bar];
  if (!bar || bar.lines?.[player]) return null;
  const before = bar.cells[player].filter((c) => c.at !== moment.at);
  const cells = [...before, { at: moment.at, push: moment.push, cell }].sort((a, b) => a.at - b.at);
  const change = { ...on, times: material.times, bar: moment.bar, cells, hits: bar.hits[player], line: null };
  return { kind: 'setParts', changes: [change] };
}
