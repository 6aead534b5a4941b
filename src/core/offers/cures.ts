import { finished } from '../base/index';
import { songFindings, type Finding } from '../clash/index';
import { barsOnPass, gripCell, isLocked, PLAYER_WORDS, PLAYERS, type Cell, type Player } from '../form/index';
import { formatGrip, knowGrip, NEIGHBOUR_WORDS, neighboursOf, type KnownGrip } from '../grip/index';
import {
  applyEdit,
  cellPitches,
  inPlaying,
  momentIndexAt,
  momentsOf,
  materialOf,
  strikesOf,
  type Edit,
  type Moment,
  type Song,
} from '../song/index';
import { belongs, pitchClass } from '../pitch/index';
import { barTicks } from '../time/index';
import { otherChoices, wordsFor } from './alternatives';
import { chordWays, toneWays } from './chord-cures';
import { differenceOf, troubleOf, type Effect } from './effect';
import {
  buriedWays,
  delayWays,
  flamWays,
  pickWays,
  pushWays,
  shiftWays,
  silenceBefore,
  stopWays,
} from './hand-cures';
import { elsewhereWays, noteWays, octaveWays } from './line-cures';
import { RightHands } from './right-hand';
import { addressOf } from '../split/index';
import { add, type Ground, type Way } from './way';
import { everywhere, soundWays } from './wide-cures';

/** A way out of a finding: one edit that takes it away, in words, with everything else it changes in the song. */
export interface Cure extends Effect {
  readonly words: string;
  readonly edit: Edit;
}

/**
 * Two to `most` ways out of a finding, found by trying them on the whole song: other grips, a note less, another
 * octave, rest; stopping or moving a stroke; making a push common or leaving it. Least trouble first, of every sort
 * one before the second. Locked cells stay. Empty when nothing helps.
 */
export function curesFor(song: Song, finding: Finding, options: { most?: number } = {}): readonly Cure[] {
  return finished(curesInSteps(song, finding, options));
}

/** The same, one way tried a step, so that a page can go on in between. */
export function* curesInSteps(
  song: Song,
  finding: Finding,
  options: { most?: number } = {},
): Generator<undefined, readonly Cure[]> {
  const most = options.most ?? 4;
  const before = songFindings(song);
  const tried: { readonly way: Way; readonly effect: Effect; readonly rank: number }[] = [];
  const differs = song.form[finding.playing]?.variants !== undefined;
  for (const found of waysFor(song, finding)) {
    yield;
    const way = differs ? { ...found, edit: inPlaying(found.edit, finding.playing) } : found;
    const next = applyEdit(song, way.edit);
    if (next === song) continue;
    const after = songFindings(next);
    if (after.some((f) => isStill(f, finding))) continue;
    const effect = differenceOf(before, after);
    const trouble = troubleOf(effect.brings) - troubleOf(effect.cures);
    tried.push({ way, effect, rank: trouble + way.far });
  }
  tried.sort((a, b) => a.rank - b.rank);
  // The same change by two names is offered by the better one.
  const edits = tried.map((t) => JSON.stringify(t.way.edit));
  const different = tried.filter((_, i) => edits.indexOf(edits[i]!) === i);
  const firsts = different.filter((t, i) => different.findIndex((u) => u.way.sort === t.way.sort) === i);
  const rest = different.filter((t) => !firsts.includes(t));
  // What brings more trouble than it takes away is offered only when there is nothing better.
  const worth = [...firsts, ...rest].filter((t) => troubleOf(t.effect.brings) < troubleOf(t.effect.cures));
  const list = worth.length >= 2 ? worth : [...firsts, ...rest];
  return list.slice(0, most).map(({ way, effect }) => ({ words: way.words, edit: way.edit, ...effect }));
}

/** The same sort of trouble between the same players while the old one lasted. */
function isStill(f: Finding, cured: Finding): boolean {
  return (
    f.kind === cured.kind &&
    f.kept === null &&
    (f.level !== 'note' || cured.level === 'note') &&
    f.playing === cured.playing &&
    f.pass === cured.pass &&
    f.from < cured.to &&
    f.to > cured.from &&
    (cured.players.length === 0 || f.players.some((p) => cured.players.includes(p)))
  );
}

