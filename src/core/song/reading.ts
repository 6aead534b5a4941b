import {
  cellsWithLine,
  cleanComments,
  cleanRemark,
  parseCell,
  parseLike,
  parseNamedPlan,
  parseNamedSound,
  parseSoundUse,
  parseTune,
  parseWish,
  PLAYERS,
  saidRemarks,
  saidSounds,
  sayableOwn,
  sayableSection,
  soundTrouble,
  type Bar,
  type BarPatch,
  type Beside,
  type BesidePart,
  type Comment,
  type FormEntry,
  type Like,
  type NamedPlan,
  type NamedSound,
  type OwnVariant,
  type PlacedCell,
  type Player,
  type Remarks,
  type Section,
  type SectionHand,
  type Sounds,
  type SoundUse,
  type Wish,
} from '../form/index';
import { HANDS } from '../grip/index';
import { parseHits, parseNamedPattern, type NamedPattern } from '../hits/index';
import { parseTuning } from '../instrument/index';
import { parseLine, type Line } from '../line/index';
import { isNoChord, parseChord, parseKey, parseNote, parseRange } from '../pitch/index';
import {
  barTicks,
  COMMON_TIME,
  countedBeats,
  formatMeter,
  parseDelay,
  parseMeter,
  parseSwing,
  type Meter,
} from '../time/index';
import { likeTrouble, withFollowers } from './likes';
import { inOrder, type SongLog } from './log';
import { cleanReason, cleanTitle, joinNamed } from './names';
import type { SavedValues } from './saved-schema';
import { inPlayedOrder, USUAL_HANDS, type KeptFinding, type Song } from './song';

type Say = (path: string, message: string) => void;
type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: string };
type SavedSection = SavedValues['sections'][number];
type PlacedIn = readonly { at: number; push: number; cell: string }[];

/** A path in the file, and the metre of the section it is in. */
interface At {
  readonly path: string;
  readonly meter: Meter;
}

/** One song being understood; everything wrong is said, so that all of it can be mended at once. */
export class Reading {
  readonly #saved: SavedValues;
  readonly #say: Say;
  /** The song's own, once it is read. */
  #meter: Meter = COMMON_TIME;
  readonly #strings: Readonly<Record<Player, number>>;
  readonly #soundNames: Readonly<Record<Player, readonly string[]>>;

