import { parseTuning } from '../../instrument/index';
import { parseMeter, TEMPO_RANGE, type Meter } from '../../time/index';
import { PLAYERS, type Player } from '../../form/index';
import { parseKey, type Key } from '../../pitch/index';

/** One thing somebody says of a song or a section before its chords. */
export type TypedSetting =
  | { readonly kind: 'title'; readonly title: string }
  | { readonly kind: 'key'; readonly key: Key }
  /** `words`: how it is called, "laid back". */
  | { readonly kind: 'tempo'; readonly tempo: number; readonly words?: string }
  | { readonly kind: 'meter'; readonly meter: Meter }
  | { readonly kind: 'capo'; readonly capo: number; readonly players: readonly Player[] }
  | {
      readonly kind: 'tuning';
      readonly tunings: Readonly<Partial<Record<Player, readonly string[]>>>;
      readonly words: string;
    }
  /** Kept as it is, told to nobody or to everybody. */
  | { readonly kind: 'comment'; readonly text: string }
  | { readonly kind: 'remark'; readonly text: string };

const TITLE = /^(?:song(?: ?title)?|title|name)\s*[:=]\s*(.+)$/i;
const CREDIT =
  /^(?:(?:artist|band|author|composer|writer|album|year|copyright|source|capo chart|date|version|subtitle|rev(?:ision)?)\s*[:=-]|(?:words|music|lyrics|words and music|written|recorded|arranged|song) (?:and music )?(?:by|:)|by\s+\S|©)/i;
const KEY = /^(?:(?:the )?key(?: of| is)?\s*[:=-]?\s*|in (?:the key of )?)(.+)$/i;
const TEMPO = [
  /^()(?:tempo|speed|bpm)\s*[:=]?\s*(?:[♩q]\s*=\s*)?(\d{2,3}(?:\.\d+)?)(?:\s*[-–]\s*\d{2,3})?\s*(?:bpm)?$/i,
  /^((?:[\p{L}-]+ ){0,4}?)(?:ca\.?|about|approx\.?|at|~|@)?\s*(\d{2,3}(?:\.\d+)?)(?:\s*[-–]\s*\d{2,3})?\s*bpm$/iu,
  /^((?:[\p{L}-]+ ){0,4}?)\(?(?:♩|\u{1D15F}|q|quarter(?: note)?)\s*=\s*(?:ca\.?\s*)?(\d{2,3})(?:\s*bpm)?\)?$/iu,
];
const METER =
  /^(?:(?:time(?: sig(?:nature)?)?|met(?:er|re)|signature)\s*[:=]?\s*)?(\d{1,2}\s*\/\s*(?:2|4|8|16))(?:\s*time)?$/i;
const CAPO =
  /^capo(?:\s*(?:on|at|:|=))?(?:\s*(?:the\s*)?(?:fret\s*)?)?\s*(\d{1,2})(?:st|nd|rd|th)?(?:\s*fret)?$/i;
const WAYS =
  /^(?:feel|groove|style|strum(?:ming)?|pattern|note|notes|nb|ps|dynamics|drums|vocals?|singer|remark|tone|sound|amp|fx|effects?|delay)\s*[:=-]\s*(.+)$/i;

/** Longest name of a player. */
const MAX_NAME_CHARACTERS = 80;
/** Longest piece of a line that can be a setting: a title, or a remark of some sentences. */
const MAX_SETTING_CHARACTERS = 400;

/** Players as people call them: `Guitar 1`, `gtr 2`, `both guitars`, `Bass`; empty where it is none of them. */
export function playersNamed(text: string): readonly Player[] {
  if (text.length > MAX_NAME_CHARACTERS) return [];
  const words = text
    .trim()
    .toLowerCase()
    .replace(/[:.]+$/, '')
    .replace(/\s+/g, ' ');
  if (/^(?:both |the )?guitars$/.test(words) || /^g(?:ui)?ta?r(?:s| 1 (?:and|&|\+) 2)$/.test(words))
    return ['guitar1', 'guitar2'];
  if (/^(?:everybody|everyone|all|band|whole band)$/.test(words)) return PLAYERS;
  const guitar =
    /^(?:(?:electric|rhythm|lead|acoustic)?\s?(?:guitar|gtr|gtr\.|git|g)\s?([12])|(?:guitar|gtr|git) ?(one|two|a|b|i|ii))$/.exec(
      words,
    );
  if (guitar) return [/^(?:2|two|b|ii)$/.test(guitar[1] ?? guitar[2]!) ? 'guitar2' : 'guitar1'];
  if (/^(?:lead|lead (?:guitar|gtr)|second guitar|2nd guitar)$/.test(words)) return ['guitar2'];
  if (
    /^(?:guitar|gtr|rhythm|(?:rhythm|acoustic|electric) (?:guitar|gtr)|first guitar|1st guitar)$/.test(words)
  )
    return ['guitar1'];
  return /^(?:bass|bass ?(?:guitar|gtr)|bs)$/.test(words) ? ['bass'] : [];
}

/**
 * One piece of a line of settings: `Key: Dm`, `142 bpm`, `♩ = 96`, `3/4`, `capo 2`, `drop D`; null for other words.
 * `bare`: a number alone may be the tempo.
 */