/** Ways at the place, and the nearest of them for the whole section. */
function waysFor(song: Song, f: Finding): readonly Way[] {
  const ways = waysAt(song, f);
  const material = materialOf(song, f.section, f.playing);
  if (!material) return ways;
  const moments = momentsOf(material.section, { pass: f.pass, meter: material.meter });
  const near = [...ways].sort((a, b) => a.far - b.far).slice(0, WIDE_TRIED);
  if (material.section.bars.length > WIDEST) return ways;
  const wide = near.flatMap((way) => everywhere({ song, finding: f, material, moments }, way) ?? []);
  return [...ways, ...wide];
}

/** So many of the nearest ways are tried for the whole section too. */
const WIDE_TRIED = 3;
/** Sections of more bars are not judged anew as a whole for each way. */
const WIDEST = 200;

function waysAt(song: Song, f: Finding): readonly Way[] {
  const material = materialOf(song, f.section, f.playing);
  if (!material) return [];
  const { section, meter, times } = material;
  const context: Ground = {
    song,
    finding: f,
    material,
    moments: momentsOf(section, { pass: f.pass, meter }),
    strikes: strikesOf(barsOnPass(section, f.pass), meter),
    hands: () => new RightHands(section, { pass: f.pass, times, meter }),
  };
  switch (f.kind) {
    case 'stop':
      return stopWays(context);
    case 'buried-hit':
      return buriedWays(context);
    case 'flam':
      return flamWays(context);
    case 'push':
      return pushWays(context);
    case 'ring-over':
      return [...gripWays(context, f.players), ...silenceBefore(context)];
    case 'delay':
      return [...delayWays(context), ...gripWays(context, f.players)];
    case 'voice':
      return [
        ...f.players.flatMap((player) => octaveWays(context, player)),
        ...voiceWays(context),
        ...gripWays(context, f.players),
      ];
    case 'shift':
      return [...shiftWays(context), ...elsewhereWays(context, f.players), ...gripWays(context, f.players)];
    case 'gain':
      return [...(section.bars.length > WIDEST ? [] : soundWays(context)), ...gripWays(context, f.players)];
    case 'other-chord':
    case 'wrong-bass':
    case 'rub':
      return [
        ...chordWays(context, f.players),
        ...noteWays(context, f.players),
        ...gripWays(context, f.players),
      ];
    case 'empty-string':
      return [...pickWays(context), ...gripWays(context, f.players)];
    case 'reach':
      return [...elsewhereWays(context, f.players), ...gripWays(context, f.players)];
    case 'missing-tone':
    case 'unheard-third':
    case 'missing-third':
      return missingWays(context);
    default:
      return gripWays(context, f.players);
  }
}

/** Out of a tone that nobody has: what brings a tone of the chord that nobody had. */
function missingWays(ground: Ground): readonly Way[] {
  const { song, finding, moments } = ground;
  const moment = moments[momentIndexAt(moments, finding.from)];
  const chord = moment?.chord;
  if (!moment || !chord) return [];
  const had = new Set(PLAYERS.flatMap((player) => tonesIn(moment.cells[player], song.players[player])));
  const isNew = (pc: number) => belongs(chord, pc) && !had.has(pc);
  const brings = ({ edit }: Way) =>
    edit.kind !== 'setCells' ||
    edit.changes.some(({ at, cell }) => tonesIn(cell, song.players[at.player]).some(isNew));
  return [...toneWays(ground, isNew), ...gripWays(ground, PLAYERS).filter(brings)];
}

function tonesIn(cell: Cell, rig: Song['players'][Player]): readonly number[] {
  return cell.kind === 'grip' ? cellPitches(cell, rig).map((p) => pitchClass(p)) : [];
}

