import type { PlanName } from '../form/index';
import { midi, parseNote, type Midi } from '../pitch/index';
import type { Plan, Role, Style } from './plan';

/**
 * The schools of splitting as numbers. Every number here is taste, ours, after the schools players name; read on ten
 * invented songs (docs/plans.md).
 */

type Devices = Style['devices'];

/** Whole chords, as a guitarist strums them. */
const CHORDS: Devices = {
  full: 0,
  'wide-fifth': 240,
  sus: 240,
  triad: 280,
  shell: 280,
  power3: 400,
  power2: 560,
  'fifth-bass': 640,
};
const LOW_POWER: Devices = {
  power3: 0,
  'wide-fifth': 150,
  power2: 170,
  'fifth-bass': 280,
  octave: 420,
  single: 1100,
};
/** Above another guitar that plays whole chords. */
const UPPER_OPEN: Devices = {
  triad: 0,
  sus: 20,
  shell: 30,
  full: 130,
  third: 150,
  sixth: 150,
  tritone: 20,
  tenth: 300,
  fourth: 260,
  octave: 380,
  power3: 420,
  power2: 420,
};
/** Above power chords: what one driven amplifier bears. */
const UPPER_DRIVEN: Devices = {
  third: 0,
  sixth: 20,
  triad: 60,
  sus: 80,
  octave: 130,
  fourth: 150,
  tritone: 150,
  shell: 160,
  tenth: 260,
  power2: 260,
  power3: 300,
  full: 420,
};
const BASS_ROOTS: Devices = { single: 0, octave: 320, tenth: 560, power2: 680 };

const style = (devices: Devices, lowest: readonly [string, string], top: string): Style => ({
  devices,
  lowest: [note(lowest[0]), note(lowest[1])],
  top: note(top),
});

interface Ways {
  readonly moving?: number;
  readonly leading?: number;
  readonly picks?: boolean;
  readonly drones?: boolean;
  readonly low?: boolean;
}

function role(words: string, clean: Style, driven: Style, ways: Ways = {}): Role {
  const { moving = 0, leading = 4, ...rest } = ways;
  return { words, clean, driven, moving, leading, ...rest };
}

/** Low and whole: open chords up to the edge, power chords when driven. */
const rhythm = (words: string): Role =>
  role(words, style(CHORDS, ['C2', 'F3'], 'A4'), style(LOW_POWER, ['C2', 'D3'], 'C4'), { low: true });
const upper = (words: string, ways: Ways = {}): Role =>
  role(words, style(UPPER_OPEN, ['D3', 'G4'], 'D5'), style(UPPER_DRIVEN, ['E3', 'A4'], 'E5'), {
    leading: 12,
    ...ways,
  });
const same = (words: string, one: Style, ways: Ways = {}): Role => role(words, one, one, ways);
const bassRoots = (words = 'roots'): Role =>
  same(words, style(BASS_ROOTS, ['A0', 'D2'], 'E3'), { leading: 6, low: true });

const COLOURS = { clean: 380, driven: 120 } as const;

