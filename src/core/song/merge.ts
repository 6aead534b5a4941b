import { sameData } from '../base/index';
import {
  formatCell,
  ownCells,
  formatSoundUse,
  PLAYER_WORDS,
  PLAYERS,
  type Bar,
  type FormEntry,
  type BarPatch,
  type PlacedCell,
  type Section,
  type Variant,
} from '../form/index';
import { formatLine } from '../line/index';
import { sameCause } from './apply-edit';
import { withFollowers } from './likes';
import { inOrder } from './log';
import { readSong } from './read-saved';
import { saveSong } from './saved';
import { inPlayedOrder, meterOf, sectionsByName, type KeptFinding, type Song } from './song';

/** Whose change counts where both sides changed the same place. */
export type Side = 'mine' | 'theirs';

/** A place that both sides changed, each in its own way. */
export interface MergeClash {
  /** Stays the same while the same place is meant: `Verse bar 3`. */
  readonly id: string;
  /** "Verse, bar 3", "the key". */
  readonly words: string;
  readonly mine: string;
  readonly theirs: string;
}

/** Two changed songs as one. */
export interface Merged {
  readonly song: Song;
  /** Where `choose` had to decide. */
  readonly clashes: readonly MergeClash[];
  /** What came from the other side without a question, in words. */
  readonly taken: readonly string[];
}

/**
 * Joins what two sides made of one song: whatever only one of them changed counts, bar by bar; where both changed the
 * same bar (or the same setting) `choose` decides, and it is listed. Where the parts would not make a song any more
 * (one side changed the strings of a bass, the other wrote for the old ones), the whole song is one such place.
 */
export function mergeSongs(
  base: Song,
  sides: { readonly mine: Song; readonly theirs: Song },
  choose: (clash: MergeClash) => Side = () => 'mine',
): Merged {
  const merge = new Merge(base, sides, choose);
  const song = withFollowers(merge.song());
  if (merge.clashes.length + merge.taken.length === 0 || readSong(saveSong(song)).ok)
    return { song, clashes: merge.clashes, taken: merge.taken };
  const clash: MergeClash = {
    id: 'everything',
    words: 'the whole song: the two changes do not go together',
    mine: 'as it is here',
    theirs: 'as it is in the other tab',
  };
  return { song: choose(clash) === 'mine' ? sides.mine : sides.theirs, clashes: [clash], taken: [] };
}

interface Three<T> {
  readonly base: T;
  readonly mine: T;
  readonly theirs: T;
}

interface Place<T> {
  readonly id: string;
  readonly words: string;
  readonly say: (value: T, side: Song) => string;
}

/** What a section says of itself besides its bars. */
const OWN_KEYS = [
  'meter',
  'swing',
  'voice',
  'hands',
  'sounds',
  'key',
  'pickup',
  'like',
  'remarks',
  'comments',
] as const satisfies readonly (keyof Section)[];

/** One merging; remembers what was taken and what clashes. */
class Merge {
  readonly clashes: MergeClash[] = [];
  readonly taken: string[] = [];
  readonly #songs: Three<Song>;
  readonly #choose: (clash: MergeClash) => Side;

  constructor(base: Song, sides: { mine: Song; theirs: Song }, choose: (clash: MergeClash) => Side) {
    this.#songs = { base, ...sides };
    this.#choose = choose;
  }

