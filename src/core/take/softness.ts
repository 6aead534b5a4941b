import type { PlannedStroke } from '../heard/index';
import type { Onset } from './onsets';

/** What is so much softer than others of its kind around it, or anywhere, is not the player's, in dB. */
const GATE_DB = 11;
const GATE_ANYWHERE_DB = 14;
/** How loud the player is at a place is told by so many seconds around it, and so many strikes at least. */
const LOUD_S = 6;
const LEAST_LOUD = 5;

/** A stroke and what was heard for it. */
export interface Met {
  readonly stroke: number;
  readonly planned: number;
  readonly onset: Onset;
}

/** How much softer something is than what the player strikes in this way, around it and in all of the take, in dB. */
export type Softness = (
  onset: Onset,
  kind: PlannedStroke['kind'],
) => { readonly here: number; readonly anywhere: number };

/**
 * How loud the player is, from what was met: of strokes of each kind, in all of the take and around each place. Of a kind that
 * is met fewer than five times others tell, with some dB to spare.
 */
export function softness(met: readonly Met[], strokes: readonly PlannedStroke[]): Softness {
  const loudOf = (some: readonly Met[]) =>
    some.map((m) => m.onset.loudDb).sort((a, b) => a - b)[some.length >> 1] ?? -Infinity;
  const of = (kind: PlannedStroke['kind']) => {
    const own = met.filter((m) => strokes[m.stroke]!.kind === kind);
    // Of a kind that is rare, others say how loud it should be; a dead hit may be much softer.
    const isRare = own.length < LEAST_LOUD;
    const some = isRare ? met : own;
    return { some, usual: loudOf(some), spare: isRare ? (kind === 'dead' ? 9 : 3) : 0 };
  };
  const kinds = { ring: of('ring'), mute: of('mute'), dead: of('dead') };
  return (onset, kind) => {
    const { some, usual, spare } = kinds[kind];
    const near = some.filter((m) => Math.abs(m.onset.at - onset.at) < LOUD_S);
    const around = near.length >= LEAST_LOUD ? loudOf(near) : usual;
    return { here: around - onset.loudDb - spare, anywhere: usual - onset.loudDb - spare };
  };
}

/** Without what is far softer than the player's strikes of its kind: others, and the room. */
export function gated(
  onsets: readonly Onset[],
  met: readonly Met[],
  of: { readonly strokes: readonly PlannedStroke[]; readonly softBy: Softness },
): readonly Onset[] {
  const { strokes, softBy } = of;
  const kinds = new Map(met.map((m) => [m.onset, strokes[m.stroke]!.kind]));
  const played = [...new Set(kinds.values())];
  return onsets.filter((onset) => {
    const kind = kinds.get(onset);
    // What was met by nothing may be of any kind that is played.
    return (kind ? [kind] : played).some((one) => {
      const { here, anywhere } = softBy(onset, one);
      return here <= GATE_DB && anywhere <= GATE_ANYWHERE_DB;
    });
  });
}
