import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { ringsOn } from '../grip/index';
import { openStrings } from '../instrument/index';
import { belongs, intervalWords, pretty, spell, type ChordSymbol, type Midi } from '../pitch/index';
import { pickedString, strikesString, type Moment } from '../song/index';
import { levelOf } from './level';
import { durationWeight, pairWeight } from './rub';
import { heardWith, factsOf, momentAt, type Sound, type Stage, type Timed } from './stage';
import {
  FOREIGN_NOTE,
  HAND_STOPS_MOST,
  HAND_STOPS_SHARE,
  LONGEST_RING_TICKS,
  RUB_UNIT,
  SHORTEST_OVERLAP_TICKS,
  STRUMMED_ACROSS_SHARE,
} from './thresholds';
import { article, chordWords, nameIn } from './words';

/** Something of a player that goes on sounding where it was not asked for. */
interface Tail {
  readonly player: Player;
  readonly pitch: Midi;
  readonly from: number;
  readonly to: number;
  /** How much of it counts, and its greatest score. */
  readonly share: number;
  readonly most: number;
  readonly words: (name: string) => string;
}

/**
 * Notes that sound on against the next chord: open strings nothing touches, strings of a grip nothing stops when it is
 * strummed across, and fretted notes still held because the next grip is not struck yet. Only what the new chord does
 * not have, by how it rubs and how long; what the picking hand or the thumb could stop counts half.
 */
export function ringsOver(stage: Stage): readonly Timed[] {
  const tails = PLAYERS.flatMap((player) => [
    ...openTails(stage, player),
    ...strummedStrings(stage, player),
    ...heldOver(stage, player),
  ]);
  const found = tails.flatMap((tail) => {
    const worst = worstOf(stage, tail);
    return worst === null ? [] : [{ tail, worst }];
  });
  // Of several notes of one player at one place the sourest is said.
  const sourest = found.filter(
    ({ tail, worst }, i) =>
      !found.some((other, n) => {
        if (other.tail.player !== tail.player || other.worst.at !== worst.at) return false;
        return other.worst.score > worst.score || (other.worst.score === worst.score && n < i);
      }),
  );
  return sourest.flatMap(({ tail, worst }): Timed[] => {
    const { moment, score, against, ticks, at } = worst;
    const level = levelOf(score);
    if (level === 'note') return [];
    const scene = { chord: moment.chord, key: stage.key };
    const name = nameIn(scene, tail.pitch);
    const why =
      against === null
        ? `${pretty(spell(tail.pitch, stage.key))} is not in ${chordWords(moment.chord)}.`
        : `It rubs ${PLAYER_WORDS[against.player]}’s ${nameIn(scene, against.pitch)}: ${article(intervalWords(against.pitch - tail.pitch))}.`;
    return [
      {
        kind: 'ring-over',
        level,
        players: PLAYERS.filter((p) => p === tail.player || p === against?.player),
        by: tail.player,
        pitches: against === null ? [tail.pitch] : [tail.pitch, against.pitch],
        text: `${tail.words(name)} over ${chordWords(moment.chord)}. ${why}`,
        score,
        at,
        ticks,
      },
    ];
  });
}

/** How sour one foreign pitch is while it sounds with everybody in a stretch; `against` is its worst partner. */
export function foreignScore(
  stage: Stage,
  pitch: Midi,
  stretch: { from: number; to: number; chord: ChordSymbol | null; player: Player },
): { score: number; against: { player: Player; pitch: Midi } | null } {
  const { from, to, chord, player } = stretch;
  let sum = 0;
  let worst = 0;
  let against: { player: Player; pitch: Midi } | null = null;
  const counted = new Set<string>();
  for (const { player: other, sound, ticks } of heardWith(stage, { from, to, not: null })) {
    for (const p of sound.pitches) {
      const id = `${other} ${p}`;
      if (counted.has(id) || p === pitch || (chord !== null && !belongs(chord, p))) continue;
      counted.add(id);
      const withBass = player === 'bass' || other === 'bass';
      const weight = pairWeight(pitch, p, { chord, withBass }) * durationWeight(ticks);
      sum += weight;
      if (weight > worst) {
        worst = weight;
        against = { player: other, pitch: p };
      }
    }
  }
  return { score: (sum + FOREIGN_NOTE * durationWeight(to - from)) / RUB_UNIT, against };
}

/** The moment of a tail where it is sourest, or null when its pitch belongs everywhere it sounds. */
function worstOf(stage: Stage, tail: Tail) {
  let worst: {
    moment: Moment;
    score: number;
    against: { player: Player; pitch: Midi } | null;
    at: number;
    ticks: number;
  } | null = null;
  for (let at = tail.from; at < tail.to;) {
    const moment = momentAt(stage, at);
    const to = Math.min(tail.to, moment.start + moment.ticks);
    if (to <= at) break;
    if (moment.chord !== null && !belongs(moment.chord, tail.pitch) && to - at >= SHORTEST_OVERLAP_TICKS) {
      const found = foreignScore(stage, tail.pitch, {
        from: at,
        to,
        chord: moment.chord,
        player: tail.player,
      });
      const score = Math.min(tail.most, found.score * tail.share);
      if (worst === null || score > worst.score) {
        worst = { moment, score, against: found.against, at, ticks: to - at };
      }
    }
    at = to;
  }
  return worst;
}

/** A string that goes on sounding open where nobody asked for it. */
export interface StringLeft {
  /** From 0, the lowest. */
  readonly string: number;
  readonly pitch: Midi;
  /** Ticks from the start of the section. */
  readonly from: number;
  readonly to: number;
  /** What could stop it without the fretting fingers; null: nothing. */
  readonly stoppedBy: 'picking-hand' | 'thumb' | null;
}

