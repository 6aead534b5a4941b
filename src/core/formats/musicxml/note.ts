import type { ScoreNote, PlayedNote } from '../../score/index';
import { noteName, type Key, type Midi } from '../../pitch/index';
import type { Rig } from '../../song/index';
import { openStrings } from '../../instrument/index';
import { el, type Element } from './xml';

/** Divisions of a quarter: groups of 3, 5, 7 and 9 are whole numbers of them. */
export const DIVISIONS = 960 * 63;
/** Divisions of a tick. */
export const A_TICK = 63;

const TYPES: Readonly<Record<number, string>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
};

/** How notes of one string hang together with the one before and after it. */
export interface Slurs {
  /** The next note on this string is come to so: it begins here. */
  readonly starts: 'hammer' | 'pull' | 'slide' | null;
}

/** What is around a note while it is written. */
export interface NoteGround {
  readonly rig: Rig;
  readonly key: Key;
  readonly actual: number;
  readonly normal: number;
  readonly unit: string | null;
  /** First and last of its group. */
  readonly groupStarts: boolean;
  readonly groupStops: boolean;
  readonly slurs: (note: PlayedNote) => Slurs;
}

/** A written note, chord or rest as elements, the lowest string first. */
export function notesOf(note: ScoreNote, of: NoteGround): readonly Element[] {
  const { stroke } = note;
  const duration = el('duration', Math.round(note.ticks * A_TICK));
  const type = el('type', TYPES[note.base]!);
  const dots = Array.from({ length: note.dots }, () => el('dot'));
  const modified =
    of.unit === null
      ? null
      : el('time-modification', [el('actual-notes', of.actual), el('normal-notes', of.normal)]);
  const tuplet = [
    ...(of.groupStarts ? [el('tuplet', [], { type: 'start', number: 1, bracket: 'yes' })] : []),
    ...(of.groupStops ? [el('tuplet', [], { type: 'stop', number: 1 })] : []),
  ];
  if (stroke === null) {
    const around = tuplet.length > 0 ? el('notations', tuplet) : null;
    return [el('note', [el('rest'), duration, el('voice', 1), type, ...dots, modified, around])];
  }
  return stroke.notes.flatMap((one, i): readonly Element[] => {
    const first = i === 0;
    const rings = !note.tiedTo && one.kind === 'ring' && one.end > stroke.until + 1;
    const ties = [
      ...(note.tiedFrom ? ['stop'] : []),
      ...(note.tiedTo ? ['start'] : []),
      ...(rings ? ['let-ring'] : []),
    ];
    const begins = note.first && !note.tiedFrom;
    const main = el(
      'note',
      [
        first ? null : el('chord'),
        pitchOf(one, of),
        duration,
        // What rings on is a sign, not a sound that goes on.
        ...ties.filter((type) => type !== 'let-ring').map((type) => el('tie', [], { type })),
        el('voice', 1),
        type,
        ...dots,
        modified,
        one.kind === 'dead' ? el('notehead', 'x') : null,
        el('notations', [
          ...ties.map((type) => el('tied', [], { type })),
          ...(first ? tuplet : []),
          ...slides(one, of, begins, note.last && !note.tiedTo),
          ...ornaments(one, begins),
          technical(note, one, of, begins),
          ...articulations(one, begins, note.last && !note.tiedTo),
        ]),
        one.kind === 'mute' ? el('play', el('mute', 'palm')) : null,
      ],
      stroke.weak ? { dynamics: 54 } : {},
    );
    if (!begins || one.grace === null) return [main];
    return [graceOf(one, of, first), main];
  });
}

function pitchOf(one: PlayedNote, { rig, key }: NoteGround): Element {
  const midi = one.midi ?? ((openStrings(rig)[one.string]! + rig.capo) as Midi);
  return pitchElement(midi, key);
}

const pitches = new Map<string, Element>();

/** A pitch as it is spelled in a key; remembered, there are few of them. */
function pitchElement(midi: Midi, key: Key): Element {
  const id = `${midi} ${key.text}`;
  let made = pitches.get(id);
  if (!made) pitches.set(id, (made = el('pitch', pitchParts(noteName(midi, key)))));
  return made;
}

/** Step, alteration and octave of a note by name: `Bb3`. */
function pitchParts(name: string): readonly Element[] {
  const [, step, signs, octave] = /^([A-G])([^\d-]*)(-?\d+)$/.exec(name)!;
  const alter = [...signs!].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return [el('step', step!), ...(alter === 0 ? [] : [el('alter', alter)]), el('octave', octave!)];
}

/** Strings count from the highest, 1; open strings are fret 0. */
function place(string: number, fret: number, rig: Rig): readonly Element[] {
  return [el('string', rig.tuning.length - string), el('fret', fret)];
}

