import fc from 'fast-check';
import {
  cellsWithLine,
  gripCell,
  leavesRoom,
  OPEN,
  PLAN_NAMES,
  lineCells,
  withLine,
  type Bar,
  type BarPatch,
  type Beside,
  type Cell,
  type ChordMove,
  type Like,
  type NamedSound,
  type OwnVariant,
  type Remarks,
  type PlacedCell,
  type PlacedChord,
  type PlanTune,
  type Section,
  type Variant,
  type Wish,
} from '../src/core/form/index';
import {
  FINGER_PAIRS,
  fitsFingering,
  HAND_SIZES,
  HANDS,
  type Finger,
  type Fingering,
  type Grip,
  type Hand,
} from '../src/core/grip/index';
import type { Fret } from '../src/core/instrument/index';
import { defaultBass, defaultGuitar } from '../src/core/instrument/index';
import { parseLine, type Line } from '../src/core/line/index';
import { COMMON_TIME, type Meter } from '../src/core/time/index';
import { emptySong, USUAL_HANDS, withFollowers, type Song } from '../src/core/song/index';

/** Every property test uses this seed, so that a failure can be repeated. */
export const SEED = 20_261_124;

const CHORDS = ['Dm', 'Bb', 'C/E', 'Gm7', 'A', 'F#m7b5', 'Ebmaj7', 'E5', 'Csus4', 'Aadd9', 'N.C.', 'B7'];

export const chordText = fc.constantFrom(...CHORDS);
const push = fc.constantFrom(0, 240, 480) as fc.Arbitrary<0 | 240 | 480>;
const fret = (highest: number) => fc.option(fc.integer({ min: 0, max: highest }), { nil: null, freq: 3 });

export const gripOf = (strings: number, highest = 14) =>
  fc
    .array(fret(highest), { minLength: strings, maxLength: strings })
    .filter((frets) => frets.some((f) => f !== null))
    .map((frets) => frets as (Fret | null)[]);

/** A finger for each fret, where that can be. */
function fingeredByFret(grip: Grip): Fingering | undefined {
  const frets = [...new Set(grip.filter((fret) => fret !== null && fret !== 0))].sort((a, b) => a! - b!);
  const fingers = grip.map((fret) =>
    fret === null || fret === 0 ? null : ((frets.indexOf(fret) + 1) as Finger),
  );
  return frets.length > 0 && frets.length <= 4 && fitsFingering(grip, fingers) ? fingers : undefined;
}

const REST = { kind: 'rest', locked: false, guess: false } as const;

export const cellOf = (strings: number): fc.Arbitrary<Cell> =>
  fc.oneof(
    fc.constant(OPEN),
    fc.record({ kind: fc.constant('rest' as const), locked: fc.boolean(), guess: fc.boolean() }),
    fc
      .record({
        grip: gripOf(strings),
        locked: fc.boolean(),
        guess: fc.boolean(),
        own: fc.boolean(),
        move: fc.constantFrom<ChordMove>(
          {},
          {},
          {},
          { reached: 'slide' },
          { reached: 'hammer' },
          { reached: 'pull', off: 'down' },
          { from: 'below' },
        ),
      })
      .chain(({ grip, own, move, ...m }) =>
        fc.option(gripOf(strings), { nil: null, freq: 1 }).map((other) => ({
          ...gripCell(grip, { ...m, ...(own ? { fingers: fingeredByFret(grip) } : {}) }),
          ...move,
          ...(other ? { or: [gripCell(other), REST] } : {}),
        })),
      ),
  );

/** Starts that divide a 4/4 bar as chart text can say it, the first at the bar line. */
const starts = fc
  .constantFrom(1, 2, 3, 4, 6, 8)
  .chain((n) => fc.subarray(Array.from({ length: n - 1 }, (_, i) => ((i + 1) * 3840) / n)))
  .map((later) => [0, ...later]);

