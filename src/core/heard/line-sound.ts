import type { LineNote } from '../line/index';
import { overtone } from '../line/index';
import type { StringLife } from './string-life';
import { ringing, type Touch } from './stroke-sound';
import type { Player } from '../form/index';

/** Everything one note of a line needs to be heard. */
export interface NoteAt {
  readonly player: Player;
  readonly at: number;
  /** When the next step comes, or the line ends. */
  readonly until: number;
  readonly touch: Touch;
  readonly seed: number;
  /** Hz at a number of frets above the capo of its string, fractions too. */
  readonly hzAt: (fret: number) => number;
}

/** How often a trill goes to and fro, and a string shaken, common practice. */
const TRILL_S = 0.075;
const VIBRATO_CENTS = 28;
/** How long a slide takes at most, and a grace note. */
const SLIDE_S = 0.09;
const GRACE_S = 0.055;

/** Plays one note of a line on its string: struck, hammered, pulled, slid, tapped, bent, shaken, trilled, or a harmonic. */
export function playNote(string: StringLife, note: LineNote, of: NoteAt): void {
  const { at, until, touch, hzAt, seed, player } = of;
  const seconds = until - at;
  const fret = note.fret ?? 0;
  if (note.harmonic !== null) {
    const held = note.harmonic === 'natural' ? 0 : fret;
    const over = note.harmonic === 'natural' ? overtone(fret) : overtone(note.harmonic - fret);
    const part = over === null ? 2 : Math.round(2 ** (over / 12));
    const hz = hzAt(held);
    const damp = { t60: 3.5, t60At3k: 1.6 };
    string.strike({ at, op: 'pluck', hz, ...touch, damp, part, seed, keep: 0.1 }, { until });
    return;
  }
  const hz = hzAt(fret);
  const bent = note.bend === null ? hz : hzAt(fret + note.bend.quarters / 2);
  const damp = note.fret === null || touch.damp.t60 < 1 ? touch.damp : ringing(player, hz);
  const pluck = (from: number, time = at) =>
    string.strike({ at: time, op: 'pluck', hz: from, ...touch, damp, part: 1, seed, keep: 0.2 }, { until });
  const tap = (to: number, time: number, amp = touch.amp * 0.45) =>
    string.strike({ at: time, op: 'tap', hz: to, amp, damp, seed }, { until });
  const glide = (to: number, time: number, length: number, cents = 0) =>
    string.move({ at: time, op: 'glide', hz: to, seconds: length, vibratoCents: cents });

  const isHeard = string.soundsAt(at - 0.02);
  if (note.grace) {
    pluck(hzAt(note.grace.fret));
    if (note.grace.reached === 'slide') glide(hz, at + GRACE_S / 2, GRACE_S);
    else tap(hz, at + Math.min(GRACE_S, seconds / 2));
  } else if (note.reached === 'slide' && isHeard) {
    const length = Math.min(SLIDE_S, seconds / 2);
    string.goesOn(until);
    glide(hz, Math.max(0, at - length), length);
  } else if ((note.reached === 'hammer' || note.reached === 'pull') && isHeard) {
    tap(hz, at);
  } else if (note.reached === 'tap') {
    tap(hz, at, touch.amp * 0.9);
  } else if (note.from) {
    pluck(hzAt(Math.max(0, fret + (note.from === 'below' ? -3 : 3))));
    glide(hz, at + 0.01, SLIDE_S);
  } else pluck(note.bend?.before ? bent : hz);

  if (note.bend !== null) {
    const reach = Math.min(0.2, seconds * 0.3);
    if (!note.bend.before) glide(bent, at + Math.min(0.05, seconds * 0.15), reach);
    if (note.bend.release) glide(hz, at + seconds * 0.55, reach);
  }
  if (note.vibrato) {
    const rests = note.bend?.release ? hz : bent;
    const after =
      note.bend === null ? Math.min(0.14, seconds * 0.3) : seconds * (note.bend.release ? 0.88 : 0.5);
    glide(rests, at + after, 0, VIBRATO_CENTS);
  }
  if (note.trill !== null) {
    const other = hzAt(note.trill);
    for (let n = 1; n * TRILL_S < seconds - 0.03; n += 1)
      tap(n % 2 === 1 ? other : hz, at + n * TRILL_S, touch.amp * 0.3);
  }
  if (note.off) {
    const length = Math.min(0.12, seconds * 0.4);
    glide(hzAt(Math.max(0, fret + (note.off === 'up' ? 5 : -5))), until - length, length);
  }
}
