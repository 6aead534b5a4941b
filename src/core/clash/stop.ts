import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { levelOf } from './level';
import { firstFrom, heardWith, momentAt, type Sound, type Stage, type Timed } from './stage';
import {
  BURIED,
  BURIED_WEAK,
  SHORTEST_STOP_TICKS,
  STOP_LONG,
  STOP_LONG_TICKS,
  STOP_SHORT,
} from './thresholds';
import { lengthWords, nameIn, playersWords } from './words';

/** Where a player's sound is cut off on purpose, and how long the silence lasts. */
interface Cut {
  readonly player: Player;
  readonly at: number;
  readonly ticks: number;
  readonly dead: boolean;
}

/** A stop most players make. `ringing` is who sounds on through it, with until when; null when it is clean. */
export interface Stop {
  readonly at: number;
  readonly ticks: number;
  readonly cutters: readonly Player[];
  readonly dead: boolean;
  readonly ringing: { readonly player: Player; readonly sound: Sound; readonly ticks: number } | null;
}

/**
 * Places where at least two players fall silent at once for an eighth or more (common practice). Of three, the third
 * may ring over it; one who goes on striking plays a fill and is left alone, and so is a figure of short chords over
 * a long note that comes back in half of the bars or more.
 */
export function stopsOf(stage: Stage): readonly Stop[] {
  let stops = known.get(stage);
  if (!stops) known.set(stage, (stops = findStops(stage)));
  return stops;
}

const known = new WeakMap<Stage, readonly Stop[]>();

function findStops(stage: Stage): readonly Stop[] {
  const cuts = new Map<number, Cut[]>();
  for (const player of PLAYERS) {
    for (const cut of cutsOf(stage, player)) cuts.set(cut.at, [...(cuts.get(cut.at) ?? []), cut]);
  }
  const times = [...cuts.keys()].sort((a, b) => a - b);
  const found = times.flatMap((at): Stop[] => {
    const here = cuts.get(at)!;
    const dead = here.some((c) => c.dead);
    const ticks = Math.min(...here.map((c) => c.ticks));
    const others = heardWith(stage, { from: at, to: at + ticks, not: null }).filter(
      ({ player, sound }) => !here.some((c) => c.player === player) && sound.kind === 'ring',
    );
    if (here.length < 2) return [];
    const player = others[0]?.player;
    const strokesOn = player
      ? firstFrom(stage.sounds[player], at + ticks) - firstFrom(stage.sounds[player], at + 1)
      : 0;
    const longest = others.reduce<(typeof others)[number] | null>(
      (most, one) => (most === null || one.ticks > most.ticks ? one : most),
      null,
    );
    const ringing =
      longest !== null && strokesOn === 0 && longest.ticks >= SHORTEST_STOP_TICKS ? longest : null;
    return [{ at, ticks, cutters: here.map((c) => c.player), dead, ringing }];
  });
  const isFigure = figuresIn(found, stage);
  return found.filter((stop) => stop.ringing === null || !isFigure(stop));
}

/** Someone rings over a stop the others make. */
export function ringingStops(stage: Stage): readonly Timed[] {
  return stopsOf(stage).flatMap((stop): Timed[] => {
    if (stop.ringing === null) return [];
    const { player, sound, ticks } = stop.ringing;
    const score = ticks >= STOP_LONG_TICKS ? STOP_LONG : STOP_SHORT;
    const scene = { chord: momentAt(stage, stop.at).chord, key: stage.key };
    const note = sound.pitches[0];
    const what = note === undefined ? '' : ` with ${nameIn(scene, note)}`;
    const text = `${PLAYER_WORDS[player]} rings over the stop${what} for ${lengthWords(ticks)}: ${playersWords(stop.cutters)} ${stop.cutters.length === 1 ? 'is' : 'are'} silent there.`;
    return [
      {
        kind: 'stop',
        level: levelOf(score),
        players: [player],
        pitches: sound.pitches,
        text,
        score,
        at: stop.at,
        ticks,
      },
    ];
  });
}

