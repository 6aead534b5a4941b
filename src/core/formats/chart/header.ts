import { problemAt, type Problem } from '../../base/index';
import {
  formatLike,
  formatPickup,
  formatSoundUse,
  formatTune,
  formatWish,
  parseLike,
  parsePickup,
  parseSoundUse,
  parseTune,
  isPlan,
  parseWish,
  PLAN_NAMES,
  PLAYERS,
  soundTrouble,
  type FormEntry,
  type PlanTune,
  type Player,
  type Section,
  type SectionHand,
  type SoundUse,
  type Wish,
} from '../../form/index';
import { STROKE_WAYS } from '../../hits/index';
import { parseKey, parseRange } from '../../pitch/index';
import {
  formatMeter,
  formatSwing,
  parseMeter,
  parseSwing,
  TEMPO_RANGE,
  type Meter,
  type Swing,
} from '../../time/index';
import { parts } from './settings';
import { headName } from './spellings';

/** What a header says of the section itself, whenever it is played. */
export interface Asked {
  readonly wishes: readonly Wish[];
  readonly meter?: Meter;
  readonly swing?: Swing;
  readonly voice?: readonly [string, string];
  readonly hands?: Section['hands'];
  readonly sounds?: Section['sounds'];
  readonly key?: string;
  readonly pickup?: number;
  readonly like?: Section['like'];
  readonly remarks?: Section['remarks'];
  readonly comments?: Section['comments'];
}

/** What a section has to know of the players: how many strings there are, and the names of their sounds. */
export interface Band {
  readonly strings: Readonly<Record<Player, number>>;
  readonly sounds: Readonly<Record<Player, readonly string[]>>;
}

/** What stands after `== Name ==`. */
export interface SectionHeader {
  readonly name: string;
  /** 0: written and not played. */
  readonly times: number;
  readonly plan: FormEntry['plan'];
  readonly tune: PlanTune | null;
  readonly key: string | null;
  /** The key set for this and everything after it: `key Em from here`. */
  readonly keyOn: string | null;
  readonly tempo: number | null;
  readonly feel: FormEntry['feel'] | null;
  /** Only the first so many bars. */
  readonly bars: number | null;
  readonly end: FormEntry['end'] | null;
  readonly asked: Asked;
}

/** A header as itself, the name and what stands behind it; null for others. */
function namedHeader(text: string): readonly [string, string, string] | null {
  const end = text.startsWith('==') ? text.indexOf('==', 2) : -1;
  return end < 0 ? null : [text, text.slice(2, end).trim(), text.slice(end + 2).trimStart()];
}

const EXPECTED =
  'x2, plan low-high, tuned power two, key Em (from here), tempo 96, feel half, bars 1-4, vamp, fade, on cue, written in F#m, pickup 1/4, meter 6/8, swing 62%, voice A3-D5, guitar1 strokes down, bass with guitar1, guitar2 like guitar1 third above, guitar1 sound clean, guitar1 gain 3 or a wish like guitar1 frets 5-9';

/** Reads `== Verse == x2; plan low-high`. Whatever cannot be read is a problem; the rest counts. */
export function readSectionHeader(
  { text, line }: { readonly text: string; readonly line: number },
  problems: Problem[],
  band: Band,
): SectionHeader {
  const match = namedHeader(text.trim());
  let header: SectionHeader = {
    name: match?.[1] ?? '',
    times: 1,
    plan: null,
    tune: null,
    key: null,
    keyOn: null,
    tempo: null,
    feel: null,
    bars: null,
    end: null,
    asked: { wishes: [] },
  };
  if (header.name === '*') {
    problems.push(
      problemAt(line, 1, text.length, '* stands for the whole song; expected another name for a section'),
    );
    header = { ...header, name: 'Section' };
  }
  if (!match || header.name === '') {
    problems.push(
      problemAt(line, 1, text.length, 'expected a section header like == Verse == x2; plan low-high'),
    );
    header = { ...header, name: header.name || text.replace(/=/g, ' ').trim() || 'Section' };
    if (!match) return header;
  }
  const start = text.length - match[2]!.length - (text.length - text.trimEnd().length) + 1;
  let isCounted = false;
  const known = new Set<string>();
  for (const { part, offset } of parts(match[2]!)) {
    const name = settingName(asWritten(part));
    if (name !== null && known.has(name)) {
      const message = `${name} is set twice here; expected one of the two`;
      problems.push(problemAt(line, start + offset, part.length, message));
      continue;
    }
    if (name !== null) known.add(name);
    const read = setting(asWritten(part), header, band);
    if (typeof read === 'string') problems.push(problemAt(line, start + offset, part.length, read));
    else header = read;
    isCounted ||= /^x\s*\d/.test(asWritten(part));
  }
  // `== Verse x2 ==`: what is said behind the name counts for more.
  const counted = isCounted ? null : countedName(header.name);
  return counted ? { ...header, ...counted } : header;
}

