import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { levelOf } from './level';
import { heardWith, momentAt, type Sound, type Stage, type Timed } from './stage';
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
  const cuts = PLAYERS.flatMap((player) => cutsOf(stage, player));
  const times = [...new Set(cuts.map((c) => c.at))].sort((a, b) => a - b);
  const found = times.flatMap((at): Stop[] => {
    const here = cuts.filter((c) => c.at === at);
    const dead = here.some((c) => c.dead);
    const ticks = Math.min(...here.map((c) => c.ticks));
    const others = heardWith(stage, { from: at, to: at + ticks, not: null }).filter(
      ({ player, sound }) => !here.some((c) => c.player === player) && sound.kind === 'ring',
    );
    if (here.length < 2) return [];
    const player = others[0]?.player;
    const strokesOn = player ? stage.sounds[player].filter((s) => s.at > at && s.at < at + ticks).length : 0;
    const longest = others.reduce<(typeof others)[number] | null>(
      (most, one) => (most === null || one.ticks > most.ticks ? one : most),
      null,
    );
    const ringing =
      longest !== null && strokesOn === 0 && longest.ticks >= SHORTEST_STOP_TICKS ? longest : null;
    return [{ at, ticks, cutters: here.map((c) => c.player), dead, ringing }];
  });
  return found.filter((stop) => stop.ringing === null || !isFigure(stop, found, stage));
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

/** Dead hits under a partner's ringing chord. Said once for each pair of players and place in the bar. */
export function buriedHits(stage: Stage): readonly Timed[] {
  const stopped = new Set(stopsOf(stage).map((s) => s.at));
  const said = new Map<string, { first: Timed; bars: number }>();
  for (const player of PLAYERS) {
    for (const hit of stage.sounds[player]) {
      if (hit.kind !== 'dead' || stopped.has(hit.at)) continue;
      const company = PLAYERS.some(
        (p) => p !== player && stage.sounds[p].some((s) => s.kind === 'dead' && s.at === hit.at),
      );
      if (company) continue;
      const over = heardWith(stage, { from: hit.at, to: hit.at + SHORTEST_STOP_TICKS / 2, not: player }).find(
        ({ player: p, sound, ticks }) =>
          p !== 'bass' &&
          sound.kind === 'ring' &&
          sound.pitches.length > 1 &&
          ticks >= SHORTEST_STOP_TICKS / 2,
      );
      if (!over) continue;
      const id = `${player} ${over.player} ${hit.at % stage.barTicks}`;
      const known = said.get(id);
      if (known) {
        said.set(id, { ...known, bars: known.bars + 1 });
        continue;
      }
      const score = hit.weak ? BURIED_WEAK : BURIED;
      const first: Timed = {
        kind: 'buried-hit',
        level: levelOf(score),
        players: PLAYERS.filter((p) => p === player || p === over.player),
        pitches: [],
        text: `${PLAYER_WORDS[player]}’s dead hit is lost under ${PLAYER_WORDS[over.player]}’s ringing chord`,
        score,
        at: hit.at,
        ticks: SHORTEST_STOP_TICKS / 2,
      };
      said.set(id, { first, bars: 1 });
    }
  }
  return [...said.values()].map(({ first, bars }) => ({
    ...first,
    text: bars === 1 ? `${first.text}.` : `${first.text}, in ${bars} bars.`,
  }));
}

/** A muted stroke ends by itself; its silence is a stop only from a beat on. */
function cutsOf(stage: Stage, player: Player): readonly Cut[] {
  const sounds = stage.sounds[player];
  const end = stage.bars.length * stage.barTicks;
  return sounds.flatMap((s, i): Cut[] => {
    if (sounds[i + 1]?.at === s.at || s.until > s.end) return [];
    const ticks = (sounds[i + 1]?.at ?? end) - s.end;
    const least = s.kind === 'mute' ? STOP_LONG_TICKS : SHORTEST_STOP_TICKS;
    return ticks >= least ? [{ player, at: s.end, ticks, dead: s.kind === 'dead' }] : [];
  });
}

function isFigure(stop: Stop, all: readonly Stop[], stage: Stage): boolean {
  const place = stop.at % stage.barTicks;
  const bars = all.filter(
    (s) => s.at % stage.barTicks === place && s.ringing?.player === stop.ringing?.player,
  ).length;
  const often = Math.max(2, stage.bars.length / 2);
  const inBar = all.filter(
    (s) =>
      Math.floor(s.at / stage.barTicks) === Math.floor(stop.at / stage.barTicks) &&
      s.ringing?.player === stop.ringing?.player,
  ).length;
  return bars >= often || inBar > 1 || (stage.bars.length === 1 && stage.times > 1 && !stop.dead);
}
