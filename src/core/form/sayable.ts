import { PLAYERS } from './cell';
import type { Bar, BarPatch, OwnVariant, Section } from './section';
import { ownCells } from './line-bar';
import { cleanTold, kept, sayableBar, sayablePatch, withoutEmpty } from './sayable-bar';

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
