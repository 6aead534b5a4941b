import { problemAt, type Problem } from '../../base/index';
import {
  cellsWithLine,
  cleanComments,
  cleanRemark,
  openBar,
  ownCells,
  parseCell,
  PLAYERS,
  sayableSection,
  sectionNameTrouble,
  type Bar,
  type FormEntry,
  type OwnVariant,
  type PlacedCell,
  type PlacedChord,
  type Section,
} from '../../form/index';
import { moveChord, moveKey, parseChord, spell } from '../../pitch/index';
import { inPlayedOrder, meterOf, songKey, withFollowers, type Song } from '../../song/index';
import { barTicks } from '../../time/index';
import { freshName } from '../chart/near-names';
import type { TypedBar } from './bars';
import { playedOut, type DraftSection } from './draft';
import { orderOf } from './headings';

interface Ground {
  readonly sections: readonly DraftSection[];
  readonly orders: readonly { readonly text: string; readonly line: number }[];
  readonly fingerings: ReadonlyMap<string, string>;
  readonly remarks: readonly string[];
  readonly keepsWords: boolean;
  readonly fretted: boolean;
}

interface Settled {
  readonly song: Song;
  readonly problems: readonly Problem[];
  readonly questions: readonly Problem[];
}

/** Drafts as a song: what comes again is played again, what is the same is one section. */
export function settleSong(ground: Song, of: Ground): Settled {
  const problems: Problem[] = [];
  const questions: Problem[] = [];
  const written = new Map<string, { section: Section; chords: string }>();
  const next = new Map<string, number>();
  const form: FormEntry[] = [];
  const at = (draft: DraftSection, message: string) => problemAt(draft.line, 1, draft.name.length, message);
  for (const draft of of.sections) {
    const { bars, words, times } = playedOut(draft);
    const play = (section: string, more: Partial<FormEntry> = {}) => {
      if (times < 1) {
        questions.push(at(draft, `${section} x0 is not played here; expected x1 or more where it is`));
        return;
      }
      form.push({
        section,
        times: Math.min(times, 99),
        plan: null,
        key: null,
        ...(draft.tempo === null ? {} : { tempo: draft.tempo }),
        ...(draft.feel === null ? {} : { feel: draft.feel }),
        ...more,
      });
    };
    if (bars.length === 0) {
      const meant = meantBy(draft, [...written.keys()]);
      if (meant === null) {
        problems.push(
          at(draft, `${draft.name} has no chords and was not there before; expected chords under its name`),
        );
        continue;
      }
      if (meant !== draft.name) questions.push(at(draft, `${draft.name} is read as ${meant} again`));
      const comments = cleanComments([...draft.comments, ...draft.remarks]);
      play(meant, comments.length > 0 ? { comments } : {});
      continue;
    }
    const chords = JSON.stringify(bars.map((b) => b.map((c) => [c.at, c.chord])));
    const hasTab = PLAYERS.some((p) => draft.tab[p] !== undefined);
    const same = hasTab
      ? undefined
      : [...written].find(([name, w]) => baseOf(name) === baseOf(draft.name) && w.chords === chords);
    if (same) {
      if (same[0] !== draft.name)
        questions.push(at(draft, `${draft.name} has the chords of ${same[0]}: it is ${same[0]} again`));
      const variants = of.keepsWords ? sungHere(words, same[1].section) : [];
      const remark = cleanRemark(draft.remarks.join('; '));
      const comments = cleanComments(draft.comments);
      play(same[0], {
        ...(variants.length > 0 ? { variants } : {}),
        ...(remark === '' ? {} : { remark }),
        ...(comments.length > 0 ? { comments } : {}),
      });
      continue;
    }
    let name = usableName(draft.name);
    if (written.has(name)) {
      name = freshName(name.replace(/ \d+$/, ''), written, next);
      questions.push(
        at(draft, `there is another ${draft.name} with other chords: this one is called ${name}`),
      );
    }
    const section = sectionOf(name, draft, { ...of, bars, words, song: ground });
    written.set(name, { section, chords });
    play(name);
  }
  const sections = [...written.values()].map((w) => w.section);
  const ordered = orderedBy(form, { sections, orders: of.orders, questions });
  const remark = cleanRemark(of.remarks.join('; '));
  const song: Song = {
    ...ground,
    ...(remark === '' ? {} : { remark }),
    sections,
    form: ordered,
  };
  const moved = of.fretted ? asSounding(song) : song;
  const said = {
    ...moved,
    sections: moved.sections.map((s) => sayableSection(s, barTicks(meterOf(moved, s))).section),
  };
  return { song: withFollowers(inPlayedOrder(said)), problems, questions };
}

/** `Verse 2` and `Verse` are of one kind. */
function baseOf(name: string): string {
  return name
    .toLowerCase()
    .replace(/\s*\d+$/, '')
    .trim();
}

/** The section that one without chords means: the one it is said to be like, its own name, or one of its kind. */
function meantBy(draft: DraftSection, names: readonly string[]): string | null {
  const lower = (text: string) => text.toLowerCase().trim();
  const find = (name: string) =>
    names.find((n) => lower(n) === lower(name)) ?? names.findLast((n) => baseOf(n) === baseOf(name));
  const said = typeof draft.again === 'string' ? find(draft.again) : undefined;
  return said ?? find(draft.name) ?? null;
}

