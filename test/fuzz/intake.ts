import fc from 'fast-check';
import {
  guessWho,
  openFile,
  readAny,
  SONG_KINDS,
  songAs,
  songFromTaken,
  toBytes,
  toText,
  readChart,
} from '../../src/core/formats/index';
import type { Song } from '../../src/core/song/index';
import { LAST_TYPINGS } from '../typed/last-songs';
import { MORE_TYPINGS } from '../typed/more-songs';
import { TYPINGS } from '../typed/songs';
import { CHARTS, TABS } from './corpus';
import { spoil, spoiled } from './hostile';

/** A file somebody opens or pastes. */
export interface Sent {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Everything the application can read, as it would come in: songs of ours in every kind, and songs as people type them. */
export const SENT: readonly Sent[] = [
  ...CHARTS.slice(3).flatMap((chart, i) => {
    const { song } = readChart(chart);
    return SONG_KINDS.map((kind): Sent => ({ name: `${i}.${kind}`, bytes: songAs(song, kind).bytes }));
  }),
  ...[...TYPINGS, ...MORE_TYPINGS, ...LAST_TYPINGS].map(({ text }, i): Sent => ({
    name: `typed-${i}.txt`,
    bytes: toBytes(text),
  })),
  ...TABS.map((tab, i): Sent => ({ name: `tab-${i}.txt`, bytes: toBytes(tab) })),
];

/** Bytes changed at a place: another value, cut off there, or a stretch said twice. */
const spoiledBytes = fc.record({
  way: fc.constantFrom('set', 'cut', 'again', 'drop'),
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  value: fc.integer({ min: 0, max: 255 }),
});

/** A file of any kind, spoiled in up to six places: texts as texts, MIDI and archives byte by byte. */
export const spoiledFile: fc.Arbitrary<Sent> = fc
  .record({
    sent: fc.constantFrom(...SENT),
    words: fc.array(spoil, { maxLength: 6 }),
    bytes: fc.array(spoiledBytes, { maxLength: 6 }),
  })
  .map(({ sent, words, bytes }): Sent => {
    if (!/\.(?:mid|mxl)$/.test(sent.name))
      return { name: sent.name, bytes: toBytes(words.reduce(spoiled, toText(sent.bytes))) };
    const changed = bytes.reduce((now, { way, at, value }) => {
      const i = Math.floor(at * now.length);
      if (way === 'set') return now.map((b, n) => (n === i ? value : b));
      if (way === 'cut' && value < 64) return now.slice(0, i);
      if (way === 'again') return new Uint8Array([...now.slice(0, i), ...now.slice(Math.max(0, i - value))]);
      return new Uint8Array([...now.slice(0, i), ...now.slice(i + (value % 8))]);
    }, sent.bytes);
    return { name: sent.name, bytes: changed };
  });

/** The songs a file would put on the shelf; none where it is refused. */
export function songsIn({ name, bytes }: Sent): readonly Song[] {
  const opened = openFile(name, bytes);
  if (opened.kind === 'refused') return [];
  if (opened.kind === 'many') return opened.files.flatMap(songsIn);
  if (opened.kind === 'notes') {
    const who = guessWho(opened.taken.parts);
    return ([4, 'marked'] as const).map((sections) => songFromTaken(opened.taken, { who, sections }).song);
  }
  const read = readAny(opened.text);
  return read.refused === null ? [read.song] : [];
}
