import { fail, ok, type Result } from '../base/index';
import {
  asPlayed,
  barsOnPass,
  cellsWithLine,
  formatCell,
  formatTune,
  ownCells,
  parseCell,
  parseTune,
  PLAYERS,
  type Bar,
  type PlacedCell,
  type Player,
  type Push,
  type Section,
} from '../form/index';
import { formatLine, parseLine } from '../line/index';
import type { PartChange } from './address';
import { setPart } from './edit-bar';
import type { Edit } from './edit';
import { withLog } from './edit-log';
import { NO_LOG, type Decision, type DecisionKind, type WrittenPart, type WrittenPlan } from './log';
import { freeName } from './names';
import { saveSong } from './saved';
import { materialOf, meterOf, sectionNamed, sectionsByName, type KeptFinding, type Song } from './song';
import { withOwnBars } from './where-written';

/** So many bars are kept as they were; beyond, as where a long song is split anew, only that it was done. */
const MOST_PARTS = 1200;

/** What was decided between two states of a song, with what it replaced. */
export function decisionOf(
  before: Song,
  after: Song,
  what: { readonly id: string; readonly at: number; readonly kind: DecisionKind; readonly words: string },
): Decision {
  const parts = changedParts(before, after);
  const plan = changedPlan(before, after);
  const kept = changedKept(before, after);
  const version = what.kind === 'back' ? versionOf(after, before) : null;
  const first = parts[0];
  const section = first?.section ?? (plan ? before.form[plan.entry]!.section : (kept?.section ?? null));
  const players = first
    ? PLAYERS.filter((p) => parts.some((part) => part.player === p))
    : (kept?.players ?? []);
  const isOne = parts.every((part) => part.section === first?.section);
  return {
    ...what,
    section: isOne ? section : null,
    pass: first?.pass ?? kept?.pass ?? null,
    bar: first?.bar ?? kept?.bar ?? null,
    players,
    was: parts.length > MOST_PARTS ? [] : parts,
    ...(plan ? { plan } : {}),
    ...(kept ? { kept } : {}),
    ...(version ? { version } : {}),
  };
}

/** The version of a song that is another state of it, to the last note; null: none is. */
function versionOf(song: Song, other: Song): string | null {
  const text = bareText(other);
  return song.versions?.findLast((v) => bareText(v.song) === text)?.name ?? null;
}

function bareText(song: Song): string {
  const { versions: _versions, log: _log, ...bare } = song;
  return JSON.stringify(saveSong(bare));
}

/** Back to a version, by way of another one that keeps what is here now, unless some version does already. Throws RangeError without it. */
export function backTo(song: Song, name: string): Edit {
  const versions = song.versions ?? [];
  if (!versions.some((v) => v.name === name)) throw new RangeError(`No version ${name}`);
  const back: Edit = { kind: 'toVersion', name };
  if (versionOf(song, song) !== null) return back;
  const here = freeName(
    `before “${name}”`,
    versions.map((v) => v.name),
  );
  return { kind: 'together', edits: [{ kind: 'keepVersion', name: here }, back] };
}

/**
 * Bars that a player does not play as before, as they were before: section by section, in sections both have; then what
 * differs in one playing alone.
 */
export function changedParts(before: Song, after: Song): readonly WrittenPart[] {
  const others = sectionsByName(after);
  const everywhere = before.sections.flatMap((was) => {
    const is = others.get(was.name);
    if (!is || is === was) return [];
    const [then, now] = [ownMaterial(before, was.name)!, ownMaterial(after, is.name)!];
    return changedIn({ before, after, was, is, then, now });
  });
  const changed = new Set(everywhere.map(partKey));
  const alone = before.form.flatMap((entry, i) => {
    const other = after.form[i];
    if (other?.section !== entry.section || other.variants === entry.variants) return [];
    const [was, is] = [sectionNamed(before, entry.section), others.get(entry.section)];
    const [then, now] = [playedAlone(before, i), playedAlone(after, i)];
    if (!was || !is || !then || !now) return [];
    return changedIn({ before, after, was, is, then, now }).map((part) => ({ ...part, entry: i }));
  });
  // What changed everywhere changed in this playing too.
  return [...everywhere, ...alone.filter((part) => !changed.has(partKey(part)))];
}

const partKey = ({ section, pass, bar, player }: WrittenPart) => `${section} ${pass} ${bar} ${player}`;

interface Material {
  readonly section: Section;
  readonly times: number;
}

/** A section as it is played, with the hits that are written: not those of whom somebody strikes with. */
function ownMaterial(song: Song, name: string): Material | null {
  const material = materialOf(song, name);
  if (!material) return null;
  const { hands: _hands, ...section } = material.section;
  return { section, times: material.times };
}

/** The same of one playing (place in the form, from 0), with what differs there alone. */
function playedAlone(song: Song, entry: number): Material | null {
  const playing = song.form[entry];
  const section = playing && sectionNamed(song, playing.section);
  if (!section) return null;
  const { times, variants } = playing;
  const { hands: _hands, ...played } = asPlayed(section, { times, ...(variants ? { variants } : {}) });
  return { section: played, times };
}

