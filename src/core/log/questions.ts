import {
  barsOnPass,
  formatCell,
  guessedVoice,
  isVoiceGuess,
  ownCells,
  PLAYER_WORDS,
  PLAYERS,
  type Bar,
  type BesidePart,
  type Cell,
  type PlacedCell,
  type Player,
  type Section,
} from '../form/index';
import { isGuess, sureOf } from '../hits/index';
import { formatLine } from '../line/index';
import { materialOf, meterOf, type Edit, type Song } from '../song/index';

/** Another answer to a question, and the edit that gives it. */
export interface OtherWay {
  readonly words: string;
  readonly edit: Edit;
}

/** Something marked as a guess, or kept beside something else: it is to be settled. */
export interface OpenQuestion {
  /** Where and what it is about; the same as long as it stands. */
  readonly id: string;
  readonly kind: 'grip' | 'chord' | 'voice' | 'hits' | 'line' | 'beside';
  readonly section: string;
  readonly pass: number;
  /** From 1. */
  readonly bar: number;
  /** Ticks after the bar line. */
  readonly at: number;
  /** Null: the chords or the voice. */
  readonly player: Player | null;
  /** "Guitar 1 plays", "the chord is". */
  readonly asks: string;
  /** What is written now. */
  readonly now: string;
  readonly others: readonly OtherWay[];
  /** What is written now is right: no guess any more, nothing beside it. */
  readonly settle: Edit;
}

/** Every question of a song, section by section in the order they are first played, bar by bar. */
export function openQuestions(song: Song): readonly OpenQuestion[] {
  return song.sections.flatMap((section) => questionsIn(song, section));
}

function questionsIn(song: Song, section: Section): readonly OpenQuestion[] {
  const material = materialOf(song, section.name)!;
  /** What was asked about already, by its place: what several passes share is asked once. */
  const seen = new Map<number, Bar[]>();
  return Array.from({ length: material.times }, (_, i) => i + 1).flatMap((pass) =>
    barsOnPass(material.section, pass).flatMap((bar, index) => {
      const before = seen.get(index) ?? [];
      if (before.includes(bar)) return [];
      seen.set(index, [...before, bar]);
      return inBar({ song, section, pass, bar, index, before });
    }),
  );
}

interface Here {
  readonly song: Song;
  readonly section: Section;
  readonly pass: number;
  readonly bar: Bar;
  /** From 0. */
  readonly index: number;
  /** The bar on passes before, whose questions are asked there. */
  readonly before: readonly Bar[];
}

function inBar(here: Here): readonly OpenQuestion[] {
  const { section, pass, bar, index, before } = here;
  const isNew = (part: (of: Bar) => unknown) => before.every((was) => part(was) !== part(bar));
  const on = { section: section.name, pass, bar: index };
  const place = { section: section.name, pass, bar: index + 1 };
  const chords = isNew((b) => b.chords) ? bar.chords.filter((c) => c.guess) : [];
  const questions: OpenQuestion[] = chords.map(({ at, chord }) => ({
    ...place,
    id: `chord ${section.name} ${pass} ${index} ${at}`,
    kind: 'chord',
    at,
    player: null,
    asks: 'the chord is',
    now: chord,
    others: [],
    settle: { kind: 'setChordGuess', change: { ...on, at, guess: false } },
  }));
  if (bar.voice !== null && isNew((b) => b.voice) && isVoiceGuess(bar.voice))
    questions.push({
      ...place,
      id: `voice ${section.name} ${pass} ${index}`,
      kind: 'voice',
      at: 0,
      player: null,
      asks: 'the voice sings',
      now: bar.voice.replace(/\?$/, ''),
      others: [{ words: 'nobody sings here', edit: { kind: 'setVoice', change: { ...on, voice: null } } }],
      settle: { kind: 'setVoice', change: { ...on, voice: guessedVoice(bar.voice, false) } },
    });
  for (const player of PLAYERS) {
    // What follows somebody else is asked about where it comes from.
    if (section.like?.[player] === undefined) questions.push(...ofPlayer(here, player));
  }
  return questions;
}

