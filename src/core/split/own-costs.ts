import { lengthShare, mudOf, rubBetween } from '../clash/index';
import { bitCount, type Device } from '../grip/index';
import { openStrings, type Fret } from '../instrument/index';
import { belongs, pitchClass } from '../pitch/index';
import { gripDirt } from '../sound/index';
import { TICKS_PER_QUARTER } from '../time/index';
import { classesOf, isUsual, type Candidate } from './candidate';
import { sumOf, type Costs } from './costs';
import { OTHER_DEVICE, opennessOf, styleFor } from './plan';
import type { Seat } from './seat';
import * as w from './weights';

/** Points of one candidate by itself; lines are decided and cost nothing. */
export function ownPoints(c: Candidate, seat: Seat): number {
  return lastingPoints(c, seat) + passingPoints(c, seat);
}

/** What one candidate costs by itself, by name. */
export function ownCosts(c: Candidate, seat: Seat): Costs {
  return { ...lastingCosts(c, seat), ...passingCosts(c, seat) };
}

/** What of it is the same wherever this player has this chord in this sound. */
export function lastingPoints(c: Candidate, seat: Seat): number {
  return sumOf(lastingCosts(c, seat));
}

/** What of it depends on the place: how long it sounds, who sings, what is picked or cut short. */
export function passingPoints(c: Candidate, seat: Seat): number {
  return c.known === null
    ? 0
    : dirtPoints(c, seat) + voicePoints(c, seat) + pickPoints(c, seat) + chokePoints(c, seat);
}

function lastingCosts(c: Candidate, seat: Seat): Costs {
  const { role, chord, instrument } = seat;
  if (c.steps !== null) return {};
  const style = styleFor(role, instrument.gain);
  if (c.known === null) {
    const wanted = chord !== null && Object.keys(style.devices).length > 0;
    return { rest: wanted ? w.REST_POINTS : 0 };
  }
  const isBass = instrument.kind === 'bass';
  const [from, to] = style.lowest;
  // A capo moves the nut, and with it all that lies above it.
  const { capo } = instrument;
  const outside = Math.max(0, from - c.low, c.low - to - capo);
  const costs: Costs = {
    effort: Math.round(w.EFFORT_POINTS * c.known.effort),
    shape: shapePoints(c, seat),
    device: style.devices[c.known.device] ?? OTHER_DEVICE,
    neck: w.NECK_POINTS * Math.max(0, c.hand - homeOf(c, seat)),
    register:
      w.OUTSIDE_POINTS * outside +
      w.ABOVE_TOP_POINTS * Math.max(0, c.top - style.top - capo) +
      lowPoints(c, seat),
    mud: Math.round(w.CLASH_POINTS * heardFor(c, seat).mud),
  };
  if (chord === null) return costs;
  if (c.pitches.length > 1) {
    const part = { player: seat.player, pitches: c.pitches, soundTicks: A_BAR, gain: instrument.gain };
    const inside = rubBetween(part, part, chord)?.score ?? 0;
    costs.rub = Math.round(w.CLASH_POINTS * w.INNER_RUB_SHARE * inside);
  }
  if (isBass) {
    costs.root = pitchClass(c.low) === chord.bassPc ? 0 : w.BASS_NOT_ROOT_POINTS;
    return costs;
  }
  return { ...costs, ...chordCosts(c, seat) };
}

function passingCosts(c: Candidate, seat: Seat): Costs {
  if (c.known === null) return {};
  return {
    dirt: dirtPoints(c, seat),
    voice: voicePoints(c, seat),
    picks: pickPoints(c, seat),
    choke: chokePoints(c, seat),
  };
}

/** Rubs inside one grip are judged as if it were held for a bar. */
const A_BAR = 4 * TICKS_PER_QUARTER;

function dirtPoints(c: Candidate, seat: Seat): number {
  const over = Math.max(0, heardFor(c, seat).dirt * lengthShare(seat.ticks) - w.FREE_DIRT);
  const dirt = (w.CLASH_POINTS * over) / (1 - w.FREE_DIRT);
  return Math.round(seat.role.allowsThirds ? w.ALLOWED_DIRT_SHARE * dirt : dirt);
}

function voicePoints(c: Candidate, { voice, instrument }: Seat): number {
  const inVoice = voice !== null && instrument.kind !== 'bass' && c.top >= voice.low && c.top <= voice.high;
  return inVoice ? w.IN_VOICE_POINTS : 0;
}

