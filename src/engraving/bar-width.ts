import { noteMarks, noteText, type DrawnBar } from '../core/sheet/index';
import { formatFingering, formatGrip } from '../core/grip/index';
import { formatMeter } from '../core/time/index';

/** How music is drawn. */
export interface Look {
  /** Notes on five lines above the tab. */
  readonly staff: boolean;
  /** Height of a fret's digit, as a font size in units; lines of the tab are 13 apart. */
  readonly digit: number;
  /** Room between notes, as a share of the usual. */
  readonly air: number;
  /** Length of a stem on the tab. */
  readonly stem: number;
  /** The word that says it is tab stands at the head of every line. */
  readonly clef: boolean;
}

/** On paper and on a screen at hand. */
export const SHEET_LOOK: Look = { staff: false, digit: 14, air: 1, stem: 28, clef: true };
/** From two metres: digits as high as the lines are apart. */
export const STAND_LOOK: Look = { staff: false, digit: 20, air: 0.75, stem: 17, clef: false };

/** Width of a digit as a share of its size, of a letter of a chord name likewise: by eye on our fonts, rather too wide. */
const DIGIT = 0.62;
const LETTER = 9.5;

/** What a bar needs at least to be read, in units. */
export function barWidth(
  bar: DrawnBar,
  of: {
    readonly look: Look;
    readonly first: boolean;
    readonly showsKey: boolean;
    readonly showsMeter: boolean;
  },
): number {
  const notes = bar.notes.map((note) => {
    const marks = note.stroke?.notes ?? [];
    const widest = Math.max(1, ...marks.map((n) => noteMarks(n).text.length + (note.tiedFrom ? 2 : 0)));
    const extra = Math.max(
      0,
      ...marks.map(
        (n) =>
          (n.grace ? 24 : 0) +
          (n.bend ? 18 : 0) +
          (n.reached || n.from || n.off ? 12 : 0) +
          (n.vibrato ? 10 : 0),
      ),
    );
    const time = (12 + 6.5 * Math.max(0, Math.log2(note.ticks / 120))) * of.look.air;
    const accidentals = of.look.staff && note.stroke ? 8 : 0;
    return Math.max(time, widest * of.look.digit * DIGIT + 7) + extra + accidentals + note.dots * 4;
  });
  const music = notes.reduce((sum, width) => sum + width, 0);
  return Math.max(music, chordsWidth(bar)) + leadWidth(bar, of) + 16;
}

/** Room for chord names: each as wide as its part of the bar. */
function chordsWidth(bar: DrawnBar): number {
  return bar.chords.reduce((widest, chord, i) => {
    const until = bar.chords[i + 1]?.at ?? bar.ticks;
    const share = Math.max(0.1, (until - chord.at) / bar.ticks);
    return Math.max(widest, ((chord.text.length + 1.5) * LETTER) / Math.sqrt(share));
  }, 30);
}

/** What stands before the notes of a bar: clef, key, metre, repeat. */
export function leadWidth(
  bar: DrawnBar,
  of: {
    readonly look: Look;
    readonly first: boolean;
    readonly showsKey: boolean;
    readonly showsMeter: boolean;
  },
): number {
  const clef = of.first && of.look.clef ? 30 : 0;
  const key = of.look.staff && of.showsKey ? 12 * signsOf(bar) : 0;
  const meter = of.showsMeter ? 22 : 0;
  return 10 + clef + key + meter + (bar.repeatOpens ? 16 : 0);
}

function signsOf(bar: DrawnBar): number {
  return /[b#♭♯]/.test(bar.key.text) ? 6 : 5;
}

/** A bar in words, for those who do not see it. */
export function spoken(bar: DrawnBar, strings: number): string {
  const chords = bar.chords.map((c) => c.text + (c.early === '' ? '' : ` ${c.early}`)).join(', ');
  const notes = bar.notes.map(({ stroke, first, tiedFrom }) => {
    if (!first) return '';
    if (stroke === null) return 'rest';
    if (tiedFrom) return 'held';
    const muted = stroke.notes.some((n) => n.kind === 'mute') ? ' muted' : '';
    const isWhole = stroke.grip?.every(
      (fret, s) => fret === null || stroke.notes.some((n) => n.string === s),
    );
    if (stroke.grip && isWhole && stroke.notes.length > 1) {
      const fingers = stroke.fingers ? ` with fingers ${formatFingering(stroke.fingers)}` : '';
      const dead = stroke.notes.every((n) => n.kind === 'dead') ? ' dead' : '';
      return `${formatGrip(stroke.grip)}${fingers}${dead}${muted}`;
    }
    return stroke.notes.map((n) => `${noteText(n)} on string ${strings - n.string}`).join(' and ') + muted;
  });
  const said = [
    ...bar.told.map((t) => `“${t}”`),
    ...bar.or.map((t) => `or ${t}`),
    ...(bar.sound ? [bar.sound] : []),
  ];
  return [
    `Bar ${bar.number}, ${formatMeter(bar.at.meter)}: ${chords || 'chord as before'}`,
    notes.filter((n) => n !== '').join(', '),
    ...said,
  ].join('; ');
}
