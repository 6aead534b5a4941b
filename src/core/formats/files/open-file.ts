import { MOST_MIDI_BYTES, readMidi } from '../midi/read-midi';
import { readMusicXml } from '../musicxml/read-musicxml';
import type { Taken } from '../taken/taken';
import { setsIn, SETS_FILE, type SetIn } from './shelf-files';
import { isOfTakes, takesIn, type TakeIn } from './song-with-takes';
import { isZip, toText, unpacked, type ZipFile } from './zip';

/** What a file turned out to be, whatever it is called. */
export type OpenedFile =
  /** A song file, chart text, or a song as somebody typed it. */
  | { readonly kind: 'text'; readonly text: string }
  /** Notes from elsewhere: who plays what is to be chosen. */
  | { readonly kind: 'notes'; readonly from: 'MusicXML' | 'MIDI'; readonly taken: Taken }
  /** Several songs in one, with set lists and recordings of them; `wrong` says what of these cannot be read. */
  | {
      readonly kind: 'many';
      readonly files: readonly ZipFile[];
      readonly sets: readonly SetIn[];
      readonly takes: readonly TakeIn[];
      readonly wrong: readonly string[];
    }
  | { readonly kind: 'refused'; readonly message: string };

/** Looks at a file by what is in it. What cannot be read is refused with what was expected. */
export function openFile(name: string, bytes: Uint8Array): OpenedFile {
  const refuse = (message: string): OpenedFile => ({ kind: 'refused', message: `${name}: ${message}` });
  if (bytes.length === 0) return refuse('this file is empty');
  if (isMidi(bytes) || /\.midi?$/i.test(name)) {
    if (bytes.length > MOST_MIDI_BYTES)
      return refuse('this file is too large to be a song; expected less than 4 MB');
    const read = readMidi(bytes);
    return read.ok ? { kind: 'notes', from: 'MIDI', taken: read.value } : refuse(read.error);
  }
  if (isZip(bytes)) {
    const files = unpacked(bytes);
    if (!files.ok) return refuse(files.error);
    const score = scoreIn(files.value);
    if (score === null) return many(files.value);
    const read = readMusicXml(toText(score.bytes));
    return read.ok ? { kind: 'notes', from: 'MusicXML', taken: read.value } : refuse(read.error);
  }
  if (!isText(bytes)) return refuse('this is no text, MIDI, MusicXML or archive; expected one of them');
  const text = toText(bytes);
  if (/^\s*(?:<\?xml|<!DOCTYPE\s|<score-)/i.test(text)) {
    const read = readMusicXml(text);
    return read.ok ? { kind: 'notes', from: 'MusicXML', taken: read.value } : refuse(read.error);
  }
  return { kind: 'text', text };
}

/** Songs, and what lies beside them: set lists and recordings are no songs. */
function many(all: readonly ZipFile[]): OpenedFile {
  const files = all.filter(({ name }) => name !== SETS_FILE && !isOfTakes(name));
  const [sets, takes] = [setsIn(all), takesIn(all)];
  return {
    kind: 'many',
    files,
    sets: sets.ok ? sets.value : [],
    takes: takes.ok ? takes.value : [],
    wrong: [sets, takes].flatMap((read) => (read.ok ? [] : [read.error])),
  };
}

function isMidi(bytes: Uint8Array): boolean {
  return bytes[0] === 0x4d && bytes[1] === 0x54 && bytes[2] === 0x68 && bytes[3] === 0x64;
}

/** Whether bytes can be a text: no zeros but those of UTF-16. */
function isText(bytes: Uint8Array): boolean {
  const isWide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  return isWide || !bytes.subarray(0, 4000).includes(0);
}

/** A container names one file; the longest of ours has 200 bytes. */
const MAX_CONTAINER_BYTES = 4_000;

/** The score of a compressed MusicXML file: as its container says, else the only one; null for another archive. */
function scoreIn(files: readonly ZipFile[]): ZipFile | null {
  const container = files.find(({ name }) => name === 'META-INF/container.xml');
  const path =
    container &&
    /<rootfile\s[^<>]*\bfull-path="([^"]+)"/.exec(
      toText(container.bytes.subarray(0, MAX_CONTAINER_BYTES)),
    )?.[1];
  const named = files.find(({ name }) => name === path);
  if (named) return named;
  const scores = files.filter(({ name }) => /\.(musicxml|xml)$/i.test(name) && !name.startsWith('META-INF/'));
  return scores.length === 1 && files.every(({ name }) => !/\.json$/i.test(name)) ? scores[0]! : null;
}
