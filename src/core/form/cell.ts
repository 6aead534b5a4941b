import { fail, ok, type Result } from '../base/index';
import { formatGrip, parseGrip, type Grip } from '../grip/index';
import type { LineStep } from '../line/index';

export const PLAYERS = ['guitar1', 'guitar2', 'bass'] as const;
export type Player = (typeof PLAYERS)[number];

/** "Guitar 1", "Guitar 2", "Bass". */
export const PLAYER_WORDS: Readonly<Record<Player, string>> = {
  guitar1: 'Guitar 1',
  guitar2: 'Guitar 2',
  bass: 'Bass',
};

/** How early something comes: on its place, an eighth or a sixteenth before it, in ticks. */
export type Push = 0 | 240 | 480;

/** What a player is given for a stretch of time. An open cell is for the solver to choose. */
export type Cell =
  | { readonly kind: 'open' }
  | { readonly kind: 'rest'; readonly locked: boolean; readonly guess: boolean }
  | {
      readonly kind: 'grip';
      readonly grip: Grip;
      readonly locked: boolean;
      readonly guess: boolean;
      /** The step of a line this grip stands for; such a cell follows the line and is never changed by itself. */
      readonly step?: LineStep;
    };

export const OPEN: Cell = { kind: 'open' };

export function gripCell(grip: Grip, marks: { locked?: boolean; guess?: boolean } = {}): Cell {
  return { kind: 'grip', grip, locked: marks.locked ?? false, guess: marks.guess ?? false };
}

export function isLocked(cell: Cell): boolean {
  return cell.kind !== 'open' && cell.locked;
}

/** Reads `000xxx!`, `r`, `?`, `x13x~` for an instrument of `strings` strings. */
export function parseCell(text: string, strings: number): Result<Cell> {
  const marks = /[!~]*$/.exec(text)![0];
  const body = text.slice(0, text.length - marks.length);
  const flags = { locked: marks.includes('!'), guess: marks.includes('~') };
  if (body === '?') {
    return marks === ''
      ? ok(OPEN)
      : fail('an open cell (?) cannot be locked or a guess; write a grip or r before the mark');
  }
  if (body === 'r') return ok({ kind: 'rest', ...flags });
  const grip = parseGrip(body, strings);
  return grip.ok ? ok({ kind: 'grip', grip: grip.value, ...flags }) : grip;
}

export function formatCell(cell: Cell): string {
  if (cell.kind === 'open') return '?';
  const body = cell.kind === 'rest' ? 'r' : formatGrip(cell.grip);
  return body + (cell.locked ? '!' : '') + (cell.guess ? '~' : '');
}
