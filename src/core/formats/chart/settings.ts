import { fail, ok, type Result } from '../../base/index';
import {
  FINGER_PAIRS,
  HAND_SIZES,
  HANDS,
  ownLimits,
  SPREAD_RANGE_MM,
  type FingerPair,
  type Hand,
} from '../../grip/index';
import { formatNamedSound, parseGain, parseNamedSound } from '../../form/index';
import { formatTuning, FRETS_RANGE, parseTuning, SCALE_RANGE_MM } from '../../instrument/index';
import { GUITAR_SCALE_MM, BASS_SCALE_MM } from '../../instrument/index';
import { USUAL_HANDS, type Rig } from '../../song/index';
import { formatDelay, parseDelay } from '../../time/index';
import { DOWNS_RANGE, STROKE_WAYS } from '../../hits/index';

/** One `;`-separated setting that could not be read; `offset` counts from the start of the value. */
export interface SettingProblem {
  readonly offset: number;
  readonly length: number;
  readonly message: string;
}

/**
 * Reads `tuning D A D G B E; frets 22; gain 7; delay 1/8.; hand large; thumb yes; spread 1-4 125` onto
 * an instrument and the hand that plays it; what is wrong is left as it was. `isNew` is asked the name of each setting;
 * where it says no, the setting was set before: the last one counts, and `asks` says so.
 */
export function readInstrument(
  text: string,
  start: Rig,
  isNew: (setting: string) => boolean = () => true,
): {
  readonly instrument: Rig;
  readonly problems: readonly SettingProblem[];
  readonly asks: readonly SettingProblem[];
} {
  let instrument = start;
  const problems: SettingProblem[] = [];
  const asks: SettingProblem[] = [];
  for (const { part, offset } of parts(text)) {
    const read = named(part, instrument);
    const name = part.split(/[\s:=]/)[0]!.toLowerCase();
    const setting = SETTINGS.includes(name) ? name : 'tuning';
    if (!read.ok) problems.push({ offset, length: part.length, message: read.error });
    else {
      instrument = read.value;
      const message = `${setting} is set twice, and this one counts; delete one of the two`;
      if (setting !== 'sound' && !isNew(setting)) asks.push({ offset, length: part.length, message });
    }
  }
  if (instrument.capo >= instrument.frets) {
    problems.push({
      offset: 0,
      length: text.length,
      message: `capo ${instrument.capo} leaves no frets; expected fewer than ${instrument.frets}`,
    });
    instrument = { ...instrument, capo: start.capo };
  }
  return { instrument, problems, asks };
}

/** A player's settings as `readInstrument` reads them back, what is usual left out. */
export function writeInstrument(instrument: Rig): string {
  const usualScale = instrument.kind === 'guitar' ? GUITAR_SCALE_MM : BASS_SCALE_MM;
  const scale = instrument.scaleMm === usualScale ? '' : `; scale ${instrument.scaleMm}`;
  const delay = instrument.delay === null ? '' : `; delay ${formatDelay(instrument.delay)}`;
  const capo = instrument.capo === 0 ? '' : `; capo ${instrument.capo}`;
  const sounds = (instrument.sounds ?? []).map((sound) => `; sound ${formatNamedSound(sound)}`).join('');
  return `tuning ${formatTuning(instrument)}; frets ${instrument.frets}; gain ${instrument.gain}${capo}${scale}${delay}${writeHand(instrument.hand)}${writeStrokes(instrument)}${sounds}`;
}

function writeStrokes({ strokes, downs }: Rig): string {
  const way = strokes === USUAL_HANDS.strokes ? '' : `; strokes ${strokes}`;
  return `${way}${downs === USUAL_HANDS.downs ? '' : `; downs ${downs}`}`;
}

function writeHand(hand: Hand): string {
  const size = hand.size === 'middle' ? '' : `; hand ${hand.size}`;
  const own = ownLimits(hand).map((pair) => `${pair[0]}-${pair[1]} ${hand.spreadMm[pair]}`);
  return `${size}${hand.thumb ? '; thumb yes' : ''}${own.length > 0 ? `; spread ${own.join(' ')}` : ''}`;
}

/** `;`-separated parts with their offsets, blanks left out. */
export function parts(text: string): readonly { readonly part: string; readonly offset: number }[] {
  return [...text.matchAll(/[^;]+/g)]
    .map((m) => ({ part: m[0].trim(), offset: m.index + (m[0].length - m[0].trimStart().length) }))
    .filter(({ part }) => part !== '');
}

/** One setting by its name, with a colon or without, or a tuning alone as people call it: `drop D`, `five-string`. */
function named(part: string, instrument: Rig): Result<Rig> {
  const [, name, value] = /^([^\s:=]+)\s*[:=]?\s*(.*)$/.exec(part) ?? ['', part, ''];
  const read = setting(name!.toLowerCase(), value!.trim(), instrument);
  if (read.ok || SETTINGS.includes(name!.toLowerCase())) return read;
  const tuning = parseTuning(part, instrument.kind);
  return tuning.ok ? ok({ ...instrument, tuning: tuning.value }) : read;
}

