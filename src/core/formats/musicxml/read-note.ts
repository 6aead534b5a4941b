import type { TakenNote } from '../taken/taken';
import { plainTaken } from '../taken/taken';
import type { Fret } from '../../instrument/index';
import { child, children, numberIn, textIn, type Node } from './tree';

/** What of a note is known before its place in time. */
export interface ReadNote {
  readonly note: Omit<TakenNote, 'at' | 'end'>;
  readonly tieStart: boolean;
  readonly tieStop: boolean;
  /** It rings on though its value is over. */
  readonly rings: boolean;
  readonly slurs: Readonly<Record<'hammer' | 'pull' | 'slide', { starts: boolean; stops: boolean }>>;
  readonly isPitched: boolean;
}

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** The written pitch of a note as a MIDI number; null for a rest or where it has none. */
export function pitchIn(note: Node): number | null {
  const pitch = child(note, 'pitch');
  const step = STEPS[textIn(pitch, 'step')?.trim() ?? ''];
  const octave = numberIn(pitch, 'octave');
  if (step === undefined || octave === null) return null;
  return Math.round((octave + 1) * 12 + step + (numberIn(pitch, 'alter') ?? 0));
}

/** Everything a note element says of how it is played. `strings`: how many there are, as far as is known. */
export function readNote(note: Node, strings: number): ReadNote {
  const notations = children(note, 'notations');
  const technical = notations.flatMap((n) => children(n, 'technical').flatMap((t) => t.inside));
  const ornaments = notations.flatMap((n) => children(n, 'ornaments').flatMap((t) => t.inside));
  const articulations = notations.flatMap((n) => children(n, 'articulations').flatMap((t) => t.inside));
  const has = (list: readonly Node[], name: string) => list.some((one) => one.name === name);
  const of = (name: string) => technical.find((one) => one.name === name);
  const other = technical.filter((one) => one.name === 'other-technical').map((one) => one.text.trim());
  const string = Number(of('string')?.text);
  const fret = Number(of('fret')?.text);
  const hasString =
    of('string') !== undefined && Number.isInteger(string) && string >= 1 && string <= strings;
  const hasFret = of('fret') !== undefined && Number.isInteger(fret) && fret >= 0;
  const isDead = child(note, 'notehead')?.text.trim() === 'x' || child(note, 'unpitched') !== undefined;
  const plays = children(note, 'play').flatMap((play) => children(play, 'mute').map((m) => m.text.trim()));
  const ties = children(note, 'tie').map((t) => t.attributes.type);
  const tied = notations.flatMap((n) => children(n, 'tied').map((t) => t.attributes.type));
  const finger = of('fingering')?.text.trim();
  const touched = other.map((text) => /^touched at fret (\d+)$/.exec(text)?.[1]).find((t) => t !== undefined);
  const isHarmonic = of('harmonic') !== undefined;
  const isNatural = child(of('harmonic'), 'artificial') === undefined;
  const technique = (['slap', 'pop', 'rake', 'scrape'] as const).find((t) => other.includes(t));
  const dynamics = Number(note.attributes.dynamics);
  const ends = (name: string, kind: string) =>
    [...technical, ...notations.flatMap((n) => n.inside)].some(
      (one) => one.name === name && one.attributes.type === kind,
    );
  const slur = (name: string) => ({ starts: ends(name, 'start'), stops: ends(name, 'stop') });
  const slide = slur('slide');
  const glissando = slur('glissando');
  const trillFret = ornaments
    .filter((one) => one.name === 'other-ornament')
    .map((one) => /^with fret (\d+)$/.exec(one.text.trim())?.[1])
    .find((t) => t !== undefined);
  const plain = plainTaken(0, 0, pitchIn(note) ?? 0);
  return {
    note: {
      ...plain,
      midi: isDead ? null : pitchIn(note),
      string: hasString ? strings - string : null,
      fret: hasFret && !isDead ? fret : null,
      kind: isDead ? 'dead' : plays.includes('palm') ? 'mute' : 'ring',
      weak: Number.isFinite(dynamics) && dynamics > 0 && dynamics < 70,
      technique: technique ?? (of('tap') ? 'tap' : 'pick'),
      direction: has(technical, 'down-bow') ? 'down' : has(technical, 'up-bow') ? 'up' : null,
      reached: of('tap') ? 'tap' : null,
      from: has(articulations, 'scoop') ? 'below' : has(articulations, 'plop') ? 'above' : null,
      off: has(articulations, 'doit') ? 'up' : has(articulations, 'falloff') ? 'down' : null,
      bend: bendIn(technical),
      trill:
        trillFret !== undefined
          ? Number(trillFret)
          : has(ornaments, 'trill-mark') && hasFret
            ? fret + 2
            : null,
      vibrato: has(ornaments, 'wavy-line') && !has(ornaments, 'trill-mark') ? true : hasWave(ornaments),
      harmonic: !isHarmonic
        ? null
        : touched !== undefined
          ? (Number(touched) as Fret)
          : isNatural
            ? 'natural'
            : null,
      finger:
        finger !== undefined && /^([1-4]|T)$/.test(finger)
          ? finger === 'T'
            ? 'T'
            : (Number(finger) as 1)
          : null,
      guess: other.includes('a guess'),
    },
    tieStart: ties.includes('start') || tied.includes('start'),
    tieStop: ties.includes('stop') || tied.includes('stop'),
    rings: tied.includes('let-ring'),
    slurs: {
      hammer: slur('hammer-on'),
      pull: slur('pull-off'),
      slide: { starts: slide.starts || glissando.starts, stops: slide.stops || glissando.stops },
    },
    isPitched: child(note, 'pitch') !== undefined,
  };
}

/** A wave that begins and ends on the note itself is a shaken string, beside a trill too. */
function hasWave(ornaments: readonly Node[]): boolean {
  const waves = ornaments.filter((one) => one.name === 'wavy-line').map((one) => one.attributes.type);
  return waves.includes('start') && waves.includes('stop');
}

function bendIn(technical: readonly Node[]): TakenNote['bend'] {
  const bends = technical.filter((one) => one.name === 'bend');
  const up = bends.map((one) => numberIn(one, 'bend-alter') ?? 0).filter((alter) => alter > 0);
  if (up.length === 0) return null;
  const quarters = Math.min(8, Math.max(1, Math.round(Math.max(...up) * 2)));
  return {
    quarters,
    release: bends.some(
      (one) => child(one, 'release') !== undefined || (numberIn(one, 'bend-alter') ?? 0) < 0,
    ),
    ...(bends.some((one) => child(one, 'pre-bend') !== undefined) ? { before: true as const } : {}),
  };
}
