import { PLAYERS, type Player } from '../form/index';
import { pitchClass, type Midi } from '../pitch/index';
import { durationWeight, pairWeight } from './rub';
import { levelOf } from './level';
import { firstSounding, type Sound, type Stage, type Timed } from './stage';
import { PUSH_ALONE, PUSH_NOTHING_SHARED, RUB_UNIT, SHORTEST_OVERLAP_TICKS } from './thresholds';
import { chordWords, lengthWords, nameIn, playersWords } from './words';

/**
 * Changes that some players bring early while others still sound the old grip: for that long the old and the new chord
 * are heard together, mild when they share tones, sour when they do not (common practice). Who holds one grip over
 * the change, rests, or is silent before it, misses nothing.
 */
export function pushes(stage: Stage): readonly Timed[] {
  return stage.moments.flatMap((moment, i): Timed[] => {
    if (i === 0) return [];
    const at = moment.start;
    const early = PLAYERS.flatMap((player) => {
      const sound = stage.firsts[player].get(at);
      return sound && sound.at < at && sound.kind !== 'dead' ? [{ player, sound }] : [];
    });
    if (early.length === 0) return [];
    const from = Math.min(...early.map(({ sound }) => sound.at));
    const late = PLAYERS.flatMap((player) => {
      if (early.some((e) => e.player === player)) return [];
      const changes = moment.places[player] !== null && startsAt(stage, player, at);
      const sound = changes ? soundingOver(stage.sounds[player], from, at) : null;
      return sound ? [{ player, sound }] : [];
    });
    if (late.length === 0) return [];
    const worst = worstPair(early, late, moment.chord);
    const shared = sharesTones(early, late);
    const score =
      PUSH_ALONE + (shared ? 0 : PUSH_NOTHING_SHARED) + (worst.sum * durationWeight(at - from)) / RUB_UNIT;
    const who = playersWords(early.map((e) => e.player));
    const others = playersWords(late.map((l) => l.player));
    const before = stage.moments[i - 1]!;
    const scene = { chord: moment.chord, key: stage.key };
    const how =
      worst.pair !== null
        ? `${nameIn(scene, worst.pair[0])} rubs ${nameIn({ ...scene, chord: before.chord }, worst.pair[1])}`
        : shared
          ? 'they share notes, so it is mild'
          : 'the two chords share no note';
    const verb = early.length === 1 ? 'brings' : 'bring';
    const text = `${who} ${verb} ${chordWords(moment.chord)} ${lengthWords(at - from)} early while ${others} still ${late.length === 1 ? 'sounds' : 'sound'} ${chordWords(before.chord)}: ${how}.`;
    return [
      {
        kind: 'push',
        level: levelOf(score),
        players: PLAYERS.filter((p) => [...early, ...late].some((one) => one.player === p)),
        pitches: worst.pair === null ? [] : [...worst.pair].sort((a, b) => a - b),
        text,
        score,
        at,
        ticks: at - from,
      },
    ];
  });
}

function startsAt(stage: Stage, player: Player, tick: number): boolean {
  const bar = Math.floor(tick / stage.barTicks);
  return (stage.bars[bar]?.cells[player] ?? []).some(
    (c) => c.at === tick - bar * stage.barTicks && c.cell.kind === 'grip',
  );
}

/** The last stroke of an earlier cell that is heard in the stretch. */
function soundingOver(sounds: readonly Sound[], from: number, to: number): Sound | null {
  let found: Sound | null = null;
  for (let i = firstSounding(sounds, from); i < sounds.length && sounds[i]!.at < to; i += 1) {
    const s = sounds[i]!;
    const ticks = Math.min(s.end, to) - Math.max(s.at, from);
    if (s.nominal < to && s.pitches.length > 0 && ticks >= SHORTEST_OVERLAP_TICKS) found = s;
  }
  return found;
}

type Voice = { readonly sound: Sound };

function worstPair(
  early: readonly Voice[],
  late: readonly Voice[],
  chord: Stage['moments'][number]['chord'],
) {
  let sum = 0;
  let worst = 0;
  let pair: readonly [Midi, Midi] | null = null;
  for (const { sound: a } of early) {
    for (const { sound: b } of late) {
      for (const x of a.pitches) {
        for (const y of b.pitches) {
          const weight = pairWeight(x, y, { chord, withBass: false });
          sum += weight;
          if (weight > worst && Math.abs(x - y) % 12 !== 2) {
            worst = weight;
            pair = [x, y];
          }
        }
      }
    }
  }
  return { sum, pair };
}

function sharesTones(early: readonly Voice[], late: readonly Voice[]): boolean {
  const old = new Set(late.flatMap(({ sound }) => sound.pitches.map((p) => pitchClass(p))));
  return early.some(({ sound }) => sound.pitches.some((p) => old.has(pitchClass(p))));
}
