import { chordOf } from './words';

/** The name of a section as somebody wrote it, and what stands behind it. */
export interface Heading {
  readonly name: string;
  /** What stands behind the name on the line: chords, or nothing. */
  readonly rest: string;
  /** `x2` at the name; null where nothing is said. */
  readonly times: number | null;
  /** What stands in brackets. */
  readonly notes: readonly string[];
  /** It comes again as it was; the name of the one it is like, where that is another. */
  readonly again: true | string | null;
}

/** What parts of a song are called (common practice). */
const PARTS =
  'intro(?:duction)?|verses?|vers|strophe|pre[- ]?chorus|post[- ]?chorus|chorus|refrain|hook|bridge|middle[- ]?(?:8|eight)|(?:guitar |main |lead |bass )?solo|outro|coda|tag|interlude|instrumental|breakdown|break|build(?:[- ]?up)?|drop|vamp|turnaround|theme|ending|(?:main |opening |verse |chorus |intro |second |bass )?riff|part|section';
const NAMED = new RegExp(
  `^(?:(?:${PARTS})(?:[ ]?(?:\\d{1,2}(?!\\s*[x×\\d])|(?!x\\b)[IVX]{1,4}\\b|(?<=part |section )[A-Z0-9]\\b)(?:\\s*(?:&|and|\\+|,|/)\\s*\\d{1,2}(?!\\s*[x×]))*)?)(?=$|[\\s:=(\\[,.–—-])`,
  'i',
);
const TIMES = /(?:^|\s|\()(?:[x×]\s?(\d{1,2})|(\d{1,2})\s?[x×])(?:\s?times)?\)?(?=$|[\s:,).])/i;