/** What a part of a decision is of; null where it is not in the song any more. */
function materialFor(
  song: Song,
  { section, entry }: Pick<WrittenPart, 'section' | 'entry'>,
): Material | null {
  if (entry === undefined) return ownMaterial(song, section);
  return song.form[entry]?.section === section ? playedAlone(song, entry) : null;
}

interface Pair {
  readonly before: Song;
  readonly after: Song;
  readonly was: Section;
  readonly is: Section;
  readonly then: Material;
  readonly now: Material;
}

function changedIn({ before, after, was, is, then, now }: Pair): readonly WrittenPart[] {
  /** Bars of passes before, by their places: what is written once for several passes is told once. */
  const seen = new Map<number, Bar[]>();
  return Array.from({ length: Math.min(then.times, now.times) }, (_, i) => i + 1).flatMap((pass) => {
    const bars = { was: barsOnPass(then.section, pass), is: barsOnPass(now.section, pass) };
    const count = Math.min(bars.was.length, bars.is.length);
    return Array.from({ length: count }, (_, i) => i).flatMap((i) => {
      const [old, fresh] = [bars.was[i]!, bars.is[i]!];
      const told = seen.get(i) ?? [];
      seen.set(i, [...told, fresh]);
      if (old === fresh || told.includes(fresh)) return [];
      return PLAYERS.flatMap((player): WrittenPart[] => {
        const follows = was.like?.[player] !== undefined || is.like?.[player] !== undefined;
        if (follows || isSamePart(old, fresh, player)) return [];
        if (told.some((other) => isSamePart(other, fresh, player))) return [];
        const [a, b] = [partText(before, was, old, player), partText(after, is, fresh, player)];
        if (a.cells === b.cells && a.hits === b.hits && a.line === b.line) return [];
        return [{ section: was.name, pass, bar: i + 1, player, ...a }];
      });
    });
  });
}

function isSamePart(a: Bar, b: Bar, player: Player): boolean {
  return (
    a.cells[player] === b.cells[player] &&
    a.hits[player] === b.hits[player] &&
    a.lines?.[player] === b.lines?.[player]
  );
}

const PUSHES: Readonly<Record<Push, string>> = { 0: '', 480: '<', 240: '<<' };

function partText(
  song: Song,
  section: Section,
  bar: Bar,
  player: Player,
): Pick<WrittenPart, 'cells' | 'hits' | 'line'> {
  const line = bar.lines?.[player];
  const strings = song.players[player].tuning.length;
  return {
    cells: ownCells(bar.cells[player])
      .map(({ at, push, cell }) => `${at}${PUSHES[push]}:${formatCell(cell)}`)
      .join(' '),
    hits: bar.hits[player],
    line: line ? formatLine(line, { meter: meterOf(song, section), strings }) : null,
  };
}

function changedPlan(before: Song, after: Song): WrittenPlan | null {
  if (before.form === after.form || before.form.length !== after.form.length) return null;
  const entry = before.form.findIndex((was, i) => {
    const is = after.form[i]!;
    return was.section === is.section && (was.plan !== is.plan || was.tune !== is.tune);
  });
  if (entry < 0) return null;
  const { plan, tune } = before.form[entry]!;
  return { entry, plan, tune: tune ? formatTune(tune) : '' };
}

function changedKept(before: Song, after: Song): KeptFinding | null {
  if (before.kept === after.kept) return null;
  return after.kept.find((k) => !before.kept.includes(k)) ?? null;
}

/**
 * What puts back what a decision replaced, as one edit. Fails with a reason where what it speaks of is not there any
 * more, or with what is there already.
 */
export function takenBack(song: Song, decision: Decision): Result<Edit> {
  if (decision.over) return fail('This was taken back already');
  const { version } = decision;
  if (version !== undefined && song.versions?.some((v) => v.name === version))
    return ok({ kind: 'toVersion', name: version });
  const edits: Edit[] = [];
  const changes: PartChange[] = [];
  let now = song;
  for (const part of decision.was) {
    const change = changeOf(now, part);
    if (!change.ok) return change;
    // A pass may say it already with what another one was given back.
    if (saysAlready(now, part)) continue;
    const { entry } = change.value;
    changes.push(change.value);
    now = setPart(
      entry === undefined ? now : withOwnBars(now, entry, [{ ...change.value, entry }]),
      change.value,
    );
  }
  const everywhere = changes.filter(({ entry }) => entry === undefined);
  if (everywhere.length > 0) edits.push({ kind: 'setParts', changes: everywhere });
  for (const entry of new Set(changes.flatMap((change) => change.entry ?? []))) {
    const own = changes.filter((change) => change.entry === entry);
    edits.push({ kind: 'here', entry, edit: { kind: 'setParts', changes: own } });
  }
  const { plan, kept } = decision;
  if (plan) {
    const entry = song.form[plan.entry];
    if (!entry || (decision.section !== null && entry.section !== decision.section))
      return fail('The form has changed since: the playing this plan was for is not there any more');
    const tune = plan.tune === '' ? null : parseTune(plan.tune);
    const own = tune?.ok ? { tune: tune.value } : {};
    edits.push({ kind: 'setPlan', entry: plan.entry, plan: plan.plan, ...own });
  }
  if (kept) edits.push({ kind: 'unkeep', finding: kept });
  if (edits.length === 0) return fail('What it replaced was not kept: a version or undo leads back');
  return ok(edits.length === 1 ? edits[0]! : { kind: 'together', edits });
}

