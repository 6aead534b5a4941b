import type { Player } from '../form/index';
import { formatGrip, holdWithin, type Fingering, type Grip } from '../grip/index';
import { pretty } from '../pitch/index';
import { playedBars, playedStrokes } from '../score/index';
import type { Song } from '../song/index';

/** A grip as it is held somewhere in the song. */
export interface UsedGrip {
  readonly grip: Grip;
  /** Own fingers, else the natural ones of a hand that reaches; null where no hand has the fingers for it. */
  readonly fingers: Fingering | null;
  /** The first chord it is played for, as it is written; "" where none is. */
  readonly chord: string;
}

/** Fewest strings of a grip worth a picture. */
const FEWEST = 2;

/** The grips a player uses, each once for every way it is fingered, in the order they come. */
export function usedGrips(song: Song, player: Player): readonly UsedGrip[] {
  const rig = song.players[player];
  const seen = new Map<string, UsedGrip>();
  const chordAt = chordsOf(song);
  for (const { at, grip, fingers } of playedStrokes(song, player)) {
    if (grip === null || grip.filter((fret) => fret !== null).length < FEWEST) continue;
    const id = `${formatGrip(grip)} ${JSON.stringify(fingers)}`;
    if (seen.has(id)) continue;
    const held = holdWithin(grip, rig, rig.hand, fingers ?? undefined);
    seen.set(id, { grip, fingers: held.ok ? held.value.hold.fingers : null, chord: chordAt(at) });
  }
  return [...seen.values()];
}

/** The chord that is written at a tick, asked for in time order. */
function chordsOf(song: Song): (tick: number) => string {
  const chords = playedBars(song).flatMap(({ source, start, skipped }) =>
    (source?.chords ?? []).map((c) => ({ from: start - skipped + c.at - c.push, text: pretty(c.chord) })),
  );
  let now = -1;
  return (tick) => {
    while (now + 1 < chords.length && chords[now + 1]!.from <= tick) now += 1;
    return chords[now]?.text ?? '';
  };
}