function ofPlayer(here: Here, player: Player): readonly OpenQuestion[] {
  const { song, section, pass, bar, index, before } = here;
  const isNew = (part: (of: Bar) => unknown) => before.every((was) => part(was) !== part(bar));
  const on = { section: section.name, pass, bar: index, player };
  const place = { section: section.name, pass, bar: index + 1, player };
  const id = (what: string) => `${what} ${player} ${section.name} ${pass} ${index}`;
  const questions: OpenQuestion[] = [];
  const cells = bar.cells[player];
  if (isNew((b) => b.cells[player]))
    cells.forEach((placed, i) => {
      const { cell, at } = placed;
      if (cell.kind === 'open' || cell.step || !(cell.guess || cell.or?.length)) return;
      const put = (next: Cell): Edit => ({
        kind: 'setCells',
        changes: [{ at: { ...on, index: i }, cell: next }],
      });
      questions.push({
        ...place,
        id: `${id('grip')} ${at}`,
        kind: 'grip',
        at,
        asks: `${PLAYER_WORDS[player]} plays`,
        now: plainText(cell),
        others: (cell.or ?? []).map((other) => ({
          words: plainText(other),
          edit: put({ ...other, or: [] }),
        })),
        settle: put({ ...cell, guess: false, or: [] }),
      });
    });
  const hits = bar.hits[player];
  const follows = section.hands?.[player]?.with !== undefined;
  if (hits !== null && isNew((b) => b.hits[player]) && isGuess(hits) && !follows) {
    const put = (next: string | null): Edit => ({ kind: 'setHits', changes: [{ ...on, hits: next }] });
    questions.push({
      ...place,
      id: id('hits'),
      kind: 'hits',
      at: 0,
      asks: `${PLAYER_WORDS[player]} strikes`,
      now: sureOf(hits),
      others: [{ words: 'each grip once', edit: put(null) }],
      settle: put(sureOf(hits)),
    });
  }
  const line = bar.lines?.[player];
  if (line && isNew((b) => b.lines?.[player]) && line.some((step) => step.guess)) {
    const ground = { meter: meterOf(song, section), strings: song.players[player].tuning.length };
    const sure = line.map(({ guess: _guess, ...step }) => step);
    questions.push({
      ...place,
      id: id('line'),
      kind: 'line',
      at: line.find((step) => step.guess)!.at,
      asks: `${PLAYER_WORDS[player]} plays the line`,
      now: formatLine(sure, ground),
      others: [],
      settle: { kind: 'setLine', change: { ...on, line: sure, beside: true } },
    });
  }
  const beside = bar.beside?.[player];
  if (beside && beside.length > 0 && isNew((b) => b.beside?.[player])) {
    const now: BesidePart = { cells, hits, line: line ?? null };
    questions.push({
      ...place,
      id: id('beside'),
      kind: 'beside',
      at: 0,
      asks: `${PLAYER_WORDS[player]} plays the bar as`,
      now: partText(now),
      others: beside.map((part, n) => ({
        words: partText(part),
        edit: {
          kind: 'together',
          edits: [
            { kind: 'swapBeside', change: { ...on, index: n, now } },
            { kind: 'setBeside', change: { ...on, parts: [] } },
          ],
        },
      })),
      settle: { kind: 'setBeside', change: { ...on, parts: [] } },
    });
  }
  return questions;
}

/** A grip without marks. */
function plainText(cell: Exclude<Cell, { kind: 'open' }>): string {
  return formatCell({ ...cell, or: [], locked: false, guess: false });
}

function partText({ cells, hits, line }: BesidePart): string {
  const grips = ownCells(cells).map(({ cell }: PlacedCell) => formatCell(cell));
  return [grips.join(' '), hits ?? '', line ? 'a line' : ''].filter(Boolean).join(' · ');
}