function saysAlready(song: Song, part: WrittenPart): boolean {
  const { pass, bar, player, ...was } = part;
  const own = materialFor(song, part)!.section;
  const is = partText(song, own, barsOnPass(own, pass)[bar - 1]!, player);
  return is.cells === was.cells && is.hits === was.hits && is.line === was.line;
}

/** A bar as it was, to be put in its place again. */
function changeOf(song: Song, part: WrittenPart): Result<PartChange> {
  const { section: name, pass, bar, player, entry } = part;
  const where = `bar ${bar} of ${name}`;
  const section = sectionNamed(song, name);
  if (!section) return fail(`${name} is not in the song any more`);
  const material = materialFor(song, part);
  if (!material) return fail('The form has changed since: the playing this was of is not there any more');
  if (pass > material.times || !barsOnPass(material.section, pass)[bar - 1])
    return fail(`There is no ${where} any more`);
  const read = readPart(song, part, section);
  if (!read.ok) return fail(`${where} cannot be as it was: ${read.error}`);
  const alone = entry === undefined ? {} : { entry, times: material.times };
  return ok({ section: name, pass, bar: bar - 1, player, ...alone, ...read.value });
}

function readPart(
  song: Song,
  part: WrittenPart,
  section: Section,
): Result<Pick<PartChange, 'cells' | 'hits' | 'line'>> {
  const strings = song.players[part.player].tuning.length;
  const cells: PlacedCell[] = [];
  for (const one of part.cells.split(' ').filter(Boolean)) {
    const match = /^(\d+)(<{0,2}):(.+)$/.exec(one);
    if (!match) return fail(`"${one}" is no grip; expected one like 0:888xxx`);
    const cell = parseCell(match[3]!, strings);
    if (!cell.ok) return cell;
    const push = match[2] === '<' ? 480 : match[2] === '<<' ? 240 : 0;
    cells.push({ at: Number(match[1]), push, cell: cell.value });
  }
  if (part.line === null) return ok({ cells, hits: part.hits, line: null });
  const line = parseLine(part.line, { meter: meterOf(song, section), strings });
  if (!line.ok) return fail(line.error[0]!.message);
  return ok({
    cells: cellsWithLine(cells, line.value, { strings, first: part.bar === 1 }),
    hits: part.hits,
    line: line.value,
  });
}

/** What a bar said, in words for a log: grips, hits, notes. */
export function partWords({ cells, hits, line }: Pick<WrittenPart, 'cells' | 'hits' | 'line'>): string {
  const grips = cells
    .split(' ')
    .filter(Boolean)
    .map((one) => one.replace(/^\d+(<{0,2}):/, '$1'))
    .filter((text, i, all) => text !== '?' || all[i - 1] !== '?');
  return (
    [grips.join(' '), hits ?? '', line === null ? '' : `line ${line}`].filter(Boolean).join(' · ') ||
    'goes on'
  );
}

/** What is tried in the same places within so long is one decision: the last one, against what was there at first. */
const TRYING_MS = 10 * 60_000;

/**
 * The song with a decision in its log. Trying one thing after the other in the same places is one decision; what ends as
 * it began is none.
 */
export function withDecision(song: Song, decision: Decision): Song {
  const log = song.log ?? NO_LOG;
  const last = log.decisions.at(-1);
  if (!last || !isSameMatter(last, decision))
    return withLog(song, { ...log, decisions: [...log.decisions, decision] });
  const before = log.decisions.slice(0, -1);
  if (last.was.every((part) => isThere(song, part) && saysAlready(song, part)))
    return withLog(song, { ...log, decisions: before });
  return withLog(song, { ...log, decisions: [...before, { ...decision, was: last.was }] });
}

function isSameMatter(a: Decision, b: Decision): boolean {
  const places = ({ was }: Decision) => was.map((p) => `${partKey(p)} ${p.entry ?? ''}`).join('\n');
  const isPlain = (d: Decision) => d.was.length > 0 && !d.plan && !d.kept && !d.over;
  return a.kind === b.kind && b.at - a.at < TRYING_MS && isPlain(a) && isPlain(b) && places(a) === places(b);
}

function isThere(song: Song, part: WrittenPart): boolean {
  const { pass, bar } = part;
  const own = materialFor(song, part);
  return own !== null && pass <= own.times && barsOnPass(own.section, pass)[bar - 1] !== undefined;
}
