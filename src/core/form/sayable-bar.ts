import { greatestDivisor } from '../time/index';
import { plainStep } from '../line/index';
import { OPEN, PLAYERS, type Cell, type PlacedCell, type Player } from './cell';
import {
  openCells,
  type Bar,
  type BarPatch,
  type Beside,
  type BesidePart,
  type PlacedChord,
} from './section';
import { isStep, leavesRoom, ownCells } from './line-bar';
import { saidRemarks, type Remarks } from './remark';
import type { Sounds } from './sound';
import { voiceTrouble } from './voice';

/** Most places a bar of chords or grips is divided into, in chart text and therefore everywhere. */
export const MOST_PLACES = 64;

/** A bar as a chart says it; the same object where it does. */
export function sayableBar(
  bar: Bar,
  of: { isFirst: boolean; barTicks: number; say: (path: string) => (message: string) => void },
): Bar {
  const { isFirst, barTicks, say } = of;
  const own = placed(bar.chords, { barTicks, say: say('.chords') });
  const chords = isFirst ? withChord(own) : own;
  let isSame = chords === bar.chords;
  const { sounds: uses, remarks: told, beside: others, lines: _lines, ...rest } = bar;
  const sounds = uses && withoutEmpty(uses);
  const remarks = cleanTold(told);
  const beside = others && sayableBeside(others, { chords, isFirst, barTicks, say });
  isSame &&= sounds === uses && remarks === told && beside === others;
  const cells = { ...bar.cells };
  const hits = { ...bar.hits };
  const lines = bar.lines && withoutEmptyLines(bar.lines, cells);
  isSame &&= lines === bar.lines;
  for (const player of PLAYERS) {
    const line = lines?.[player];
    if (line && isFirst) cells[player] = begun(cells[player]);
    isSame &&= cells[player] === bar.cells[player];
    if (line && !leavesRoom(line, cells[player])) {
      isSame &&= hits[player] === null;
      hits[player] = null;
      continue;
    }
    const list = placed(cells[player], { barTicks, say: say(`.cells.${player}`) });
    cells[player] = choices(isFirst && !line ? withCell(list) : list, chords);
    isSame &&= cells[player] === bar.cells[player];
  }
  checkVoice(bar.voice, { barTicks, say: say('.voice') });
  const said = {
    ...(lines ? { lines } : {}),
    ...(sounds ? { sounds } : {}),
    ...(remarks ? { remarks } : {}),
    ...(beside ? { beside } : {}),
  };
  return isSame ? bar : { ...rest, chords, cells, hits, ...said };
}

/** Lines that have a note, or stand alone and let what was before go on; the same object where all do. */
function withoutEmptyLines(
  lines: NonNullable<Bar['lines']>,
  cells: Readonly<Partial<Bar['cells']>>,
): Bar['lines'] {
  const isEmpty = (player: Player) => lines[player]?.length === 0 && ownCells(cells[player] ?? []).length > 0;
  if (!PLAYERS.some(isEmpty)) return lines;
  const left = Object.fromEntries(Object.entries(lines).filter(([player]) => !isEmpty(player as Player)));
  return Object.keys(left).length > 0 ? left : undefined;
}

/** The cells of a line that opens a section: nothing goes on into it. */
function begun(cells: readonly PlacedCell[]): readonly PlacedCell[] {
  if (cells[0]?.at === 0) return cells;
  if (ownCells(cells).length > 0) return withCell(cells);
  const rest: Cell = { kind: 'rest', locked: true, guess: false, step: plainStep(0, []) };
  return [{ at: 0, push: 0, cell: rest }, ...cells];
}

/** Remarks a chart can hold; the same object where they are. */
export function cleanTold(told: Remarks | undefined): Remarks | undefined {
  if (told === undefined) return undefined;
  const clean = saidRemarks(told);
  const isSame =
    clean !== undefined &&
    Object.keys(told).length === Object.keys(clean).length &&
    Object.entries(clean).every(([who, text]) => told[who as keyof Remarks] === text);
  return isSame ? told : clean;
}

