import { PLAYER_WORDS, PLAYERS, type Cell, type Player } from '../form/index';
import { formatFingering, holdGrip, missingFret } from '../grip/index';
import type { Moment, Song } from '../song/index';
import { judge } from './judge';
import type { Judgement } from './judgement';
import { SameScenes } from './same-scene';
import { sceneAt, type MomentPlace, type SceneGround } from './scene-at';
import { factsOf } from './stage';
import { openPlayers } from './tones';

/** Whether the hand can do what a cell asks, apart from the others; of lines see run.ts. */
export function judgeHand(player: Player, cell: Cell, song: Pick<Song, 'players'>): readonly Judgement[] {
  if (cell.kind !== 'grip' || cell.step) return [];
  const instrument = song.players[player];
  const base = { players: [player], pitches: [], score: 1, level: 'clash' } as const;
  const { hold, reach } = factsOf(cell, instrument);
  const who = PLAYER_WORDS[player];
  const missing = missingFret(cell.grip, instrument);
  if (missing) {
    const last = instrument.frets - instrument.capo;
    const text = `${who}: fret ${missing.fret} is not there, this neck ends at ${last}.`;
    return [{ ...base, kind: 'range', text }];
  }
  if (reach === 'ease') return [];
  const refused = holdGrip(cell.grip, instrument, instrument.hand, cell.fingers);
  const own = cell.fingers ? ` with your fingers ${formatFingering(cell.fingers)}` : '';
  const why = refused.ok ? '' : refused.error;
  if (hold === null || reach === 'out')
    return [{ ...base, kind: 'reach', text: `${who} cannot hold this${own}: ${why}.` }];
  return [{ ...base, kind: 'reach', text: `${who}: a stretch${own}, ${why}.`, level: 'watch', score: 0.6 }];
}

/** The same bars come again and again: what was said of the same sounds is not worked out twice. */
export function judgedMoment(song: Song, place: MomentPlace, ground: SceneGround): readonly Judgement[] {
  let known = judged.get(song.players);
  if (!known) judged.set(song.players, (known = new SameScenes()));
  const scene = sceneAt(song, place, ground);
  return known.get(scene, () => judge(scene));
}

const judged = new WeakMap<Song['players'], SameScenes<readonly Judgement[]>>();

/** Players whose cell is still open where it is written. */
export function openAt(moments: readonly Moment[], index: number): readonly Judgement[] {
  const { cells } = moments[index]!;
  return openPlayers(
    PLAYERS.filter((player) => cells[player].kind === 'open' && startsHere(moments, index, player)),
  );
}

/** What the hands cannot do, or only at a stretch, in cells that begin at a moment (its place in the list, from 0). */
export function handsAt(song: Song, moments: readonly Moment[], index: number): readonly Judgement[] {
  const moment = moments[index]!;
  return PLAYERS.flatMap((player) =>
    moment.places[player]?.bar === moment.bar && startsHere(moments, index, player)
      ? judgeHand(player, moment.cells[player], song)
      : [],
  );
}

function startsHere(moments: readonly Moment[], index: number, player: Player): boolean {
  const before = moments[index - 1]?.places[player];
  const here = moments[index]!.places[player];
  return before?.bar !== here?.bar || before?.index !== here?.index;
}
