import type { Finding } from '../../core/clash/index';

type Kind = Finding['kind'];

/** What a finding is called at the head of its card. */
export const KIND_WORDS: Readonly<Record<Kind, string>> = {
  mud: 'Mud',
  rub: 'Rub',
  gain: 'Gain',
  'wrong-bass': 'Wrong lowest note',
  'missing-third': 'No third',
  crowding: 'Crowded',
  doubling: 'Doubling',
  'ring-over': 'Rings on',
  push: 'Push not shared',
  flam: 'Near miss',
  stop: 'Stop not clean',
  'buried-hit': 'Lost hit',
  voice: 'In the voice',
  delay: 'Delay repeat',
  reach: 'Stretch',
  shift: 'Quick shift',
  range: 'No such fret',
  'other-chord': 'Not that chord',
  'unheard-third': 'Major or minor?',
  'missing-tone': 'Tone missing',
  'empty-string': 'String not held',
  'steps-on': 'Steps on a part',
  pedal: 'Pedal',
  open: 'Still open',
};

/** The same inside a sentence. */
export function findingWords(kind: Kind): string {
  return KIND_WORDS[kind].toLowerCase();
}

/** How a finding is heard: with the bar before it where it begins there, and ringing where it is about what rings. */
export function heardAs({ kind }: Pick<Finding, 'kind'>): {
  readonly mark: 'bar' | 'before';
  readonly ringsFree: boolean;
} {
  return { mark: FROM_BEFORE.has(kind) ? 'before' : 'bar', ringsFree: kind === 'ring-over' };
}

const FROM_BEFORE: ReadonlySet<Kind> = new Set(['ring-over', 'delay', 'shift', 'push']);
