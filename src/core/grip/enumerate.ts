import { fretMm, openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';
import { belongs, fifthOf, pitchClass, thirdOf, type ChordSymbol, type Midi } from '../pitch/index';
import { deviceFound, deviceOf, type Device } from './device';
import { effortOfFound, fingersOfFound } from './effort';
import type { Grip } from './grip';
import type { Hand } from './hand';
import { FoundGrip, type KnownGrip } from './known';
import { findPresses, reachFor, SILENT, type Reach } from './press';
import { findStops, NOTHING } from './stops';

/**
 * Every grip of our devices for a chord on an instrument that this hand can hold, easiest first, then in the order
 * of the neck. Only notes that belong to the symbol; no unison inside a grip; silent strings inside a grip at most
 * two (for a pair) or one, and every one of them stopped by something; no full voicing that only leaves out a doubled
 * outer note of another one that is no harder. A chord nobody can play gives an empty list. Remembered.
 */
export function enumerateGrips(chord: ChordSymbol, instrument: Instrument, hand: Hand): readonly KnownGrip[] {
  const key = cacheKey(chord, instrument, hand);
  const known = cache.get(key);
  if (known) return known;
  const found = new Search(chord, instrument, hand).run();
  remembered += found.length;
  for (const [oldest, list] of cache) {
    if (cache.size < MOST_LISTS && remembered <= MOST_GRIPS) break;
    cache.delete(oldest);
    remembered -= list.length;
  }
  cache.set(key, found);
  return found;
}

/** So many lists and grips are remembered: a ninth may have thousands, and a song many ninths. */
const MOST_LISTS = 400;
const MOST_GRIPS = 200_000;
const cache = new Map<string, readonly KnownGrip[]>();
/** Grips in all lists of the cache. */
let remembered = 0;

function cacheKey(chord: ChordSymbol, instrument: Instrument, hand: Hand): string {
  let key = `${chord.rootPc}/${chord.bassPc}`;
  for (const tone of chord.tones) key += ` ${tone.pc}.${tone.degree}`;
  return `${key}|${rigKey(instrument)}|${handKey(hand)}`;
}

/** What of an instrument matters to a grip; the amplifier does not. */
function rigKey(instrument: Instrument): string {
  const known = rigKeys.get(instrument);
  if (known !== undefined) return known;
  const { tuning, capo, frets, scaleMm, kind } = instrument;
  const key = [kind, tuning.join(' '), capo, frets, scaleMm].join(' ');
  rigKeys.set(instrument, key);
  return key;
}

function handKey(hand: Hand): string {
  const known = handKeys.get(hand);
  if (known !== undefined) return known;
  const key = `${Object.values(hand.spreadMm).join('.')} ${hand.thumb}`;
  handKeys.set(hand, key);
  return key;
}

const rigKeys = new WeakMap<Instrument, string>();
const handKeys = new WeakMap<Hand, string>();

const NONE = 99;
const MOST_STRINGS_ON_BASS = 2;

/** One walk over the neck. The arrays are scratch of the walk and never leave it. */
class Search {
  readonly #chord: ChordSymbol;
  readonly #isBass: boolean;
  readonly #reach: Reach;
  readonly #most: number;
  readonly #fingersThere: number;
  readonly #open: readonly number[];
  readonly #options: readonly (readonly number[])[];
  readonly #mm: readonly number[];
  readonly #widest: number;
  /** Pitch classes a full voicing may not leave out, as a 12-bit set. */
  readonly #required: number;
  readonly #frets: Int8Array;
  readonly #fingers: Int8Array;
  readonly #stops: Int8Array;
  readonly #pitches: number[] = [];
  readonly #found: FoundGrip[] = [];
  /** Full voicings by their frets as one number, to find copies of them with less. */
  readonly #full = new Map<number, FoundGrip>();

  constructor(chord: ChordSymbol, instrument: Instrument, hand: Hand) {
    const highest = usableFrets(instrument);
    this.#chord = chord;
    this.#isBass = instrument.kind === 'bass';
    this.#reach = reachFor(instrument, hand);
    this.#open = openStrings(instrument).map((m) => m + instrument.capo);
    const strings = this.#open.length;
    this.#most = this.#isBass ? MOST_STRINGS_ON_BASS : strings;
    this.#fingersThere = hand.thumb ? 5 : 4;
    this.#mm = Array.from({ length: highest + 1 }, (_, n) => fretMm(instrument.scaleMm, instrument.capo + n));
    this.#widest = hand.spreadMm['14'];
    this.#options = this.#open.map((m) => {
      const frets: number[] = [];
      for (let f = 0; f <= highest; f += 1) if (belongs(chord, m + f)) frets.push(f);
      return frets;
    });
    this.#required = requiredOf(chord);
    this.#frets = new Int8Array(strings).fill(SILENT);
    this.#fingers = new Int8Array(strings);
    this.#stops = new Int8Array(strings);
  }

  run(): readonly KnownGrip[] {
    this.#walk(0, NONE, 0, 0);
    return this.#found
      .filter((one) => one.device !== 'full' || !this.#isCopyWithLess(one))
      .sort((a, b) => a.effort - b.effort || compareGrips(a.grip, b.grip));
  }

  /** `gaps` counts silent strings inside the grip so far, times 8 plus those since the last sounding one. */
  #walk(string: number, low: number, high: number, gaps: number): void {
    if (string === this.#frets.length) {
      if (this.#pitches.length > 0) this.#consider(low);
      return;
    }
    this.#frets[string] = SILENT;
    const sounding = this.#pitches.length;
    this.#walk(string + 1, low, high, sounding === 0 ? 0 : gaps + 1);
    if (sounding === this.#most) return;
    const inside = (gaps >> 3) + (gaps & 7);
    if (inside > 2 || (inside > 1 && sounding > 1)) return;
    const below = sounding === 0 ? -1 : this.#pitches[sounding - 1]!;
    for (const fret of this.#options[string]!) {
      const pitch = this.#open[string]! + fret;
      if (pitch <= below) continue; // a unison or a crossing inside one grip is never wanted
      const newLow = fret > 0 && fret < low ? fret : low;
      const newHigh = fret > high ? fret : high;
      if (
        newHigh > 0 &&
        this.#mm[newHigh]! - this.#mm[newLow]! > this.#widest &&
        !this.#thumbHelps(newHigh)
      ) {
        if (fret === newHigh) break;
        continue;
      }
      this.#frets[string] = fret;
      this.#pitches.push(pitch);
      this.#walk(string + 1, newLow, newHigh, inside << 3);
      this.#pitches.pop();
    }
    this.#frets[string] = SILENT;
  }

  /** A thumb on the lowest string may lie outside the reach of the fingers. */
  #thumbHelps(high: number): boolean {
    if (this.#fingersThere === 4 || this.#frets[0]! <= 0) return false;
    let low = high;
    for (let s = 1; s < this.#frets.length; s += 1) {
      const fret = this.#frets[s]!;
      if (fret > 0 && fret < low) low = fret;
    }
    return this.#mm[high]! - this.#mm[low]! <= this.#widest;
  }

  #consider(low: number): void {
    if (needsTooManyFingers(this.#frets, this.#fingersThere)) return;
    let opens = 0;
    for (const fret of this.#frets) if (fret === 0) opens += 1;
    const pitches = this.#pitches as Midi[];
    const device = deviceFound(pitches, this.#chord, { opens, hand: low === NONE ? 0 : low });
    if (!this.#isWanted(device, opens)) return;
    if (findPresses(this.#frets, this.#reach) === Infinity) return;
    fingersOfFound(this.#fingers);
    findStops(this.#frets, this.#fingers, this.#stops);
    if (this.#stops.includes(NOTHING)) return;
    const effort = effortOfFound(this.#frets, this.#stops, this.#reach);
    const grip: (Fret | null)[] = [];
    for (const fret of this.#frets) grip.push(fret === SILENT ? null : (fret as Fret));
    const one = new FoundGrip({ grip, pitches: pitches.slice(), device, effort }, this.#reach);
    this.#found.push(one);
    if (device === 'full') this.#full.set(asNumber(this.#frets), one);
  }

  /** Whether someone would play the notes at hand under this chord as this device. */
  #isWanted(device: Device, opens: number): boolean {
    const pitches = this.#pitches;
    switch (device) {
      case 'single':
      case 'power2':
        return true;
      case 'octave':
        return pitches.length === 2 && pitches[1]! - pitches[0]! === 12;
      case 'tenth':
        return true;
      case 'mixed':
        return false;
      case 'held-note':
        return !this.#isBass && pitches[1]! - pitches[0]! !== MINOR_NINTH;
      case 'drone':
        return !this.#isBass && this.#isDrone(opens);
      case 'full':
        return !this.#isBass && this.#isWhole();
      default:
        return !this.#isBass;
    }
  }

  /** No tone missing that the symbol cannot do without. */
  #isWhole(): boolean {
    let heard = 0;
    for (const pitch of this.#pitches) heard |= 1 << pitchClass(pitch);
    return (this.#required & ~heard) === 0;
  }

  /**
   * One or two ringing open strings beside a small shape that makes sense by itself, or a whole chord up the neck with
   * them; one silent string between at most.
   */
  #isDrone(opens: number): boolean {
    const fretted: Midi[] = [];
    let first = NONE;
    let last = 0;
    let pitch = 0;
    for (let s = 0; s < this.#frets.length; s += 1) {
      const fret = this.#frets[s]!;
      if (fret === SILENT) continue;
      if (fret > 0) fretted.push(this.#pitches[pitch]! as Midi);
      pitch += 1;
      if (first === NONE) first = s;
      last = s;
    }
    const silentInside = last - first + 1 - this.#pitches.length;
    if (opens > 2 || silentInside > 1) return false;
    if (fretted.length > 3) return this.#isWhole();
    const device = deviceOf(fretted, this.#chord);
    return MOVES_UNDER_A_DRONE.has(device);
  }

  /** Another voicing has the same frets and one more string outside, which only doubles, and is no harder. */
  #isCopyWithLess(one: FoundGrip): boolean {
    const lowest = Math.min(...one.pitches);
    let heard = 0;
    for (const pitch of one.pitches) heard |= 1 << pitchClass(pitch);
    const key = asNumber(one.grip);
    const lowestString = one.grip.findIndex((fret) => fret !== null);
    const highestString = one.grip.findLastIndex((fret) => fret !== null);
    return one.grip.some(
      (here, s) =>
        here === null &&
        (s < lowestString || s > highestString) &&
        this.#options[s]!.some((fret) => {
          const added = this.#open[s]! + fret;
          if (added < lowest || (heard & (1 << pitchClass(added))) === 0) return false;
          const more = this.#full.get(key + (fret + 1) * 32 ** s);
          return more !== undefined && more.effort <= one.effort;
        }),
    );
  }
}

const MINOR_NINTH = 13;
const MOVES_UNDER_A_DRONE: ReadonlySet<Device> = new Set([
  'single',
  'power2',
  'power3',
  'fifth-bass',
  'octave',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'triad',
  'sus',
  'shell',
]);

/** Tones of a full voicing: of four and more the plain fifth may be missing, of five and more all but root and third. */
function requiredOf(chord: ChordSymbol): number {
  const third = thirdOf(chord);
  const fifth = fifthOf(chord);
  let bits = 0;
  for (const tone of chord.tones) {
    const mayMiss = tone.pc === fifth && chord.tones.length > 3 && tone.above === 7;
    if (mayMiss || (chord.tones.length > 4 && tone.pc !== third && tone.above !== 0)) continue;
    bits |= 1 << tone.pc;
  }
  return bits;
}

/** Frets in base 32, a silent string 0. */
function asNumber(frets: ArrayLike<number | null>): number {
  let sum = 0;
  let place = 1;
  for (let s = 0; s < frets.length; s += 1) {
    const fret = frets[s]!;
    if (fret !== null && fret >= 0) sum += (fret + 1) * place;
    place *= 32;
  }
  return sum;
}

/** A quick lower bound on fingers: one for the lowest fret if it can be barred, one for each run above it. */
function needsTooManyFingers(frets: Int8Array, fingers: number): boolean {
  let low = NONE;
  for (const f of frets) if (f > 0 && f < low) low = f;
  if (low === NONE) return false;
  let needed = 0;
  let barre = false; // the run at the lowest fret is still unbroken
  let last = -1; // fret of the run being followed above the lowest fret
  for (const f of frets) {
    if (f <= 0) {
      barre = false;
      last = -1;
    } else if (f === low) {
      if (!barre) needed += 1;
      barre = true;
      last = -1;
    } else {
      if (f !== last) needed += 1;
      last = f;
    }
  }
  return needed > fingers;
}

function compareGrips(a: Grip, b: Grip): number {
  for (let i = 0; i < a.length; i += 1) {
    const d = (a[i] ?? SILENT) - (b[i] ?? SILENT);
    if (d !== 0) return d;
  }
  return 0;
}
