import { parseCell, PLAYERS, type Player } from '../src/core/form/index';
import {
  deviceOf,
  enumerateGrips,
  gripPitches,
  missingFret,
  HAND_SIZES,
  HANDS,
  knowGrip,
  rankOf,
  stopWords,
  type Hand,
} from '../src/core/grip/index';
import { defaultBass, defaultGuitar, parseTuning, type Instrument } from '../src/core/instrument/index';
import {
  DEFAULT_KEY,
  nameNotes,
  noteName,
  parseChord,
  parseKey,
  toneName,
  withOctave,
  type Key,
} from '../src/core/pitch/index';
import { emptySong } from '../src/core/song/index';
import { CallError, InputError } from './outcome';
import type { Options } from './options';

/** `name GRIP`: what a grip sounds, what it is called, and how far the hand reaches for it, with fingers of one's own too. */
export function nameCommand(text: string, options: Options): unknown {
  const frets = text.replace(/\(.*$/, '');
  const strings = frets.includes('-') ? frets.split('-').length : frets.length;
  const kind = strings < 6 ? 'bass' : 'guitar';
  const instrument = instrumentFrom(kind === 'bass' ? defaultBass() : defaultGuitar(0), options, strings);
  const key = keyFrom(options);
  const cell = parseCell(text, instrument.tuning.length);
  if (!cell.ok) throw new InputError(cell.error);
  if (cell.value.kind !== 'grip') throw new InputError(`"${text}" is no grip; expected frets like 022100`);
  const { grip, fingers: own } = cell.value;
  const known = knowGrip(grip, { instrument, hand: handFrom(options), chord: null, own });
  // What a grip sounds does not depend on whether a hand holds it; a fret that is not there sounds nothing.
  const pitches = missingFret(grip, instrument) ? [] : gripPitches(grip, instrument);
  if ('refused' in known && pitches.length === 0) throw new InputError(`${text}: ${known.refused}`);
  const sorted = [...pitches].sort((a, b) => a - b);
  const names = nameNotes(sorted, key);
  return {
    grip: text,
    notes: sorted.map((m) => noteName(m, key)),
    midi: sorted,
    chord: names[0]!.symbol,
    device: 'refused' in known ? deviceOf(sorted, null) : known.device,
    noThird: names[0]!.noThird,
    reach:
      'refused' in known
        ? { grade: 'out', mm: null, why: known.refused }
        : { grade: known.reach, mm: Math.round(known.hold.reachMm) },
  };
}

/** `grips CHORD`: every grip for it, best first. */
export function gripsCommand(text: string, options: Options): unknown {
  const chord = parseChord(text);
  if (!chord.ok) throw new InputError(chord.error);
  const player = options.player === undefined ? 'guitar1' : playerFrom(options.player);
  const instrument = instrumentFrom(emptySong('').players[player], options, null);
  const key = keyFrom(options);
  const most = numberFrom(options.max, { name: '--max', min: 1, max: 100000 }) ?? Infinity;
  const context = { chord: chord.value, gain: instrument.gain, isBass: instrument.kind === 'bass' };
  return enumerateGrips(chord.value, instrument, handFrom(options))
    .map((known) => ({ known, rank: rankOf(known, context) }))
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ known }) => ({
      frets: known.grip,
      notes: known.pitches.map((m) => {
        const name = toneName(chord.value, m);
        return name === null ? noteName(m, key) : withOctave(name, m);
      }),
      device: known.device,
      fingers: known.hold.fingers,
      barre: known.hold.presses.some((p) => p.to > p.from),
      reachMm: Math.round(known.hold.reachMm * 10) / 10,
      effort: known.effort,
      stops: known.stops.map((stop) => ({ string: stop.string + 1, by: stopWords(stop) })),
    }));
}

export function playerFrom(value: string | boolean | undefined): Player {
  const player = PLAYERS.find((p) => p === value);
  if (!player) throw new CallError(`Expected --player ${PLAYERS.join(', --player ')}`);
  return player;
}

export function instrumentFrom(start: Instrument, options: Options, strings: number | null): Instrument {
  const capo = numberFrom(options.capo, { name: '--capo', min: 0, max: 12 }) ?? start.capo;
  const gain = numberFrom(options.gain, { name: '--gain', min: 0, max: 10 }) ?? start.gain;
  const usual = strings === 5 ? 'B E A D G' : null;
  const text = typeof options.tuning === 'string' ? options.tuning : usual;
  if (text === null) return { ...start, capo, gain };
  const tuning = parseTuning(text, start.kind);
  if (!tuning.ok) throw new InputError(`--tuning: ${tuning.error}`);
  return { ...start, capo, gain, tuning: tuning.value };
}

function handFrom(options: Options): Hand {
  const size = options.hand === undefined ? 'middle' : HAND_SIZES.find((s) => s === options.hand);
  if (!size) throw new CallError(`Expected --hand ${HAND_SIZES.join(', --hand ')}`);
  return { ...HANDS[size], thumb: options.thumb === true };
}

export function keyFrom(options: Options): Key {
  if (typeof options.key !== 'string') return DEFAULT_KEY;
  const key = parseKey(options.key);
  if (!key.ok) throw new InputError(`--key: ${key.error}`);
  return key.value;
}

function numberFrom(
  value: string | boolean | undefined,
  range: { name: string; min: number; max: number },
): number | null {
  if (value === undefined) return null;
  const n = Number(value);
  if (value === '' || !(n >= range.min && n <= range.max)) {
    throw new CallError(`${range.name} ${String(value)}: expected ${range.min} to ${range.max}`);
  }
  return n;
}