  constructor(saved: SavedValues, say: Say) {
    this.#saved = saved;
    this.#say = say;
    const { guitar1, guitar2, bass } = saved.players;
    this.#strings = {
      guitar1: guitar1.tuning.length,
      guitar2: guitar2.tuning.length,
      bass: bass.tuning.length,
    };
    const names = ({ sounds }: { sounds?: readonly string[] | undefined }) =>
      (sounds ?? []).flatMap((text) => {
        const sound = parseNamedSound(text);
        return sound.ok ? [sound.value.name] : [];
      });
    this.#soundNames = { guitar1: names(guitar1), guitar2: names(guitar2), bass: names(bass) };
  }

  song(): Song {
    const saved = this.#saved;
    const meter = this.#taken('song.meter', parseMeter(saved.meter)) ?? COMMON_TIME;
    this.#meter = meter;
    const title = cleanTitle(saved.title);
    if (title === '') this.#say('song.title', 'the title is empty; expected the name of the song');
    const sections = this.#sections(meter);
    const byName = new Map(sections.map((s) => [s.name, s]));
    const form = saved.form.map((entry, i) => this.#entry(entry, byName, `song.form[${i}]`));
    const plans = (saved.plans ?? []).flatMap((text, i): NamedPlan[] => {
      const plan = this.#taken(`song.plans[${i}]`, parseNamedPlan(text));
      return plan === null ? [] : [plan];
    });
    const patterns = (saved.patterns ?? []).flatMap((text, i): NamedPattern[] => {
      const pattern = this.#taken(`song.patterns[${i}]`, parseNamedPattern(text));
      return pattern === null ? [] : [pattern];
    });
    const remark = cleanRemark(saved.remark ?? '');
    const read = inPlayedOrder({
      title,
      ...(remark === '' ? {} : { remark }),
      ...commentsOf(saved.comments),
      key: this.#key('song.key', saved.key),
      tempo: saved.tempo,
      meter,
      voice: saved.voice === null ? null : this.#range('song.voice', saved.voice),
      ...(saved.down === undefined ? {} : { down: saved.down }),
      players: this.#rigs(),
      sections,
      form,
      ...(plans.length > 0 ? { plans } : {}),
      ...(patterns.length > 0 ? { patterns } : {}),
      ...this.#log(),
      kept: saved.kept.map((k, i) => this.#kept(k, byName, { path: `song.kept[${i}]`, meter })),
    });
    return withFollowers(read);
  }

  /** Every entry once; what was kept in it speaks of places that may be gone, so it is read when it is taken back. */
  #log(): Pick<Song, 'log'> {
    const { log } = this.#saved;
    if (!log || log.decisions.length + log.rehearsals.length === 0) return {};
    const known = new Set<string>();
    for (const [list, entries] of Object.entries({ decisions: log.decisions, rehearsals: log.rehearsals })) {
      for (const [i, { id }] of entries.entries()) {
        if (known.has(id))
          this.#say(`song.log.${list}[${i}].id`, `there is already an entry "${id}"; expected another one`);
        known.add(id);
      }
    }
    const { decisions, rehearsals } = log as unknown as SongLog;
    return { log: { decisions, rehearsals: inOrder(rehearsals) } };
  }

  #taken<T>(path: string, result: Checked<T>): T | null {
    if (result.ok) return result.value;
    this.#say(path, result.error);
    return null;
  }

  #key(path: string, text: string): string {
    return this.#taken(path, parseKey(text))?.text ?? 'C';
  }

  #range(path: string, [low, high]: readonly string[]): readonly [string, string] | null {
    return this.#taken(path, parseRange(`${low}-${high}`));
  }

  #sections(songMeter: Meter): readonly Section[] {
    const names = new Set<string>();
    return this.#saved.sections.map((s, i) => {
      const path = `song.sections[${i}]`;
      if (names.has(s.name))
        this.#say(`${path}.name`, `two sections are called "${s.name}"; expected different names`);
      names.add(s.name);
      const own = s.meter === undefined ? null : this.#taken(`${path}.meter`, parseMeter(s.meter));
      const meter = own ?? songMeter;
      const read = this.#section(s, { path, meter });
      const said = sayableSection(own ? { ...read, meter: own } : read, barTicks(meter));
      for (const p of said.problems) this.#say(`${path}.${p.path}`, p.message);
      return said.section;
    });
  }

  #section(s: SavedSection, { path, meter }: At): Section {
    const swing = this.#taken(`${path}.swing`, parseSwing(s.swing ?? 'straight'));
    const voice = s.voice ? this.#range(`${path}.voice`, s.voice) : null;
    const hands = this.#hands(s.hands, `${path}.hands`);
    const bars = s.bars.map((b, n): Bar => {
      const at = `${path}.bars[${n}]`;
      return {
        chords: this.#chords(b.chords, { path: `${at}.chords`, meter }),
        hits: this.#patterns(b.hits, { path: `${at}.hits`, meter }) as Bar['hits'],
        voice: b.voice,
        ...(this.#part(b, n, { path: at, meter }) as Pick<Bar, 'cells' | 'lines'>),
        ...this.#sounds(b.sounds, `${at}.sounds`),
        ...remarksOf(b.remarks),
        ...this.#beside(b.beside, n, { path: `${at}.beside`, meter }),
      };
    });
    const variants = s.variants.map((v, n) => {
      const at = { path: `${path}.variants[${n}]`, meter };
      return { pass: v.pass, fromBar: v.fromBar, bars: this.#patches(v, s.bars.length, at) };
    });
    const key = s.key === undefined ? null : this.#key(`${path}.key`, s.key);
    if (s.pickup !== undefined && s.pickup >= barTicks(meter))
      this.#say(`${path}.pickup`, `a pick-up is shorter than the bar; expected less than ${barTicks(meter)}`);
    const wishes = (s.wishes ?? []).flatMap((text, n): Wish[] => {
      const wish = this.#taken(`${path}.wishes[${n}]`, parseWish(text, this.#strings));
      return wish === null ? [] : [wish];
    });
    return {
      name: s.name,
      ...(swing ? { swing } : {}),
      ...(voice ? { voice } : {}),
      ...(hands ? { hands } : {}),
      ...this.#sounds(s.sounds, `${path}.sounds`),
      ...(key === null ? {} : { key }),
      ...(s.pickup === undefined ? {} : { pickup: s.pickup }),
      ...this.#likes(s.like, `${path}.like`),
      ...remarksOf(s.remarks),
      ...commentsOf(s.comments),
      bars,
      wishes,
      variants,
    };
  }

  /** The bars of what differs, from one bar of a section of `count` on. */
  #patches(
    v: Pick<SavedSection['variants'][number], 'fromBar' | 'bars'>,
    count: number,
    { path, meter }: At,
  ): readonly BarPatch[] {
    if (v.fromBar + v.bars.length > count) this.#say(path, `reaches past the section's ${count} bars`);
    return v.bars.map((p, k): BarPatch => {
      const where = `${path}.bars[${k}]`;
      return {
        ...(p.chords ? { chords: this.#chords(p.chords, { path: `${where}.chords`, meter }) } : {}),
        ...this.#part(p, v.fromBar + k, { path: where, meter }),
        ...(p.hits ? { hits: this.#patterns(p.hits, { path: `${where}.hits`, meter }) } : {}),
        ...(p.voice === undefined ? {} : { voice: p.voice }),
        ...this.#sounds(p.sounds, `${where}.sounds`),
        ...remarksOf(p.remarks),
        ...this.#beside(p.beside, v.fromBar + k, { path: `${where}.beside`, meter }),
        ...(p.out ? { out: true as const } : {}),
      };
    });
  }

  #likes(
    from: { [P in Player]?: string | undefined } | undefined,
    path: string,
  ): { readonly like?: NonNullable<Section['like']> } {
    const likes: Partial<Record<Player, Like>> = {};
    for (const player of PLAYERS) {
      const text = from?.[player];
      if (text === undefined) continue;
      const like = this.#taken(`${path}.${player}`, parseLike(text, player));
      if (like === null) continue;
      const trouble = likeTrouble({ like: likes }, player, like);
      if (trouble !== null) this.#say(`${path}.${player}`, trouble);
      likes[player] = like;
    }
    return Object.keys(likes).length > 0 ? { like: likes } : {};
  }

  #beside(
    from: { [P in Player]?: readonly SavedPart[] | undefined } | undefined,
    bar: number,
    { path, meter }: At,
  ): { readonly beside?: Beside } {
    const beside: Partial<Record<Player, readonly BesidePart[]>> = {};
    for (const player of PLAYERS) {
      const parts = (from?.[player] ?? []).map(({ cells, hits, line }, i): BesidePart => {
        const at = { path: `${path}.${player}[${i}]`, meter };
        const lines = line === null ? {} : { lines: { [player]: line } };
        const read = this.#part({ cells: { [player]: cells }, ...lines }, bar, at);
        const patterns = this.#patterns({ [player]: hits }, { path: `${at.path}.hits`, meter });
        return {
          cells: read.cells?.[player] ?? [],
          hits: patterns[player] ?? null,
          line: read.lines?.[player] ?? null,
        };
      });
      if (parts.length > 0) beside[player] = parts;
    }
    return Object.keys(beside).length > 0 ? { beside } : {};
  }

  #hands(from: SavedSection['hands'], path: string): Section['hands'] | null {
    const hands: Partial<Record<Player, SectionHand>> = {};
    for (const player of PLAYERS) {
      const hand = from?.[player] as SectionHand | undefined;
      if (hand?.with === player) this.#say(`${path}.${player}.with`, `${player} cannot strike with itself`);
      if (hand && (hand.strokes ?? hand.with) !== undefined) hands[player] = { ...hand };
    }
    return Object.keys(hands).length > 0 ? hands : null;
  }

  /** Which sounds are used; a name that the player does not have is said. */
  #sounds(
    from: { [P in Player]?: string | undefined } | undefined,
    path: string,
  ): { readonly sounds?: Sounds } {
    const sounds: Partial<Record<Player, SoundUse>> = {};
    for (const player of PLAYERS) {
      const text = from?.[player];
      if (text === undefined) continue;
      const use = this.#taken(`${path}.${player}`, parseSoundUse(text));
      if (use === null) continue;
      const trouble = soundTrouble(use, this.#soundNames[player], player);
      if (trouble !== null) this.#say(`${path}.${player}`, trouble);
      sounds[player] = use;
    }
    return Object.keys(sounds).length > 0 ? { sounds } : {};
  }

  /** Cells and lines of one bar (from 0): a line's steps are its cells. */
  #part(
    from: {
      cells?: { [P in Player]?: PlacedIn | undefined } | undefined;
      lines?: { [P in Player]?: string | undefined } | undefined;
    },
    bar: number,
    { path, meter }: At,
  ): Pick<BarPatch, 'cells' | 'lines'> {
    const lines: Partial<Record<Player, Line>> = {};
    const cells: Partial<Record<Player, readonly PlacedCell[]>> = {};
    for (const player of PLAYERS) {
      const strings = this.#strings[player];
      const list = from.cells?.[player];
      if (list !== undefined)
        cells[player] = this.#cells(list, player, { path: `${path}.cells.${player}`, meter });
      const text = from.lines?.[player];
      if (text === undefined) continue;
      const line = parseLine(text, { meter, strings });
      if (line.ok) {
        lines[player] = line.value;
        cells[player] = cellsWithLine(cells[player] ?? [], line.value, { strings, first: bar === 0 });
      } else {
        for (const p of line.error) this.#say(`${path}.lines.${player}`, p.message);
      }
    }
    return {
      ...(from.cells || Object.keys(lines).length > 0 ? { cells } : {}),
      ...(Object.keys(lines).length > 0 ? { lines } : {}),
    };
  }

  #cells(list: PlacedIn, player: Player, { path, meter }: At): readonly PlacedCell[] {
    return list.flatMap((c, i): PlacedCell[] => {
      this.#inBar(c.at, { path: `${path}[${i}].at`, meter });
      const cell = this.#taken(`${path}[${i}].cell`, parseCell(c.cell, this.#strings[player]));
      return cell === null ? [] : [{ at: c.at, push: c.push as PlacedCell['push'], cell }];
    });
  }

  #chords(list: readonly { at: number; push: number; chord: string }[], { path, meter }: At): Bar['chords'] {
    return list.map((c, i) => {
      this.#inBar(c.at, { path: `${path}[${i}].at`, meter });
      const isGuess = c.chord.length > 1 && c.chord.endsWith('~');
      const text = isGuess ? c.chord.slice(0, -1) : c.chord;
      const isNone = isNoChord(text);
      if (!isNone) this.#taken(`${path}[${i}].chord`, parseChord(text));
      const chord = isNone ? 'N.C.' : text.replace(/\s+/g, '');
      const sure = { at: c.at, push: c.push as PlacedCell['push'], chord };
      return isGuess ? { ...sure, guess: true as const } : sure;
    });
  }

  #inBar(at: number, { path, meter }: At): void {
    if (at >= barTicks(meter)) this.#say(path, `${at} ticks is past the end of a ${formatMeter(meter)} bar`);
  }

  #patterns(
    from: { [P in Player]?: string | null | undefined },
    { path, meter }: At,
  ): Partial<Record<Player, string | null>> {
    const patterns: Partial<Record<Player, string | null>> = {};
    for (const player of PLAYERS) {
      const text = from[player];
      if (text === undefined) continue;
      const read = text === null ? null : parseHits(text, meter);
      if (read && !read.ok) this.#say(`${path}.${player}`, read.error.message);
      patterns[player] = read?.ok ? read.value : null;
    }
    return patterns;
  }

  #entry(
    { tune: tuning, bars, sounds, variants, remark, comments, ...entry }: SavedValues['form'][number],
    sections: ReadonlyMap<string, Section>,
    path: string,
  ): FormEntry {
    const section = sections.get(entry.section);
    if (!section) {
      const known = [...sections.keys()].slice(0, 20).join(', ') || 'none yet';
      this.#say(`${path}.section`, `there is no section "${entry.section}"; expected one of ${known}`);
    }
    const count = section?.bars.length ?? Infinity;
    if (bars !== undefined && bars > count)
      this.#say(`${path}.bars`, `${entry.section} has ${count} bars; expected ${count} or fewer`);
    const tune = tuning === undefined ? null : this.#taken(`${path}.tune`, parseTune(tuning));
    const said = saidSounds(this.#sounds(sounds, `${path}.sounds`).sounds ?? {});
    const meter = section?.meter ?? this.#meter;
    const own = (variants ?? []).map((v, n): OwnVariant => {
      const at = { path: `${path}.variants[${n}]`, meter };
      return { pass: v.pass, fromBar: v.fromBar, bars: this.#patches(v, count, at) };
    });
    const differs = section ? sayableOwn(section, own, barTicks(meter)) : { variants: own, problems: [] };
    for (const p of differs.problems) this.#say(`${path}.${p.path}`, p.message);
    const told = cleanRemark(remark ?? '');
    return {
      ...entry,
      ...(differs.variants.length > 0 ? { variants: differs.variants } : {}),
      ...(told === '' ? {} : { remark: told }),
      ...commentsOf(comments),
      key: entry.key === null ? null : this.#key(`${path}.key`, entry.key),
      ...(tune ? { tune } : {}),
      ...(bars === undefined || bars >= count ? {} : { bars }),
      ...(said ? { sounds: said } : {}),
    } as FormEntry;
  }

  #kept(
    k: SavedValues['kept'][number],
    sections: ReadonlyMap<string, Section>,
    { path, meter }: At,
  ): KeptFinding {
    const notes = k.notes ?? [];
    notes.forEach((name, n) => this.#taken(`${path}.notes[${n}]`, parseNote(name)));
    const beat = k.beat ?? null;
    const { section, bar } = k;
    const known = section === null ? null : (joinNamed(sections, section) ?? sections.get(section));
    const beats = countedBeats(known?.meter ?? meter);
    if (section !== null && !known)
      this.#say(`${path}.section`, `there is no section "${section}"; expected one of the song's`);
    else if (section === null && bar !== null)
      this.#say(`${path}.bar`, 'what is kept in the whole song has no bar; expected null');
    else if (known && bar !== null && bar > known.bars.length)
      this.#say(`${path}.bar`, `${section} has ${known.bars.length} bars; expected one of them`);
    if (bar === null && (beat !== null || k.pass !== null || notes.length > 0))
      this.#say(path, 'without a bar there is no pass, beat or note; expected null, null and none');
    if (beat !== null && beat >= beats + 1)
      this.#say(`${path}.beat`, `a bar has ${beats} beats; expected beat 1 to ${beats}`);
    return {
      ...k,
      beat,
      notes,
      players: PLAYERS.filter((p) => k.players.includes(p)),
      reason: cleanReason(k.reason),
    } as KeptFinding;
  }

  /** Files from before hands and delays could be set have the middle hand and no delay. */
  #rigs(): Song['players'] {
    const rig = (player: Player) => {
      const saved = this.#saved.players[player];
      const path = `song.players.${player}`;
      const kind = player === 'bass' ? 'bass' : 'guitar';
      const named = saved.tuning.flatMap((name, i) =>
        this.#taken(`${path}.tuning[${i}]`, parseNote(name)) === null ? [] : [name],
      );
      const tuning =
        named.length === saved.tuning.length
          ? this.#taken(`${path}.tuning`, parseTuning(named.join(' '), kind))
          : null;
      if (saved.capo >= saved.frets)
        this.#say(`${path}.capo`, `capo ${saved.capo} leaves no frets; expected fewer than ${saved.frets}`);
      const { sounds: _texts, remark: told, ...rest } = saved;
      const remark = cleanRemark(told ?? '');
      const sounds = (saved.sounds ?? []).flatMap((text, i): NamedSound[] => {
        const sound = this.#taken(`${path}.sounds[${i}]`, parseNamedSound(text));
        return sound === null ? [] : [sound];
      });
      const twice = sounds.find((s, i) => sounds.findIndex((t) => t.name === s.name) < i);
      if (twice)
        this.#say(`${path}.sounds`, `two sounds are called "${twice.name}"; expected different names`);
      return {
        ...rest,
        ...(sounds.length > 0 ? { sounds } : {}),
        ...(remark === '' ? {} : { remark }),
        tuning: tuning ?? saved.tuning,
        hand: saved.hand ?? HANDS.middle,
        delay: this.#taken(`${path}.delay`, parseDelay(saved.delay ?? 'off')),
        strokes: saved.strokes ?? USUAL_HANDS.strokes,
        downs: saved.downs ?? USUAL_HANDS.downs,
      };
    };
    return {
      guitar1: rig('guitar1'),
      guitar2: rig('guitar2'),
      bass: rig('bass'),
    } as unknown as Song['players'];
  }
}

type SavedPart = NonNullable<NonNullable<SavedSection['bars'][number]['beside']>['guitar1']>[number];

function remarksOf(from: Remarks | { [K in keyof Remarks]?: string | undefined } | undefined): {
  readonly remarks?: Remarks;
} {
  const remarks = saidRemarks((from ?? {}) as Remarks);
  return remarks ? { remarks } : {};
}

function commentsOf(from: readonly (string | Comment)[] | undefined): {
  readonly comments?: readonly Comment[];
} {
  const comments = cleanComments(from ?? []);
  return comments.length > 0 ? { comments } : {};
}