const chords: fc.Arbitrary<readonly PlacedChord[]> = starts.chain((places) =>
  fc.tuple(
    ...places.map((at) =>
      fc.record(
        { at: fc.constant(at), push, chord: chordText, guess: fc.constant(true as const) },
        { requiredKeys: ['at', 'push', 'chord'] },
      ),
    ),
  ),
);

/** Cells as text can hold them: an open cell never reaches over a chord change without another open cell there. */
const cellsFor = (strings: number, bar: readonly PlacedChord[]): fc.Arbitrary<readonly PlacedCell[]> =>
  starts
    .chain((places) =>
      fc.tuple(...places.map((at) => fc.record({ at: fc.constant(at), push, cell: cellOf(strings) }))),
    )
    .map((list) =>
      list.flatMap((placed, i) => {
        if (placed.cell.kind !== 'open') return [placed];
        const until = list[i + 1]?.at ?? 3840;
        const more = bar.filter((c) => c.at > placed.at && c.at < until);
        return [placed, ...more.map((c): PlacedCell => ({ at: c.at, push: c.push, cell: OPEN }))];
      }),
    );

const hits = fc.option(
  fc
    .constantFrom(8, 12, 16)
    .chain((n) =>
      fc.array(
        fc.constantFrom(...[...'OoMmXx-.123456SptRz'], 'O^', 'mv', '[321]', '[6M]', '[5m321]^', '[65O3X]'),
        {
          minLength: n,
          maxLength: n,
        },
      ),
    )
    .map((symbols) => symbols.join('')),
  { nil: null },
);
const voice = fc.option(
  fc
    .tuple(fc.array(fc.constantFrom('~', '.'), { minLength: 8, maxLength: 8 }), fc.constantFrom('', '', '?'))
    .map(([marks, guess]) => marks.join('') + guess),
  { nil: null },
);

/** Which sounds are used: named ones of guitar 1 (`SOUNDS`), what is turned of guitar 2. */
const sounds = fc.constantFrom<NonNullable<Bar['sounds']>>(
  { guitar1: { sound: 'clean' } },
  { guitar1: { sound: 'lead', gain: 5 }, guitar2: { delay: null } },
  { guitar2: { gain: 8.5, delay: { kind: 'ticks', ticks: 720 } } },
);

/** The sounds of guitar 1 in every made song. */
export const SOUNDS: readonly NamedSound[] = [
  { name: 'clean', gain: 1, delay: null },
  { name: 'lead', delay: { kind: 'ms', ms: 380 }, tone: [{ way: 'more', tone: 'middle' }] },
];

const plainBar = chords.chain((list) =>
  fc.record({
    chords: fc.constant(list),
    cells: fc.record({
      guitar1: cellsFor(6, list),
      guitar2: cellsFor(6, list),
      bass: cellsFor(4, list),
    }),
    hits: fc.record({ guitar1: hits, guitar2: hits, bass: hits }),
    voice,
  }),
);

const remarks = fc.constantFrom<Remarks>(
  { band: 'let ring' },
  { guitar1: 'watch the drummer', bass: 'near the bridge: 100%' },
);

/** What is kept beside a bar of guitar 1 or the bass. */
const besideOf = (list: readonly PlacedChord[]): fc.Arbitrary<Beside> =>
  fc.record(
    {
      guitar1: fc.array(fc.record({ cells: cellsFor(6, list), hits, line: fc.constant(null) }), {
        minLength: 1,
        maxLength: 3,
      }),
      bass: fc.constant([{ cells: [], hits: 'O-O-O-O-', line: null }]),
    },
    { requiredKeys: ['guitar1'] },
  );

export const bar: fc.Arbitrary<Bar> = plainBar
  .chain((plain) =>
    fc.tuple(
      fc.constant(plain),
      fc.option(sounds, { nil: null, freq: 1 }),
      fc.option(remarks, { nil: null, freq: 1 }),
      fc.option(besideOf(plain.chords), { nil: null, freq: 1 }),
    ),
  )
  .map(([plain, used, told, beside]) => ({
    ...plain,
    ...(used ? { sounds: used } : {}),
    ...(told ? { remarks: told } : {}),
    ...(beside ? { beside } : {}),
  }));

