import { array, boolean, mixed, number, object, string, ValidationError, type InferType } from 'yup';
import { fail, ok, problemIn, type Problem, type Result } from '../base/index';
import {
  formatCell,
  formatNamedPlan,
  formatTune,
  formatWish,
  parseNamedPlan,
  parseTune,
  type NamedPlan,
  parseCell,
  parseWish,
  PLAN_NAMES,
  PLAYERS,
  lineCells,
  type Bar,
  type BarPatch,
  type PlacedCell,
  type Player,
  type Section,
  type Wish,
} from '../form/index';
import { FINGER_PAIRS, HAND_SIZES, HANDS, SPREAD_RANGE_MM } from '../grip/index';
import { DOWNS_RANGE, parseHits, STROKE_WAYS } from '../hits/index';
import { formatLine, parseLine, type Line } from '../line/index';
import { FRETS_RANGE, SCALE_RANGE_MM, type Instrument } from '../instrument/index';
import { isNoChord, parseChord, parseKey, parseNote } from '../pitch/index';
import {
  formatDelay,
  parseDelay,
  formatMeter,
  formatSwing,
  parseMeter,
  parseSwing,
  TEMPO_RANGE,
  COMMON_TIME,
  barTicks,
  type Meter,
} from '../time/index';
import { FINDING_KINDS, USUAL_HANDS, type Song, type Version } from './song';

/** What our song files call themselves, and the version this program writes. */
export const SONG_FORMAT = 'orchestron-song';
export const SONG_VERSION = 1;

/** A song as it stands in a file or in the browser's storage: the song with cells as chart text (`888xxx!`). */
export interface SavedSong {
  readonly format: string;
  readonly version: number;
  readonly song: SavedValues;
}
type SavedValues = InferType<typeof songSchema>;

const placedCell = object({
  at: number().integer().min(0).required(),
  push: number().oneOf([0, 240, 480]).required(),
  cell: string().required(),
}).noUnknown();
const placedChord = object({
  at: number().integer().min(0).required(),
  push: number().oneOf([0, 240, 480]).required(),
  chord: string().required(),
}).noUnknown();
const hits = string().nullable().defined();
const voice = string()
  .matches(/^[~.]+$/, {
    message: '${path} must be made of ~ (singing) and . (silent)',
    excludeEmptyString: false,
  })
  .nullable()
  .defined();
const everyPlayer = <T>(make: () => T) => ({ guitar1: make(), guitar2: make(), bass: make() });

const lines = object(everyPlayer(() => string().optional()))
  .optional()
  .default(undefined);
const range = array().of(string().required()).length(2);
const passOrLast = mixed<number | 'last'>()
  .test(
    'pass',
    '${path} must be a pass from 1, or "last"',
    (value) => value === 'last' || (typeof value === 'number' && Number.isInteger(value) && value >= 1),
  )
  .required();

const bar = object({
  chords: array().of(placedChord).required(),
  cells: object(everyPlayer(() => array().of(placedCell).required())).required(),
  hits: object(everyPlayer(() => hits)).required(),
  voice,
  lines,
}).noUnknown();
const patch = object({
  chords: array().of(placedChord).optional(),
  cells: object(everyPlayer(() => array().of(placedCell).optional()))
    .optional()
    .default(undefined),
  hits: object(everyPlayer(() => string().nullable().optional()))
    .optional()
    .default(undefined),
  voice: string().nullable().optional(),
  lines,
  out: boolean().oneOf([true]).optional(),
}).noUnknown();
const spreadMm = number().min(SPREAD_RANGE_MM.min).max(SPREAD_RANGE_MM.max).required();
const hand = object({
  size: string()
    .oneOf([...HAND_SIZES])
    .required(),
  thumb: boolean().required(),
  spreadMm: object(Object.fromEntries(FINGER_PAIRS.map((pair) => [pair, spreadMm]))).required(),
}).noUnknown();
const instrument = (kind: Instrument['kind']) =>
  object({
    kind: string().oneOf([kind]).required(),
    tuning: array()
      .of(string().required())
      .min(kind === 'guitar' ? 6 : 4)
      .max(kind === 'guitar' ? 6 : 5)
      .required(),
    capo: number().integer().min(0).max(12).required(),
    frets: number().integer().min(FRETS_RANGE.min).max(FRETS_RANGE.max).required(),
    scaleMm: number().min(SCALE_RANGE_MM.min).max(SCALE_RANGE_MM.max).required(),
    gain: number().min(0).max(10).required(),
    hand: hand.optional().default(undefined),
    delay: string().nullable().optional(),
    strokes: string()
      .oneOf([...STROKE_WAYS])
      .optional(),
    downs: number().min(DOWNS_RANGE.min).max(DOWNS_RANGE.max).optional(),
  }).noUnknown();