/** A setting as it is written, of what people write: `(x2)`, `2x`, `BPM: 96`, `Guitar 1: gain 8`, `half time`. */
function asWritten(part: string): string {
  const count = /^\(?(?:[x×]\s?(\d+)|(\d+)\s?[x×])(?:\s?times)?\)?$/i.exec(part);
  if (count) return `x${count[1] ?? count[2]}`;
  if (/^half[- ]?time(?: feel)?$/i.test(part)) return 'feel half';
  if (/^double[- ]?time(?: feel)?$/i.test(part)) return 'feel double';
  const bpm = /^(\d+(?:\.\d+)?)\s*bpm$/i.exec(part)?.[1];
  if (bpm !== undefined) return `tempo ${bpm}`;
  const [, name, rest] = /^(guitar ?[12]|gtr ?[12]|[A-Za-z]+)\s*(?:[:=]\s*|\s|$)(.*)$/i.exec(part) ?? [];
  const word = name === undefined ? null : headName(name);
  if (word === null || name === word)
    return name === word && part[name!.length] === ':' ? `${word} ${rest}` : part;
  return `${word} ${rest}`.trim();
}

/** What a part of a header sets, for those that can be set once; null for wishes, of which there may be many. */
function settingName(part: string): string | null {
  const [, word, next] = /^(x(?=\s*\d)|\S+)\s*(\S*)/.exec(part)!;
  if (word === 'x') return 'how often it is played';
  if (word === 'vamp' || word === 'fade' || part === 'on cue') return 'the end';
  if (word === 'key') return part.endsWith('from here') ? 'key from here' : 'key';
  if (!/^(?:guitar1|guitar2|bass)$/.test(word!)) return word!;
  return /^(?:like|with|strokes|sound|gain|delay|volume)$/.test(next!) ? `${word} ${next}` : null;
}

/** A name with how often behind it, as the name and the number; null for others. */
export function countedName(text: string): { readonly name: string; readonly times: number } | null {
  const match = /^(.*\S)\s+\(?(?:[x×](\d{1,2})|(\d{1,2})[x×])\)?$/i.exec(text);
  const times = Number(match?.[2] ?? match?.[3]);
  return match && times >= 1 ? { name: match[1]!, times } : null;
}

