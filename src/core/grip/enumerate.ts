import { fretMm, openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';
import { belongs, fifthOf, midi, pitchClass, thirdOf, type ChordSymbol, type Midi } from '../pitch/index';
import { deviceOf, type Device } from './device';
import { effortOf } from './effort';
import type { Grip } from './grip';
import type { Hand } from './hand';
import { holdGrip, type Hold } from './hold';
import { stopsOf, type Stop } from './stops';

/** A grip with everything a player wants to know about it before taking it. */
export interface KnownGrip {
  readonly grip: Grip;
  /** Sounding pitches, lowest string first. */
  readonly pitches: readonly Midi[];
  readonly device: Device;
  readonly hold: Hold;
  readonly stops: readonly Stop[];
  readonly effort: number;
}

/**
 * Every grip of our devices for a chord on an instrument that this hand can hold, easiest first within the
 * order of the neck. Only notes that belong to the symbol; no unison inside a grip; silent strings inside a grip
 * at most two (for a dyad) or one. A chord nobody can play gives an empty list.
 */
export function enumerateGrips(chord: ChordSymbol, instrument: Instrument, hand: Hand): readonly KnownGrip[] {
  const key = cacheKey(chord, instrument, hand);
  const known = cache.get(key);
  if (known) return known;
  const found = search(chord, instrument, hand);
  if (cache.size >= CACHE_LIMIT) cache.delete(cache.keys().next().value!);
  cache.set(key, found);
  return found;
}

/** Everything about one grip a player typed, or why it cannot be held. */
export function knowGrip(
  grip: Grip,
  context: { instrument: Instrument; hand: Hand; chord: ChordSymbol | null },
): KnownGrip | { readonly refused: string } {
  const { instrument, hand, chord } = context;
  const hold = holdGrip(grip, instrument, hand);
  if (!hold.ok) return { refused: hold.error };
  const open = openStrings(instrument);
  const pitches = grip.flatMap((fret, i) => (fret === null ? [] : [midi(open[i]! + instrument.capo + fret)]));
  if (pitches.length === 0) return { refused: 'all strings are silent; use r for a rest' };
  const stops = stopsOf(grip, hold.value);
  const effort = effortOf(hold.value, { stops, instrument, hand });
  return { grip, pitches, device: deviceOf(pitches, chord), hold: hold.value, stops, effort };
}

const CACHE_LIMIT = 400;
const cache = new Map<string, readonly KnownGrip[]>();

function cacheKey(chord: ChordSymbol, instrument: Instrument, hand: Hand): string {
  const tones = chord.tones.map((t) => `${t.pc}.${t.degree}`).join(',');
  const { tuning, capo, frets, scaleMm, kind } = instrument;
  const spread = Object.values(hand.spreadMm).join('.');
  return [
    tones,
    chord.rootPc,
    chord.bassPc,
    kind,
    tuning.join(' '),
    capo,
    frets,
    scaleMm,
    spread,
    hand.thumb,
  ].join('|');
}

function search(chord: ChordSymbol, instrument: Instrument, hand: Hand): readonly KnownGrip[] {
  const open = openStrings(instrument).map((m) => m + instrument.capo);
  const strings = open.length;
  const highest = usableFrets(instrument);
  const widest = hand.spreadMm['14'];
  const x = Array.from({ length: highest + 1 }, (_, n) => fretMm(instrument.scaleMm, instrument.capo + n));
  const isBass = instrument.kind === 'bass';
  const most = isBass ? 2 : strings;

  /** Frets of each string whose note belongs. */
  const options = open.map((m) => {
    const frets: number[] = [];
    for (let f = 0; f <= highest; f += 1) if (belongs(chord, m + f)) frets.push(f);
    return frets;
  });

  const found: KnownGrip[] = [];
  const frets = new Int8Array(strings).fill(-1); // -1 silent: this array is scratch, never leaves here
  const pitches: number[] = [];

  /** `gaps` counts silent strings inside the grip so far, `silent` those since the last sounding one. */
  const walk = (string: number, low: number, high: number, gaps: number, silent: number): void => {
    if (string === strings) {
      if (pitches.length > 0) consider();
      return;
    }
    frets[string] = -1;
    walk(string + 1, low, high, gaps, pitches.length === 0 ? 0 : silent + 1);
    if (pitches.length === most) return;
    const inside = gaps + silent;
    if (inside > 2 || (inside > 1 && pitches.length > 1)) return;
    const below = pitches.at(-1) ?? -1;
    for (const fret of options[string]!) {
      const pitch = open[string]! + fret;
      if (pitch <= below) continue; // a unison or a crossing inside one grip is never wanted
      const newLow = fret > 0 && fret < low ? fret : low;
      const newHigh = fret > high ? fret : high;
      if (newHigh > 0 && x[newHigh]! - x[newLow === NONE ? newHigh : newLow]! > widest) {
        if (fret === newHigh) break;
        continue;
      }
      frets[string] = fret;
      pitches.push(pitch);
      walk(string + 1, newLow, newHigh, inside, 0);
      pitches.pop();
    }
    frets[string] = -1;
  };

  const consider = (): void => {
    if (needsTooManyFingers(frets, hand.thumb ? 5 : 4)) return;
    const device = playable(pitches as Midi[], chord, isBass);
    if (device === null) return;
    const grip = Array.from(frets, (f) => (f < 0 ? null : (f as Fret)));
    if (opensFarAway(grip)) return;
    const hold = holdGrip(grip, instrument, hand);
    if (!hold.ok) return;
    const stops = stopsOf(grip, hold.value);
    if (stops.some((s) => s.by === 'nothing') && device !== 'octave') return;
    const effort = effortOf(hold.value, { stops, instrument, hand });
    found.push({ grip, pitches: [...pitches] as Midi[], device, hold: hold.value, stops, effort });
  };

  walk(0, NONE, 0, 0, 0);
  return found.sort((a, b) => a.effort - b.effort || compareGrips(a.grip, b.grip));
}

const NONE = 99;

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

/** Open strings under a hand far up the neck are drones, not voicings: only with two strings. */
function opensFarAway(grip: Grip): boolean {
  const fretted = grip.filter((f): f is Fret => f !== null && f > 0);
  if (fretted.length === 0 || !grip.includes(0 as Fret)) return false;
  const sounding = grip.filter((f) => f !== null).length;
  return Math.min(...fretted) > 4 && sounding > 2;
}

/** The device when someone would play these pitches under this chord, else null. */
function playable(pitches: readonly Midi[], chord: ChordSymbol, isBass: boolean): Device | null {
  for (let i = 1; i < pitches.length; i += 1) if (pitches[i]! <= pitches[i - 1]!) return null;
  const device = deviceOf(pitches, chord);
  if (isBass) return BASS_DEVICES.has(device) ? device : null;
  if (device === 'mixed') return null;
  if (device === 'octave' && pitches.length > 2) return null;
  if (device === 'octave' && pitches[1]! - pitches[0]! > 12) return null;
  if (device !== 'full') return device;
  const pcs = new Set(pitches.map((m) => pitchClass(m) as number));
  const third = thirdOf(chord);
  const fifth = fifthOf(chord);
  for (const tone of chord.tones) {
    const mayMiss = tone.pc === fifth && chord.tones.length > 3 && tone.above === 7;
    if (!pcs.has(tone.pc) && !mayMiss && !(chord.tones.length > 4 && tone.pc !== third && tone.above !== 0)) {
      return null;
    }
  }
  return device;
}

const BASS_DEVICES: ReadonlySet<Device> = new Set(['single', 'power2', 'octave', 'tenth']);

function compareGrips(a: Grip, b: Grip): number {
  for (let i = 0; i < a.length; i += 1) {
    const d = (a[i] ?? -1) - (b[i] ?? -1);
    if (d !== 0) return d;
  }
  return 0;
}
