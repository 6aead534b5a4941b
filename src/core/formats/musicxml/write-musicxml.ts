import { PLAYER_WORDS, PLAYERS, type Player } from '../../form/index';
import { sheetOf, type SheetBar } from '../../sheet/index';
import { parseNote, tonicOf, type Key } from '../../pitch/index';
import {
  flowOf,
  measuresOf,
  playedBars,
  playedStrokes,
  type FlowPart,
  type Measure,
  type PlayedNote,
  type PlayedStroke,
} from '../../score/index';
import { besideWords, rigIn, unfold, type Rig, type Song } from '../../song/index';
import { feltBeatTicks, isCompound, TICKS_PER_QUARTER, type Meter } from '../../time/index';
import { harmony } from './harmony';
import { A_TICK, DIVISIONS, notesOf, type NoteGround } from './note';
import { el, xmlText, type Element } from './xml';

const DOCTYPE =
  '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';

/** What was written, and in words what MusicXML has no place for. */
export interface MusicXmlOut {
  readonly text: string;
  readonly lost: readonly string[];
}

/**
 * The song as a MusicXML 4.0 score: a part for every player in tablature with string, fret and technique, harmony over the
 * first, repeats and endings where all players repeat. Source: MusicXML 4.0, W3C Music Notation Community Group.
 */
export function writeMusicXml(song: Song): MusicXmlOut {
  const played = playedBars(song);
  const sheets = PLAYERS.map((player) => barsByPlace(song, player));
  const flow = flowOf(played, (i) => sheets.map((bars) => bars.get(i)!.same).join(' '));
  const root = el(
    'score-partwise',
    [
      el('work', el('work-title', song.title)),
      el('identification', el('encoding', el('software', 'Orchestron'))),
      el(
        'part-list',
        PLAYERS.map((player, i) => scorePart(song.players[player], player, i)),
      ),
      ...PLAYERS.map((player, i) =>
        el('part', partOf(song, player, { flow, sheet: sheets[i]! }), { id: `P${i + 1}` }),
      ),
    ],
    { version: '4.0' },
  );
  return { text: xmlText(root, DOCTYPE), lost: lostIn(song) };
}

function barsByPlace(song: Song, player: Player): ReadonlyMap<number, SheetBar> {
  const bars = sheetOf(song, player, 'written-out').parts.flatMap((part) => part.bars);
  return new Map(bars.map((bar) => [bar.place, bar]));
}

/** Programs of General MIDI Level 1, counted from 1. */
const PROGRAMS = { clean: 28, driven: 30, wild: 31, bass: 34 } as const;

/** The General MIDI program that is nearest to a sound, counted from 1. */
export function programOf(player: Player, gain: number): number {
  if (player === 'bass') return PROGRAMS.bass;
  return gain < 3 ? PROGRAMS.clean : gain < 7 ? PROGRAMS.driven : PROGRAMS.wild;
}

function scorePart({ gain }: Rig, player: Player, i: number): Element {
  const id = `P${i + 1}`;
  return el(
    'score-part',
    [
      el('part-name', PLAYER_WORDS[player]),
      el('part-abbreviation', player === 'bass' ? 'B.' : `G. ${player.at(-1)}`),
      el('score-instrument', el('instrument-name', PLAYER_WORDS[player]), { id: `${id}-I1` }),
      el('midi-instrument', [el('midi-channel', i + 1), el('midi-program', programOf(player, gain))], {
        id: `${id}-I1`,
      }),
    ],
    { id },
  );
}

interface Ground {
  readonly flow: readonly FlowPart[];
  readonly sheet: ReadonlyMap<number, SheetBar>;
}