/** The header with one setting, or what is wrong with it. */
function setting(part: string, header: SectionHeader, band: Band): SectionHeader | string {
  const [, word, value] = (/^(x)\s*(\d+)$/.exec(part) ?? /^(\S+)\s*(.*)$/.exec(part))!;
  const ask = (asked: Partial<Asked>): SectionHeader => ({
    ...header,
    asked: { ...header.asked, ...asked },
  });
  switch (word) {
    case 'x': {
      const times = Number(value);
      return times <= 99
        ? { ...header, times }
        : `"${part}" does not fit; expected x1 to x99, or x0 for a section that is written and not played`;
    }
    case 'plan':
      return isPlan(value!)
        ? { ...header, plan: value }
        : `"${value}" is no plan; expected ${PLAN_NAMES.join(', ')}`;
    case 'tuned': {
      const tune = parseTune(value!);
      return tune.ok ? { ...header, tune: tune.value } : tune.error;
    }
    case 'key': {
      const [, name, on] = /^(.*?)(\s+from here)?$/.exec(value!)!;
      const key = parseKey(name!);
      if (!key.ok) return key.error;
      return on ? { ...header, keyOn: key.value.text } : { ...header, key: key.value.text };
    }
    case 'tempo': {
      const tempo = Number(value!.replace(/\s*bpm$/, ''));
      return tempo >= TEMPO_RANGE.min && tempo <= TEMPO_RANGE.max
        ? { ...header, tempo }
        : `"${value}" is no tempo; expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max} bpm`;
    }
    case 'feel':
      return value === 'half' || value === 'double'
        ? { ...header, feel: value }
        : `"${value}" is no feel; expected half or double`;
    case 'bars': {
      const range = /^1\s*-\s*(\d{1,3})$/.exec(value!);
      return range && Number(range[1]) >= 1
        ? { ...header, bars: Number(range[1]) }
        : `"${value}" are no bars; expected the first ones, like bars 1-4 (cut the section in two to begin later)`;
    }
    case 'vamp':
    case 'fade':
      return value === '' ? { ...header, end: word } : `"${part}" is not understood; expected ${word} alone`;
    case 'on':
      return value === 'cue' ? { ...header, end: 'cue' } : `"${part}" is not understood; expected on cue`;
    case 'written': {
      const own = /^in\s+(.+)$/.exec(value!);
      const key = own ? parseKey(own[1]!) : null;
      if (key === null) return `"${part}" is no key; expected one like written in F#m`;
      return key.ok ? ask({ key: key.value.text }) : key.error;
    }
    case 'pickup': {
      const pickup = parsePickup(value!);
      return pickup.ok ? ask({ pickup: pickup.value }) : pickup.error;
    }
    case 'meter': {
      const meter = parseMeter(value!);
      return meter.ok ? ask({ meter: meter.value }) : meter.error;
    }
    case 'swing': {
      const swing = parseSwing(value!);
      if (!swing.ok) return swing.error;
      return swing.value === null ? header : ask({ swing: swing.value });
    }
    case 'voice': {
      const voice = parseRange(value!);
      return voice.ok ? ask({ voice: voice.value }) : voice.error;
    }
    case 'guitar1':
    case 'guitar2':
    case 'bass': {
      const following = /^like\s+(.*)$/.exec(value!);
      if (following) {
        const like = parseLike(following[1]!, word);
        return like.ok ? ask({ like: { ...header.asked.like, [word]: like.value } }) : like.error;
      }
      const hand = readHand(word, value!);
      if (typeof hand === 'string') return hand;
      if (hand !== null) {
        const hands = { ...header.asked.hands, [word]: { ...header.asked.hands?.[word], ...hand } };
        return ask({ hands });
      }
      const sounds = readSound(word, value!, { known: header.asked.sounds, names: band.sounds[word] });
      if (typeof sounds === 'string') return sounds;
      if (sounds !== null) return ask({ sounds });
      const wish = parseWish(part, band.strings);
      return wish.ok ? ask({ wishes: [...header.asked.wishes, wish.value] }) : wish.error;
    }
    default:
      return `"${part}" is not understood; expected ${EXPECTED}`;
  }
}

/** `strokes down` or `with guitar1`; null when it is something else, a message when it is wrong. */
function readHand(player: Player, text: string): SectionHand | string | null {
  const match = /^(strokes|with)\s+(\S+)$/.exec(text);
  if (!match) return null;
  if (match[1] === 'strokes') {
    const strokes = STROKE_WAYS.find((s) => s === match[2]);
    return strokes ? { strokes } : `"${match[2]}" are no strokes; expected ${STROKE_WAYS.join(' or ')}`;
  }
  const leader = PLAYERS.find((p) => p === match[2] && p !== player);
  const others = PLAYERS.filter((p) => p !== player).join(' or ');
  return leader ? { with: leader } : `"${match[2]}" cannot be followed; expected ${others}`;
}