export function settingOf(piece: string, { bare = false } = {}): TypedSetting | null {
  if (piece.length > MAX_SETTING_CHARACTERS) return null;
  const text = piece.trim().replace(/\s+/g, ' ');
  const title = TITLE.exec(text)?.[1];
  if (title !== undefined) return { kind: 'title', title };
  if (CREDIT.test(text)) return { kind: 'comment', text };
  const key = keyOf(KEY.exec(text)?.[1] ?? '');
  if (key) return { kind: 'key', key };
  // A note with its mode alone; a bare note or `Dm` would be a chord.
  if (/\b(?:minor|major|min|maj|moll|dur)\b/i.test(text) && keyOf(text))
    return { kind: 'key', key: keyOf(text)! };
  for (const form of TEMPO) {
    const [, called = '', number] = form.exec(text) ?? [];
    const tempo = Number(number);
    const words = called.trim();
    if (tempo >= TEMPO_RANGE.min && tempo <= TEMPO_RANGE.max)
      return { kind: 'tempo', tempo, ...(words === '' ? {} : { words }) };
  }
  if (bare && /^\d{2,3}$/.test(text) && Number(text) >= 40 && Number(text) <= 260)
    return { kind: 'tempo', tempo: Number(text) };
  const meter = METER.exec(text)?.[1];
  if (meter !== undefined) {
    const read = parseMeter(meter);
    if (read.ok) return { kind: 'meter', meter: read.value };
  }
  const capo = capoOf(text);
  if (capo) return capo;
  const tuning = tuningOf(text);
  if (tuning) return tuning;
  const way = WAYS.exec(text);
  return way ? { kind: 'remark', text } : null;
}

/** The key a text names, as people do: `D minor`, `em`, `B♭ major`; null where it names none. */
function keyOf(text: string): Key | null {
  const words = text
    .trim()
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/\s*[-–]\s*/g, ' ');
  const match = /^([A-Ga-gH])\s?(b|#|flat|sharp)?\s*(m|min|minor|maj|major|moll|dur)?\.?$/.exec(words);
  if (!match) return null;
  const note = match[1] === 'H' ? 'B' : match[1]!.toUpperCase();
  const sign = match[2] === undefined ? '' : /^(?:b|flat)$/.test(match[2]) ? 'b' : '#';
  const isMinor = /^(?:m|min|minor|moll)$/.test(match[3] ?? '');
  const key = parseKey(`${note}${sign}${isMinor ? 'm' : ''}`);
  return key.ok ? key.value : null;
}

const ROMANS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII', 'VIII', 'IX', 'X', 'XI', 'XII'];

function capoOf(text: string): TypedSetting | null {
  const owner = /^(.*?)\s*[:,-]?\s*\b(capo.*)$/i.exec(text);
  const said = (owner?.[2] ?? '').replace(/\b[IVX]{1,4}\b/, (roman) => String(ROMANS.indexOf(roman) + 1));
  const fret = Number(CAPO.exec(said)?.[1]);
  if (!owner || !(fret >= 1 && fret <= 12)) return null;
  const players = owner[1] === '' ? (['guitar1', 'guitar2'] as const) : playersNamed(owner[1]!);
  return players.length === 0 ? null : { kind: 'capo', capo: fret, players };
}

/** Words before and behind the name of a tuning. */
const TUNED =
  /^(?:(?:guitars?|all|band|everything|we're|we are|both)?\s*\b(?:tuning|tuned?(?: to| in)?)\s*[:=-]?\s*)?(.+?)(?:\s+tuning)?$/i;

function tuningOf(text: string): TypedSetting | null {
  const owner =
    /^((?:guitar|gtr|bass|both guitars|lead|rhythm)\s*[12]?)\s*[:,-]?\s+(.*\btun.*|drop.*|.*standard|.*down)$/i.exec(
      text,
    );
  const owned = owner ? playersNamed(owner[1]!) : [];
  const own = owned.length > 0 ? owner![2]! : text;
  const name = TUNED.exec(own)?.[1]?.trim() ?? '';
  // Letters alone are a tuning only where it is said that they are: "DEAD" and "E A D" are not.
  const isSaid = /\btun/i.test(own);
  const isName = /\b(?:drop(?:ped)?|standard|down|lower|open)\b/i.test(name) && !/[|]/.test(name);
  const isStrings = isSaid || /^[A-G][#b]?(?:[A-G][#b]?){4,5}$/.test(name);
  if (!isName && !isStrings) return null;
  const dashed = name.replace(/(?<=[A-Ga-g][#b]?)\s*[-–,/]\s*(?=[A-Ga-g])/g, ' ');
  const tunings: Partial<Record<Player, readonly string[]>> = {};
  const guitar = parseTuning(dashed, 'guitar');
  const bass = parseTuning(dashed, 'bass');
  const isWhole = isName && !/\b(?:drop(?:ped)?|open)\b/i.test(name);
  for (const player of owned.length > 0 ? owned : PLAYERS) {
    if (player !== 'bass' && guitar.ok) tunings[player] = guitar.value;
    // What is said of nobody in particular holds for the bass where everything is lower by as much.
    if (player === 'bass' && bass.ok && (isWhole || owned.length > 0 || !guitar.ok))
      tunings.bass = bass.value;
  }
  return Object.keys(tunings).length === 0 ? null : { kind: 'tuning', tunings, words: name };
}

/** What stands between the settings of one line. */
const BETWEEN = /\s+[–—|·•/-]\s+|\s*[;,•·]\s+|\t+|\s{3,}/;

/** The pieces of a line that says several things, notes in brackets as pieces of their own. */
export function piecesOf(line: string): readonly string[] {
  const notes: string[] = [];
  const bare = line.replace(/\(([^()]*)\)/g, (_, inside: string) => {
    notes.push(inside.trim());
    return ' ';
  });
  return [...bare.split(BETWEEN), ...notes].map((p) => p.trim()).filter((p) => p !== '');
}