const sectionHand = object({
  strokes: string()
    .oneOf([...STROKE_WAYS])
    .optional(),
  with: string()
    .oneOf([...PLAYERS])
    .optional(),
})
  .noUnknown()
  .optional()
  .default(undefined);

const songSchema = object({
  title: string().required(),
  key: string().required(),
  tempo: number().min(TEMPO_RANGE.min).max(TEMPO_RANGE.max).required(),
  meter: string().required(),
  voice: array().of(string().required()).length(2).nullable().defined().default(null),
  players: object({
    guitar1: instrument('guitar'),
    guitar2: instrument('guitar'),
    bass: instrument('bass'),
  }).required(),
  sections: array()
    .of(
      object({
        name: string().required(),
        wishes: array().of(string().required()).optional(),
        meter: string().optional(),
        swing: string().optional(),
        voice: range.optional().default(undefined),
        hands: object(everyPlayer(() => sectionHand))
          .optional()
          .default(undefined),
        bars: array().of(bar).required(),
        variants: array()
          .of(
            object({
              pass: passOrLast,
              fromBar: number().integer().min(0).required(),
              bars: array().of(patch).required(),
            }).noUnknown(),
          )
          .required(),
      }).noUnknown(),
    )
    .required(),
  form: array()
    .of(
      object({
        section: string().required(),
        times: number().integer().min(1).max(99).required(),
        plan: string()
          .nullable()
          .oneOf([...PLAN_NAMES, null])
          .defined(),
        key: string().nullable().defined(),
        tune: string().optional(),
        tempo: number().min(TEMPO_RANGE.min).max(TEMPO_RANGE.max).optional(),
        feel: string().oneOf(['half', 'double']).optional(),
        bars: number().integer().min(1).optional(),
      }).noUnknown(),
    )
    .required(),
  kept: array()
    .of(
      object({
        section: string().required(),
        pass: number().integer().min(1).nullable().defined(),
        bar: number().integer().min(1).required(),
        beat: number().min(1).nullable().optional(),
        kind: string()
          .oneOf([...FINDING_KINDS])
          .required(),
        players: array()
          .of(
            string()
              .oneOf([...PLAYERS])
              .required(),
          )
          .required(),
        notes: array().of(string().required()).optional(),
        reason: string().defined(),
      }).noUnknown(),
    )
    .required(),
  plans: array().of(string().required()).optional(),
  /** Each song in it is read as a file's is. */
  versions: array()
    .of(object({ name: string().required(), song: mixed<object>().required() }).noUnknown())
    .optional(),
}).noUnknown();

/** Paths begin with `song`, in a file as in a version. */
const wrapSchema = object({ song: songSchema.required() });

/** The song as plain JSON values; `readSong` gives the same song back. */
export function saveSong(song: Song): SavedSong {
  const saved = { format: SONG_FORMAT, version: SONG_VERSION, song: savedValues(song) };
  return saved as unknown as SavedSong;
}