/** `sound clean`, `gain 3` or `delay off`; null when it is something else, a message when it is wrong. */
function readSound(
  player: Player,
  text: string,
  of: { readonly known: Section['sounds']; readonly names: readonly string[] },
): Section['sounds'] | string | null {
  const match = /^(sound|gain|delay)(?:\s+(.*))?$/.exec(text);
  if (!match) return null;
  const [, word, value = ''] = match;
  if (value === '')
    return `${player} ${word} says nothing; expected ${player} sound clean or ${player} gain 3`;
  const use = parseSoundUse(word === 'sound' ? value : text);
  if (!use.ok) return use.error;
  const trouble = soundTrouble(use.value, of.names, player);
  return trouble ?? { ...of.known, [player]: { ...of.known?.[player], ...use.value } };
}

/** The section with what its header asks; the same object when nothing is asked, so that what is known of it stays. */
export function withAsked(section: Section, asked: Asked): Section {
  const { wishes, ...rest } = asked;
  if (wishes.length === 0 && Object.keys(rest).length === 0) return section;
  const key = JSON.stringify(asked);
  let known = asking.get(section);
  if (known?.key !== key) {
    const own = wishes.length === 0 ? {} : { wishes };
    asking.set(section, (known = { key, section: { ...section, ...rest, ...own } }));
  }
  return known.section;
}

const asking = new WeakMap<Section, { key: string; section: Section }>();

/** The header of one entry, with what belongs to the section itself where it is written for the first time. */
export function writeHeader(
  entry: Omit<FormEntry, 'times'> & { times: number },
  section: Section | null,
): string {
  const settings = [
    // A name that ends in a number of times is read as one, unless the number is said.
    ...(entry.times === 1 && countedName(entry.section) === null ? [] : [`x${entry.times}`]),
    ...(entry.plan === null ? [] : [`plan ${entry.plan}`]),
    ...(entry.tune === undefined ? [] : [`tuned ${formatTune(entry.tune)}`]),
    ...(entry.key === null ? [] : [`key ${entry.key}`]),
    ...(entry.tempo === undefined ? [] : [`tempo ${entry.tempo}`]),
    ...(entry.feel === undefined ? [] : [`feel ${entry.feel}`]),
    ...(entry.bars === undefined ? [] : [`bars 1-${entry.bars}`]),
    ...(entry.end === undefined ? [] : [entry.end === 'cue' ? 'on cue' : entry.end]),
    ...PLAYERS.flatMap((player) => writeSound(player, entry.sounds?.[player])),
    ...(section ? sectionSettings(section) : []),
  ];
  return `== ${entry.section} ==${settings.length > 0 ? ` ${settings.join('; ')}` : ''}`;
}

function sectionSettings(section: Section): readonly string[] {
  const { meter, swing, voice, hands, sounds, key, pickup, like } = section;
  return [
    ...(key === undefined ? [] : [`written in ${key}`]),
    ...(pickup === undefined ? [] : [`pickup ${formatPickup(pickup)}`]),
    ...(meter ? [`meter ${formatMeter(meter)}`] : []),
    ...(swing ? [`swing ${formatSwing(swing)}`] : []),
    ...(voice ? [`voice ${voice[0]}-${voice[1]}`] : []),
    ...PLAYERS.flatMap((player) => {
      const hand = hands?.[player];
      return [
        ...(hand?.strokes ? [`${player} strokes ${hand.strokes}`] : []),
        ...(hand?.with ? [`${player} with ${hand.with}`] : []),
        ...(like?.[player] ? [`${player} like ${formatLike(like[player])}`] : []),
        ...writeSound(player, sounds?.[player]),
      ];
    }),
    ...section.wishes.map(formatWish),
  ];
}

/** A named sound and what is turned for this use stand as one setting each. */
function writeSound(player: Player, use: SoundUse | undefined): readonly string[] {
  if (use === undefined) return [];
  const { sound, ...knobs } = use;
  const turned = formatSoundUse(knobs);
  return [
    ...(sound === undefined ? [] : [`${player} sound ${sound}`]),
    ...(turned === '' ? [] : turned.split(', ').map((knob) => `${player} ${knob}`)),
  ];
}
