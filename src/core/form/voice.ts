import { fail, ok, type Result } from '../base/index';

/** What a bar of the voice is made of: `~` singing and `.` silent, dividing the bar evenly; `?` after it: a guess. */
export const VOICE_PATTERN = /^[~.]+\??$/;

/** The marks of a bar of the voice, without that of a guess; none where nobody sings. */
export function sungMarks(voice: string | null): string {
  return voice?.endsWith('?') ? voice.slice(0, -1) : (voice ?? '');
}

/** True when somebody sings anywhere in the bar. */
export function isSung(voice: string | null): boolean {
  return voice?.includes('~') ?? false;
}

/** True when where somebody sings is a guess. */
export function isVoiceGuess(voice: string | null): boolean {
  return voice?.endsWith('?') ?? false;
}

/** The same marks as a guess, or sure. */
export function guessedVoice(voice: string, guess: boolean): string {
  return sungMarks(voice) + (guess ? '?' : '');
}

/**
 * Reads a bar of the voice as it is written, spaces among its marks. Fails at a character (from 0) with what was expected,
 * or where the marks do not divide the bar of `barTicks` ticks.
 */
export function parseVoice(
  text: string,
  barTicks: number,
): Result<string, { readonly offset: number; readonly message: string }> {
  const wrong = [...text].findIndex(
    (c, i) => !/[~. ]/.test(c) && !(c === '?' && text.slice(i).trim() === '?'),
  );
  if (wrong >= 0) {
    const message = `"${text[wrong]!}" is no voice mark; expected ~ singing or . silent, and ? after them for a guess`;
    return fail({ offset: wrong, message });
  }
  const voice = text.replace(/ /g, '');
  const trouble = voiceTrouble(voice, barTicks);
  return trouble === null ? ok(voice) : fail({ offset: 0, message: trouble });
}

/** Why a bar of the voice does not fit a bar of so many ticks, or null. */
export function voiceTrouble(voice: string, barTicks: number): string | null {
  const marks = sungMarks(voice);
  if (marks !== '' && barTicks % marks.length === 0) return null;
  return `${marks.length} voice marks do not divide the bar evenly; expected 8 or 16`;
}