function savedValues(song: Song): object {
  const cells = (list: readonly PlacedCell[]) =>
    list.map(({ at, push, cell }) => ({ at, push, cell: formatCell(cell) }));
  const part = (p: Pick<BarPatch, 'cells' | 'lines'>, meter: Meter) => ({
    // The cells of a line are made from it again.
    ...(p.cells
      ? { cells: mapPlayers(p.cells, (list, player) => (p.lines?.[player] ? [] : cells(list))) }
      : {}),
    ...(p.lines
      ? {
          lines: mapPlayers(p.lines, (line, player) =>
            line === null ? null : formatLine(line, { meter, strings: song.players[player].tuning.length }),
          ),
        }
      : {}),
  });
  const { plans, versions, ...rest } = song;
  return {
    ...rest,
    meter: formatMeter(song.meter),
    players: mapPlayers(song.players, (rig) => ({
      ...rig,
      delay: rig.delay === null ? null : formatDelay(rig.delay),
    })),
    sections: song.sections.map(({ meter, swing, ...section }) => ({
      ...section,
      ...(meter ? { meter: formatMeter(meter) } : {}),
      ...(swing ? { swing: formatSwing(swing) } : {}),
      wishes: section.wishes.map(formatWish),
      bars: section.bars.map((b) => ({ ...b, ...part(b, meter ?? song.meter) })),
      variants: section.variants.map((v) => ({
        ...v,
        bars: v.bars.map((p) => ({ ...p, ...part(p, meter ?? song.meter) })),
      })),
    })),
    form: song.form.map(({ tune, ...entry }) => ({ ...entry, ...(tune ? { tune: formatTune(tune) } : {}) })),
    ...(plans ? { plans: plans.map(formatNamedPlan) } : {}),
    ...(versions ? { versions: versions.map((v) => ({ name: v.name, song: savedValues(v.song) })) } : {}),
  };
}

/**
 * Reads a song file's JSON. Fails with every problem and its path when it is not ours, of a newer version,
 * or says something no song can say; the file itself is never changed.
 */
export function readSong(json: unknown): Result<Song, readonly Problem[]> {
  const head = json as { format?: unknown; version?: unknown; song?: unknown } | null;
  if (typeof json !== 'object' || head === null || head.format !== SONG_FORMAT) {
    return fail([
      problemIn('format', `this is not an Orchestron song file; expected "format": "${SONG_FORMAT}"`),
    ]);
  }
  if (typeof head.version !== 'number' || !Number.isInteger(head.version) || head.version < 1) {
    return fail([
      problemIn('version', `expected a file version from 1 to ${SONG_VERSION}, found ${show(head.version)}`),
    ]);
  }
  if (head.version > SONG_VERSION) {
    return fail([
      problemIn(
        'version',
        `this file was made by a newer Orchestron (file version ${head.version}); expected at most ${SONG_VERSION}. Update, or export it there as chart text`,
      ),
    ]);
  }
  return readValues(head.song);
}

/** The song inside a file, or inside a version. */
function readValues(song: unknown): Result<Song, readonly Problem[]> {
  let values: SavedValues;
  try {
    values = wrapSchema.validateSync({ song }, { abortEarly: false, strict: true }).song;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return fail(inner.map((e) => problemIn(e.path ?? 'song', e.message)));
  }
  return understand(values);
}

/** A path in the file, and the metre of the section it is in. */
interface At {
  readonly path: string;
  readonly meter: Meter;
}