function partOf(song: Song, player: Player, { flow, sheet }: Ground): readonly Element[] {
  const measures = measuresOf(song, player);
  const playings = unfold(song);
  const slurs = slursOf(playedStrokes(song, player));
  const leads = player === PLAYERS[0];
  let before: Measure | null = null;
  let number = 0;
  return flow.flatMap(({ playing: index, blocks }) =>
    blocks.flatMap(({ passes, bars: body, endings }) => {
      const isRound = passes.length > 1;
      const list = [
        ...body.map((place, i) => ({
          place,
          opens: isRound && i === 0,
          closes: isRound && endings.length === 0 && i === body.length - 1 ? passes.length : 0,
          ending: null as { numbers: string; first: boolean; last: boolean; ends: boolean } | null,
        })),
        ...endings.flatMap((ending, e) =>
          ending.bars.map((place, i) => ({
            place,
            opens: isRound && body.length === 0 && e === 0 && i === 0,
            closes:
              i === ending.bars.length - 1 ? closesAfter(ending.passes.length, e === endings.length - 1) : 0,
            ending: {
              numbers: ending.passes.map((pass) => pass - passes[0]! + 1).join(', '),
              first: i === 0,
              last: i === ending.bars.length - 1,
              ends: e === endings.length - 1,
            },
          })),
        ),
      ];
      return list.map((one): Element => {
        const measure = measures[one.place]!;
        const bar = sheet.get(one.place)!;
        const isLead = measure.bar.source === null;
        if (!isLead) number += 1;
        const isPartial = measure.bar.skipped > 0;
        const made = el(
          'measure',
          [
            ...barline('left', { ...one, closes: 0 }),
            attributes(measure, before, song.players[player], song),
            ...directions(song, player, {
              bar,
              leads,
              isFirst: measure.bar.bar === 0 && measure.bar.pass === 1,
              playing: playings[index]!,
            }),
            ...(leads ? harmonies(measure) : []),
            ...noteElements(measure, { rig: song.players[player], slurs }),
            ...barline('right', { ...one, opens: false }),
          ],
          { number: isPartial && isLead ? '0' : String(number), ...(isPartial ? { implicit: 'yes' } : {}) },
        );
        before = measure;
        return made;
      });
    }),
  );
}

function barline(
  where: 'left' | 'right',
  of: {
    opens: boolean;
    closes: number;
    ending: { numbers: string; first: boolean; last: boolean; ends: boolean } | null;
  },
): readonly Element[] {
  const { opens, closes, ending } = of;
  const begins = where === 'left' && ending?.first === true;
  const ends = where === 'right' && ending?.last === true;
  if (!opens && closes === 0 && !begins && !ends) return [];
  return [
    el(
      'barline',
      [
        opens ? el('bar-style', 'heavy-light') : closes > 0 ? el('bar-style', 'light-heavy') : null,
        begins ? el('ending', `${ending.numbers}.`, { number: ending.numbers, type: 'start' }) : null,
        ends
          ? el('ending', [], { number: ending.numbers, type: ending.ends ? 'discontinue' : 'stop' })
          : null,
        opens ? el('repeat', [], { direction: 'forward' }) : null,
        closes > 0 ? el('repeat', [], { direction: 'backward', times: closes }) : null,
      ],
      { location: where },
    ),
  ];
}

/** How often what ends with an ending is begun again, and once more; 0 where it goes on. */
function closesAfter(passes: number, isLast: boolean): number {
  if (isLast) return passes > 1 ? passes : 0;
  return passes + 1;
}

/** Key, metre, clef and tuning where they begin or change; null where nothing does. */
function attributes(measure: Measure, before: Measure | null, rig: Rig, song: Song): Element | null {
  const { playing, meter } = measure.bar;
  const isFirst = before === null;
  const isOther = (a: Meter, b: Meter) => a.beats !== b.beats || a.unit !== b.unit;
  const newKey = isFirst || before.bar.playing.key.text !== playing.key.text;
  const newMeter = isFirst || isOther(before.bar.meter, meter);
  if (!newKey && !newMeter) return null;
  return el('attributes', [
    isFirst ? el('divisions', DIVISIONS) : null,
    newKey ? el('key', [el('fifths', fifthsOf(playing.key)), el('mode', playing.key.mode)]) : null,
    newMeter ? el('time', [el('beats', meter.beats), el('beat-type', meter.unit)]) : null,
    ...(isFirst
      ? [
          el('clef', [el('sign', 'TAB'), el('line', rig.tuning.length === 4 ? 4 : 5)]),
          el('staff-details', [
            el('staff-lines', rig.tuning.length),
            ...rig.tuning.map((name, i) => stringTuning(name, i + 1)),
            rig.capo > 0 ? el('capo', rig.capo) : null,
          ]),
          song.down === undefined ? null : el('transpose', el('chromatic', -song.down)),
        ]
      : []),
  ]);
}

