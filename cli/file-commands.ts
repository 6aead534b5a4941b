import { formatProblem } from '../src/core/base/index';
import {
  connectionsOf,
  practiceOrder,
  songCauses,
  songWords,
  timesOf,
  type Finding,
} from '../src/core/clash/index';
import {
  packed,
  shelfFiles,
  unpacked,
  writeChart,
  songAs,
  type SongKind,
  type TakeChoices,
} from '../src/core/formats/index';
import { sheetOf, sheetText } from '../src/core/sheet/index';
import { applyEdit, countOpen, refitSong, songLength, type Song } from '../src/core/song/index';
import { editOf, finish, splitSong, type Hands } from '../src/core/split/index';
import { formatGrip } from '../src/core/grip/index';
import { instrumentFrom, keyFrom, playerFrom } from './grip-commands';
import { CallError, InputError } from './outcome';
import type { Options } from './options';
import { bytesOf, readSongFile, songKindOf, STANDARD, writeBytes, writeSongFile } from './song-files';

/** `check FILE`: what clashes. */
export async function checkCommand(path: string): Promise<unknown> {
  const asked: string[] = [];
  const song = await readSongFile(path, (question) => asked.push(formatProblem(question)));
  const findings = songCauses(song).map((cause) => ({
    ...printed(cause),
    places: cause.places.map(({ pass, bar, beat, beats, level, notes }) => ({
      pass,
      bar,
      beat,
      beats,
      level,
      notes,
    })),
  }));
  const connections = connectionsOf(song);
  const order = practiceOrder(connections).map((o) => o.connection);
  const count = (level: string) => findings.filter((f) => f.level === level && !f.kept).length;
  const { bars, seconds } = songLength(song);
  const summary = {
    title: song.title,
    bars,
    seconds: Math.round(seconds * 10) / 10,
    open: countOpen(song),
    clashes: count('clash'),
    watches: count('watch'),
    notes: count('note'),
    kept: findings.filter((f) => f.kept).length,
    words: songWords(song),
  };
  return {
    ...(asked.length > 0 ? { asked } : {}),
    findings,
    connections: connections.map((c) => ({
      connection: c.id,
      times: timesOf(c),
      practise: order.includes(c) ? order.indexOf(c) + 1 : null,
      findings: c.findings.map(printed),
    })),
    summary,
  };
}

function printed({ kind, level, section, pass, bar, beat, beats, players, notes, text, kept }: Finding) {
  return {
    kind,
    level,
    section,
    pass,
    bar,
    beat,
    beats,
    players,
    notes,
    text,
    kept: kept !== null,
    ...(kept === null ? {} : { reason: kept }),
  };
}

/** `split FILE`: fills the open cells and the bars without hits. */
export async function splitCommand(path: string, options: Options): Promise<unknown> {
  const hands = handsFrom(options.hands);
  const song = await readSongFile(path);
  const start = performance.now();
  const isEnough = () => performance.now() - start > ENOUGH_MS;
  const isHurried = () => performance.now() - start > HURRIED_MS;
  const proposal = finish(splitSong(song, null, { hands, isEnough, isHurried }));
  if (!proposal.ok) throw new RangeError(proposal.error);
  const { cost, bound, notes, changes, hits, parts } = proposal.value;
  const filled = applyEdit(song, editOf(proposal.value));
  const ms = Math.round(performance.now() - start);
  if (typeof options.out === 'string') await writeSongFile(options.out, filled);
  const gap = cost <= bound ? 0 : Math.round(((cost - bound) / Math.max(1, cost)) * 10000) / 10000;
  const counts = { cells: changes.length, hits: hits.length, follow: parts.length };
  return { cost, bound, gap, ms, proven: cost <= bound, filled: counts, notes, chart: writeChart(filled) };
}

/** So long the proof is looked for before the best so far is taken, in ms. */
const ENOUGH_MS = 4000;
const HURRIED_MS = 2000;

function handsFrom(value: string | boolean | undefined): Hands {
  if (value === undefined) return 'both';
  if (value === 'left' || value === 'right' || value === 'both') return value;
  throw new CallError('Expected --hands left, --hands right or --hands both');
}