function understand(saved: SavedValues): Result<Song, readonly Problem[]> {
  const problems: Problem[] = [];
  const check = (path: string, result: { ok: true } | { ok: false; error: string }) => {
    if (!result.ok) problems.push(problemIn(path, result.error));
  };
  const meterRead = parseMeter(saved.meter);
  check('song.meter', meterRead);
  const meter: Meter = meterRead.ok ? meterRead.value : COMMON_TIME;
  check('song.key', parseKey(saved.key));
  saved.voice?.forEach((name, i) => check(`song.voice[${i}]`, parseNote(name)));
  saved.kept.forEach((k, i) =>
    (k.notes ?? []).forEach((name, n) => check(`song.kept[${i}].notes[${n}]`, parseNote(name))),
  );
  for (const player of PLAYERS) {
    check(`song.players.${player}.delay`, parseDelay(saved.players[player].delay ?? 'off'));
    saved.players[player].tuning.forEach((name, i) =>
      check(`song.players.${player}.tuning[${i}]`, parseNote(name)),
    );
  }

  type PlacedIn = { at: number; push: number; cell: string }[];
  const cells = (list: PlacedIn, player: Player, { path, meter: of }: At): PlacedCell[] =>
    list.flatMap((c, i): PlacedCell[] => {
      placed(c.at, { path: `${path}[${i}].at`, meter: of });
      const cell = parseCell(c.cell, saved.players[player].tuning.length);
      check(`${path}[${i}].cell`, cell);
      return cell.ok ? [{ at: c.at, push: c.push as PlacedCell['push'], cell: cell.value }] : [];
    });
  const placed = (at: number, { path, meter: of }: At) => {
    if (at >= barTicks(of))
      problems.push(problemIn(path, `${at} ticks is past the end of a ${formatMeter(of)} bar`));
  };
  const chords = (list: { at: number; push: number; chord: string }[], { path, meter: of }: At) =>
    list.map((c, i) => {
      placed(c.at, { path: `${path}[${i}].at`, meter: of });
      if (!isNoChord(c.chord)) check(`${path}[${i}].chord`, parseChord(c.chord));
      return { at: c.at, push: c.push as PlacedCell['push'], chord: c.chord };
    });
  const pattern = (text: string | null | undefined, { path, meter: of }: At) => {
    if (text === null || text === undefined) return;
    const read = parseHits(text, of);
    if (!read.ok) problems.push(problemIn(path, read.error.message));
  };

  const strings = {
    guitar1: saved.players.guitar1.tuning.length,
    guitar2: saved.players.guitar2.tuning.length,
    bass: saved.players.bass.tuning.length,
  };
  /** Cells and lines of one bar (from 0): a line's steps are its cells. */
  const part = (
    from: {
      cells?: { [P in Player]?: PlacedIn | undefined } | undefined;
      lines?: { [P in Player]?: string | undefined } | undefined;
    },
    bar: number,
    { path, meter: of }: At,
  ): Pick<BarPatch, 'cells' | 'lines'> => {
    const lines: Partial<Record<Player, Line>> = {};
    const own: Partial<Record<Player, readonly PlacedCell[]>> = {};
    for (const player of PLAYERS) {
      const list = from.cells?.[player];
      if (list !== undefined)
        own[player] = cells(list, player, { path: `${path}.cells.${player}`, meter: of });
      const text = from.lines?.[player];
      if (text === undefined) continue;
      const line = parseLine(text, { meter: of, strings: strings[player] });
      if (line.ok) {
        lines[player] = line.value;
        own[player] = lineCells(line.value, { strings: strings[player], first: bar === 0 });
      } else {
        for (const p of line.error) problems.push(problemIn(`${path}.lines.${player}`, p.message));
      }
    }
    return { ...(from.cells ? { cells: own } : {}), ...(from.lines ? { lines } : {}) };
  };
  const names = new Set<string>();
  const sections = saved.sections.map((s, i): Section => {
    const path = `song.sections[${i}]`;
    if (names.has(s.name))
      problems.push(
        problemIn(`${path}.name`, `two sections are called "${s.name}"; expected different names`),
      );
    names.add(s.name);
    const ownMeter = s.meter === undefined ? null : parseMeter(s.meter);
    if (ownMeter) check(`${path}.meter`, ownMeter);
    const of = ownMeter?.ok ? ownMeter.value : meter;
    const swing = parseSwing(s.swing ?? 'straight');
    check(`${path}.swing`, swing);
    s.voice?.forEach((name, n) => check(`${path}.voice[${n}]`, parseNote(name)));
    return {
      name: s.name,
      ...(ownMeter?.ok ? { meter: ownMeter.value } : {}),
      ...(swing.ok && swing.value ? { swing: swing.value } : {}),
      ...(s.voice ? { voice: [s.voice[0]!, s.voice[1]!] as const } : {}),
      ...(s.hands ? { hands: mapPlayers(s.hands, (h) => ({ ...h })) as Section['hands'] & object } : {}),
      bars: s.bars.map((b, n): Bar => {
        const at = `${path}.bars[${n}]`;
        for (const player of PLAYERS) pattern(b.hits[player], { path: `${at}.hits.${player}`, meter: of });
        return {
          chords: chords(b.chords, { path: `${at}.chords`, meter: of }),
          hits: b.hits,
          voice: b.voice,
          ...(part(b, n, { path: at, meter: of }) as Pick<Bar, 'cells' | 'lines'>),
        };
      }),
      wishes: (s.wishes ?? []).flatMap((text, n): Wish[] => {
        const wish = parseWish(text, strings);
        check(`${path}.wishes[${n}]`, wish);
        return wish.ok ? [wish.value] : [];
      }),
      variants: s.variants.map((v, n) => {
        const at = `${path}.variants[${n}]`;
        if (v.fromBar + v.bars.length > s.bars.length) {
          problems.push(problemIn(at, `reaches past the section's ${s.bars.length} bars`));
        }
        return {
          pass: v.pass,
          fromBar: v.fromBar,
          bars: v.bars.map((p, k): BarPatch => {
            const where = `${at}.bars[${k}]`;
            if (p.hits)
              for (const player of PLAYERS)
                pattern(p.hits[player], { path: `${where}.hits.${player}`, meter: of });
            return {
              ...(p.chords ? { chords: chords(p.chords, { path: `${where}.chords`, meter: of }) } : {}),
              ...part(p, v.fromBar + k, { path: where, meter: of }),
              ...(p.hits ? { hits: p.hits as Record<Player, string | null> } : {}),
              ...(p.voice === undefined ? {} : { voice: p.voice }),
              ...(p.out ? { out: true as const } : {}),
            };
          }),
        };
      }),
    };
  });
  saved.form.forEach((entry, i) => {
    if (!names.has(entry.section)) {
      problems.push(
        problemIn(
          `song.form[${i}].section`,
          `there is no section "${entry.section}"; expected one of ${[...names].join(', ') || 'none yet'}`,
        ),
      );
    }
    if (entry.key !== null) check(`song.form[${i}].key`, parseKey(entry.key));
    if (entry.tune !== undefined) check(`song.form[${i}].tune`, parseTune(entry.tune));
  });
  const plans = (saved.plans ?? []).flatMap((text, i): NamedPlan[] => {
    const plan = parseNamedPlan(text);
    check(`song.plans[${i}]`, plan);
    return plan.ok ? [plan.value] : [];
  });
  const versions = (saved.versions ?? []).flatMap((v, i): Version[] => {
    const read = readValues(v.song);
    if (!read.ok) {
      problems.push(...read.error.map((p) => problemIn(`song.versions[${i}].${p.path ?? ''}`, p.message)));
      return [];
    }
    return [{ name: v.name, song: read.value }];
  });
  if (problems.length > 0) return fail(problems);
  return ok({
    title: saved.title,
    key: saved.key,
    tempo: saved.tempo,
    meter,
    voice: saved.voice === null ? null : [saved.voice[0]!, saved.voice[1]!],
    players: rigs(saved.players),
    sections,
    form: saved.form.map(({ tune, ...entry }) => {
      const read = tune === undefined ? null : parseTune(tune);
      return { ...entry, ...(read?.ok ? { tune: read.value } : {}) };
    }) as Song['form'],
    ...(saved.plans ? { plans } : {}),
    ...(saved.versions ? { versions } : {}),
    kept: saved.kept.map((k) => ({ ...k, beat: k.beat ?? null, notes: k.notes ?? [] })) as Song['kept'],
  });
}

/** Files from before hands and delays could be set have the middle hand and no delay. */
function rigs(players: SavedValues['players']): Song['players'] {
  const rig = (player: Player) => {
    const delay = parseDelay(players[player].delay ?? 'off');
    const hand = players[player].hand ?? HANDS.middle;
    const { strokes, downs } = players[player];
    return {
      ...players[player],
      hand,
      delay: delay.ok ? delay.value : null,
      strokes: strokes ?? USUAL_HANDS.strokes,
      downs: downs ?? USUAL_HANDS.downs,
    };
  };
  return {
    guitar1: rig('guitar1'),
    guitar2: rig('guitar2'),
    bass: rig('bass'),
  } as unknown as Song['players'];
}

function mapPlayers<A, B>(
  parts: { readonly [P in Player]?: A | undefined },
  change: (part: A, player: Player) => B,
): Partial<Record<Player, B>> {
  const mapped: Partial<Record<Player, B>> = {};
  for (const player of PLAYERS) {
    const part = parts[player];
    if (part !== undefined) mapped[player] = change(part, player);
  }
  return mapped;
}

function show(value: unknown): string {
  return value === undefined ? 'none' : JSON.stringify(value);
}