/** Lines count from the lowest. */
function stringTuning(name: string, line: number): Element {
  const [, step, signs, octave] = /^([A-G])([#b]*)(-?\d+)$/.exec(name)!;
  const alter = [...signs!].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return el(
    'staff-tuning',
    [el('tuning-step', step!), alter === 0 ? null : el('tuning-alter', alter), el('tuning-octave', octave!)],
    { line },
  );
}

/** Sharps (or flats, below 0) of a key: fifths above C of its relative major. */
export function fifthsOf(key: Key): number {
  const tonic = parseNote(`${key.tonic}4`);
  const pitch = (tonic.ok ? (tonic.value as number) : tonicOf(key)) + (key.mode === 'minor' ? 3 : 0);
  const up = (((pitch * 7) % 12) + 12) % 12;
  const isFlat =
    /b/.test(key.tonic) ||
    (up > 6 && !/#/.test(key.tonic)) ||
    (up === 6 && key.mode === 'minor' && /b/.test(key.tonic));
  return isFlat || up > 7 ? up - 12 : up;
}

function directions(
  song: Song,
  player: Player,
  of: {
    bar: SheetBar;
    leads: boolean;
    isFirst: boolean;
    playing: ReturnType<typeof unfold>[number];
  },
): readonly Element[] {
  const { bar, leads, isFirst, playing } = of;
  const words = (text: string) =>
    el('direction', el('direction-type', el('words', text)), { placement: 'above' });
  const rig = rigIn(song, player, { section: playing.section });
  const swing = playing.section.swing;
  return [
    ...(isFirst && leads
      ? [
          el('direction', el('direction-type', el('rehearsal', playing.section.name)), {
            placement: 'above',
          }),
          tempoMark(playing.tempo, playing.meter),
        ]
      : []),
    ...(isFirst && leads && swing
      ? [words(`swing ${swing.percent}%${swing.unit === 16 ? ' 16ths' : ''}`)]
      : []),
    ...(isFirst && (playing.section.sounds?.[player] || rig !== song.players[player])
      ? [words(`gain ${rig.gain}`)]
      : []),
    ...(bar.sound === null ? [] : [words(bar.sound)]),
    ...bar.told.map(words),
  ];
}

function tempoMark(tempo: number, meter: Meter): Element {
  const perMinute = Math.round(((tempo * TICKS_PER_QUARTER) / feltBeatTicks(meter)) * 100) / 100;
  return el(
    'direction',
    [
      el(
        'direction-type',
        el('metronome', [
          el('beat-unit', 'quarter'),
          isCompound(meter) && feltBeatTicks(meter) === 1440 ? el('beat-unit-dot') : null,
          el('per-minute', perMinute),
        ]),
      ),
      el('sound', [], { tempo: Math.round(tempo * 100) / 100 }),
    ],
    { placement: 'above' },
  );
}

function harmonies({ bar }: Measure): readonly Element[] {
  return (bar.source?.chords ?? []).flatMap((chord) => {
    const made = harmony(chord, Math.round((chord.at - bar.skipped) * A_TICK));
    return made === null ? [] : [made];
  });
}

function noteElements(
  { bar, notes, groups }: Measure,
  of: { rig: Rig; slurs: NoteGround['slurs'] },
): readonly Element[] {
  return notes.flatMap((note, i) => {
    const group = note.group === null ? null : groups[note.group]!;
    return notesOf(note, {
      ...of,
      key: bar.playing.key,
      actual: group?.actual ?? 1,
      normal: group?.normal ?? 1,
      unit: group === null ? null : String(group.unit.base),
      groupStarts: group !== null && notes[i - 1]?.group !== note.group,
      groupStops: group !== null && notes[i + 1]?.group !== note.group,
    });
  });
}

/** What the next note on the string of a note is come to by. */
function slursOf(strokes: readonly PlayedStroke[]): NoteGround['slurs'] {
  const starts = new Map<PlayedNote, 'hammer' | 'pull' | 'slide'>();
  const last = new Map<number, PlayedNote>();
  for (const { notes } of strokes) {
    for (const note of notes) {
      const before = last.get(note.string);
      const { reached } = note;
      if (before && reached !== null && reached !== 'tap')
        starts.set(before, reached === 'hammer' || reached === 'pull' ? reached : 'slide');
      last.set(note.string, note);
    }
  }
  return (note) => ({ starts: starts.get(note) ?? null });
}

/** What MusicXML has no place for, where the song has it. */
function lostIn(song: Song): readonly string[] {
  const has = (test: (section: Song['sections'][number]) => boolean) => song.sections.some(test);
  return [
    ...(song.kept.length > 0 ? ['findings that are meant'] : []),
    ...(has((s) => s.bars.some((bar) => bar.voice !== null)) || song.voice ? ['where the voice sings'] : []),
    ...(song.players.guitar1.sounds || song.players.guitar2.sounds || song.players.bass.sounds
      ? ['sounds by name (gain and delay stand as words)']
      : []),
    ...(has((s) => s.bars.some((bar) => bar.beside !== undefined)) ? ['what is kept beside a bar'] : []),
    ...(song.form.some((entry) => entry.end !== undefined) ? ['open ends (vamp, fade, on cue)'] : []),
    ...(song.form.some((entry) => entry.plan !== null) ? ['plans'] : []),
    ...besideWords(song),
    ...(has((s) =>
      s.bars.some((bar) => PLAYERS.some((p) => bar.cells[p].some((c) => c.cell.kind === 'open'))),
    )
      ? ['places still open (they are rests)']
      : []),
  ];
}