  song(): Song {
    const { base, mine, theirs } = this.#songs;
    const field = <K extends 'title' | 'key' | 'tempo' | 'meter' | 'voice'>(name: K): Song[K] =>
      this.#one(
        { base: base[name], mine: mine[name], theirs: theirs[name] },
        { id: name, words: `the ${name}`, say: (value) => settingWords(value) },
      );
    const players = { ...mine.players };
    for (const player of PLAYERS) {
      const rig = { ...mine.players[player] } as Record<string, unknown>;
      const of = (side: Song) => side.players[player] as unknown as Record<string, unknown>;
      for (const name of Object.keys({ ...of(mine), ...of(theirs) })) {
        rig[name] = this.#one(
          { base: of(base)[name], mine: of(mine)[name], theirs: of(theirs)[name] },
          { id: `${player} ${name}`, words: `${PLAYER_WORDS[player]}’s ${name}`, say: settingWords },
        );
      }
      const own = rig as unknown as Song['players'][typeof player];
      players[player] = sameData(own, mine.players[player]) ? mine.players[player] : own;
    }
    const whole = {
      ...mine,
      title: field('title'),
      key: field('key'),
      tempo: field('tempo'),
      meter: field('meter'),
      voice: field('voice'),
      players: PLAYERS.every((p) => players[p] === mine.players[p]) ? mine.players : players,
      sections: this.#sections(),
      form: this.#form(),
      kept: this.#set<KeptFinding>((s) => s.kept, sameCause),
    };
    const down = this.#one(
      { base: base.down, mine: mine.down, theirs: theirs.down },
      { id: 'down', words: 'how far the band is tuned down', say: (value) => settingWords(value) },
    );
    const told = (name: 'remark' | 'comments') =>
      this.#one<unknown>(
        { base: base[name], mine: mine[name], theirs: theirs[name] },
        {
          id: name,
          words: name === 'remark' ? 'what is told of the song' : 'the comment',
          say: settingWords,
        },
      );
    const [remark, comments] = [told('remark'), told('comments')] as [Song['remark'], Song['comments']];
    const plans = this.#set(
      (s) => s.plans ?? [],
      (a, b) => a.name === b.name,
    );
    const patterns = this.#set(
      (s) => s.patterns ?? [],
      (a, b) => a.name === b.name,
    );
    const versions = this.#set(
      (s) => s.versions ?? [],
      (a, b) => a.name === b.name,
    );
    const decisions = this.#set(
      (s) => s.log?.decisions ?? [],
      (a, b) => a.id === b.id,
    );
    const rehearsals = this.#set(
      (s) => s.log?.rehearsals ?? [],
      (a, b) => a.id === b.id,
    );
    const {
      log: _log,
      plans: _plans,
      patterns: _patterns,
      versions: _versions,
      down: _down,
      remark: _r,
      comments: _c,
      ...rest
    } = whole;
    const log = { decisions: [...decisions].sort((a, b) => a.at - b.at), rehearsals: inOrder(rehearsals) };
    return inPlayedOrder({
      ...rest,
      ...(decisions.length + rehearsals.length > 0 ? { log } : {}),
      ...(remark === undefined ? {} : { remark }),
      ...(comments === undefined ? {} : { comments }),
      ...(down === undefined ? {} : { down }),
      ...(plans.length > 0 ? { plans } : {}),
      ...(patterns.length > 0 ? { patterns } : {}),
      ...(versions.length > 0 ? { versions } : {}),
    });
  }

  /** One value: whoever changed it; asked when both did. */
  #one<T>({ base, mine, theirs }: Three<T>, place: Place<T>): T {
    if (sameData(mine, theirs)) return mine;
    if (sameData(base, theirs)) return mine;
    if (sameData(base, mine)) {
      this.taken.push(place.words);
      return theirs;
    }
    const clash: MergeClash = {
      id: place.id,
      words: place.words,
      mine: place.say(mine, this.#songs.mine),
      theirs: place.say(theirs, this.#songs.theirs),
    };
    this.clashes.push(clash);
    return this.#choose(clash) === 'mine' ? mine : theirs;
  }

  /** Lists without an order that matters: what either side added is there, what either side took away is not. */
  #set<T>(of: (song: Song) => readonly T[], alike: (a: T, b: T) => boolean): readonly T[] {
    const [base, mine, theirs] = [of(this.#songs.base), of(this.#songs.mine), of(this.#songs.theirs)];
    if (base === theirs || sameData(base, theirs)) return mine;
    const has = (list: readonly T[], one: T) => list.some((other) => alike(one, other));
    const left = mine.filter((one) => has(theirs, one) || !has(base, one));
    // Kept on both sides but said otherwise: theirs, if mine is as it was.
    const said = left.map((one) => {
      const was = base.find((other) => alike(one, other));
      const other = theirs.find((o) => alike(one, o));
      return was && other && sameData(was, one) ? other : one;
    });
    return [...said, ...theirs.filter((one) => !has(mine, one) && !has(base, one))];
  }

  #form(): Song['form'] {
    const { base, mine, theirs } = this.#songs;
    const words = { id: 'form', words: 'the order of the sections' };
    const alike = (a: Song, b: Song) =>
      a.form.length === b.form.length && a.form.every((e, i) => e.section === b.form[i]!.section);
    const say = (form: Song['form']) =>
      form.map((e) => `${e.section}${e.times > 1 ? ` ×${e.times}` : ''}`).join(', ');
    if (!alike(base, mine) || !alike(base, theirs))
      return this.#one({ base: base.form, mine: mine.form, theirs: theirs.form }, { ...words, say });
    return mine.form.map((entry, i) =>
      this.#one(
        { base: base.form[i]!, mine: entry, theirs: theirs.form[i]! },
        { id: `form ${i}`, words: `how ${entry.section} is played`, say: playingWords },
      ),
    );
  }

  #sections(): readonly Section[] {
    const { base, mine, theirs } = this.#songs;
    const of: Three<ReadonlyMap<string, Section>> = {
      base: sectionsByName(base),
      mine: sectionsByName(mine),
      theirs: sectionsByName(theirs),
    };
    const names = new Set([...of.mine.keys(), ...of.theirs.keys()]);
    return [...names].flatMap((name): Section[] => {
      const three = { base: of.base.get(name), mine: of.mine.get(name), theirs: of.theirs.get(name) };
      if (three.base && three.mine && three.theirs) {
        return [this.#section({ base: three.base, mine: three.mine, theirs: three.theirs })];
      }
      const one = this.#one<Section | undefined>(three, {
        id: name,
        words: name,
        say: (section) => (section ? `${section.bars.length} bars` : 'taken away'),
      });
      return one ? [one] : [];
    });
  }

  #section(three: Three<Section>): Section {
    const { base, mine, theirs } = three;
    if (base === theirs || sameData(base, theirs)) return mine;
    if (base === mine || sameData(base, mine)) {
      const touched = theirs.bars.flatMap((bar, i) => (sameData(bar, base.bars[i]) ? [] : [`bar ${i + 1}`]));
      this.taken.push(`${mine.name}${touched.length > 0 ? `, ${listed(touched)}` : ''}`);
      return theirs;
    }
    const { name } = mine;
    const part = <K extends keyof Section>(key: K): Section[K] =>
      this.#one(
        { base: base[key], mine: mine[key], theirs: theirs[key] },
        { id: `${name} ${key}`, words: `${name}, its ${key}`, say: settingWords },
      );
    const said: Record<string, unknown> = {};
    for (const key of OWN_KEYS) {
      const value = part(key);
      if (value !== undefined) said[key] = value;
    }
    return {
      ...said,
      name,
      wishes: part('wishes'),
      bars: this.#bars(three),
      variants: this.#variants(three),
    };
  }

  #bars({ base, mine, theirs }: Three<Section>): readonly Bar[] {
    const { name } = mine;
    const count = base.bars.length;
    if (mine.bars.length !== count || theirs.bars.length !== count) {
      return this.#one(
        { base: base.bars, mine: mine.bars, theirs: theirs.bars },
        { id: `${name} bars`, words: `the bars of ${name}`, say: (bars) => `${bars.length} bars` },
      );
    }
    return mine.bars.map((bar, i) =>
      this.#one(
        { base: base.bars[i]!, mine: bar, theirs: theirs.bars[i]! },
        {
          id: `${name} bar ${i + 1}`,
          words: `${name}, bar ${i + 1}`,
          say: (one, side) => barWords(one, { side, name, of: base.bars[i]! }),
        },
      ),
    );
  }

  #variants({ base, mine, theirs }: Three<Section>): readonly Variant[] {
    const { name } = mine;
    const shape = (s: Section) => s.variants.map((v) => `${v.pass} ${v.fromBar} ${v.bars.length}`).join();
    if (shape(base) !== shape(mine) || shape(base) !== shape(theirs)) {
      return this.#one(
        { base: base.variants, mine: mine.variants, theirs: theirs.variants },
        {
          id: `${name} passes`,
          words: `what differs from time to time in ${name}`,
          say: (list) =>
            list.length === 0
              ? 'nothing'
              : list.map((v) => `pass ${v.pass}, bar ${v.fromBar + 1}`).join('; '),
        },
      );
    }
    return mine.variants.map((variant, v) => ({
      ...variant,
      bars: variant.bars.map((patch, i) =>
        this.#one(
          { base: base.variants[v]!.bars[i]!, mine: patch, theirs: theirs.variants[v]!.bars[i]! },
          {
            id: `${name} pass ${variant.pass} bar ${variant.fromBar + i + 1}`,
            words: `${name}, bar ${variant.fromBar + i + 1} on ${variant.pass === 'last' ? 'the last pass' : `pass ${variant.pass}`}`,
            say: (one, side) => barWords(one, { side, name, of: base.variants[v]!.bars[i]! }),
          },
        ),
      ),
    }));
  }
}

