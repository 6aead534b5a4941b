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
  type OwnVariant,
  type Section,
} from './section';
import { isStep, leavesRoom, ownCells } from './line-bar';
import { saidRemarks, type Remarks } from './remark';
import type { Sounds } from './sound';
import { voiceTrouble } from './voice';

/** Most places a bar of chords or grips is divided into, in chart text and therefore everywhere. */
export const MOST_PLACES = 64;

/** Something no chart can say; `path` is inside the section, like `bars[2].chords`. */
export interface Unsayable {
  readonly path: string;
  readonly message: string;
}

/**
 * A section as chart text says it, so that text → song → text and song → text → song keep everything: starts in order,
 * a chord and a cell of everybody at its beginning, an open cell for each chord under an open one, passes cut into
 * stretches that replace the same rows. What sounds stays the same. What no chart can say (two cells at one tick,
 * starts off every division, a pass with nothing left) is listed and left as it is.
 */
export function sayableSection(
  section: Section,
  barTicks: number,
): { readonly section: Section; readonly problems: readonly Unsayable[] } {
  const problems: Unsayable[] = [];
  const say = (path: string) => (message: string) => problems.push({ path, message });
  const bars = kept(
    section.bars,
    section.bars.map((bar, i) => {
      if (i > 0 && fine.get(bar) === barTicks) return bar;
      const before = problems.length;
      const said = sayableBar(bar, { isFirst: i === 0, barTicks, say: (path) => say(`bars[${i}]${path}`) });
      if (said === bar && problems.length === before) fine.set(bar, barTicks);
      return said;
    }),
  );
  const variants = sayVariants({ ...section, bars }, section, { barTicks, say });
  if (bars.length === 0) say('bars')('a section without bars; expected at least one');
  const { sounds: uses, remarks: told, ...rest } = section;
  const sounds = uses && withoutEmpty(uses);
  const remarks = cleanTold(told);
  const isSame =
    bars === section.bars && variants === section.variants && sounds === uses && remarks === told;
  const said = { ...(sounds ? { sounds } : {}), ...(remarks ? { remarks } : {}) };
  return { section: isSame ? section : { ...rest, ...said, bars, variants }, problems };
}

/** What differs in one playing alone, as a chart says it; `section` as it is said. */
export function sayableOwn(
  section: Pick<Section, 'bars'>,
  own: readonly OwnVariant[],
  barTicks: number,
): { readonly variants: readonly OwnVariant[]; readonly problems: readonly Unsayable[] } {
  const problems: Unsayable[] = [];
  const say = (path: string) => (message: string) => problems.push({ path, message });
  const of = { bars: section.bars, variants: own };
  return { variants: sayVariants(of, of, { barTicks, say }), problems };
}

/** Variants cut into stretches that replace the same rows; `said`: the bars as they are said, `written` as they were. */
function sayVariants<V extends OwnVariant>(
  said: Pick<Section, 'bars'>,
  written: { readonly bars: Section['bars']; readonly variants: readonly V[] },
  { barTicks, say }: { barTicks: number; say: (path: string) => (message: string) => void },
): readonly V[] {
  const variants = kept(
    written.variants,
    written.variants.flatMap((variant, v) => {
      const at = `variants[${v}]`;
      const patches = variant.bars.map((patch, i) =>
        sayablePatch(patch, {
          base: said.bars[variant.fromBar + i],
          written: written.bars[variant.fromBar + i]?.hits ?? {},
          first: variant.fromBar + i === 0,
          barTicks,
          say: (path) => say(`${at}.bars[${i}]${path}`),
        }),
      );
      return stretches(variant, kept(variant.bars, patches));
    }),
  );
  for (const pass of new Set(variants.map((v) => v.pass))) {
    const out = new Set(
      variants
        .filter((v) => v.pass === pass)
        .flatMap((v) => v.bars.flatMap((patch, i) => (patch.out ? [v.fromBar + i] : []))),
    );
    if (out.size === 0 || out.size < said.bars.length) continue;
    const at = variants.findIndex((v) => v.pass === pass);
    say(`variants[${Math.min(at, written.variants.length - 1)}]`)(
      'every bar is left out on this pass; expected some that are played',
    );
  }
  return variants;
}