/** A name chart text can hold. */
function usableName(name: string): string {
  const clean = name
    .replace(/[=\p{Cc}]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return clean === '' || sectionNameTrouble(clean) !== null ? 'Part' : clean;
}

/** What is sung in a playing that comes back, where it is other words. */
function sungHere(words: readonly string[], section: Section): OwnVariant[] {
  return words.flatMap((text, fromBar): OwnVariant[] => {
    const remark = cleanRemark(text);
    if (remark === '' || section.bars[fromBar]?.remarks?.band === remark) return [];
    return [{ pass: 'every', fromBar, bars: [{ remarks: { band: remark } }] }];
  });
}

function sectionOf(
  name: string,
  draft: DraftSection,
  of: Ground & { readonly bars: readonly TypedBar[]; readonly words: readonly string[]; readonly song: Song },
): Section {
  const bars = of.bars.map((typed, i): Bar => {
    const chords = typed.map(({ at, chord, guess }): PlacedChord => ({
      at,
      push: 0,
      chord,
      ...(guess ? { guess } : {}),
    }));
    let bar = openBar(chords);
    const sung = of.keepsWords ? cleanRemark(of.words[i] ?? '') : '';
    if (sung !== '') bar = { ...bar, remarks: { band: sung } };
    for (const player of PLAYERS) {
      const tab = draft.tab[player]?.[i];
      if (!tab) continue;
      // A line opens its section with silence, wherever it stood in its tab.
      const ground = { strings: of.song.players[player].tuning.length, first: i === 0 };
      const cells = tab.line ? cellsWithLine(ownCells(tab.cells), tab.line, ground) : tab.cells;
      bar = {
        ...bar,
        cells: { ...bar.cells, [player]: cells },
        hits: { ...bar.hits, [player]: tab.hits },
        ...(tab.line === null ? {} : { lines: { ...bar.lines, [player]: tab.line } }),
      };
    }
    return draft.tab.guitar1 ? bar : withFingerings(bar, of);
  });
  const remark = cleanRemark(draft.remarks.join('; '));
  const comments = cleanComments(draft.comments);
  return {
    name,
    bars,
    variants: [],
    wishes: [],
    ...(draft.meter ? { meter: draft.meter } : {}),
    ...(remark === '' ? {} : { remarks: { band: remark } }),
    ...(comments.length > 0 ? { comments } : {}),
  };
}

/** Grips somebody wrote for chords, where those are played, as guesses. */
function withFingerings(bar: Bar, { fingerings, song }: Pick<Ground, 'fingerings'> & { song: Song }): Bar {
  if (fingerings.size === 0) return bar;
  const strings = song.players.guitar1.tuning.length;
  const cells = bar.cells.guitar1.map((placed): PlacedCell => {
    const chord = bar.chords.find((c) => c.at === placed.at)?.chord;
    const frets = chord === undefined ? undefined : fingerings.get(chord);
    const cell = frets === undefined ? null : parseCell(`${frets}~`, strings);
    return cell?.ok ? { ...placed, cell: cell.value } : placed;
  });
  return { ...bar, cells: { ...bar.cells, guitar1: cells } };
}

/** The form in the order a line of the text says; as it is where none does. */
function orderedBy(
  form: readonly FormEntry[],
  of: {
    readonly sections: readonly Section[];
    readonly orders: Ground['orders'];
    readonly questions: Problem[];
  },
): readonly FormEntry[] {
  const names = of.sections.map((s) => s.name);
  const [first, ...others] = of.orders;
  if (!first) return form;
  const order = orderOf(first.text, names);
  for (const { line, text } of others)
    of.questions.push(problemAt(line, 1, text.length, 'the order was said before; the first one counts'));
  if (order === null) {
    const message = `this order names a section that is not there; expected names like ${names.slice(0, 3).join(', ')}`;
    of.questions.push(problemAt(first.line, 1, first.text.length, message));
    return form;
  }
  const missing = names.filter((n) => !order.some((o) => o.name === n));
  if (missing.length > 0) {
    const message = `${missing.join(' and ')} ${missing.length === 1 ? 'is' : 'are'} not in the order: written and not played`;
    of.questions.push(problemAt(first.line, 1, first.text.length, message));
  }
  return order.map(({ name, times }): FormEntry => {
    const own = form.find((e) => e.section === name);
    const often = times > 1 ? times : (own?.times ?? 1);
    const { variants: _own, ...usual } = own ?? { section: name, plan: null, key: null };
    return { ...usual, times: Math.min(often, 99) };
  });
}

/** Every chord as it sounds, where they are named as fretted behind the capo of guitar 1. */
function asSounding(song: Song): Song {
  const by = song.players.guitar1.capo || song.players.guitar2.capo;
  if (by === 0) return song;
  const key = moveKey(songKey(song), by);
  const moved = (c: PlacedChord): PlacedChord => {
    const chord = parseChord(c.chord);
    return chord.ok ? { ...c, chord: moveChord(chord.value, by, (pc) => spell(pc, key)) } : c;
  };
  const sections = song.sections.map((s) => ({
    ...s,
    bars: s.bars.map((b) => ({ ...b, chords: b.chords.map(moved) })),
  }));
  return { ...song, key: key.text, sections };
}