/** Open strings of a grip that nothing of the next ones touches, until something does or the hand stops everything. */
export function openStringsLeft(stage: Stage, player: Player): readonly StringLeft[] {
  const sounds = stage.sounds[player];
  const rig = stage.players[player];
  const open = openStrings(rig);
  const left: StringLeft[] = [];
  for (let i = 0; i + 1 < sounds.length; i += 1) {
    const [s, next] = [sounds[i]!, sounds[i + 1]!];
    if (next.grip === s.grip || s.kind !== 'ring' || next.at !== s.end) continue;
    if (next.kind === 'dead' || !s.grip.includes(0 as never)) continue;
    const hold = factsOf(next, rig).hold;
    if (hold === null) continue;
    for (const { string, stoppedBy } of ringsOn(s.grip, { grip: next.grip, hold })) {
      if (!strikesString(s, string)) continue;
      const to = Math.min(touchedAt(sounds, i + 1, { string, rig }), next.at + LONGEST_RING_TICKS);
      left.push({ string, pitch: (open[string]! + rig.capo) as Midi, from: next.at, to, stoppedBy });
    }
  }
  return left;
}

function openTails(stage: Stage, player: Player): readonly Tail[] {
  const { kind } = stage.players[player];
  return openStringsLeft(stage, player).map(({ pitch, from, to, stoppedBy }): Tail => {
    const unless =
      stoppedBy === null
        ? 'nothing stops that string,'
        : `unless the ${stoppedBy === 'thumb' ? 'thumb' : 'picking hand'} stops it,`;
    return {
      player,
      pitch,
      from,
      to,
      share: stoppedBy === null ? 1 : HAND_STOPS_SHARE[kind],
      most: stoppedBy === null ? Infinity : HAND_STOPS_MOST,
      words: (name) => `${PLAYER_WORDS[player]}’s open ${name} rings on, ${unless}`,
    };
  });
}

/** When a string left ringing is touched: fretted, stopped, or everything is choked or silent. */
function touchedAt(
  sounds: readonly Sound[],
  from: number,
  of: { string: number; rig: Stage['players'][Player] },
): number {
  for (let i = from; i < sounds.length; i += 1) {
    const s = sounds[i]!;
    if (s.kind !== 'ring') return s.at;
    const { stops } = factsOf(s, of.rig);
    const free =
      s.grip[of.string] === null && stops.some((stop) => stop.string === of.string && FREE.has(stop.by));
    if (!free) return s.at;
    if (sounds[i + 1]?.at !== s.end) return s.end;
  }
  return sounds.at(-1)?.end ?? 0;
}

const FREE: ReadonlySet<string> = new Set(['nothing', 'picking-hand', 'thumb']);

/** Strings between the sounding ones that nothing stops: strummed across they sound open. A bass is plucked string by string. */
export function stringsStrummedAcross(stage: Stage, player: Player): readonly StringLeft[] {
  if (player === 'bass') return [];
  const rig = stage.players[player];
  const open = openStrings(rig);
  const left: StringLeft[] = [];
  for (const s of stage.sounds[player]) {
    if (s.kind !== 'ring' || pickedString(s) !== null || s.slur !== null || s.pitches.length < 2) continue;
    const [low, high] = struckRange(s);
    for (const { by, string } of factsOf(s, rig).stops) {
      if (by !== 'nothing' || string < low || string > high) continue;
      const pitch = (open[string]! + rig.capo) as Midi;
      left.push({ string, pitch, from: s.at, to: s.end, stoppedBy: null });
    }
  }
  return left;
}

function strummedStrings(stage: Stage, player: Player): readonly Tail[] {
  return stringsStrummedAcross(stage, player).map(({ pitch, from, to }): Tail => ({
    player,
    pitch,
    from,
    to,
    share: STRUMMED_ACROSS_SHARE,
    most: Infinity,
    words: (name) =>
      `${PLAYER_WORDS[player]}: nothing stops the open ${name} inside this grip, so strummed across it sounds`,
  }));
}

/** The lowest and the highest string a stroke goes across, from 0. */
function struckRange({ strings, grip }: Sound): readonly [number, number] {
  if (strings === null) return [0, grip.length - 1];
  return [grip.length - Math.max(...strings), grip.length - Math.min(...strings)];
}

/** A stroke of an earlier grip heard past the place where the next grip is written, because that is struck later. */
function heldOver(stage: Stage, player: Player): readonly Tail[] {
  const starts: { at: number; push: number }[] = stage.bars.flatMap((bar, b) =>
    bar.cells[player].map((c) => ({ at: b * stage.barTicks + c.at, push: c.push })),
  );
  let n = 0;
  const tails: Tail[] = [];
  for (const s of stage.sounds[player]) {
    while (n < starts.length && starts[n]!.at <= s.nominal) n += 1;
    const next = starts[n];
    if (next === undefined || s.end - next.at < SHORTEST_OVERLAP_TICKS) continue;
    const from = Math.max(s.at, next.at);
    if (s.end - from < SHORTEST_OVERLAP_TICKS || s.kind === 'dead') continue;
    for (const pitch of s.pitches)
      tails.push({
        player,
        pitch,
        from,
        to: s.end,
        share: 1,
        most: Infinity,
        words: (name) => `${PLAYER_WORDS[player]} still holds the ${name} of the grip before`,
      });
  }
  return tails;
}