export const PLANS: Readonly<Record<PlanName, Plan>> = {
  wall: {
    name: 'wall',
    words: 'Wall',
    useWhen: 'The section must be big and simple: both guitars on the same chords, one on each side.',
    roles: { guitar1: rhythm('wall'), guitar2: rhythm('wall, doubled'), bass: bassRoots() },
    separation: -500,
    above: null,
    missingThird: { clean: 420, driven: 0 },
    missingColour: { clean: 380, driven: 40 },
  },
  'low-high': {
    name: 'low-high',
    words: 'Low and high',
    useWhen: 'Both guitars should be heard apart: chords or power chords below, triads or dyads above.',
    roles: { guitar1: rhythm('low'), guitar2: upper('triads and dyads above'), bass: bassRoots() },
    separation: 1000,
    above: 7,
    missingThird: { clean: 500, driven: 320 },
    missingColour: { clean: 400, driven: 200 },
  },
  drone: {
    name: 'drone',
    words: 'Drone',
    useWhen: 'One common tone rings through while the chords move under it.',
    roles: {
      guitar1: rhythm('moves underneath'),
      guitar2: same('holds a common tone', style({ octave: 0, single: 60 }, ['E3', 'E5'], 'C6'), {
        moving: 500,
        leading: 14,
        drones: true,
      }),
      bass: bassRoots(),
    },
    separation: 900,
    above: null,
    missingThird: { clean: 380, driven: 60 },
    missingColour: { clean: 320, driven: 60 },
  },
  'lick-long': {
    name: 'lick-long',
    words: 'Lick and long notes',
    useWhen: 'Guitar 1 plays the hook; Guitar 2 lays long chords and stays out of its way.',
    roles: {
      guitar1: role(
        'hook',
        style({ third: 0, sixth: 0, octave: 120, fourth: 160, single: 380 }, ['G3', 'E5'], 'C6'),
        style({ octave: 0, third: 60, sixth: 80, fourth: 160, single: 320 }, ['E3', 'D5'], 'C6'),
        { leading: 14 },
      ),
      guitar2: rhythm('long chords'),
      bass: bassRoots(),
    },
    separation: 1000,
    above: null,
    missingThird: { clean: 420, driven: 120 },
    missingColour: COLOURS,
  },
  'broken-struck': {
    name: 'broken-struck',
    words: 'Broken and struck',
    useWhen: 'Clean or light gain: one guitar picks through a held chord, the other strikes short chords.',
    roles: {
      guitar1: role(
        'picked through',
        style(
          { full: 0, shell: 200, triad: 220, sus: 220, 'wide-fifth': 300, power3: 420 },
          ['C2', 'F3'],
          'A4',
        ),
        style(
          { power3: 0, 'wide-fifth': 40, full: 260, sus: 200, shell: 260, triad: 300 },
          ['C2', 'F3'],
          'A4',
        ),
        { picks: true },
      ),
      guitar2: upper('struck, higher'),
      bass: bassRoots(),
    },
    separation: 900,
    above: 7,
    missingThird: { clean: 540, driven: 420 },
    missingColour: { clean: 420, driven: 240 },
  },
  'bass-leads': {
    name: 'bass-leads',
    words: 'Bass leads',
    useWhen: 'The bass carries the changes; the guitars hold upper voices that move as little as they can.',
    roles: {
      guitar1: role(
        'held upper voices',
        style(
          { triad: 0, sus: 20, shell: 20, sixth: 100, third: 100, fourth: 160, full: 260 },
          ['C3', 'B3'],
          'C5',
        ),
        style({ third: 0, sixth: 0, fourth: 60, triad: 120, power2: 160, sus: 100 }, ['C3', 'B3'], 'C5'),
        { moving: 170, leading: 16 },
      ),
      guitar2: role(
        'higher voices',
        style(
          { third: 0, sixth: 0, triad: 40, sus: 60, shell: 60, fourth: 120, octave: 200 },
          ['G3', 'B4'],
          'E5',
        ),
        style({ third: 0, sixth: 0, octave: 80, triad: 140, fourth: 100 }, ['G3', 'B4'], 'E5'),
        { moving: 170, leading: 16 },
      ),
      bass: same('carries the changes', style({ single: 0, octave: 200 }, ['A0', 'E2'], 'G3'), {
        leading: 4,
      }),
    },
    separation: 900,
    above: 7,
    missingThird: { clean: 480, driven: 380 },
    missingColour: { clean: 400, driven: 240 },
  },
  harmony: {
    name: 'harmony',
    words: 'Harmony pair',
    useWhen: 'Two guitars as two voices of one line, a third or a sixth apart.',
    roles: {
      guitar1: same('lower voice', style({ single: 0, octave: 320, third: 340 }, ['D3', 'E4'], 'C5'), {
        leading: 16,
      }),
      guitar2: same('upper voice', style({ single: 0, third: 300, sixth: 320 }, ['G3', 'C5'], 'E5'), {
        leading: 16,
      }),
      bass: bassRoots(),
    },
    separation: 300,
    above: 3,
    missingThird: { clean: 420, driven: 420 },
    missingColour: { clean: 120, driven: 60 },
  },
  lock: {
    name: 'lock',
    words: 'Lock',
    useWhen: 'Everybody strikes and stops together: tight chords, one octave of bass under them.',
    roles: {
      guitar1: role(
        'locked',
        style(CHORDS, ['C2', 'F3'], 'A4'),
        style({ power2: 0, power3: 20, 'fifth-bass': 240, 'wide-fifth': 260 }, ['C2', 'D3'], 'C4'),
        { low: true },
      ),
      guitar2: role(
        'locked, doubled',
        style(CHORDS, ['C2', 'F3'], 'A4'),
        style({ power2: 0, power3: 20, 'fifth-bass': 240, 'wide-fifth': 260 }, ['C2', 'D3'], 'C4'),
        { low: true },
      ),
      bass: bassRoots('locked'),
    },
    separation: -400,
    above: null,
    missingThird: { clean: 400, driven: 0 },
    missingColour: { clean: 360, driven: 40 },
  },
  'one-guitar': {
    name: 'one-guitar',
    words: 'One guitar',
    useWhen: 'A guitarist is missing: Guitar 1 covers low and high in one part, Guitar 2 rests.',
    roles: {
      guitar1: role(
        'everything',
        style({ ...CHORDS, shell: 160, triad: 260 }, ['C2', 'F3'], 'A4'),
        style(
          {
            power3: 0,
            'wide-fifth': 60,
            power2: 190,
            shell: 240,
            sus: 240,
            third: 300,
            triad: 320,
            full: 320,
          },
          ['C2', 'E3'],
          'A4',
        ),
      ),
      guitar2: same('rests', style({}, ['E3', 'E5'], 'E5')),
      bass: bassRoots(),
    },
    separation: 0,
    above: null,
    missingThird: { clean: 460, driven: 200 },
    missingColour: { clean: 420, driven: 200 },
  },
};

function note(name: string): Midi {
  const read = parseNote(name);
  return read.ok ? read.value : midi(0);
}
