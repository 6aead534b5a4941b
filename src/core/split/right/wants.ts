import type { PlanName, Player } from '../../form/index';
import type { FigureName } from './figures';

/** What a plan's right hand likes: points for each figure, in a clean sound and driven. What is not named costs `OTHER_FIGURE`. */
export interface HandRole {
  readonly clean: Readonly<Partial<Record<FigureName, number>>>;
  readonly driven: Readonly<Partial<Record<FigureName, number>>>;
  /** Strokes in a beat that still leave the voice room. */
  readonly underVoice: number;
}

export interface HandPlan {
  readonly roles: Readonly<Record<Player, HandRole>>;
  /** The guitars do the same, and so does the bass. */
  readonly together: boolean;
  /** Guitar 2 keeps out of guitar 1's way. */
  readonly apart: boolean;
  /** The guitar whose accents the bass shares. */
  readonly low: 'guitar1' | 'guitar2';
}

export const OTHER_FIGURE = 260;

const STRUMMED: HandRole = {
  clean: {
    strum: 0,
    'strum in sixteenths': 50,
    quarters: 60,
    eighths: 70,
    scratch: 85,
    'half notes': 90,
    'three-three-two': 100,
    long: 130,
  },
  driven: { drive: 0, chug: 10, eighths: 30, gallop: 60, 'three-three-two': 90, quarters: 100, strum: 120 },
  underVoice: 2,
};
const WALLED: HandRole = {
  clean: { strum: 0, eighths: 40, 'strum in sixteenths': 50, quarters: 60, 'half notes': 90, long: 120 },
  driven: { eighths: 0, chug: 20, drive: 20, gallop: 60, 'three-three-two': 90, quarters: 90 },
  underVoice: 2.2,
};
const SPARSE: HandRole = {
  clean: {
    backbeat: 0,
    'off-beats': 20,
    long: 20,
    'half notes': 30,
    'three-three-two': 60,
    scratch: 90,
  },
  driven: { long: 0, 'half notes': 10, 'three-three-two': 50, backbeat: 60, quarters: 80 },
  underVoice: 1,
};
const LONG: HandRole = {
  clean: { long: 0, 'half notes': 60, quarters: 160 },
  driven: { long: 0, 'half notes': 60, quarters: 160 },
  underVoice: 0.6,
};
const HOOK: HandRole = {
  clean: { 'three-three-two': 0, strum: 40, quarters: 40, 'half notes': 80 },
  driven: { 'three-three-two': 0, quarters: 30, eighths: 60, 'half notes': 80 },
  underVoice: 1,
};
const PICKED: HandRole = {
  clean: { 'broken up and down': 0, 'broken up': 40, long: 200 },
  driven: { 'broken up and down': 0, 'broken up': 40, chug: 120, long: 160 },
  underVoice: 2,
};
const STRUCK: HandRole = {
  clean: { backbeat: 0, 'off-beats': 0, 'half notes': 80, long: 100 },
  driven: { backbeat: 0, 'off-beats': 30, 'half notes': 70, long: 80 },
  underVoice: 1,
};
const STABBED: HandRole = {
  clean: { stabs: 0, 'three-three-two': 30, quarters: 60, backbeat: 80 },
  driven: { stabs: 0, chug: 40, 'three-three-two': 40, drive: 60, gallop: 70 },
  underVoice: 1.6,
};
const bass = (clean: FigureName, driven: FigureName = 'eighths'): HandRole => {
  const likes: HandRole['clean'] = {
    quarters: 30,
    eighths: 40,
    'three-three-two': 40,
    'half notes': 60,
    strum: 60,
    drive: 90,
    stabs: 90,
    long: 110,
    gallop: 120,
  };
  return { clean: { ...likes, [clean]: 0 }, driven: { ...likes, [driven]: 0 }, underVoice: 2 };
};

const pair = (guitar1: HandRole, guitar2: HandRole, low: HandRole): HandPlan['roles'] => ({
  guitar1,
  guitar2,
  bass: low,
});

/** The right hands of the plans. Numbers are taste, ours, after what players name. */
export const HAND_PLANS: Readonly<Record<PlanName, HandPlan>> = {
  wall: { roles: pair(WALLED, WALLED, bass('eighths')), together: true, apart: false, low: 'guitar1' },
  lock: {
    roles: pair(STABBED, STABBED, bass('stabs', 'stabs')),
    together: true,
    apart: false,
    low: 'guitar1',
  },
  'low-high': {
    roles: pair(STRUMMED, SPARSE, bass('quarters')),
    together: false,
    apart: true,
    low: 'guitar1',
  },
  drone: { roles: pair(STRUMMED, LONG, bass('eighths')), together: false, apart: true, low: 'guitar1' },
  'lick-long': { roles: pair(HOOK, LONG, bass('quarters')), together: false, apart: true, low: 'guitar2' },
  'broken-struck': {
    roles: pair(PICKED, STRUCK, bass('half notes')),
    together: false,
    apart: true,
    low: 'guitar1',
  },
  'bass-leads': { roles: pair(LONG, LONG, bass('eighths')), together: false, apart: false, low: 'guitar1' },
  harmony: { roles: pair(HOOK, HOOK, bass('quarters')), together: true, apart: false, low: 'guitar1' },
  'one-guitar': {
    roles: pair(STRUMMED, LONG, bass('quarters')),
    together: false,
    apart: false,
    low: 'guitar1',
  },
};