const SETTINGS: readonly string[] = [
  'tuning',
  'frets',
  'capo',
  'gain',
  'scale',
  'delay',
  'sound',
  'hand',
  'thumb',
  'spread',
  'strokes',
  'downs',
];

function setting(name: string, value: string, instrument: Rig): Result<Rig> {
  switch (name) {
    case 'tuning': {
      const tuning = parseTuning(value, instrument.kind);
      return tuning.ok ? ok({ ...instrument, tuning: tuning.value }) : tuning;
    }
    case 'frets': {
      const frets = whole(value, FRETS_RANGE, 'frets');
      return frets.ok ? ok({ ...instrument, frets: frets.value }) : frets;
    }
    case 'capo': {
      const capo = whole(value, { min: 0, max: 12 }, 'the capo');
      return capo.ok ? ok({ ...instrument, capo: capo.value }) : capo;
    }
    case 'gain': {
      const gain = parseGain(value);
      return gain.ok ? ok({ ...instrument, gain: gain.value }) : gain;
    }
    case 'scale': {
      const scaleMm = within(value.replace(/\s*mm$/, ''), SCALE_RANGE_MM, 'the scale in mm');
      return scaleMm.ok ? ok({ ...instrument, scaleMm: scaleMm.value }) : scaleMm;
    }
    case 'delay': {
      const delay = parseDelay(value);
      return delay.ok ? ok({ ...instrument, delay: delay.value }) : delay;
    }
    case 'sound': {
      const sound = parseNamedSound(value);
      if (!sound.ok) return sound;
      const known = instrument.sounds ?? [];
      if (known.some((s) => s.name === sound.value.name))
        return fail(`there is already a sound ${sound.value.name}; expected another name`);
      return ok({ ...instrument, sounds: [...known, sound.value] });
    }
    case 'hand': {
      const size = HAND_SIZES.find((s) => s === value);
      if (!size) return fail(`"${value}" is no hand; expected ${HAND_SIZES.join(', ')}`);
      const spreadMm: Record<FingerPair, number> = { ...HANDS[size].spreadMm };
      for (const pair of ownLimits(instrument.hand)) spreadMm[pair] = instrument.hand.spreadMm[pair];
      return ok({ ...instrument, hand: { size, thumb: instrument.hand.thumb, spreadMm } });
    }
    case 'thumb': {
      if (value !== 'yes' && value !== 'no') {
        return fail(`"${value}" after thumb; expected yes (it may fret the lowest string) or no`);
      }
      return ok({ ...instrument, hand: { ...instrument.hand, thumb: value === 'yes' } });
    }
    case 'strokes': {
      const strokes = STROKE_WAYS.find((s) => s === value);
      if (!strokes) return fail(`"${value}" are no strokes; expected ${STROKE_WAYS.join(' or ')}`);
      return ok({ ...instrument, strokes });
    }
    case 'downs': {
      const downs = Number(value);
      if (value === '' || !(downs >= DOWNS_RANGE.min && downs <= DOWNS_RANGE.max)) {
        return fail(
          `"${value}" does not fit; expected ${DOWNS_RANGE.min} to ${DOWNS_RANGE.max} down-strokes a second`,
        );
      }
      return ok({ ...instrument, downs });
    }
    case 'spread': {
      const spread = readSpread(value, instrument.hand);
      return spread.ok ? ok({ ...instrument, hand: { ...instrument.hand, spreadMm: spread.value } }) : spread;
    }
    default:
      return fail(
        `"${name}" is no setting; expected ${SETTINGS.slice(0, -1).join(', ')} or ${SETTINGS.at(-1)}`,
      );
  }
}

function whole(value: string, range: { min: number; max: number }, what: string): Result<number> {
  const n = Number(value);
  if (value === '' || !Number.isInteger(n) || n < range.min || n > range.max) {
    return fail(
      `"${value}" does not fit; expected a whole number from ${range.min} to ${range.max} for ${what}`,
    );
  }
  return ok(n);
}

function within(value: string, range: { min: number; max: number }, what: string): Result<number> {
  const n = Number(value);
  if (value === '' || !(n >= range.min && n <= range.max))
    return fail(`"${value}" does not fit; expected ${range.min} to ${range.max} for ${what}`);
  return ok(n);
}

/** Reads `1-4 125 1-2 70`: pairs of fingers and how far apart they may be, in mm. */
function readSpread(text: string, hand: Hand): Result<Hand['spreadMm']> {
  const words = text.split(/\s+/);
  const spread: Record<FingerPair, number> = { ...hand.spreadMm };
  for (let i = 0; i < words.length; i += 2) {
    const pair = FINGER_PAIRS.find((p) => `${p[0]}-${p[1]}` === words[i]);
    if (!pair) return fail(`"${words[i]}" is no pair of fingers; expected pairs like 1-4 125 (in mm)`);
    const mm = within(words[i + 1] ?? '', SPREAD_RANGE_MM, `fingers ${words[i]}, in mm`);
    if (!mm.ok) return mm;
    spread[pair] = mm.value;
  }
  return ok(spread);
}