/**
 * Dead hits under a partner's ringing chord. What comes back at the same place of another bar, or with the same bar, is
 * a groove and left alone.
 */
export function buriedHits(stage: Stage): readonly Timed[] {
  const stopped = new Set(stopsOf(stage).map((s) => s.at));
  const said: Timed[] = [];
  const dead = new Map<number, number>();
  const bars = new Map<string, number>();
  const placeOf = (player: Player, at: number) => `${player} ${at % stage.barTicks}`;
  for (const p of PLAYERS) {
    for (const s of stage.sounds[p]) {
      if (s.kind !== 'dead') continue;
      dead.set(s.at, (dead.get(s.at) ?? 0) + 1);
      bars.set(placeOf(p, s.at), (bars.get(placeOf(p, s.at)) ?? 0) + 1);
    }
  }
  const isGroove = (player: Player, at: number) =>
    bars.get(placeOf(player, at))! > 1 || (stage.bars.length === 1 && stage.times > 1);
  for (const player of PLAYERS) {
    for (const hit of stage.sounds[player]) {
      if (hit.kind !== 'dead' || stopped.has(hit.at) || dead.get(hit.at)! > 1) continue;
      if (isGroove(player, hit.at)) continue;
      const over = heardWith(stage, { from: hit.at, to: hit.at + SHORTEST_STOP_TICKS / 2, not: player }).find(
        ({ player: p, sound, ticks }) =>
          p !== 'bass' &&
          sound.kind === 'ring' &&
          sound.pitches.length > 1 &&
          ticks >= SHORTEST_STOP_TICKS / 2,
      );
      if (!over) continue;
      const score = hit.weak ? BURIED_WEAK : BURIED;
      said.push({
        kind: 'buried-hit',
        level: levelOf(score),
        players: PLAYERS.filter((p) => p === player || p === over.player),
        pitches: [],
        text: `${PLAYER_WORDS[player]}’s dead hit is lost under ${PLAYER_WORDS[over.player]}’s ringing chord.`,
        score,
        at: hit.at,
        ticks: SHORTEST_STOP_TICKS / 2,
      });
    }
  }
  return said;
}

/** A muted stroke ends by itself; its silence is a stop only from a beat on. */
function cutsOf(stage: Stage, player: Player): readonly Cut[] {
  const sounds = stage.sounds[player];
  const end = stage.bars.length * stage.barTicks;
  const cuts: Cut[] = [];
  for (let i = 0; i < sounds.length; i += 1) {
    const s = sounds[i]!;
    const next = sounds[i + 1]?.at ?? end;
    if (next === s.at || s.until > s.end) continue;
    const least = s.kind === 'mute' ? STOP_LONG_TICKS : SHORTEST_STOP_TICKS;
    const ticks = next - s.end;
    if (ticks >= least) cuts.push({ player, at: s.end, ticks, dead: s.kind === 'dead' });
  }
  return cuts;
}

/** How often the same player rings over a stop at the same place of the bar, and how often in one bar. */
function figuresIn(stops: readonly Stop[], stage: Stage): (stop: Stop) => boolean {
  const places = new Map<string, number>();
  const bars = new Map<string, number>();
  const place = (s: Stop) => `${s.ringing?.player} ${s.at % stage.barTicks}`;
  const bar = (s: Stop) => `${s.ringing?.player} ${Math.floor(s.at / stage.barTicks)}`;
  for (const s of stops) {
    places.set(place(s), (places.get(place(s)) ?? 0) + 1);
    bars.set(bar(s), (bars.get(bar(s)) ?? 0) + 1);
  }
  const often = Math.max(2, stage.bars.length / 2);
  const oneBarRepeats = stage.bars.length === 1 && stage.times > 1;
  return (s) => places.get(place(s))! >= often || bars.get(bar(s))! > 1 || (oneBarRepeats && !s.dead);
}