/** Reads a line as the heading of a section; `loose`: chords or tab come right under it, so that any name may be one. */
export function headingOf(line: string, { loose }: { readonly loose: boolean }): Heading | null {
  const text = undressed(line);
  if (text === null) return null;
  const { isDressed } = text;
  const bare = text.bare.replace(/^(?:and |then )?the (?=\S)/i, '');
  const repeat = /^(?:repeat|play|then|back to|again:?)\s+(?:the\s+)?(.+)$/i.exec(bare);
  const named = NAMED.exec(repeat ? repeat[1]! : bare);
  if (named) {
    const whole = repeat ? repeat[1]! : bare;
    const heading = behindName(named[0], whole.slice(named[0].length), repeat !== null);
    if (heading) return heading;
  }
  if (repeat) return null;
  const colon = /^([^:|=]{1,40}?)\s*[:=]\s*(.*)$/.exec(bare);
  if (colon && /[A-Za-z]/.test(colon[1]!) && chordOf(colon[1]!) === null && (colon[2] === '' ? loose : false))
    return behindName(colon[1]!, colon[2]!, false);
  const isLoud =
    loose && bare === bare.toUpperCase() && /^[A-Z][A-Z0-9 '’&-]{2,30}$/.test(bare.replace(TIMES, '').trim());
  if ((isDressed || isLoud) && chordOf(bare) === null && bare.length <= 40) {
    const notes = [...bare.matchAll(/\(([^()]*)\)/g)].map((m) => m[1]!);
    const name = bare
      .replace(/\([^()]*\)/g, '')
      .replace(TIMES, '')
      .replace(/[:.]+$/, '')
      .trim();
    return name === '' ? null : behindName(name, bare.slice(name.length), false, notes);
  }
  return null;
}

/** A name of no usual part with something behind a colon: `Strum bit: Em C`, `V2: same as V1`. */
export function namedStretch(line: string): Heading | null {
  const match = /^([^:|=]{1,30}?)\s*[:=]\s*(\S.*)$/.exec(undressed(line)?.bare ?? '');
  if (!match || !/[A-Za-z]{2}|^[A-Z]\d{0,2}$/.test(match[1]!)) return null;
  return behindName(match[1]!, `: ${match[2]!}`, false);
}

/** A line that speaks of several parts, each by itself: `Verse: Em C, Chorus: G D`, `the verse is Em C and the chorus G D`. */
export function partsOfLine(line: string): readonly string[] {
  const begins = new RegExp(
    `(?:^|[,;.]\\s+|\\s+(?:and|then|with)\\s+|\\s+)(?:the\\s+)?(?=((?:${PARTS})(?: \\d)?)(?:\\s*[:=]|\\s+[-–]\\s|\\s+(?:is|goes|are|has)\\b))`,
    'gi',
  );
  const at: number[] = [];
  let nameEnds = -1;
  for (const m of line.matchAll(begins)) {
    const from = m.index + m[0].length;
    // `Main riff` is one name.
    if (from < nameEnds) continue;
    nameEnds = from + m[1]!.length;
    at.push(from);
  }
  if (at.length < 2) return [line];
  const pieces = at.map((from, i) => line.slice(i === 0 ? 0 : from, at[i + 1] ?? line.length));
  return pieces.map((p) => p.replace(/[,;.]?\s*(?:\b(?:and|then|with)\s*(?:the\s*)?)?$/i, '').trim());
}

/** The line without what a heading is dressed in: `[Verse]`, `**Verse**`, `## Verse`, `<Verse>`, `--- Verse ---`. */
function undressed(line: string): { readonly bare: string; readonly isDressed: boolean } | null {
  const text = line.trim();
  const inside =
    /^\[([^[\]]+)\]\s*:?(.*)$/.exec(text) ??
    /^\*{1,3}([^*]+?)\*{1,3}:?(.*)$/.exec(text) ??
    /^_{1,2}([^_]+)_{1,2}:?(.*)$/.exec(text) ??
    /^#{1,6}\s+([^#]+?)\s*#*()$/.exec(text) ??
    /^<([^<>/]+)>(.*)$/.exec(text) ??
    /^(?:-{2,}|={2,}|~{2,})\s*([^-=~]+?)\s*(?:-{2,}|={2,}|~{2,})(.*)$/.exec(text) ??
    /^\((?!\d)([^()]+)\)()$/.exec(text);
  if (!inside) return text === '' ? null : { bare: text, isDressed: false };
  const name = inside[1]!.trim().replace(/:$/, '');
  const rest = inside[2]!.trim();
  // Chords in brackets are chords, and so is a line that begins with one.
  if (chordOf(name) !== null) return null;
  const bare = rest === '' ? name : /^[x×\d(:]/i.test(rest) ? `${name} ${rest}` : `${name}: ${rest}`;
  const isBrackets = text.startsWith('(');
  return isBrackets && !NAMED.test(name) ? null : { bare, isDressed: true };
}

function behindName(
  name: string,
  behind: string,
  repeated: boolean,
  known: readonly string[] = [],
): Heading | null {
  const notes = [...known];
  let times: number | null = null;
  let again: Heading['again'] = repeated ? true : null;
  let rest = behind;
  // Notes and counts right behind the name, before a colon or chords.
  for (;;) {
    const trimmed = rest.replace(/^[\s:=,.–—-]+/, '');
    const note = /^\(([^()]*)\)/.exec(trimmed);
    const often = /^\(?(?:[x×]\s?(\d{1,2})|(\d{1,2})\s?[x×])(?:\s?times)?\)?(?=$|[\s:,.=–—-])/i.exec(trimmed);
    const bars = /^\d{1,3} (?:bars?|measures?)(?=$|[\s:,.=–—-])/i.exec(trimmed);
    if (often) {
      times = Number(often[1] ?? often[2]);
      rest = trimmed.slice(often[0].length);
    } else if (bars) {
      notes.push(bars[0]);
      rest = trimmed.slice(bars[0].length);
    } else if (note && chordsOnly(note[1]!)) {
      rest = trimmed;
      break;
    } else if (note) {
      rest = trimmed.slice(note[0].length);
      const like = /^(?:same|like|as)\b(?: as)?\s*(?:the\s+)?(?:in\s+)?(.*)$/i.exec(note[1]!.trim());
      if (like) again = like[1] === '' || /^(?:before|above)$/i.test(like[1]!) ? true : like[1]!;
      else if (/^(?:again|repeat|as before)$/i.test(note[1]!.trim())) again = true;
      else notes.push(note[1]!.trim());
    } else {
      const back = comesAgain(trimmed);
      if (back) {
        again = back.again;
        times = back.times ?? times;
        if (back.fade !== null) notes.push(back.fade);
        rest = '';
      } else rest = trimmed.replace(/^(?:is|goes|chords?|are|has)\b\s*:?\s*/i, '');
      break;
    }
  }
  return { name: titled(name), rest, times, notes, again };
}

const AGAIN =
  /^(?:again|(?:is )?(?:the )?same as|as in|like|as|repeats?|repeating|over|play)\b\s*(?:the\s+)?(.*)$/i;
const OTHER = new RegExp(
  `^(?:the )?((?:${PARTS})(?: \\d{1,2})?(?:$|\\s+\\(?(?:[x×]|\\d+\\s?[x×]|to fade|and fade|again|chords).*))$`,
  'i',
);
const FADE = /\s*\b((?:to|and|then|with a)?\s*fade(?:s|-?out| out)?)\b.*$/i;

/** What is said of a part instead of its chords: `same as Verse 1`, `repeat verse x2 to fade`, `verse`. Null for others. */
function comesAgain(text: string): {
  readonly again: true | string;
  readonly times: number | null;
  readonly fade: string | null;
} | null {
  const target = OTHER.exec(text)?.[1] ?? AGAIN.exec(text)?.[1];
  if (target === undefined || text.includes('|')) return null;
  const fade = FADE.exec(target);
  const bare = target.slice(0, fade?.index ?? undefined);
  const count = TIMES.exec(bare);
  const name = bare
    .replace(TIMES, '')
    .replace(/\s*\b(?:again|chords?|progression|changes|part|riff)$/i, '')
    .trim();
  return {
    again: name === '' || /^(?:before|above)$/i.test(name) ? true : name,
    times: count ? Number(count[1] ?? count[2]) : null,
    fade: fade ? fade[1]!.trim() : null,
  };
}

function chordsOnly(text: string): boolean {
  const words = text.trim().split(/[\s,|-]+/);
  return words.length > 1 && words.every((w) => chordOf(w, { small: true }) !== null);
}

/** `INTRO` and `intro` as `Intro`; what has both kinds of letters stays. */
export function titled(name: string): string {
  const clean = name
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/[:.=-]+$/, '')
    .trim();
  if (clean !== clean.toLowerCase() && clean !== clean.toUpperCase()) return clean;
  const small = clean.toLowerCase();
  return small.charAt(0).toUpperCase() + small.slice(1);
}

const ORDER = /^(?:form|structure|order|arrangement|sequence|song form|layout)\s*[:=-]\s*(.+)$/i;

/**
 * The order of a song as names of its sections: `Form: Intro, Verse, Chorus x2`, `V C V C B C`, or a line of nothing but
 * names. Null where it is none.
 */
export function orderOf(
  line: string,
  known: readonly string[],
): readonly { readonly name: string; readonly times: number }[] | null {
  const said = ORDER.exec(line.trim());
  const found: { name: string; times: number }[] = [];
  for (const segment of (said ? said[1]! : line).split(
    /\s*[–—→>|/,;·•+]\s*|\s+-\s+|(?<=[a-z0-9])-(?=\s|$)/,
  )) {
    const ordered = namesIn(segment.replace(/\s+/g, ' ').trim(), known, said !== null);
    if (ordered === null) return null;
    found.push(...ordered);
  }
  return found.length >= (said ? 1 : 3) ? found : null;
}

/** Names one after the other, how often behind each, or before the first. */
function namesIn(
  text: string,
  known: readonly string[],
  isShort: boolean,
): { name: string; times: number }[] | null {
  const found: { name: string; times: number }[] = [];
  let left = text;
  let first = 1;
  while (left !== '') {
    const often = /^\(?(?:[x×]\s?(\d{1,2})|(\d{1,2})\s?[x×])\)?(?=\s|$)/i.exec(left);
    if (often) {
      const times = Number(often[1] ?? often[2]);
      if (found.length > 0) found[found.length - 1] = { ...found.at(-1)!, times };
      else first = times;
      left = left.slice(often[0].length).trim();
      continue;
    }
    const name = startOf(left, known);
    const short = isShort ? /^([A-Z]{1,2}\d?)(?=\s|$)/i.exec(left)?.[1] : undefined;
    const whole = /^\S+(?: \d+)?/.exec(left)![0];
    const meant = name ?? (short === undefined ? shortFor(whole, known) : shortFor(short, known));
    if (meant === null || (name === null && short === undefined && whole.length < 4)) return null;
    found.push({ name: meant, times: found.length === 0 ? first : 1 });
    left = left.slice((name === null ? (short ?? whole) : name).length).trim();
  }
  return found;
}

/** The longest known name a text begins with. */
function startOf(text: string, known: readonly string[]): string | null {
  const lower = text.toLowerCase();
  return (
    [...known]
      .sort((a, b) => b.length - a.length)
      .find((n) => lower.startsWith(n.toLowerCase()) && /^(?:$|\s)/.test(text.slice(n.length))) ?? null
  );
}

/** `V`, `V2`, `Ch`, `PC` for the section whose name begins so; null where none does. */
function shortFor(short: string, known: readonly string[]): string | null {
  const lower = short.toLowerCase();
  const initials = (name: string) =>
    name
      .toLowerCase()
      .split(/[\s-]+/)
      .map((w) => w[0])
      .join('');
  return (
    known.find((n) => initials(n) === lower) ??
    known.find((n) => n.toLowerCase().startsWith(lower)) ??
    known.find((n) => n.toLowerCase().startsWith(lower.replace(/\d$/, ''))) ??
    null
  );
}
