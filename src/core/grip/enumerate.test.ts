import { expect } from 'chai';
import { openStrings, type Fret, type Instrument } from '../instrument/index';
import { belongs, parseChord, pitchClass, thirdOf, type ChordSymbol } from '../pitch/index';
import { enumerateGrips, formatGrip, HANDS, knowGrip, type Grip, type KnownGrip } from './index';

const STANDARD_GUITAR = ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'];
const STANDARD_BASS = ['E1', 'A1', 'D2', 'G2'];

const chordOf = (text: string): ChordSymbol => {
  const chord = parseChord(text);
  if (!chord.ok) throw new Error(chord.error);
  return chord.value;
};
const neck = (kind: Instrument['kind'], tuning: readonly string[], frets: number): Instrument => ({
  kind,
  tuning,
  capo: 0,
  frets,
  scaleMm: kind === 'bass' ? 864 : 648,
  gain: 0,
});

/** Every combination of silent, open and fretted strings whose notes belong to the chord. */
function* combinations(instrument: Instrument, chord: ChordSymbol): Generator<Grip> {
  const open = openStrings(instrument);
  const choices = open.map((m): (Fret | null)[] => [
    null,
    ...Array.from({ length: instrument.frets + 1 }, (_, f) => f as Fret).filter((f) => belongs(chord, m + f)),
  ]);
  const total = choices.reduce((n, c) => n * c.length, 1);
  for (let n = 0; n < total; n += 1) {
    let rest = n;
    yield choices.map((c) => {
      const fret = c[rest % c.length]!;
      rest = Math.floor(rest / c.length);
      return fret;
    });
  }
}

/** The rules of the enumeration once more, said plainly: held, stopped, no unison, a device, whole where it is full. */
function isWanted(known: KnownGrip, chord: ChordSymbol, isBass: boolean): boolean {
  const { pitches, device, grip } = known;
  if (pitches.some((p, i) => i > 0 && p <= pitches[i - 1]!)) return false;
  if (known.stops.some((stop) => stop.by === 'nothing')) return false;
  const strings = grip.flatMap((fret, s) => (fret === null ? [] : [s]));
  const inside = strings.at(-1)! - strings[0]! + 1 - strings.length;
  if (inside > (strings.length > 2 ? 1 : 2)) return false;
  if (isBass) return ['single', 'power2', 'octave', 'tenth'].includes(device) && !isDoubleOctave(known);
  if (device === 'mixed' || isDoubleOctave(known)) return false;
  if (device === 'octave') return pitches.length === 2;
  if (device === 'held-note') return pitches[1]! - pitches[0]! !== 13;
  if (device === 'full') return isWhole(known, chord);
  if (device !== 'drone') return true;
  const fretted = grip.filter((fret) => fret !== null && fret > 0).length;
  return fretted <= 3 || isWhole(known, chord);
}

function isDoubleOctave({ device, pitches }: KnownGrip): boolean {
  return device === 'octave' && pitches.at(-1)! - pitches[0]! > 12;
}

function isWhole({ pitches }: KnownGrip, chord: ChordSymbol): boolean {
  const heard = new Set(pitches.map((p) => pitchClass(p)));
  const missing = chord.tones.filter((t) => !heard.has(t.pc));
  return missing.every((t) =>
    chord.tones.length > 4
      ? t.above !== 0 && t.pc !== thirdOf(chord)
      : chord.tones.length > 3 && t.above === 7,
  );
}

/** A full voicing that another one has whole, with one more string outside it that only doubles. */
function isCopyWithLess(one: KnownGrip, all: readonly KnownGrip[]): boolean {
  return all.some(
    (other) =>
      other.device === 'full' &&
      other.effort <= one.effort &&
      other.pitches.length === one.pitches.length + 1 &&
      other.grip.every((fret, s) => one.grip[s] === null || one.grip[s] === fret),
  );
}

/** A barre over a string that another finger keeps silent: read when somebody writes it, never proposed. */
function liesOverSilent({ grip, hold }: KnownGrip): boolean {
  return hold.presses.some(({ from, to }) => grip.slice(from, to + 1).includes(null));
}

describe('the enumeration against every combination of frets', () => {
  const hand = HANDS.middle;
  const cases: [string, Instrument][] = [
    ['Dm', neck('guitar', STANDARD_GUITAR, 5)],
    ['Bb', neck('guitar', ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'], 5)],
    ['E7sus4', neck('guitar', STANDARD_GUITAR, 5)],
    ['C/E', neck('guitar', STANDARD_GUITAR, 5)],
    ['Fadd9', neck('guitar', STANDARD_GUITAR, 5)],
    ['Gm7', neck('bass', STANDARD_BASS, 5)],
    ['A', neck('bass', ['B0', 'E1', 'A1', 'D2', 'G2'], 5)],
    ['Ebmaj7', neck('bass', STANDARD_BASS, 12)],
  ];
  for (const [symbol, instrument] of cases) {
    it(`${symbol} on a ${instrument.kind} of ${instrument.tuning.length} strings, ${instrument.frets} frets`, () => {
      const chord = chordOf(symbol);
      const found = enumerateGrips(chord, instrument, hand);
      const ours = new Set(found.map((one) => formatGrip(one.grip)));
      const brute: KnownGrip[] = [];
      for (const grip of combinations(instrument, chord)) {
        const known = knowGrip(grip, { instrument, hand, chord });
        if ('refused' in known || known.reach !== 'ease' || liesOverSilent(known)) continue;
        if (isWanted(known, chord, instrument.kind === 'bass')) brute.push(known);
      }
      const lost = brute.filter((k) => !ours.has(formatGrip(k.grip)) && !isCopyWithLess(k, brute));
      expect(lost.map((k) => `${formatGrip(k.grip)} ${k.device}`)).to.deep.equal([]);
      const wanted = new Set(brute.map((k) => formatGrip(k.grip)));
      expect([...ours].filter((grip) => !wanted.has(grip))).to.deep.equal([]);
      expect(ours.size).to.equal(found.length);
      expect(found.length).to.be.greaterThan(5);
    }).timeout(30_000);
  }
});