/** One bar of a line in 4/4, in chart text. */
const lineText = (strings: number) =>
  fc
    .constantFrom(1, 2, 4, 8, 12, 16)
    .chain((n) =>
      fc.array(
        fc.oneof(
          fc
            .record({
              lead: fc.constantFrom('', '', 'h', 'p', 's', 't', 'su', '(3)h', '(12)s'),
              fret: fc.integer({ min: 0, max: 14 }),
              string: fc.integer({ min: 1, max: strings }),
              tail: fc.constantFrom(
                ...[
                  '',
                  '',
                  'b1',
                  'b1/2r',
                  'pb1',
                  't7',
                  'n',
                  'n14',
                  '~',
                  '~sd',
                  'm',
                  'wv',
                  '^',
                  'S',
                  'mP?',
                  'R',
                ],
              ),
            })
            .map((s) => `${s.lead}${s.fret}@${s.string}${s.tail}`),
          fc.constantFrom(
            ...['.', '.', 'r', 'x@2', '5@1+7@2', 'X', 'Rv', 'Z', 'r?', '3@1+(2)h4@2+5@3'],
            ...(strings === 6
              ? ['577xxx', 's799xxxm', 'hx02230', '133211(134211)sd', 'x-x-12-x-10-x']
              : ['x3xx(1)']),
          ),
        ),
        { minLength: n, maxLength: n },
      ),
    )
    .map((words) => words.join(' '));

export const line = (strings: number): fc.Arbitrary<Line> =>
  lineText(strings).map((text) => {
    const read = parseLine(text, { meter: COMMON_TIME, strings });
    if (!read.ok) throw new Error(read.error.map((p) => p.message).join());
    return read.value;
  });

/** Everything else a section may say of itself, the bars staying as long as those of 4/4. */
const ownWays = fc.record(
  {
    meter: fc.constant({ beats: 2, unit: 2 } as Meter),
    swing: fc.constantFrom({ percent: 62, unit: 8 } as const, { percent: 67, unit: 16 } as const),
    voice: fc.constant(['G3', 'E5'] as const),
    sounds,
    key: fc.constantFrom('F#m', 'Eb'),
    pickup: fc.constantFrom(960, 1440),
    remarks,
    comments: fc.constant([{ text: 'as on the demo' }, { text: '' }, { text: 'ask about bar 2' }]),
    hands: fc.constantFrom<NonNullable<Section['hands']>>(
      { guitar1: { strokes: 'down' } },
      { bass: { with: 'guitar1' }, guitar2: { strokes: 'alternate', with: 'guitar1' } },
    ),
  },
  { requiredKeys: [] },
);

/** A pass on which one bar is other hits and another line, and one on which the last bar is not played. */
const variantsOf = (bars: readonly Bar[]): fc.Arbitrary<readonly Variant[]> =>
  fc
    .record({
      pass: fc.constantFrom(2, 'last' as const),
      at: fc.integer({ min: 0, max: bars.length - 1 }),
      hits: fc.option(hits, { nil: undefined }),
      line: fc.option(line(6), { nil: undefined }),
      sounds: fc.option(
        fc.constantFrom({ guitar1: {} }, { guitar1: { sound: 'lead' }, guitar2: { gain: 2 } }),
        { nil: undefined },
      ),
      short: fc.boolean(),
      middle: fc.boolean(),
      told: fc.option(remarks, { nil: null, freq: 1 }),
      differs: fc.boolean(),
    })
    .map((r): readonly Variant[] => {
      const first = r.at === 0;
      const patch: BarPatch = {
        ...(r.line
          ? { lines: { guitar1: r.line }, cells: { guitar1: lineCells(r.line, { strings: 6, first }) } }
          : {}),
        ...(r.hits === undefined ? {} : { hits: { guitar2: r.hits } }),
        ...(r.sounds === undefined ? {} : { sounds: r.sounds }),
        ...(r.told ? { remarks: r.told } : {}),
      };
      return [
        ...(r.differs && Object.keys(patch).length > 0
          ? [{ pass: r.pass, fromBar: r.at, bars: [patch] }]
          : []),
        ...(r.short && bars.length > 1
          ? [{ pass: 3, fromBar: r.middle ? 0 : bars.length - 1, bars: [{ out: true as const }] }]
          : []),
      ];
    });