/** `sheet FILE --player P`: the player's text tab. */
export async function sheetCommand(path: string, options: Options): Promise<string> {
  const player = playerFrom(options.player);
  return sheetText(sheetOf(await readSongFile(path), player));
}

/** `convert IN OUT`, by file ending; what the new file has no place for, and what of the old one was left out, is told. */
export async function convertCommand(from: string, to: string, options: Options): Promise<unknown> {
  const kind = kindOf(to, options.to);
  const left: string[] = [];
  const song = await readSongFile(from, (problem) => left.push(formatProblem(problem)), {
    sections: sectionsFrom(options.sections),
    lost: (words) => left.push(words),
  });
  const player = options.player === undefined ? null : playerFrom(options.player);
  const { bytes, lost } = songAs(song, kind, player);
  // Standard output is the song alone; what was left out is said beside it.
  if (to === STANDARD) {
    process.stdout.write(bytes);
    for (const words of [...left, ...lost]) process.stderr.write(`${words}\n`);
    return '';
  }
  await writeBytes(to, bytes);
  return {
    ...{ from, to, title: song.title },
    ...(left.length > 0 ? { understood: left } : {}),
    ...(lost.length > 0 ? { notInFile: lost } : {}),
  };
}

/** What is written: as the ending says, or as `--to` says where the song goes to standard output. */
function kindOf(to: string, wanted: string | boolean | undefined): SongKind {
  if (to !== STANDARD && wanted === undefined) return songKindOf(to);
  if (to !== STANDARD)
    throw new CallError('--to is for standard output (OUT is -); the ending says it elsewhere');
  if (typeof wanted !== 'string') throw new CallError('Expected --to with a kind: --to txt, --to musicxml …');
  return songKindOf(`standard output.${wanted.replace(/^\./, '')}`);
}

function sectionsFrom(value: string | boolean | undefined): TakeChoices['sections'] {
  if (value === undefined || value === 'marked') return 'marked';
  if (value === 'one') return 'one';
  const bars = Number(value);
  if (Number.isInteger(bars) && bars >= 1 && bars <= 64) return bars;
  throw new CallError('Expected --sections marked, --sections one or --sections with a number of bars');
}

/** `shelf OUT FILE …` puts songs into one archive; `shelf IN` tells what is in one. */
export async function shelfCommand(archive: string, files: readonly string[]): Promise<unknown> {
  if (files.length > 0) {
    const songs: Song[] = [];
    for (const file of files) songs.push(await readSongFile(file));
    await writeBytes(archive, packed(shelfFiles(songs)));
    return { archive, songs: songs.map((song) => song.title) };
  }
  const read = unpacked(await bytesOf(archive));
  if (!read.ok) throw new InputError(`${archive}: ${read.error}`);
  return { archive, files: read.value.map(({ name, bytes }) => ({ name, bytes: bytes.length })) };
}

/** `move FILE`: the song in another key, or on another tuning or capo. */
export async function moveCommand(path: string, options: Options): Promise<unknown> {
  const song = await readSongFile(path);
  const keep = options.keep ?? 'pitches';
  if (keep !== 'pitches' && keep !== 'shapes')
    throw new CallError('Expected --keep pitches or --keep shapes');
  const retunes = options.tuning !== undefined || options.capo !== undefined;
  if (retunes && options.player === undefined) {
    throw new CallError('Expected --player with --tuning or --capo: whose instrument changes');
  }
  const key = options.key === undefined ? null : keyFrom(options).text;
  const players = { ...song.players };
  if (retunes) {
    const player = playerFrom(options.player);
    const rig = song.players[player];
    players[player] = { ...rig, ...instrumentFrom(rig, { ...options, gain: undefined }, null) };
  }
  const done = refitSong(song, { key, players, keep });
  if (typeof options.out === 'string') await writeSongFile(options.out, done.song);
  return {
    title: song.title,
    key: done.song.key,
    shift: done.shift,
    changed: done.changed,
    misfits: done.misfits.map((m) => ({
      ...m,
      grip: m.grip === null ? null : formatGrip(m.grip),
      nearest: m.nearest === null ? null : formatGrip(m.nearest),
    })),
    chart: writeChart(done.song),
  };
}
