import { lengthShare, mudOf, rubBetween, type Part } from '../clash/index';
import type { Device } from '../grip/index';
import { belongs, pitchClass } from '../pitch/index';
import { gripDirt } from '../sound/index';
import { isUsual, type Candidate } from './candidate';
import { sumOf, type Costs } from './costs';
import { OTHER_DEVICE, opennessOf, styleFor } from './plan';
import type { Seat } from './seat';
import * as w from './weights';

/** Points of one candidate by itself; lines are decided and cost nothing. */
export function ownPoints(c: Candidate, seat: Seat): number {
  return sumOf(ownCosts(c, seat));
}

/** What one candidate costs by itself, by name. */
export function ownCosts(c: Candidate, seat: Seat): Costs {
  const { role, chord, instrument } = seat;
  if (c.steps !== null) return {};
  const style = styleFor(role, instrument.gain);
  if (c.known === null) {
    const wanted = chord !== null && Object.keys(style.devices).length > 0;
    return { rest: wanted ? w.REST_POINTS : 0 };
  }
  const isBass = instrument.kind === 'bass';
  const [from, to] = style.lowest;
  const outside = Math.max(0, from - c.low, c.low - to);
  const inVoice = seat.voice !== null && !isBass && c.top >= seat.voice.low && c.top <= seat.voice.high;
  const dirt = w.CLASH_POINTS * gripDirt(c.pitches, instrument.gain) * lengthShare(seat.ticks);
  const costs: Costs = {
    effort: Math.round(w.EFFORT_POINTS * c.known.effort),
    shape: shapePoints(c, seat),
    device: style.devices[c.known.device] ?? OTHER_DEVICE,
    neck: w.NECK_POINTS * Math.max(0, c.hand - homeOf(c, seat)),
    register: w.OUTSIDE_POINTS * outside + w.ABOVE_TOP_POINTS * Math.max(0, c.top - style.top),
    mud: Math.round(w.CLASH_POINTS * (mudOf(c.pitches, { isBass, gain: instrument.gain })?.score ?? 0)),
    dirt: Math.round(role.allowsThirds ? w.ALLOWED_DIRT_SHARE * dirt : dirt),
    voice: inVoice ? w.IN_VOICE_POINTS : 0,
  };
  if (chord === null) return costs;
  const part = partOf(c, seat);
  const inside = rubBetween(part, part, chord)?.score ?? 0;
  costs.rub = Math.round(w.CLASH_POINTS * w.INNER_RUB_SHARE * inside);
  if (isBass) {
    costs.root = pitchClass(c.low) === chord.bassPc ? 0 : w.BASS_NOT_ROOT_POINTS;
    return costs;
  }
  return { ...costs, ...chordCosts(c, seat) };
}

/** What a guitar has of the chord. */
function chordCosts(c: Candidate, { chord, instrument, role, picked }: Seat): Costs {
  if (chord === null) return {};
  const open = opennessOf(instrument.gain);
  const heard = new Set(c.pitches.map((p) => pitchClass(p)));
  const isChord = c.pitches.length > 2;
  const missing = isChord ? chord.tones.filter((t) => !heard.has(t.pc)).length : 0;
  const low = pitchClass(c.low);
  const isLow = isChord && c.low < LOW_PART;
  const costs: Costs = {
    root:
      (heard.has(chord.rootPc) ? 0 : w.NO_ROOT_POINTS) +
      (isLow && low !== chord.bassPc && low !== chord.rootPc ? w.LOW_NOT_ROOT_POINTS : 0),
    rich: Math.round(open * w.RICH_POINTS * missing),
    strings: isWhole(c.known!.device)
      ? Math.round(open * w.FEWER_STRINGS_POINTS * (6 - c.pitches.length))
      : 0,
    rings: Math.round(open * w.RING_POINTS * (MOST_RINGING - ringing(c))),
  };
  if (role.picks || picked.length > 0) {
    const strings = c.known!.grip.length;
    const silent = picked.filter((s) => (c.known!.grip[strings - s] ?? null) === null).length;
    const classes = role.picks || picked.length > 2 ? Math.max(0, 3 - heard.size) : 0;
    costs.picks = w.PICK_CLASS_POINTS * classes + w.PICK_STRING_POINTS * silent;
  }
  if (role.drones) {
    costs.foreign = w.FOREIGN_POINTS * [...heard].filter((pc) => !belongs(chord, pc)).length;
  }
  return costs;
}

/** E3: a chord that begins below it is heard as the band's low part. */
const LOW_PART = 52;
const MOST_RINGING = 4;

function ringing({ known }: Candidate): number {
  let open = 0;
  for (const fret of known!.grip) if (fret === 0) open += 1;
  return Math.min(MOST_RINGING, open);
}

function isWhole(device: Device): boolean {
  return device === 'full' || device === 'wide-fifth';
}

/** Where a hand is at home: low chords near the nut, upper voices in the middle of the neck. */
function homeOf(c: Candidate, { instrument, role }: Seat): number {
  if (instrument.kind === 'bass') return w.HOME_FRETS.bass;
  return role.leading > 8 || c.pitches.length < 3 ? w.HOME_FRETS.upper : w.HOME_FRETS.chords;
}

/** Silent strings that a pair of notes usually has between its two (common practice). */
const USUAL_GAP: Readonly<Partial<Record<Device, readonly number[]>>> = {
  octave: [1],
  sixth: [1],
  tenth: [1, 2],
  seventh: [0, 1],
  tritone: [0],
  third: [0],
  fourth: [0],
  fifth: [0],
  power2: [0],
  'fifth-bass': [0],
};

/** Fingerings that nobody looks for: chords without a name, pairs on the wrong strings, strings left out inside. */
function shapePoints(c: Candidate, { chord, instrument }: Seat): number {
  const { grip, device } = c.known!;
  const first = grip.findIndex((fret) => fret !== null);
  const last = grip.findLastIndex((fret) => fret !== null);
  const gap = last - first + 1 - c.pitches.length;
  if (c.pitches.length === 1) return 0;
  if (c.pitches.length === 2) {
    const usual = USUAL_GAP[device];
    if (!usual || usual.includes(gap)) return 0;
    return w.ODD_STRINGS_POINTS + w.GAP_POINTS * Math.max(0, gap - usual.at(-1)!);
  }
  if (chord !== null && isUsual(c, instrument, chord.rootPc)) return 0;
  const odd = c.pitches.length > 3 ? w.ODD_SHAPE_POINTS : 0;
  return odd + w.GAP_POINTS * gap;
}

export function partOf(c: Candidate, seat: Seat): Part {
  return { player: seat.player, pitches: c.pitches, soundTicks: seat.ticks, gain: seat.instrument.gain };
}