/** A line for guitar 1 in a bar, in place of its grips and hits or beside them. */
function lineIn(plain: Bar, steps: Line, of: { first: boolean; isBeside: boolean }): Bar {
  const ground = { strings: 6, first: of.first };
  if (!of.isBeside) return withLine(plain, 'guitar1', steps, ground);
  // A line without a note is none beside grips.
  if (steps.length === 0) return plain;
  const cells = cellsWithLine(plain.cells.guitar1, steps, ground);
  return {
    ...plain,
    cells: { ...plain.cells, guitar1: cells },
    hits: { ...plain.hits, ...(leavesRoom(steps, cells) ? {} : { guitar1: null }) },
    lines: { guitar1: steps },
  };
}

export const section = (name: string): fc.Arbitrary<Section> =>
  fc
    .array(
      fc.tuple(bar, fc.option(line(6), { freq: 4, nil: null }), fc.option(line(4), { freq: 5, nil: null })),
      {
        minLength: 1,
        maxLength: 6,
      },
    )
    .map((list) =>
      list.map(([plain, guitar, bass], i) => {
        const first = i === 0;
        const one = guitar ? lineIn(plain, guitar, { first, isBeside: i % 2 === 0 }) : plain;
        return bass ? withLine(one, 'bass', bass, { strings: 4, first }) : one;
      }),
    )
    .chain((bars) =>
      fc.record({
        name: fc.constant(name),
        bars: fc.constant(bars),
        variants: variantsOf(bars),
        wishes: fc.constant([] as Wish[]),
        own: ownWays,
      }),
    )
    .map(({ own, ...rest }): Section => ({ ...rest, ...own }));

export const wish: fc.Arbitrary<Wish> = fc.oneof(
  fc.record({
    player: fc.constantFrom('guitar1' as const, 'guitar2' as const),
    kind: fc.constant('only' as const),
    devices: fc.constantFrom(['octave'] as const, ['power2', 'power3'] as const),
  }),
  fc.record({
    player: fc.constant('guitar1' as const),
    kind: fc.constant('frets' as const),
    from: fc.integer({ min: 0, max: 5 }),
    to: fc.integer({ min: 5, max: 12 }),
  }),
  fc.constant({ player: 'bass' as const, kind: 'not' as const, grip: '13xx' }),
);

export const hand: fc.Arbitrary<Hand> = fc
  .record({
    size: fc.constantFrom(...HAND_SIZES),
    thumb: fc.boolean(),
    own: fc.dictionary(fc.constantFrom(...FINGER_PAIRS), fc.integer({ min: 20, max: 200 }), { maxKeys: 2 }),
  })
  .map(({ size, thumb, own }) => ({ size, thumb, spreadMm: { ...HANDS[size].spreadMm, ...own } }));

