import {
  cleanRemark,
  saidRemarks,
  type Beside,
  type BesidePart,
  type Like,
  type Player,
  type Remarks,
} from '../form/index';
import type { OnPass } from './address';
import { setPart } from './edit-bar';
import { likeTrouble } from './likes';
import { mapSections, type Song } from './song';
import { barAt, mapBar } from './where-written';

/** What is told, where and to whom: `section` null the whole song, `bar` (from 0) null the whole section. */
export interface RemarkChange {
  readonly section: string | null;
  readonly on: OnPass | null;
  readonly bar: number | null;
  readonly who: Player | 'band';
  readonly text: string;
}

export interface BesideChange extends OnPass {
  readonly bar: number;
  readonly player: Player;
  readonly parts: readonly BesidePart[];
}

/** Which of the parts beside a bar takes its place, from 0. */
export interface SwapChange extends OnPass {
  readonly bar: number;
  readonly player: Player;
  readonly index: number;
  /** What stands there now. */
  readonly now: BesidePart;
}

export function setLike(
  song: Song,
  { section: name, player, like }: { section: string; player: Player; like: Like | null },
): Song {
  return mapSections(song, (s) => {
    if (s.name !== name) return s;
    const { like: were, ...rest } = s;
    const { [player]: _was, ...others } = were ?? {};
    if (like !== null) {
      const trouble = likeTrouble({ like: others }, player, like);
      if (trouble) throw new RangeError(trouble);
    }
    const next = like === null ? others : { ...others, [player]: like };
    return Object.keys(next).length > 0 ? { ...rest, like: next } : rest;
  });
}

export function setRemark(song: Song, change: RemarkChange): Song {
  const { section: name, on, bar, who } = change;
  const text = cleanRemark(change.text);
  if (name === null) {
    if (who === 'band') {
      const { remark: _was, ...rest } = song;
      return text === '' ? rest : { ...rest, remark: text };
    }
    const { remark: _was, ...rig } = song.players[who];
    const next = text === '' ? rig : { ...rig, remark: text };
    return { ...song, players: { ...song.players, [who]: next } };
  }
  if (bar === null || on === null)
    return mapSections(song, (s) => (s.name === name ? told(s, who, text) : s));
  return mapBar(
    song,
    { ...on, bar },
    {
      has: (patch) => patch.remarks?.[who] !== undefined,
      patch: (p) => told(p, who, text),
      bar: (b) => told(b, who, text),
      seed: () => ({}),
      what: `bar ${bar + 1}`,
    },
  );
}

function told<T extends { readonly remarks?: Remarks }>(of: T, who: Player | 'band', text: string): T {
  const { remarks, ...rest } = of;
  const next = saidRemarks({ ...remarks, [who]: text });
  return (next ? { ...rest, remarks: next } : rest) as T;
}

export function setBeside(song: Song, change: BesideChange): Song {
  const { player, parts } = change;
  const put = <T extends { readonly beside?: Beside }>(of: T): T => {
    const { beside, ...rest } = of;
    const { [player]: _were, ...others } = beside ?? {};
    const next = parts.length > 0 ? { ...others, [player]: parts } : others;
    return (Object.keys(next).length > 0 ? { ...rest, beside: next } : rest) as T;
  };
  return mapBar(song, change, {
    has: (patch) => patch.beside?.[player] !== undefined,
    patch: put,
    bar: put,
    seed: () => ({}),
    what: `bar ${change.bar + 1}`,
  });
}

export function swapBeside(song: Song, change: SwapChange): Song {
  const { section: name, player, bar, index, now } = change;
  const parts = barAt(song, change)?.beside?.[player] ?? [];
  const chosen = parts[index];
  if (!chosen) throw new RangeError(`Nothing ${index + 1} is kept beside bar ${bar + 1} of ${name}`);
  const { cells, hits, line } = chosen;
  const put = setPart(song, { ...change, cells, hits, line });
  return setBeside(put, { ...change, parts: parts.map((part, i) => (i === index ? now : part)) });
}
