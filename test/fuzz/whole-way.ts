import { hear, spansOfPlaying } from '../../src/core/heard/index';
import {
  connectionsOf,
  handsTogether,
  keptList,
  practiceOrder,
  sceneAt,
  songFindings,
  songWords,
} from '../../src/core/clash/index';
import { barsOnPass, PLAYERS, type Comment } from '../../src/core/form/index';
import { readChart, writeChart } from '../../src/core/formats/index';
import { sheetOf, sheetText } from '../../src/core/sheet/index';
import {
  cellPitches,
  countOpen,
  momentsOf,
  readSong,
  rightHand,
  saveSong,
  songLength,
  strikesOf,
  unfold,
  type Song,
} from '../../src/core/song/index';
import { alternativesFor, connectionCures, curesFor } from '../../src/core/offers/index';
import { splitSong } from '../../src/core/split/index';

/** How much of the slow parts is gone through. */
export interface WayOptions {
  /** Steps of a split of the first section; 0: none. */
  readonly splitSteps: number;
  /** Findings and cells whose ways out are worked out. */
  readonly offers: number;
}

/**
 * Goes the way every screen and command goes with a song: check → join → unfold → split a section → sheet → play →
 * write → read. Throws where any part throws, or where writing and reading loses something.
 */
export function goWholeWay(song: Song, { splitSteps, offers }: WayOptions): void {
  const findings = songFindings(song);
  keptList(song);
  songWords(song);
  countOpen(song);
  songLength(song);
  const joins = connectionsOf(song);
  practiceOrder(joins);
  const playings = unfold(song);
  playings.slice(0, 6).forEach((playing, index) => {
    const { section, meter, key, tempo, entry } = playing;
    for (const pass of new Set([1, Math.min(2, entry.times), entry.times])) {
      const bars = barsOnPass(section, pass);
      const moments = momentsOf(section, { pass, meter });
      strikesOf(bars, meter);
      for (const [index, moment] of moments.slice(0, 40).entries()) {
        sceneAt(song, { moments, index }, { key, section });
        for (const p of PLAYERS) cellPitches(moment.cells[p], song.players[p]);
      }
      for (const player of PLAYERS) rightHand(section, { pass, meter, player, rig: song.players[player] });
      handsTogether(song, { section, pass, meter, bars, key, times: entry.times, tempo } as never);
    }
    if (index < 2) hear(song, spansOfPlaying(song, index), { rate: 8000, loop: index === 1 });
  });
  for (const f of findings.filter((f) => f.level !== 'note').slice(0, offers)) curesFor(song, f);
  for (const join of joins.slice(0, offers))
    for (const f of join.findings.slice(0, 2)) connectionCures(song, join, f);
  if (offers > 0 && playings[0]) {
    const at = {
      section: playings[0].section.name,
      playing: 0,
      pass: 1,
      moment: 0,
      player: 'guitar1' as const,
    };
    alternativesFor(song, at);
  }
  for (const player of PLAYERS) sheetText(sheetOf(song, player));
  if (splitSteps > 0 && playings[0]) {
    const work = splitSong(song, playings[0].section.name);
    for (let n = 0; n < splitSteps && !work.next().done; n += 1);
  }
  writeAndRead(song);
}

/** Song → text → song → text and song → JSON → song, both of which must keep everything. */
export function writeAndRead(song: Song): void {
  const text = writeChart(song);
  const again = readChart(text);
  if (again.problems.length > 0)
    throw new Error(`written text is not read: ${again.problems[0]!.message}\n${text}`);
  const twice = writeChart(again.song);
  if (twice !== text) throw new Error(`text is not stable:\n${text}\n---\n${twice}`);
  const saved = sorted(saveSong(song));
  const read = readSong(JSON.parse(saved));
  if (!read.ok) throw new Error(`saved song is not read: ${read.error[0]!.path} ${read.error[0]!.message}`);
  const savedAgain = sorted(saveSong(read.value));
  if (savedAgain !== saved) throw new Error(`JSON is not stable: ${firstDifference(saved, savedAgain)}`);
  const fromText = sorted(saveSong(withoutVersions(again.song)));
  const own = sorted(saveSong(withoutVersions(song)));
  if (fromText !== own) throw new Error(`text loses something: ${firstDifference(own, fromText)}\n${text}`);
}

const byText = (a: Comment, b: Comment) => (a.text < b.text ? -1 : a.text > b.text ? 1 : 0);

/** What chart text says of a song; a comment whose line is not there any more stands elsewhere in the text. */
function withoutVersions(song: Song): Song {
  const { versions: _versions, ...rest } = song;
  const unplaced = <T extends { readonly comments?: readonly Comment[] }>(of: T): T =>
    of.comments ? { ...of, comments: of.comments.map(({ text }) => ({ text })).sort(byText) } : of;
  return { ...unplaced(rest), sections: rest.sections.map(unplaced), form: rest.form.map(unplaced) };
}

/** As text with the keys of every object in order, so that only values count. */
function sorted(value: unknown): string {
  return JSON.stringify(value, (_key, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
}

function firstDifference(a: string, b: string): string {
  let i = 0;
  while (i < a.length && a[i] === b[i]) i += 1;
  return `…${a.slice(Math.max(0, i - 60), i + 60)}… became …${b.slice(Math.max(0, i - 60), i + 60)}…`;
}
