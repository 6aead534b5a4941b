import { isOnPass, type Player } from '../form/index';
import type { OnPass } from './address';
import type { Edit } from './edit';
import { sectionNamed, type Song } from './song';
import { hasOwn } from './where-written';

/** Where an edit would make the first difference: on a later pass of a section, or where the section comes back. */
export interface FirstDifference {
  readonly section: string;
  readonly pass: number;
  /** Place in the form (from 0) of a playing that comes back; null for a pass of the section. */
  readonly entry: number | null;
}

/**
 * Where an edit would make the first difference: in a playing that comes back, where its bar does not differ from the
 * section yet, or else on a pass. Null when it would not, or only tells something: a remark is told where it was written.
 */
export function firstDifference(song: Song, edit: Edit): FirstDifference | null {
  const back = placesOf(edit).find((at) => comesBack(song, at) && !hasOwn(song, at));
  return back ? { section: back.section, pass: back.pass, entry: back.entry! } : passDifference(song, edit);
}

/** The later pass of a section, wherever it is played, that an edit would make differ where nothing of it did before. */
export function passDifference(song: Song, edit: Edit): FirstDifference | null {
  const later = placesOf(edit).find((at) => {
    if (at.pass < 2 || hasOwn(song, at)) return false;
    const section = sectionNamed(song, at.section);
    const times = at.times ?? song.form.find((e) => e.section === at.section)?.times ?? 1;
    return section !== null && !section.variants.some((v) => isOnPass(v, { pass: at.pass, times }));
  });
  return later ? { section: later.section, pass: later.pass, entry: null } : null;
}

/** Whether a playing is not the first of its section. */
function comesBack(song: Song, { section, entry }: OnPass): boolean {
  if (entry === undefined || song.form[entry]?.section !== section) return false;
  return song.form.findIndex((e) => e.section === section) < entry;
}

/** The same edit where a section comes back, for that playing alone: bars that do not differ there yet get their own. */
export function onlyHere(edit: Edit, entry: number): Edit {
  return { kind: 'here', entry, edit };
}

/** The same edit for every pass of its section: written where the first pass is. */
export function forEveryPass(edit: Edit): Edit {
  return readdressed(edit, ({ entry: _this, ...at }) => ({ ...at, pass: 1 }));
}

/** The same edit in one playing (place in the form, from 0): what differs there alone is changed there. */
export function inPlaying(edit: Edit, entry: number): Edit {
  return readdressed(edit, (at) => ({ ...at, entry }));
}

/** A bar (from 0) as it is played on a pass. */
type BarOnPass = OnPass & { readonly bar: number };

function readdressed(edit: Edit, change: (at: BarOnPass) => OnPass): Edit {
  const put = <T extends OnPass>(at: T): T => change(at as unknown as BarOnPass) as T;
  switch (edit.kind) {
    case 'setCells':
      return { ...edit, changes: edit.changes.map((c) => ({ ...c, at: put(c.at) })) };
    case 'setHits':
      return { ...edit, changes: edit.changes.map(put) };
    case 'setParts':
      return { ...edit, changes: edit.changes.map(put) };
    case 'setPush':
      return { ...edit, change: put(edit.change) };
    case 'setLine':
      return { ...edit, change: put(edit.change) };
    case 'setVoice':
      return { ...edit, change: put(edit.change) };
    case 'setChords':
      return { ...edit, change: put(edit.change) };
    case 'setChordGuess':
      return { ...edit, change: put(edit.change) };
    case 'setBeside':
      return { ...edit, change: put(edit.change) };
    case 'swapBeside':
      return { ...edit, change: put(edit.change) };
    case 'useSound':
      return edit.change.bar === null ? edit : { ...edit, change: put(edit.change) };
    case 'together':
      return { ...edit, edits: edit.edits.map((one) => readdressed(one, change)) };
    case 'here':
      return { ...edit, edit: readdressed(edit.edit, change) };
    default:
      return edit;
  }
}

/** A player whose part an edit changes though it follows another's there; null when it changes no such part. */
export function followerIn(
  song: Song,
  edit: Edit,
): { readonly section: string; readonly player: Player } | null {
  const found = partsOf(edit).find(
    ({ section, player }) => sectionNamed(song, section)?.like?.[player] !== undefined,
  );
  return found ?? null;
}

function partsOf(edit: Edit): readonly { readonly section: string; readonly player: Player }[] {
  switch (edit.kind) {
    case 'setCells':
      return edit.changes.map((c) => c.at);
    case 'setHits':
    case 'setParts':
      return edit.changes;
    case 'setLine':
    case 'swapBeside':
      return [edit.change];
    case 'together':
      return edit.edits.flatMap(partsOf);
    case 'here':
      return partsOf(edit.edit);
    default:
      return [];
  }
}

/** Every place on a pass that an edit changes. */
export function placesOf(edit: Edit): readonly BarOnPass[] {
  const found: BarOnPass[] = [];
  readdressed(edit, (at) => {
    found.push(at);
    return at;
  });
  return found;
}
