import type { Fader, Stem } from '../../core/sound/index';
import { STEMS } from '../../core/sound/index';
import type { Player } from '../../core/form/index';

/** Where somebody stands in the room, and whether they play. */
export interface Standing {
  /** −1 far left, 1 far right. */
  readonly side: number;
  /** 0 right before you, 1 at the far wall: nearer is louder. */
  readonly far: number;
  readonly plays: 'on' | 'soft' | 'off';
}

/** Everybody in the room one listens in, and who one is. */
export interface Room {
  readonly standing: Readonly<Record<Stem, Standing>>;
  /** The part one plays oneself: softer than the others; null: one only listens. */
  readonly mine: Player | null;
  /** Heard alone; null: everybody is. */
  readonly alone: Stem | null;
}

/** As bands stand: guitars at the sides, the bass between, the drums behind (common practice). */
export const USUAL_ROOM: Room = {
  standing: {
    guitar1: { side: -0.6, far: 0.5, plays: 'on' },
    guitar2: { side: 0.6, far: 0.5, plays: 'on' },
    bass: { side: -0.05, far: 0.45, plays: 'on' },
    drums: { side: 0, far: 0.88, plays: 'on' },
    voice: { side: 0.42, far: 0.05, plays: 'on' },
  },
  mine: null,
  alone: null,
};

/** From the middle of the room to its end and to oneself, in decibels. */
const DB_TO_WALL = 12;
const SOFT_DB = -14;

/** What the mix makes of a room; `only`: these players alone whatever the room says (a question is heard). */
export function fadersOf(room: Room, only: readonly Stem[] | null = null): readonly Fader[] {
  return STEMS.map((stem): Fader => {
    const { side, far, plays } = room.standing[stem];
    const isHeard = only ? only.includes(stem) : room.alone === null ? plays !== 'off' : room.alone === stem;
    const soft = only === null && room.alone === null && (plays === 'soft' || room.mine === stem);
    const db = (0.5 - far) * 2 * DB_TO_WALL + (soft ? SOFT_DB : 0);
    return { level: isHeard ? 10 ** (db / 20) : 0, pan: side };
  });
}

/** The next of as it is, softer, silent. */
export function nextPlays(plays: Standing['plays']): Standing['plays'] {
  return plays === 'on' ? 'soft' : plays === 'soft' ? 'off' : 'on';
}

const KEY = 'orchestron.room';

/** The room as it was left in this browser; the usual one where nothing is stored or it cannot be read. */
export function storedRoom(storage: Pick<Storage, 'getItem'> | null): Room {
  try {
    const found: unknown = JSON.parse(storage?.getItem(KEY) ?? 'null');
    return isRoom(found) ? found : USUAL_ROOM;
  } catch {
    return USUAL_ROOM;
  }
}

/** Keeps a room in this browser; where that is refused it is kept until the page closes. */
export function storeRoom(storage: Pick<Storage, 'setItem'> | null, room: Room): void {
  try {
    storage?.setItem(KEY, JSON.stringify(room));
  } catch {
    // Not remembered then.
  }
}

function isRoom(value: unknown): value is Room {
  if (typeof value !== 'object' || value === null || !('standing' in value)) return false;
  const { standing, mine, alone } = value as Partial<Record<keyof Room, unknown>>;
  const isStem = (of: unknown) => STEMS.includes(of as Stem);
  const isShare = (of: unknown, least: number) => typeof of === 'number' && of >= least && of <= 1;
  return (
    typeof standing === 'object' &&
    standing !== null &&
    STEMS.every((stem) => {
      const one = (standing as Record<string, Partial<Standing> | undefined>)[stem];
      return (
        one && isShare(one.side, -1) && isShare(one.far, 0) && ['on', 'soft', 'off'].includes(one.plays ?? '')
      );
    }) &&
    (mine === null || (isStem(mine) && mine !== 'drums' && mine !== 'voice')) &&
    (alone === null || isStem(alone))
  );
}