/** What is kept beside a bar in the form a bar has; the same object where it is. */
function sayableBeside(
  beside: Beside,
  of: {
    chords: readonly PlacedChord[];
    isFirst: boolean;
    barTicks: number;
    say: (path: string) => (message: string) => void;
  },
): Beside | undefined {
  const { chords, isFirst, barTicks, say } = of;
  let isSame = true;
  const next: Partial<Record<Player, readonly BesidePart[]>> = {};
  for (const player of PLAYERS) {
    const parts = beside[player];
    if (parts === undefined) continue;
    isSame &&= parts.length > 0;
    if (parts.length === 0) continue;
    const said = parts.map((part, i): BesidePart => {
      const list = placed(part.cells, { barTicks, say: say(`.beside.${player}[${i}].cells`) });
      const cells = choices(isFirst && !part.line ? withCell(list) : list, chords);
      const isFull = part.line !== null && !leavesRoom(part.line, cells);
      const hits = isFull ? null : part.hits;
      return cells === part.cells && hits === part.hits ? part : { ...part, cells, hits };
    });
    next[player] = kept(parts, said);
    isSame &&= next[player] === parts;
  }
  if (isSame) return beside;
  return Object.keys(next).length > 0 ? next : undefined;
}

/** Uses that say nothing go, outside of passes; undefined when none is left. */
export function withoutEmpty(sounds: Sounds): Sounds | undefined {
  const said = Object.entries(sounds).filter(([, use]) => Object.keys(use).length > 0);
  if (said.length === Object.keys(sounds).length && said.length > 0) return sounds;
  return said.length > 0 ? Object.fromEntries(said) : undefined;
}

interface Where {
  readonly barTicks: number;
  readonly say: (message: string) => void;
}

/** In time order; two at one tick and starts that no division reaches are said. */
function placed<T extends { readonly at: number }>(
  list: readonly T[],
  { barTicks, say }: Where,
): readonly T[] {
  const isSorted = list.every((one, i) => i === 0 || list[i - 1]!.at < one.at);
  const sorted = isSorted ? list : [...list].sort((a, b) => a.at - b.at);
  const twice = sorted.find((one, i) => i > 0 && sorted[i - 1]!.at === one.at);
  if (twice) say(`two of them start at tick ${twice.at}; expected each at its own`);
  // Steps of a line have divisions of their own.
  const own = sorted.filter((one) => !('cell' in one && isStep(one as unknown as PlacedCell)));
  const step = own.reduce((gcd, { at }) => greatestDivisor(gcd, at), barTicks);
  if (barTicks / step > MOST_PLACES) {
    const off = own.find(({ at }) => barTicks / greatestDivisor(barTicks, at) > MOST_PLACES);
    const where = off ? `tick ${off.at} lies` : 'these starts lie';
    say(
      `${where} on no division of the bar; expected starts that divide ${barTicks} ticks into at most ${MOST_PLACES} places`,
    );
  }
  return sorted;
}

function withChord(chords: readonly PlacedChord[]): readonly PlacedChord[] {
  return chords[0]?.at === 0 ? chords : [{ at: 0, push: 0, chord: 'N.C.' }, ...chords];
}

function withCell(cells: readonly PlacedCell[]): readonly PlacedCell[] {
  return cells[0]?.at === 0 ? cells : [{ at: 0, push: 0, cell: OPEN }, ...cells];
}

/** An open cell that lasts over chords is a choice for each of them. */
function choices(cells: readonly PlacedCell[], chords: readonly PlacedChord[]): readonly PlacedCell[] {
  if (!cells.some((c) => c.cell.kind === 'open')) return cells;
  const all = cells.flatMap((c, i) => {
    if (c.cell.kind !== 'open') return [c];
    const until = cells[i + 1]?.at ?? Infinity;
    return [c, ...openCells(chords.filter((chord) => chord.at > c.at && chord.at < until))];
  });
  return all.length === cells.length ? cells : all;
}