function technical(note: ScoreNote, one: PlayedNote, of: NoteGround, begins: boolean): Element {
  const { stroke } = note;
  const { slurs, rig } = of;
  const { starts } = slurs(one);
  const ends = note.last && !note.tiedTo;
  const slur = (name: string, type: 'start' | 'stop', text: string) =>
    el(name, text, { type, number: 1 + (one.string % 6) });
  const finger = begins ? stroke?.fingers?.[one.string] : null;
  const bends = one.bend === null || !begins ? [] : bendsOf(one.bend);
  return el('technical', [
    ...place(one.string, one.fret ?? 0, rig),
    ...(begins && stroke!.direction !== null
      ? [el(stroke!.direction === 'down' ? 'down-bow' : 'up-bow')]
      : []),
    ...(finger != null ? [el('fingering', String(finger))] : []),
    ...(begins && one.reached === 'hammer' ? [slur('hammer-on', 'stop', '')] : []),
    ...(begins && one.reached === 'pull' ? [slur('pull-off', 'stop', '')] : []),
    ...(ends && starts === 'hammer' ? [slur('hammer-on', 'start', 'H')] : []),
    ...(ends && starts === 'pull' ? [slur('pull-off', 'start', 'P')] : []),
    ...(begins && one.reached === 'tap' ? [el('tap', 'T')] : []),
    ...bends,
    ...(begins && one.harmonic === 'natural' ? [el('harmonic', [el('natural'), el('sounding-pitch')])] : []),
    ...(begins && typeof one.harmonic === 'number'
      ? [
          el('harmonic', [el('artificial'), el('sounding-pitch')]),
          el('other-technical', `touched at fret ${one.harmonic}`),
        ]
      : []),
    ...(begins && !['pick', 'tap'].includes(stroke!.technique)
      ? [el('other-technical', stroke!.technique)]
      : []),
    ...(begins && stroke!.guess ? [el('other-technical', 'a guess')] : []),
  ]);
}

/** Bends in semitones; what is let down again is a second one (MusicXML 4.0, bend). */
function bendsOf(bend: NonNullable<PlayedNote['bend']>): readonly Element[] {
  const alter = bend.quarters / 2;
  return [
    el('bend', [el('bend-alter', alter), bend.before ? el('pre-bend') : null]),
    ...(bend.release ? [el('bend', [el('bend-alter', -alter), el('release')])] : []),
  ];
}

function slides(one: PlayedNote, { slurs }: NoteGround, begins: boolean, ends: boolean): readonly Element[] {
  const number = 1 + (one.string % 6);
  const isSlid = begins && (one.reached === 'slide-up' || one.reached === 'slide-down');
  return [
    ...(isSlid ? [el('slide', [], { type: 'stop', number })] : []),
    ...(ends && slurs(one).starts === 'slide'
      ? [el('slide', [], { type: 'start', 'line-type': 'solid', number })]
      : []),
  ];
}

function ornaments(one: PlayedNote, begins: boolean): readonly Element[] {
  if (!begins || (!one.vibrato && one.trill === null)) return [];
  return [
    el('ornaments', [
      ...(one.trill === null ? [] : [el('trill-mark'), el('other-ornament', `with fret ${one.trill}`)]),
      ...(one.vibrato
        ? [
            el('wavy-line', [], { type: 'start', number: 1 }),
            el('wavy-line', [], { type: 'stop', number: 1 }),
          ]
        : []),
    ]),
  ];
}

/** Slides from nowhere and off into nothing (MusicXML 4.0: scoop from below, plop from above, doit up, falloff down). */
function articulations(one: PlayedNote, begins: boolean, ends: boolean): readonly Element[] {
  const inside = [
    ...(begins && one.from !== null ? [el(one.from === 'below' ? 'scoop' : 'plop')] : []),
    ...(ends && one.off !== null ? [el(one.off === 'up' ? 'doit' : 'falloff')] : []),
  ];
  return inside.length === 0 ? [] : [el('articulations', inside)];
}

/** A short note before another one on its string, and how the hand goes on. */
function graceOf(one: PlayedNote, of: NoteGround, first: boolean): Element {
  const { fret, reached } = one.grace!;
  const midi = (openStrings(of.rig)[one.string]! + of.rig.capo + fret) as Midi;
  const words = { hammer: 'hammer-on', pull: 'pull-off', slide: 'slide' }[reached];
  return el('note', [
    el('grace', [], { slash: 'yes' }),
    first ? null : el('chord'),
    pitchElement(midi, of.key),
    el('voice', 1),
    el('type', '16th'),
    el('notations', [
      el('technical', [...place(one.string, fret, of.rig), el('other-technical', `goes on by ${words}`)]),
    ]),
  ]);
}
