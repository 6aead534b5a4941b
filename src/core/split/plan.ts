import type { Player, PlanName } from '../form/index';
import type { Device } from '../grip/index';
import { midi, parseNote, type Midi } from '../pitch/index';

/** What a plan wants of one player. Costs are in points; 1000 points weigh as much as one clash. */
export interface Role {
  /** Shown beside the player's name. */
  readonly words: string;
  /** Points for choosing a device; devices not named cost `OTHER_DEVICE`. */
  readonly devices: Readonly<Partial<Record<Device, number>>>;
  /** Where the lowest note should lie; each semitone outside costs. */
  readonly lowest: readonly [from: Midi, to: Midi];
  /** The highest note should not lie above. */
  readonly top: Midi;
  /** Points for changing grip at all: high for a player who should hold on. */
  readonly moving: number;
}

/** A school of splitting a section. Every number here is taste, ours, after the schools players name. */
export interface Plan {
  readonly name: PlanName;
  readonly words: string;
  readonly useWhen: string;
  readonly roles: Readonly<Record<Player, Role>>;
  /** Points per unit of shared energy between the guitars above 0.4; negative rewards doubling. */
  readonly separation: number;
  /** Points when the symbol has a third and nobody plays it, clean (driven counts half). */
  readonly missingThird: number;
}

export const OTHER_DEVICE = 700;
export const DEFAULT_PLAN: PlanName = 'low-high';

const LOW_POWER: Role['devices'] = {
  power3: 0,
  power2: 170,
  'fifth-bass': 260,
  octave: 320,
  'wide-fifth': 380,
  single: 500,
};
const BASS_ROOTS: Role['devices'] = { single: 0, octave: 260, tenth: 520, power2: 620 };
const UPPER: Role['devices'] = {
  triad: 0,
  third: 90,
  sixth: 90,
  octave: 160,
  fourth: 240,
  sus: 120,
  shell: 160,
  tenth: 260,
  tritone: 260,
  power2: 380,
  full: 420,
};

const role = (
  words: string,
  devices: Role['devices'],
  lowest: [string, string],
  top: string,
  moving = 0,
): Role => ({
  words,
  devices,
  lowest: [note(lowest[0]), note(lowest[1])],
  top: note(top),
  moving,
});
const bassRoots = (words = 'roots'): Role => role(words, BASS_ROOTS, ['C1', 'C2'], 'E3');
const lowPower = (words = 'low power chords'): Role => role(words, LOW_POWER, ['C2', 'D3'], 'C4');

export const PLANS: Readonly<Record<PlanName, Plan>> = {
  wall: {
    name: 'wall',
    words: 'Wall',
    useWhen: 'The section must be big and simple: both guitars on the same power chords, one on each side.',
    roles: { guitar1: lowPower('wall'), guitar2: lowPower('wall, doubled'), bass: bassRoots() },
    separation: -500,
    missingThird: 0,
  },
  'low-high': {
    name: 'low-high',
    words: 'Low and high',
    useWhen: 'Both guitars should be heard apart: power chords below, triads or dyads well above.',
    roles: {
      guitar1: lowPower(),
      guitar2: role('triads and dyads above', UPPER, ['E3', 'A4'], 'D5'),
      bass: bassRoots(),
    },
    separation: 1000,
    missingThird: 420,
  },
  drone: {
    name: 'drone',
    words: 'Drone',
    useWhen: 'One common tone rings through while the chords move under it.',
    roles: {
      guitar1: lowPower('moves underneath'),
      guitar2: role(
        'holds a common tone',
        { octave: 0, single: 60, power2: 380, third: 420 },
        ['E3', 'E5'],
        'B5',
        450,
      ),
      bass: bassRoots(),
    },
    separation: 900,
    missingThird: 120,
  },
  'lick-long': {
    name: 'lick-long',
    words: 'Lick and long notes',
    useWhen: 'Guitar 1 plays the hook; Guitar 2 lays long root-and-fifth chords and stays out of its way.',
    roles: {
      guitar1: role(
        'hook',
        { single: 0, octave: 60, third: 200, fourth: 240, sixth: 200 },
        ['E3', 'E5'],
        'B5',
        450,
      ),
      guitar2: lowPower('long notes'),
      bass: bassRoots(),
    },
    separation: 1000,
    missingThird: 160,
  },
  'broken-struck': {
    name: 'broken-struck',
    words: 'Broken and struck',
    useWhen: 'Clean or light gain: one guitar picks through a held chord, the other strikes short chords.',
    roles: {
      guitar1: role(
        'picked through',
        { full: 0, triad: 120, shell: 120, sus: 160, power3: 320, third: 340, octave: 360 },
        ['E2', 'D3'],
        'A4',
      ),
      guitar2: role(
        'struck, higher',
        { triad: 0, sus: 80, shell: 120, third: 180, sixth: 180 },
        ['G3', 'C5'],
        'E5',
      ),
      bass: bassRoots(),
    },
    separation: 900,
    missingThird: 500,
  },
  'bass-leads': {
    name: 'bass-leads',
    words: 'Bass leads',
    useWhen: 'The bass carries the changes; the guitars hold upper voices that move as little as they can.',
    roles: {
      guitar1: role(
        'held upper voices',
        { third: 0, fourth: 60, sixth: 0, triad: 80, power2: 200 },
        ['C3', 'G3'],
        'B4',
        150,
      ),
      guitar2: role(
        'higher voices',
        { third: 60, sixth: 60, triad: 0, octave: 120 },
        ['E3', 'A4'],
        'D5',
        150,
      ),
      bass: role('carries the changes', { single: 0, octave: 120 }, ['C1', 'E2'], 'G3'),
    },
    separation: 900,
    missingThird: 420,
  },
  harmony: {
    name: 'harmony',
    words: 'Harmony pair',
    useWhen: 'Two guitars as two voices of one line, a third or a sixth apart.',
    roles: {
      guitar1: role('lower voice', { single: 0, octave: 260 }, ['D3', 'E4'], 'C5'),
      guitar2: role('upper voice', { single: 0, third: 220, sixth: 220 }, ['G3', 'A4'], 'E5'),
      bass: bassRoots(),
    },
    separation: 600,
    missingThird: 420,
  },
  lock: {
    name: 'lock',
    words: 'Lock',
    useWhen: 'Everybody strikes and stops together: tight low chords, one octave of bass under them.',
    roles: {
      guitar1: role('locked', { power2: 0, power3: 40, 'fifth-bass': 220 }, ['C2', 'D3'], 'C4'),
      guitar2: role('locked, an octave shape up', { octave: 0, power3: 80, power2: 120 }, ['C3', 'A3'], 'A4'),
      bass: bassRoots('locked'),
    },
    separation: 300,
    missingThird: 60,
  },
  'one-guitar': {
    name: 'one-guitar',
    words: 'One guitar',
    useWhen: 'A guitarist is missing: Guitar 1 covers low and high in one part, Guitar 2 rests.',
    roles: {
      guitar1: role(
        'everything',
        { full: 0, triad: 260, power3: 120, 'wide-fifth': 160 },
        ['C2', 'B2'],
        'A4',
      ),
      guitar2: role('rests', {}, ['E3', 'E5'], 'E5'),
      bass: bassRoots(),
    },
    separation: 0,
    missingThird: 260,
  },
};

function note(name: string): Midi {
  const read = parseNote(name);
  return read.ok ? read.value : midi(0);
}