function checkVoice(voice: string | null | undefined, { barTicks, say }: Where): void {
  const trouble = voice ? voiceTrouble(voice, barTicks) : null;
  if (trouble !== null) say(trouble);
}

/** What a pass says of a bar as a chart says it; the same object where it does. */
export function sayablePatch(
  patch: BarPatch,
  of: {
    base: Bar | undefined;
    /** Hits as they were written, also under a line. */
    written: Partial<Bar['hits']>;
    first: boolean;
    barTicks: number;
    say: (path: string) => (m: string) => void;
  },
): BarPatch {
  if (patch.out) return Object.keys(patch).length === 1 ? patch : { out: true };
  const { base, written: hitsWere, first, barTicks, say } = of;
  const own = patch.chords && placed(patch.chords, { barTicks, say: say('.chords') });
  const chords = own && first ? withChord(own) : own;
  const cells: Partial<Record<Player, readonly PlacedCell[]>> = {};
  const lines = { ...(patch.lines && withoutEmptyLines(patch.lines, patch.cells ?? {})) };
  const hits = { ...patch.hits };
  for (const player of PLAYERS) {
    const written = patch.cells?.[player];
    if (lines[player]) {
      const base = chords ?? of.base?.chords ?? [];
      if (written)
        cells[player] = choices(
          placed(first ? begun(written) : written, { barTicks, say: say(`.cells.${player}`) }),
          base,
        );
      if (hits[player] !== undefined && !leavesRoom(lines[player], written ?? [])) hits[player] = null;
    } else if (written) {
      const list = placed(written, { barTicks, say: say(`.cells.${player}`) });
      cells[player] = choices(first ? withCell(list) : list, chords ?? base?.chords ?? []);
      // Hits that stood under a line were heard where grips take its place.
      const under = base?.lines?.[player] ? hitsWere[player] : null;
      if (under && hits[player] === undefined) hits[player] = under;
    } else if (chords && base) {
      // Under other chords a row that is left out would be open: what goes on is written out.
      const line = base.lines?.[player];
      if (line) lines[player] = line;
      cells[player] = line ? base.cells[player] : choices(base.cells[player], chords);
      if (line && hits[player] !== undefined && !leavesRoom(line, base.cells[player])) hits[player] = null;
    }
  }
  checkVoice(patch.voice, { barTicks, say: say('.voice') });
  const { chords: _chords, cells: _cells, lines: _lines, hits: _hits, remarks: told, ...others } = patch;
  const remarks = cleanTold(told);
  const rest = remarks ? { ...others, remarks } : others;
  const next: BarPatch = {
    ...rest,
    ...(chords ? { chords } : {}),
    ...(Object.keys(cells).length > 0 ? { cells } : {}),
    ...(Object.keys(lines).length > 0 ? { lines } : {}),
    ...(Object.keys(hits).length > 0 ? { hits } : {}),
  };
  return samePatch(patch, next) ? patch : next;
}

/** Equal by the lists and texts in them, which are shared where nothing was changed. */
function samePatch(a: BarPatch, b: BarPatch): boolean {
  const rows = (x: object | undefined, y: object | undefined) => {
    if (x === undefined || y === undefined) return x === y;
    const [p, q] = [Object.entries(x), Object.entries(y)];
    return p.length === q.length && p.every(([key, value]) => (y as Record<string, unknown>)[key] === value);
  };
  return (
    Object.keys(a).length === Object.keys(b).length &&
    a.chords === b.chords &&
    rows(a.cells, b.cells) &&
    rows(a.lines, b.lines) &&
    rows(a.hits, b.hits) &&
    a.sounds === b.sounds &&
    a.remarks === b.remarks
  );
}

/** The old list when the new one has the same items: what hangs on it stays known. */
export function kept<T>(old: readonly T[], next: readonly T[]): readonly T[] {
  return old.length === next.length && next.every((one, i) => one === old[i]) ? old : next;
}
