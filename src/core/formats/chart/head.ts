import { parseNamedPattern } from '../../hits/index';
import { problemAt, type Problem } from '../../base/index';
import { cleanRemark, parseNamedPlan, PLAYERS, type Player } from '../../form/index';
import { parseKey, parseRange } from '../../pitch/index';
import { cleanTitle, DOWN_RANGE, type Song } from '../../song/index';
import { formatMeter, parseMeter, TEMPO_RANGE } from '../../time/index';
import { settingOf } from '../typed/settings';
import type { Band } from './header';
import { parts, readInstrument } from './settings';
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

/** Settings of the song that were read, by name, with the line each stands in. */
export type SettingsRead = Map<string, number>;

/** The song with one line of what stands before its sections. A setting is set once: the first one counts. */
export function readHeaderLine(
  song: Song,
  { raw, line }: { readonly raw: string; readonly line: number },
  { problems, read: known }: { readonly problems: Problem[]; readonly read: SettingsRead },
): Song {
  const isNew = (setting: string) => {
    if (known.has(setting)) return false;
    known.set(setting, line);
    return true;
  };
  const told = REMARK.exec(raw.trim());
  if (told) return toldInHead(song, whoseRemark(told[1]), told[2]!);
  const match = namedValue(raw);
  const expected = 'title, key, tempo, meter, voice, down, patterns, plans, remark, guitar1, guitar2 or bass';
  const name = match ? headName(match[2]!) : null;
  const said = name === null ? withSaid(song, raw) : null;
  if (said) {
    const twice = said.sets.find((setting) => !isNew(setting));
    if (twice === undefined) return said.song;
    problems.push(problemAt(line, 1, raw.trimEnd().length, twiceWords(twice, known)));
    return song;
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
  if (name !== null && SET_ONCE.includes(name) && !isNew(name)) return wrong(twiceWords(name, known));
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
      const read = parts(match[4]!).map(({ part, offset }) => ({ part, offset, plan: parseNamedPlan(part) }));
      for (const { part, offset, plan } of read) {
        if (!plan.ok) problems.push(problemAt(line, column + offset, part.length, plan.error));
      }
      const plans = [...(song.plans ?? [])];
      for (const { part, offset, plan } of read) {
        if (!plan.ok) continue;
        if (plans.some((p) => p.name === plan.value.name))
          problems.push(problemAt(line, column + offset, part.length, namedTwice(plan.value.name)));
        else plans.push(plan.value);
      }
      return plans.length > 0 ? { ...song, plans } : song;
    }
    case 'patterns': {
      const read = parts(match[4]!).map(({ part, offset }) => ({
        part,
        offset,
        pattern: parseNamedPattern(part),
      }));
      for (const { part, offset, pattern } of read) {
        if (!pattern.ok) problems.push(problemAt(line, column + offset, part.length, pattern.error));
      }
      const patterns = [...(song.patterns ?? [])];
      for (const { part, offset, pattern } of read) {
        if (!pattern.ok) continue;
        if (patterns.some((p) => p.name === pattern.value.name))
          problems.push(problemAt(line, column + offset, part.length, namedTwice(pattern.value.name)));
        else patterns.push(pattern.value);
      }
      return patterns.length > 0 ? { ...song, patterns } : song;
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
      const read = readInstrument(match[4]!, song.players[name], (setting) => isNew(`${name} ${setting}`));
      for (const p of read.problems) problems.push(problemAt(line, column + p.offset, p.length, p.message));
      return { ...song, players: { ...song.players, [name]: read.instrument } };
    }
    case 'guitars': {
      const read = (['guitar1', 'guitar2'] as const).map((p) =>
        readInstrument(match[4]!, song.players[p], (setting) => isNew(`${p} ${setting}`)),
      );
      for (const p of read[0]!.problems)
        problems.push(problemAt(line, column + p.offset, p.length, p.message));
      const [guitar1, guitar2] = [read[0]!.instrument, read[1]!.instrument];
      return { ...song, players: { ...song.players, guitar1, guitar2 } };
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

function twiceWords(setting: string, read: SettingsRead): string {
  return `${setting} is set twice, first in line ${read.get(setting)}; expected one of the two`;
}

function namedTwice(name: string): string {
  return `there are two called ${name}; expected different names`;
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