/** What differs from the bar both came from, as chart text: `Guitar 1 355xxx · O-O-O-O-`. */
function barWords(bar: Bar | BarPatch, of: { side: Song; name: string; of: Bar | BarPatch }): string {
  const { side, name, of: base } = of;
  const words: string[] = [];
  if (!sameData(bar.chords, base.chords))
    words.push((bar.chords ?? []).map((c) => early(c.push) + c.chord).join(' ') || 'the chord goes on');
  const section = sectionsByName(side).get(name);
  for (const player of PLAYERS) {
    const [line, cells, hits] = [bar.lines?.[player], bar.cells?.[player], bar.hits?.[player]];
    const use = bar.sounds?.[player];
    const unchanged =
      sameData(line, base.lines?.[player]) &&
      sameData(cells, base.cells?.[player]) &&
      sameData(hits, base.hits?.[player]) &&
      sameData(use, base.sounds?.[player]);
    if (unchanged) continue;
    const strings = side.players[player].tuning.length;
    const notes = line
      ? `line ${formatLine(line, { meter: section ? meterOf(side, section) : side.meter, strings })}`
      : '';
    const own = ownCells(cells ?? []).map((c: PlacedCell) => early(c.push) + formatCell(c.cell));
    const part = [...own, ...(notes === '' ? [] : [notes])].join(' ') || 'goes on';
    words.push(
      `${PLAYER_WORDS[player]} ${part}${hits ? ` · ${hits}` : ''}${use ? ` · ${formatSoundUse(use)}` : ''}`,
    );
  }
  if (!sameData(bar.voice, base.voice)) words.push(bar.voice ? `voice ${bar.voice}` : 'no voice');
  return words.join(', ') || 'as it was';
}

function early(push: number): string {
  return push === 480 ? '<' : push === 240 ? '<<' : '';
}

/** How one entry of the form is played, its own sounds as chart text has them. */
function playingWords({ sounds, ...entry }: FormEntry): string {
  if (!sounds) return settingWords(entry);
  const uses = PLAYERS.flatMap((p) => (sounds[p] ? [`${PLAYER_WORDS[p]} ${formatSoundUse(sounds[p])}`] : []));
  return `${settingWords(entry)}, ${uses.join(', ')}`;
}

function settingWords(value: unknown): string {
  if (value === undefined || value === null) return 'as usual';
  if (Array.isArray(value) && value.every((one) => typeof one === 'string')) return value.join(' ');
  if (typeof value !== 'object') return String(value);
  return Object.entries(value)
    .map(([name, one]) => `${name} ${typeof one === 'object' ? JSON.stringify(one) : String(one)}`)
    .join(', ');
}

function listed(words: readonly string[]): string {
  return words.length <= 4
    ? words.join(', ')
    : `${words.slice(0, 3).join(', ')} and ${words.length - 3} more`;
}