/** Other grips for the players' cells at the finding: what fits best, and what lies close by; a rest last. */
function gripWays(context: Ground, players: readonly Player[]): readonly Way[] {
  const { song, finding, moments } = context;
  const moment = moments[momentIndexAt(moments, finding.from)];
  if (!moment) return [];
  const ways: Way[] = [];
  for (const player of players) {
    const cell = moment.cells[player];
    const at = addressOf(finding, moment, player);
    if (at === null || isLocked(cell) || cell.kind === 'open') continue;
    const put = (next: Cell, what: string, sort: string, far: number) =>
      ways.push({
        words: `${PLAYER_WORDS[player]}: ${what}`,
        edit: { kind: 'setCells', changes: [{ at, cell: next }] },
        sort: `${player} ${sort}`,
        far,
      });
    const rig = song.players[player];
    const known =
      cell.kind === 'grip'
        ? knowGrip(cell.grip, { instrument: rig, hand: rig.hand, chord: moment.chord })
        : null;
    if (cell.kind === 'grip' && cell.fingers && finding.kind === 'reach')
      put(gripCell(cell.grip, { guess: cell.guess }), 'the usual fingers', 'fingers', 0);
    if (known && !('refused' in known)) {
      const close = neighboursOf(known, { chord: moment.chord, instrument: rig, hand: rig.hand });
      for (const one of close) {
        if (one.kind === 'inversion') continue; // among the others below, in the order of the whole
        const what = `${NEIGHBOUR_WORDS[one.kind]} ${formatGrip(one.known.grip)}`;
        put(gripCell(one.known.grip), what, one.kind, 0.2 + 0.02 * Math.abs(one.frets));
      }
    }
    const choice = {
      section: finding.section,
      pass: finding.pass,
      moment: momentIndexAt(moments, finding.from),
      player,
    };
    otherChoices(song, choice, GRIPS_TRIED).forEach((one, i) => {
      if (one.known === null) put(one.cell, 'rest', 'rest', REST_FAR);
      else
        put(
          one.cell,
          wordsFor(one),
          'grip',
          0.05 * i + (player !== 'bass' || givesBass(one.known, moment) ? 0 : NO_BASS_FAR),
        );
    });
  }
  return ways;
}

/** A bassist's way out is what the symbol has at the bottom, before anything else of the chord. */
function givesBass({ pitches }: KnownGrip, { chord }: Moment): boolean {
  return chord === null || (pitchClass(pitches[0]!) as number) === chord.bassPc;
}

/** How much further another note of the chord is for a bassist (taste, ours). */
const NO_BASS_FAR = 0.3;
/** So many other grips are tried, the best in the band first. */
const GRIPS_TRIED = 14;
/** A rest cures nearly everything and is nearly never the answer. */
const REST_FAR = 2.5;

function voiceWays({ song, material, finding, moments, hands }: Ground): readonly Way[] {
  const [player] = finding.players;
  if (!player) return [];
  const ways: Way[] = [];
  const rig = song.players[player];
  const under = moments.filter((m) => m.start < finding.to && m.start + m.ticks > finding.from);
  for (const kind of ['octave-up', 'octave-down'] as const) {
    const changes = under.flatMap((m) => {
      const cell = m.cells[player];
      const at = addressOf(finding, m, player);
      if (cell.kind !== 'grip' || at === null || isLocked(cell)) return [];
      const known = knowGrip(cell.grip, { instrument: rig, hand: rig.hand, chord: m.chord });
      if ('refused' in known) return [];
      const close = neighboursOf(known, { chord: m.chord, instrument: rig, hand: rig.hand });
      const moved = close.find((one) => one.kind === kind);
      return moved ? [{ at, cell: gripCell(moved.known.grip) }] : [];
    });
    if (changes.length > 0) {
      const what = kind === 'octave-up' ? 'up' : 'down';
      const words = `${PLAYER_WORDS[player]}: the line an octave ${what}`;
      ways.push({ words, edit: { kind: 'setCells', changes }, sort: kind, far: 0 });
    }
  }
  const h = hands();
  const bar = barTicks(material.meter);
  let silent = true;
  for (let from = finding.from; from < finding.to; from = (Math.floor(from / bar) + 1) * bar) {
    silent &&= h.silence(player, from, Math.min(finding.to, (Math.floor(from / bar) + 1) * bar));
  }
  if (silent)
    add(ways, h, { words: `${PLAYER_WORDS[player]} waits until the voice rests`, sort: 'wait', far: 0.3 });
  return ways;
}
