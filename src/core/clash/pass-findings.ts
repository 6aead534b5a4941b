import type { Section } from '../form/index';
import { parseNote, type Key } from '../pitch/index';
import { meterOf, type Song } from '../song/index';
import { barTicks, countedBeatTicks } from '../time/index';
import { delays } from './delay';
import { emptyStrings } from './empty-string';
import type { Finding } from './finding';
import { flams } from './flam';
import { linesInVoice } from './line';
import { lowestNotes } from './lowest';
import { missingTones } from './missing';
import { handsAt, judgedMoment, openAt } from './moment-findings';
import { pushes } from './push';
import { ringsOver } from './ring';
import { runs } from './run';
import { slurs } from './slurs';
import { shifts } from './shift';
import { momentAt, stageOf, type Stage, type Timed } from './stage';
import { stepsOn } from './steps-on';
import { buriedHits, ringingStops } from './stop';
import type { Stretch } from './stretches';
import { nameIn } from './words';

/** A finding of a section, before it is known in which playing it is heard and whether it is kept. */
export type Raw = Omit<Finding, 'playing' | 'kept'>;

/** What a pass (from 1) of a section is judged by; tempo in quarter notes a minute, `times` it is played in a row. */
export interface PassGround {
  readonly key: Key;
  readonly tempo: number;
  readonly voice: Stage['voice'];
  readonly times: number;
  readonly dirtMeant: boolean;
  readonly pass: number;
  /** Bars (from 0) that are spoken of; the others are only heard. */
  readonly differs: (bar: number) => boolean;
}

/** What is said of one pass of a section, in time order, the worst first. `as`: the pass it is called, where the section's bars are those of a pass already. */
export function passFindings(
  song: Song,
  of: PassGround & { readonly section: Section; readonly as?: number },
): readonly Raw[] {
  const { section, pass, differs, as, ...ground } = of;
  const stage = stageOf(song, { section, pass: as === undefined ? pass : 1, ...ground });
  const place = { stage, section, pass: as ?? pass };
  const standing = stage.moments.flatMap((moment, index): Raw[] => {
    if (!differs(moment.bar)) return [];
    const list = [
      ...judgedMoment(
        song,
        { moments: stage.moments, index },
        { key: of.key, section, dirtMeant: of.dirtMeant, beatTicks: stage.beatTicks },
      ),
      ...handsAt(song, stage.moments, index),
      ...openAt(stage.moments, index),
    ];
    return list.map((j) => placed({ ...j, at: moment.start, ticks: moment.ticks }, place));
  });
  const passing = overTime(stage)
    .filter((t) => isTouched(t, stage.barTicks, differs))
    .map((t) => placed(t, place));
  return [...joinRunning(withoutWrongBass(standing, passing)), ...passing].sort(
    (a, b) => a.from - b.from || b.score - a.score,
  );
}

/** Whether something begins in a bar that differs, or lasts into one. */
function isTouched({ at, ticks }: Timed, barTicks: number, differs: (bar: number) => boolean): boolean {
  const last = Math.floor((at + Math.max(1, ticks) - 1) / barTicks);
  for (let bar = Math.max(0, Math.floor(at / barTicks)); bar <= last; bar += 1) if (differs(bar)) return true;
  return false;
}

/** A lowest note that is wrong rubs too: that is one thing, and said as what it is. */
function withoutWrongBass(standing: readonly Raw[], passing: readonly Raw[]): readonly Raw[] {
  const wrong = passing.filter((f) => f.kind === 'wrong-bass' && f.level === 'clash');
  if (wrong.length === 0) return standing;
  return standing.filter(
    (f) =>
      f.kind !== 'rub' ||
      !wrong.some(
        (w) =>
          f.from < w.to &&
          f.to > w.from &&
          f.players.includes(w.players[0]!) &&
          f.pitches.some((p) => (p - w.pitches[0]!) % 12 === 0),
      ),
  );
}

