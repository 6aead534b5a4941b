import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { fail, ok, type Result } from '../../base/index';

/** A file of an archive. */
export interface ZipFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Largest archive, and largest it may become: an archive of nothing but zeros grows a thousandfold. */
const MOST_BYTES = 60_000_000;
const MOST_UNPACKED = 200_000_000;
const MOST_FILES = 2000;

/** Files as one archive (ZIP, deflated). */
export function packed(files: readonly ZipFile[]): Uint8Array {
  return zipSync(Object.fromEntries(files.map(({ name, bytes }) => [name, bytes])), { level: 6 });
}

/** The files of an archive. Fails, in words, for what is none, is damaged, or would become too large. */
export function unpacked(bytes: Uint8Array): Result<readonly ZipFile[]> {
  if (!isZip(bytes)) return fail('this is no archive; expected a .zip');
  if (bytes.length > MOST_BYTES) return fail(`this archive has more than ${MOST_BYTES / 1_000_000} MB`);
  let count = 0;
  let size = 0;
  let refused = false;
  try {
    const files = unzipSync(bytes, {
      filter: ({ originalSize, name }) => {
        count += 1;
        size += originalSize;
        if (count > MOST_FILES || size > MOST_UNPACKED) refused = true;
        return !refused && !name.endsWith('/');
      },
    });
    if (refused)
      return fail(`this archive unpacks to more than ${MOST_UNPACKED / 1_000_000} MB or ${MOST_FILES} files`);
    return ok(Object.entries(files).map(([name, own]) => ({ name, bytes: own })));
  } catch (error) {
    return fail(`this archive is damaged: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Whether bytes begin as an archive does (PK). */
export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);
}

/** A text as UTF-8, and back; bytes that are none become signs of replacement. */
export const toBytes = (text: string): Uint8Array => strToU8(text);
export const toText = (bytes: Uint8Array): string => decodeText(bytes);

/** UTF-8, or UTF-16 where a byte order mark says so. */
function decodeText(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff)) {
    const isLittle = a === 0xff;
    let text = '';
    for (let i = 2; i + 1 < bytes.length; i += 2)
      text += String.fromCharCode(
        isLittle ? bytes[i]! | (bytes[i + 1]! << 8) : (bytes[i]! << 8) | bytes[i + 1]!,
      );
    return text;
  }
  return strFromU8(bytes).replace(/^\uFEFF/, '');
}