export const song: fc.Arbitrary<Song> = fc
  .record({
    plans: fc.option(
      fc.constant([{ name: 'Night wall', plan: 'wall' as const, tune: { power: 'two' as const } }]),
      {
        nil: null,
      },
    ),
    patterns: fc.option(fc.constant([{ name: 'Stubborn', hits: 'M--mM-[4M32]^' }]), { nil: null }),
    told: fc.record(
      {
        remark: fc.constant('everybody in by the count'),
        comments: fc.constant([{ text: 'from the last rehearsal' }]),
      },
      { requiredKeys: [] },
    ),
    like: fc.option(
      fc.constantFrom<Like>(
        { player: 'guitar1', interval: null },
        { player: 'guitar1', interval: { harmony: 'third', side: 'above' } },
        { player: 'guitar1', interval: { harmony: 'octave', side: 'below' } },
      ),
      { nil: null, freq: 1 },
    ),
    then: fc.record(
      {
        end: fc.constantFrom('vamp' as const, 'fade' as const, 'cue' as const),
        remark: fc.constant('drums only'),
        comments: fc.constant([{ text: 'the last one' }]),
        variants: fc.constantFrom<readonly OwnVariant[]>(
          [{ pass: 'every', fromBar: 0, bars: [{ hits: { guitar1: 'OOOOOOOO' } }] }],
          [{ pass: 1, fromBar: 0, bars: [{ voice: '~~~~....', remarks: { band: 'softly' } }] }],
        ),
      },
      { requiredKeys: [] },
    ),
    title: fc.constantFrom('Paper Kite', 'Low Harbour', 'Third Rail Choir'),
    key: fc.constantFrom('Dm', 'Bb', 'F#m', 'C'),
    tempo: fc.integer({ min: 60, max: 200 }),
    voice: fc.constantFrom(null, ['A3', 'D5'] as const),
    down: fc.constantFrom(undefined, undefined, 1, 3),
    capo: fc.integer({ min: 0, max: 4 }),
    gain: fc.integer({ min: 0, max: 10 }),
    first: section('Verse'),
    wishes: fc.uniqueArray(wish, { maxLength: 2, selector: (w) => w.kind }),
    second: section('Chorus'),
    times: fc.integer({ min: 1, max: 4 }),
    plan: fc.option(fc.constantFrom(...PLAN_NAMES), { nil: null }),
    again: fc.boolean(),
    playing: fc.record(
      {
        tune: fc.constantFrom<PlanTune>({ power: 'two' }, { thirds: 'no', apart: 'wide' }, { low: 'rings' }),
        tempo: fc.integer({ min: 60, max: 200 }),
        feel: fc.constantFrom('half' as const, 'double' as const),
      },
      { requiredKeys: [] },
    ),
    hand,
    delay: fc.constantFrom(null, { kind: 'ticks' as const, ticks: 720 }, { kind: 'ms' as const, ms: 380 }),
    key2: fc.option(fc.constantFrom('Em', 'C', 'G'), { nil: null }),
    sounds2: fc.option(sounds, { nil: null }),
  })
  .map((r): Song =>
    withFollowers({
      ...emptySong(r.title),
      ...r.told,
      ...(r.plans ? { plans: r.plans } : {}),
      ...(r.patterns ? { patterns: r.patterns } : {}),
      key: r.key,
      tempo: r.tempo,
      voice: r.voice,
      ...(r.down === undefined ? {} : { down: r.down }),
      players: {
        guitar1: { ...defaultGuitar(r.gain), ...USUAL_HANDS, hand: r.hand, delay: r.delay, sounds: SOUNDS },
        guitar2: { ...defaultGuitar(3), capo: r.capo, ...USUAL_HANDS },
        bass: { ...defaultBass(), ...USUAL_HANDS, hand: { ...r.hand, thumb: false } },
      },
      sections: [
        { ...r.first, wishes: r.wishes },
        r.like ? { ...r.second, like: { guitar2: r.like } } : r.second,
      ],
      form: [
        { section: 'Verse', times: r.times, plan: r.plan, key: null },
        { section: 'Chorus', times: 1, plan: null, key: null, ...r.playing },
        ...(r.again
          ? [
              {
                section: 'Verse',
                times: 1,
                plan: null,
                key: r.key2,
                ...(r.sounds2 ? { sounds: r.sounds2 } : {}),
                ...r.then,
              },
            ]
          : []),
      ],
    }),
  );
