import type { Player, PlanName } from '../form/index';
import type { Device } from '../grip/index';
import type { Midi } from '../pitch/index';

/** What suits a player in one sort of sound. Costs are in points; 1000 points weigh as much as one clash. */
export interface Style {
  /** Points for choosing a device; devices not named cost `OTHER_DEVICE`. */
  readonly devices: Readonly<Partial<Record<Device, number>>>;
  /** Where the lowest note should lie; each semitone outside costs. */
  readonly lowest: readonly [from: Midi, to: Midi];
  /** The highest note should not lie above. */
  readonly top: Midi;
}

/** What a plan wants of one player. */
export interface Role {
  /** Shown beside the player's name. */
  readonly words: string;
  /** Up to the edge of the amplifier, and driven; between them the one goes over into the other. */
  readonly clean: Style;
  readonly driven: Style;
  /** Points for changing grip at all: high for a player who should hold on. */
  readonly moving: number;
  /** Points per semitone that the top note moves. */
  readonly leading: number;
  /** Picks through what it holds: three different notes at least. */
  readonly picks?: boolean;
  /** Holds a tone that many chords have in common, also where one chord has not. */
  readonly drones?: boolean;
  /** Gives the low part: the lower its root the better. */
  readonly low?: boolean;
  /** What one player allows: a third under gain. */
  readonly allowsThirds?: boolean;
}

/** How much a plan wants of something, up to the edge and driven. */
export interface BySound {
  readonly clean: number;
  readonly driven: number;
}

/** A school of splitting a section. */
export interface Plan {
  readonly name: PlanName;
  readonly words: string;
  readonly useWhen: string;
  readonly roles: Readonly<Record<Player, Role>>;
  /** Points per unit of shared energy between the guitars above 0.45; negative rewards doubling. */
  readonly separation: number;
  /** Semitones that guitar 2's lowest note should lie above guitar 1's; null where it does not matter. */
  readonly above: number | null;
  /** Points when the symbol has a third and nobody plays it. */
  readonly missingThird: BySound;
  /** Points for every other tone the symbol names and nobody plays. */
  readonly missingColour: BySound;
}

export const OTHER_DEVICE = 700;
export const DEFAULT_PLAN: PlanName = 'low-high';

/** Gain up to which an amplifier counts as clean enough for whole chords, and from which it is driven (common practice). */
const EDGE = 4;
const DRIVEN = 7;

/** How open a sound is, 1 up to the edge, 0 driven; even between them. */
export function opennessOf(gain: number): number {
  return Math.min(1, Math.max(0, (DRIVEN - gain) / (DRIVEN - EDGE)));
}

/** Points between the two ends, for a gain. */
export function bySound({ clean, driven }: BySound, gain: number): number {
  const open = opennessOf(gain);
  return Math.round(clean * open + driven * (1 - open));
}

const styles = new WeakMap<Role, Map<number, Style>>();

/** What a role wants in a sound of this gain. Remembered. */
export function styleFor(role: Role, gain: number): Style {
  const open = opennessOf(gain);
  if (open === 1) return role.clean;
  if (open === 0) return role.driven;
  let known = styles.get(role);
  if (!known) styles.set(role, (known = new Map()));
  let style = known.get(open);
  if (!style) {
    const { clean, driven } = role;
    const devices: Partial<Record<Device, number>> = {};
    for (const device of [...Object.keys(clean.devices), ...Object.keys(driven.devices)] as Device[]) {
      const [a, b] = [clean.devices[device] ?? OTHER_DEVICE, driven.devices[device] ?? OTHER_DEVICE];
      devices[device] = Math.round(a * open + b * (1 - open));
    }
    style = { ...(open >= 0.5 ? clean : driven), devices };
    known.set(open, style);
  }
  return style;
}