/** What is said of one stretch of a long section, where it stands in the whole. Remembered with the stretch. */
export function stretchFindings(song: Song, stretch: Stretch, ground: PassGround): readonly Raw[] {
  const { section, first, from, to } = stretch;
  const { pass, differs, key, tempo, times, voice } = ground;
  const id = `${pass} ${key.text} ${tempo} ${times} ${voice?.join() ?? ''} ${ground.dirtMeant} ${song.down ?? 0} ${first}`;
  // What is around is heard, and spoken of in its own stretch.
  const isOwn = (bar: number) => bar + first >= from && bar + first < to;
  let known = stretchCache.get(section);
  if (!known) stretchCache.set(section, (known = new Map()));
  const hit = known.get(id);
  const all =
    hit?.players === song.players
      ? hit.list
      : passFindings(song, { ...ground, section, as: pass, differs: isOwn })
          .map((f) => moved(f, first * barTicks(meterOf(song, section)), first))
          .filter((f) => f.bar > from && f.bar <= to);
  if (hit?.list !== all) known.set(id, { players: song.players, list: all });
  const ticks = barTicks(meterOf(song, section));
  return pass === 1
    ? all
    : all.filter((f) => isTouched({ ...f, at: f.from, ticks: f.to - f.from }, ticks, differs));
}

const stretchCache = new WeakMap<Section, Map<string, { players: Song['players']; list: readonly Raw[] }>>();

/** A finding so many bars later. */
function moved(f: Raw, ticks: number, bars: number): Raw {
  if (bars === 0) return f;
  const bar = f.bar + bars;
  return { ...f, bar, from: f.from + ticks, to: f.to + ticks, id: idOf({ ...f, bar }) };
}

function idOf(f: Pick<Raw, 'section' | 'pass' | 'bar' | 'beat' | 'kind' | 'players' | 'notes'>): string {
  return [f.section, f.pass, f.bar, f.beat, f.kind, f.players.join('+'), f.notes.join('.')].join('|');
}

/** Everything that is judged over time, before it is placed. */
export function overTime(stage: Stage): readonly Timed[] {
  return [
    ...pushes(stage),
    ...flams(stage),
    ...ringingStops(stage),
    ...buriedHits(stage),
    ...ringsOver(stage),
    ...delays(stage),
    ...linesInVoice(stage),
    ...shifts(stage),
    ...slurs(stage),
    ...runs(stage),
    ...lowestNotes(stage),
    ...missingTones(stage),
    ...stepsOn(stage),
    ...emptyStrings(stage),
  ];
}

/** A singer's range as pitches, lowest and highest; null where nobody sings or a name is no note. */
export function voiceOf(range: Song['voice']): Stage['voice'] {
  if (range === null) return null;
  const [low, high] = [parseNote(range[0]), parseNote(range[1])];
  return low.ok && high.ok ? [low.value, high.value] : null;
}

/** A judgement with its bar and beat, and what it is known by. */
export function placed(t: Timed, at: { stage: Stage; section: Section; pass: number }): Raw {
  const { stage } = at;
  const bar = stage.barTicks;
  const beat = countedBeatTicks(stage.meter);
  const round = (n: number) => Math.round(n * 1000) / 1000;
  const inBar = t.at - Math.floor(t.at / bar) * bar;
  const where = {
    bar: Math.floor(t.at / bar) + 1,
    beat: round(inBar / beat + 1),
    beats: round(t.ticks / beat),
  };
  const moment = momentAt(stage, t.at);
  const pitches = [...t.pitches].sort((a, b) => a - b);
  const notes = pitches.map((p) => nameIn({ chord: moment.chord, key: stage.key }, p));
  const id = idOf({
    ...where,
    section: at.section.name,
    pass: at.pass,
    kind: t.kind,
    players: t.players,
    notes,
  });
  return {
    id,
    kind: t.kind,
    level: t.level,
    section: at.section.name,
    pass: at.pass,
    ...where,
    players: t.players,
    ...(t.by === undefined ? {} : { by: t.by }),
    notes,
    pitches,
    text: t.text,
    score: Math.round(t.score * 100) / 100,
    from: t.at,
    to: t.at + t.ticks,
  };
}

/**
 * What is said of one moment after the other is said once: a doubling as long as it lasts, anything else while the same
 * notes of the same players stay under one bar's chord.
 */
export function joinRunning(list: readonly Raw[]): readonly Raw[] {
  const joined: Raw[] = [];
  const running = new Map<string, number>(); // where it stands in `joined`
  for (const f of list) {
    const same = f.kind === 'doubling' ? f.kind : `${f.kind} ${f.bar} ${f.text}`;
    const at = running.get(same) ?? -1;
    const last = joined[at];
    if (last?.to === f.from && f.kind !== 'open') {
      const worse = f.score > last.score ? { level: f.level, score: f.score, text: f.text } : {};
      joined[at] = { ...last, ...worse, beats: last.beats + f.beats, to: f.to };
    } else {
      running.set(same, joined.length);
      joined.push(f);
    }
  }
  return joined;
}
