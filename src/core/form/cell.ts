import { fail, ok, remember, type Result } from '../base/index';
import {
  fitsFingering,
  formatFingering,
  formatGrip,
  parseFingering,
  parseGrip,
  type Fingering,
  type Grip,
} from '../grip/index';
import type { LineStep } from '../line/index';

export const PLAYERS = ['guitar1', 'guitar2', 'bass'] as const;
/** One of {@link PLAYERS}. */
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
  | {
      readonly kind: 'rest';
      readonly locked: boolean;
      readonly guess: boolean;
      /** The silence of a line this stands for; such a cell follows the line, as below. */
      readonly step?: LineStep;
      /** What else would do here; left out: nothing. */
      readonly or?: readonly OtherCell[];
    }
  | {
      readonly kind: 'grip';
      readonly grip: Grip;
      readonly locked: boolean;
      readonly guess: boolean;
      /** The player's own fingering; left out: the natural one. */
      readonly fingers?: Fingering;
      /** Slid, hammered or pulled to from the grip before, which is heard until then; left out: struck. */
      readonly reached?: ChordSlur;
      /** Struck while sliding in from nowhere, from below or above; left out: not. */
      readonly from?: 'below' | 'above';
      /** Slid off into nothing at its end; left out: not. */
      readonly off?: 'up' | 'down';
      /** The step of a line this grip stands for; such a cell follows the line and is never changed by itself. */
      readonly step?: LineStep;
      /** What else would do here; left out: nothing. */
      readonly or?: readonly OtherCell[];
    };

/** A grip or rest kept beside another one: not locked, no guess. */
export type OtherCell = Exclude<Cell, { readonly kind: 'open' }>;

/** How the fretting hand alone goes from one grip to the next. */
export type ChordSlur = 'slide' | 'hammer' | 'pull';

/** How a grip is come to and left. */
export type ChordMove = Pick<Cell & { readonly kind: 'grip' }, 'reached' | 'from' | 'off'>;

/** A cell starting `at` ticks after the bar line; it lasts until the player's next cell, over bar lines too. */
export interface PlacedCell {
  readonly at: number;
  readonly push: Push;
  readonly cell: Cell;
}

export const OPEN: Cell = { kind: 'open' };

/** A grip for a player; left out, it is not locked, no guess, and held with the natural fingers. */
export function gripCell(
  grip: Grip,
  marks: { locked?: boolean; guess?: boolean; fingers?: Fingering | undefined } = {},
): Cell & { readonly kind: 'grip' } {
  const { locked = false, guess = false, fingers } = marks;
  return { kind: 'grip', grip, locked, guess, ...(fingers ? { fingers } : {}) };
}

/** The cell with another grip; fingers of one's own stay where they can lie on it too. */
export function regripped(cell: Cell & { readonly kind: 'grip' }, grip: Grip): Cell {
  const { fingers, ...rest } = cell;
  const stay = fingers && fitsFingering(grip, fingers) ? { fingers } : {};
  return { ...rest, grip, ...stay };
}

/** Whether nothing but the player may change a cell; an open one never is. */
export function isLocked(cell: Cell): boolean {
  return cell.kind !== 'open' && cell.locked;
}

/**
 * Reads `000xxx!`, `320003(213)` (fingers of the fretted strings, lowest first), `s799xxx`, `hx02230`, `577xxxsd`, `r`, `?`,
 * `x13x~`, `888xxx/x13xxx` (the second kept beside the first) for `strings` strings.
 */
export function parseCell(text: string, strings: number): Result<Cell> {
  return readCell(`${strings} ${text}`);
}

const readCell = remember((key: string): Result<Cell> => {
  const cut = key.indexOf(' ');
  return cellIn(key.slice(cut + 1), Number(key.slice(0, cut)));
});

function cellIn(text: string, strings: number): Result<Cell> {
  // People write a guess before or behind, `~577xxx`, `577xxx?`.
  const lead = /^~(?=.)/.exec(text)?.[0] ?? '';
  const rest = text.slice(lead.length);
  const after = /(?<=[\s\S])[!~?]*$/.exec(rest)?.[0] ?? '';
  const marks = lead + after;
  const [body = '', ...others] = rest.slice(0, rest.length - after.length).split('/');
  if (others.length === 0) return parsePlain(body, marks, strings);
  const first = parsePlain(body, marks, strings);
  if (!first.ok) return first;
  if (first.value.kind === 'open')
    return fail('an open place (?) has nothing beside it; write a grip before the /');
  const or: OtherCell[] = [];
  for (const other of others) {
    const read = parsePlain(other, '', strings);
    if (!read.ok) return read;
    if (read.value.kind === 'open')
      return fail('only grips and rests (r) are kept beside a grip; expected one after the /');
    or.push(read.value);
  }
  return ok({ ...first.value, or });
}

function parsePlain(body: string, marks: string, strings: number): Result<Cell> {
  const flags = { locked: marks.includes('!'), guess: /[~?]/.test(marks) };
  if (body === '?') {
    return marks === ''
      ? ok(OPEN)
      : fail('an open place (?) cannot be locked or a guess; write a grip or r before the mark');
  }
  if (body === 'r') return ok({ kind: 'rest', ...flags });
  const [, lead = '', inner = body, tail = ''] = /^(su|sd|[hps])?(.*?)(su|sd)?$/.exec(body) ?? [];
  const own = /^(.*?)\((.*)\)$/.exec(inner);
  const grip = parseGrip(own ? own[1]! : inner, strings);
  if (!grip.ok) return grip;
  const move = moveOf(lead, tail);
  if (!own) return ok({ kind: 'grip', grip: grip.value, ...flags, ...move });
  const fingers = parseFingering(own[2]!, grip.value);
  return fingers.ok
    ? ok({ ...gripCell(grip.value, { ...flags, fingers: fingers.value }), ...move })
    : fingers;
}

const SLURS: Readonly<Record<string, ChordSlur>> = { s: 'slide', h: 'hammer', p: 'pull' };

function moveOf(lead: string, tail: string): ChordMove {
  const reached = SLURS[lead];
  return {
    ...(reached ? { reached } : {}),
    ...(lead === 'su' || lead === 'sd' ? { from: lead === 'su' ? 'below' : 'above' } : {}),
    ...(tail === '' ? {} : { off: tail === 'su' ? 'up' : 'down' }),
  };
}

/** `s`, `h`, `p`, `su`, `sd` before a grip: how it is come to; empty where it is struck. */
export function leadText({ reached, from }: ChordMove): string {
  if (from) return from === 'below' ? 'su' : 'sd';
  return reached === undefined ? '' : reached[0]!;
}

/** `su` or `sd` behind a grip that is slid off; empty where it is not. */
export function offText({ off }: ChordMove): string {
  return off === undefined ? '' : off === 'up' ? 'su' : 'sd';
}

/** A cell as `parseCell` reads it. */
export function formatCell(cell: Cell): string {
  if (cell.kind === 'open') return '?';
  const bodies = [cell, ...(cell.or ?? [])].map(cellBody);
  return bodies.join('/') + (cell.locked ? '!' : '') + (cell.guess ? '~' : '');
}

function cellBody(cell: Exclude<Cell, { kind: 'open' }>): string {
  if (cell.kind === 'rest') return 'r';
  const fingers = cell.fingers ? `(${formatFingering(cell.fingers)})` : '';
  return `${leadText(cell)}${formatGrip(cell.grip)}${fingers}${offText(cell)}`;
}
