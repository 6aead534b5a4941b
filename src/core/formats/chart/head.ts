import { parseNamedPattern } from '../../hits/index';
import { problemAt, sameData, type Problem, type Result } from '../../base/index';
import { cleanRemark, parseNamedPlan, PLAYERS, type Player } from '../../form/index';
import { parseKey, parseRange } from '../../pitch/index';
import { cleanTitle, DOWN_RANGE, type Song } from '../../song/index';
import { formatMeter, parseMeter, TEMPO_RANGE } from '../../time/index';
import { settingOf } from '../typed/settings';
import type { Band } from './header';
import { parts, readInstrument, type SettingProblem } from './settings';
import { headName, REMARK, whoseRemark } from './spellings';

/** What sections have to know of the song, and the same as one text. */
export function groundOf(song: Song): { readonly band: Band; readonly context: string } {
  const band = bandOf(song);
  return { band, context: `${formatMeter(song.meter)} ${JSON.stringify(band)}` };
}

function bandOf({ players }: Song): Band {
  const every = <T>(of: (player: Player) => T) =>
    ({ guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') }) as const;
  return {
    strings: every((player) => players[player].tuning.length),
    sounds: every((player) => (players[player].sounds ?? []).map((sound) => sound.name)),
  };
}

/** Settings that were read, by name (`tempo`, `guitar1 gain`), with the line of the last of each, from 1. */
export type SettingsRead = Map<string, number>;

/** What is read with one line of the head. */
interface HeadContext {
  readonly problems: Problem[];
  /** Settings that are set twice. */
  readonly asks: Problem[];
  readonly read: SettingsRead;
}

/** The song with one line of what stands before its sections. Of a setting that is set twice the last one counts. */
export function readHeaderLine(
  song: Song,
  { raw, line }: { readonly raw: string; readonly line: number },
  { problems, asks, read: known }: HeadContext,
): Song {
  const askTwice = (setting: string, [column, length]: readonly [number, number]) => {
    const before = known.get(setting);
    known.set(setting, line);
    if (before === undefined) return;
    const message = `${setting} is set twice, first in line ${before}; this one counts, delete one of the two`;
    asks.push(problemAt(line, column, length, message));
  };
  const told = REMARK.exec(raw.trim());
  if (told) return toldInHead(song, whoseRemark(told[1]), told[2]!);
  const match = namedValue(raw);
  const expected = 'title, key, tempo, meter, voice, down, patterns, plans, remark, guitar1, guitar2 or bass';
  const name = match ? headName(match[2]!) : null;
  const said = name === null ? withSaid(song, raw) : null;
  if (said) {
    for (const setting of said.sets) askTwice(setting, [1, raw.trimEnd().length]);
    return said.song;
  }
  if (!match) {
    const column = raw.length - raw.trimStart().length + 1;
    problems.push(
      problemAt(
        line,
        column,
        raw.trim().length,
        `expected "name: value" (${expected}) or a section like == Verse ==`,
      ),
    );
    return song;
  }
  const value = match[4]!.trim();
  const column = match[1]!.length + match[2]!.length + match[3]!.length + 1;
  const wrong = (message: string): Song => {
    problems.push(problemAt(line, column, value.length, message));
    return song;
  };
  if (name !== null && SET_ONCE.includes(name)) askTwice(name, [column, value.length]);
  switch (name) {
    case 'title': {
      const title = cleanTitle(value);
      return title === '' ? wrong('the title is empty; expected the name of the song') : { ...song, title };
    }
    case 'key': {
      const key = parseKey(value);
      return key.ok ? { ...song, key: key.value.text } : wrong(key.error);
    }
    case 'tempo': {
      const tempo = Number(value.replace(/^[♩q]\s*=\s*/, '').replace(/\s*bpm$/i, ''));
      const fits = tempo >= TEMPO_RANGE.min && tempo <= TEMPO_RANGE.max;
      return fits
        ? { ...song, tempo }
        : wrong(`"${value}" is no tempo; expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max} bpm`);
    }
    case 'meter': {
      const meter = parseMeter(value);
      return meter.ok ? { ...song, meter: meter.value } : wrong(meter.error);
    }
    case 'plans': {
      const plans = withNamed(match[4]!, song.plans ?? [], parseNamedPlan);
      for (const p of plans.problems) problems.push(problemAt(line, column + p.offset, p.length, p.message));
      return plans.all.length > 0 ? { ...song, plans: plans.all } : song;
    }
    case 'patterns': {
      const patterns = withNamed(match[4]!, song.patterns ?? [], parseNamedPattern);
      for (const p of patterns.problems)
        problems.push(problemAt(line, column + p.offset, p.length, p.message));
      return patterns.all.length > 0 ? { ...song, patterns: patterns.all } : song;
    }
    case 'voice': {
      const voice = parseRange(value);
      return voice.ok ? { ...song, voice: voice.value } : wrong(voice.error);
    }
    case 'down': {
      const down = Number(value.replace(/\s*semitones?$/, ''));
      const { min, max } = DOWN_RANGE;
      if (value === '0') return song;
      return Number.isInteger(down) && down >= min && down <= max
        ? { ...song, down }
        : wrong(
            `"${value}" is no tuning down; expected ${min} to ${max} semitones the whole band sounds lower than it is named`,
          );
    }
    case 'guitar1':
    case 'guitar2':
    case 'bass': {
      const read = readInstrument(match[4]!, song.players[name], (setting) =>
        isFirst(known, { name, setting, line }),
      );
      for (const p of read.problems) problems.push(problemAt(line, column + p.offset, p.length, p.message));
      for (const p of read.asks) asks.push(problemAt(line, column + p.offset, p.length, p.message));
      return { ...song, players: { ...song.players, [name]: read.instrument } };
    }
    case 'guitars': {
      const set: string[] = [];
      const [guitar1, guitar2] = (['guitar1', 'guitar2'] as const).map((player) =>
        readInstrument(match[4]!, song.players[player], (setting) => {
          set.push(setting);
          return !known.has(`${player} ${setting}`) && !known.has(`guitars ${setting}`);
        }),
      ) as [ReturnType<typeof readInstrument>, ReturnType<typeof readInstrument>];
      for (const setting of set) known.set(`guitars ${setting}`, line);
      for (const list of ['problems', 'asks'] as const) {
        // What is the same for both is shown once.
        const own = guitar2[list].filter((p) => !guitar1[list].some((q) => sameData(p, q)));
        for (const p of [...guitar1[list], ...own])
          (list === 'asks' ? asks : problems).push(problemAt(line, column + p.offset, p.length, p.message));
      }
      const players = { ...song.players, guitar1: guitar1.instrument, guitar2: guitar2.instrument };
      return { ...song, players };
    }
    default:
      problems.push(
        problemAt(
          line,
          match[1]!.length + 1,
          match[2]!.length,
          `"${match[2]}" is no setting of a song; expected ${expected}`,
        ),
      );
      return song;
  }
}

/** `name: value` as the blanks before it, the name, the colon with blanks around it, and the value; null for others. */
function namedValue(raw: string): readonly [string, string, string, string, string] | null {
  const colon = raw.indexOf(':');
  const name = raw.slice(0, Math.max(0, colon)).trim();
  if (!/^[A-Za-z][A-Za-z0-9 ]*$/.test(name)) return null;
  const before = raw.slice(0, raw.length - raw.trimStart().length);
  const value = raw.slice(colon + 1).trimStart();
  return [raw, before, name, raw.slice(before.length + name.length, raw.length - value.length), value];
}

/** Settings that hold one value. */
const SET_ONCE: readonly string[] = ['title', 'key', 'tempo', 'meter', 'voice', 'down'];

/** Notes that a player's setting was read; false where it replaces one of theirs, or leaves nobody what was set for both. */
function isFirst(
  known: SettingsRead,
  { name, setting, line }: { readonly name: Player; readonly setting: string; readonly line: number },
): boolean {
  const own = `${name} ${setting}`;
  const other = name === 'guitar1' ? 'guitar2' : 'guitar1';
  const isOverBoth = name !== 'bass' && known.has(`guitars ${setting}`) && known.has(`${other} ${setting}`);
  const isNew = !known.has(own) && !isOverBoth;
  known.set(own, line);
  return isNew;
}

/** A list with the `;`-separated entries of a line; an entry that cannot be read, or whose name is taken, is a problem. */
function withNamed<T extends { readonly name: string }>(
  text: string,
  known: readonly T[],
  parse: (text: string) => Result<T>,
): { readonly all: readonly T[]; readonly problems: readonly SettingProblem[] } {
  const all = [...known];
  const problems: SettingProblem[] = [];
  for (const { part, offset } of parts(text)) {
    const read = parse(part);
    const isTaken = read.ok && all.some((one) => one.name === read.value.name);
    if (read.ok && !isTaken) all.push(read.value);
    else {
      const message = read.ok
        ? `there are two called ${read.value.name}; expected different names`
        : read.error;
      problems.push({ offset, length: part.length, message });
    }
  }
  return { all, problems };
}

/** A line as people say it, without a name in front: `120 bpm`, `drop D`, `capo 2`; null where it is none. */
function withSaid(song: Song, raw: string): { readonly song: Song; readonly sets: readonly string[] } | null {
  const said = settingOf(raw);
  const rigs = (setting: 'capo' | 'tuning', of: (player: Player) => object | null) => {
    const players = { ...song.players };
    const changed = PLAYERS.filter((player) => of(player) !== null);
    for (const player of changed) Object.assign(players, { [player]: { ...players[player], ...of(player) } });
    return { song: { ...song, players }, sets: changed.map((player) => `${player} ${setting}`) };
  };
  switch (said?.kind) {
    case 'key':
      return { song: { ...song, key: said.key.text }, sets: ['key'] };
    case 'tempo': {
      // "laid back, 70 to 75 bpm" says more than a tempo.
      const isAll = said.words === undefined && raw.match(/\d+/g)?.length === 1;
      return isAll ? { song: { ...song, tempo: said.tempo }, sets: ['tempo'] } : null;
    }
    case 'meter':
      return { song: { ...song, meter: said.meter }, sets: ['meter'] };
    case 'capo':
      return rigs('capo', (player) => (said.players.includes(player) ? { capo: said.capo } : null));
    case 'tuning':
      return rigs('tuning', (player) => (said.tunings[player] ? { tuning: said.tunings[player] } : null));
    case 'title':
    case 'comment':
    case 'remark':
    case undefined:
      return null;
  }
}

/** A remark for everybody, or for one player all through the song; several are told together. */
function toldInHead(song: Song, player: Player | undefined, text: string): Song {
  const joined = (was: string | undefined) => cleanRemark(was === undefined ? text : `${was}; ${text}`);
  if (player === undefined) {
    const remark = joined(song.remark);
    return remark === '' ? song : { ...song, remark };
  }
  const rig = song.players[player];
  const remark = joined(rig.remark);
  return remark === '' ? song : { ...song, players: { ...song.players, [player]: { ...rig, remark } } };
}