/** Bars that stand as they are anywhere in a section, with the length they were asked at: an edit changes few of them. */
const fine = new WeakMap<Bar, number>();

/** The old list when the new one has the same items: what hangs on it stays known. */
function kept<T>(old: readonly T[], next: readonly T[]): readonly T[] {
  return old.length === next.length && next.every((one, i) => one === old[i]) ? old : next;
}

function sayableBar(
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
function cleanTold(told: Remarks | undefined): Remarks | undefined {
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
function withoutEmpty(sounds: Sounds): Sounds | undefined {
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

function sayablePatch(
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

/** The bars of a pass in stretches that each replace the same rows; bars that replace nothing go. */
function stretches<V extends OwnVariant>(variant: V, patches: readonly BarPatch[]): readonly V[] {
  const found: { fromBar: number; bars: BarPatch[]; rows: string }[] = [];
  patches.forEach((patch, i) => {
    const rows = rowsOf(patch);
    const last = found.at(-1);
    const joined =
      last && last.fromBar + last.bars.length === variant.fromBar + i ? together(last.rows, rows) : null;
    if (last && joined !== null) {
      last.bars.push(patch);
      last.rows = joined;
    } else found.push({ fromBar: variant.fromBar + i, bars: [patch], rows });
  });
  const isWhole = patches === variant.bars && found.length === 1;
  if (isWhole && patches.some((patch) => Object.keys(patch).length > 0)) return [variant];
  return found
    .filter(({ bars }) => bars.some((patch) => Object.keys(patch).length > 0))
    .map(({ fromBar, bars }) => ({ ...variant, fromBar, bars }));
}

/** One sign for each row a patch replaces: a line (`l`) stands among grips (`g`) as well as among bars with neither. */
function rowsOf(patch: BarPatch): string {
  if (patch.out) return 'out';
  const players = PLAYERS.map((player) => {
    // A line with grips beside it replaces both rows.
    const cells = patch.cells?.[player];
    const part = patch.lines?.[player] && ownCells(cells ?? []).length === 0 ? 'l' : cells ? 'g' : '-';
    return part + (patch.hits?.[player] === undefined ? '-' : 'h');
  });
  const sounds = PLAYERS.map((player) => (patch.sounds?.[player] ? 's' : '-'));
  return `${patch.chords ? 'c' : '-'}${patch.voice === undefined ? '-' : 'v'}${players.join('')}${sounds.join('')}`;
}

/** The rows of both, or null when one chart block cannot say both. */
function together(a: string, b: string): string | null {
  if (a === b) return a;
  if (a === 'out' || b === 'out' || a.length !== b.length) return null;
  let both = '';
  for (let i = 0; i < a.length; i += 1) {
    const [x, y] = [a[i]!, b[i]!];
    const isPart = i >= 2 && i < 2 + 2 * PLAYERS.length && i % 2 === 0;
    if (x === y) both += x;
    else if (isPart && (x === 'l' || y === 'l')) both += x === 'l' ? y : x;
    else return null;
  }
  return both;
}

/** Why a text cannot name a section: the chart's header must give it back. Null when it can. */
export function sectionNameTrouble(name: string): string | null {
  if (name.trim() === '*') return '"*" stands for the whole song; expected another name for a section';
  if (name.trim() === '') return 'the name of the section is empty; expected one like Verse';
  if (name !== name.trim()) return `"${name}" begins or ends with a space; expected the name alone`;
  if (/==|[\p{Cc}\u2028\u2029]/u.test(name))
    return `"${name}" cannot name a section; expected a name on one line without ==`;
  return null;
}