/** A grip that is picked through: three different notes, and every string that the right hand picks. */
function pickPoints(c: Candidate, { role, struck: { picked }, chord, instrument }: Seat): number {
  if (chord === null || instrument.kind === 'bass' || (!role.picks && picked.length === 0)) return 0;
  const { grip } = c.known!;
  const silent = picked.filter((s) => (grip[grip.length - s] ?? null) === null).length;
  const wanted = Math.min(3, chord.tones.length);
  const classes = role.picks || picked.length > 2 ? Math.max(0, wanted - bitCount(classesOf(c))) : 0;
  return w.PICK_CLASS_POINTS * classes + w.PICK_STRING_POINTS * silent;
}

/** A whole chord that is cut short again and again: what is fretted stops when the hand lifts, open strings do not. */
function chokePoints(c: Candidate, { struck, instrument }: Seat): number {
  if (!struck.choked || instrument.kind === 'bass' || c.pitches.length < SMALLEST_CHOKED) return 0;
  const open = ringing(c);
  if (open === 0) return 0;
  // Over five and six strings the palm falls anyway.
  return w.CHOKE_POINTS + (c.pitches.length < WHOLE_FROM ? w.CHOKE_EACH_POINTS * open : 0);
}

/** The picking hand stops fewer strings by itself. */
const SMALLEST_CHOKED = 3;
const WHOLE_FROM = 5;

/** What a guitar has of the chord. */
function chordCosts(c: Candidate, { chord, instrument, role }: Seat): Costs {
  if (chord === null) return {};
  const open = opennessOf(instrument.gain);
  const heard = new Set(c.pitches.map((p) => pitchClass(p)));
  const isChord = c.pitches.length > 2;
  const missing = isChord ? chord.tones.filter((t) => !heard.has(t.pc)).length : 0;
  const low = pitchClass(c.low);
  const isLow = isChord && c.low < LOW_PART;
  const costs: Costs = {
    root: heard.has(chord.rootPc) ? 0 : role.low ? w.LOW_NO_ROOT_POINTS : w.NO_ROOT_POINTS,
    bottom:
      !isLow || low === chord.bassPc
        ? 0
        : low === chord.rootPc
          ? w.LOW_NOT_SLASH_POINTS
          : w.LOW_NOT_ROOT_POINTS,
    rich: Math.round(open * w.RICH_POINTS * missing),
    strings: isWhole(c.known!.device)
      ? Math.round(open * w.FEWER_STRINGS_POINTS * (6 - c.pitches.length))
      : 0,
    rings: Math.round(open * w.RING_POINTS * (MOST_RINGING - ringing(c))),
  };
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

/** How far a low part lies above the lowest string; up to the edge whole chords lie where they lie. */
function lowPoints(c: Candidate, { role, instrument }: Seat): number {
  if (!role.low) return 0;
  const share = instrument.kind === 'bass' ? 1 : 1 - opennessOf(instrument.gain);
  const above = c.low - (Math.min(...openStrings(instrument)) + instrument.capo);
  return Math.round(share * w.LOW_FIRST_POINTS * Math.max(0, above));
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
  if (chord !== null && isUsual(c.known!, instrument, chord.rootPc)) return 0;
  const odd = c.pitches.length > 3 ? w.ODD_SHAPE_POINTS : 0;
  const torn = c.hand > w.TORN_FROM_FRET && grip.includes(0 as Fret) ? w.TORN_POINTS : 0;
  const spread = c.pitches.length === 3 && isSpread(c) ? w.ODD_STRINGS_POINTS : 0;
  return odd + torn + spread + w.GAP_POINTS * gap;
}

/** What an amplifier makes of some pitches, and how muddy they are; remembered, as it is the same in every slot. */
function heardFor(c: Candidate, { instrument }: Seat): { readonly dirt: number; readonly mud: number } {
  const isBass = instrument.kind === 'bass';
  const { gain } = instrument;
  const key = isBass ? -1 - gain : gain;
  let known = heardAt.get(key);
  if (!known) heardAt.set(key, (known = new Map()));
  let heard = known.get(c.alike);
  if (!heard) {
    heard = { dirt: gripDirt(c.pitches, gain), mud: mudOf(c.pitches, { isBass, gain })?.score ?? 0 };
    known.set(c.alike, heard);
  }
  return heard;
}

const heardAt = new Map<number, Map<number, { readonly dirt: number; readonly mud: number }>>();

/** Three notes over more than an octave on strings side by side: a stretch that nobody looks for. */
function isSpread({ low, top, known }: Candidate): boolean {
  return top - low > 12 && known!.device !== 'power3' && known!.device !== 'fifth-bass';
}
