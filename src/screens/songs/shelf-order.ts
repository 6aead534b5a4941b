import { parseKey, pitchClassOf, pretty } from '../../core/pitch/index';
import type { SetList, SongCard } from '../../store/index';

/** What the shelf can be put in order by. */
export type ShelfOrder = 'recent' | 'name' | 'key' | 'tempo' | 'tuning' | 'set';

/** Which songs of the shelf are looked at. */
export interface ShelfLook {
  /** Words that all have to be found in a song's title, key, tempo or tuning. */
  readonly find: string;
  readonly order: ShelfOrder;
  /** Id of a set list; null: all songs. */
  readonly set: string | null;
}

/** Songs of the look, in its order; what cannot be compared (a damaged record) comes last, otherwise the newest first. */
export function songsInOrder(
  cards: readonly SongCard[],
  look: ShelfLook,
  sets: readonly SetList[],
): readonly SongCard[] {
  const set = sets.find((s) => s.id === look.set) ?? null;
  const words = folded(look.find).split(/\s+/).filter(Boolean);
  const found = cards.filter((card) => {
    if (set && !set.songs.includes(card.id)) return false;
    return words.length === 0 || words.every((word) => wordsOf(card).includes(word));
  });
  const rank = rankOf(look.order, set);
  return rank === null ? found : [...found].sort((a, b) => compare(rank(a), rank(b)));
}

/** "D minor"; the text itself where it is no key. */
export function keyWords(key: string): string {
  const read = parseKey(key);
  return read.ok ? `${pretty(read.value.tonic)} ${read.value.mode}` : key;
}

type Rank = (card: SongCard) => readonly (number | string)[];

function rankOf(order: ShelfOrder, set: SetList | null): Rank | null {
  switch (order) {
    case 'recent':
      return null;
    case 'name':
      return (card) => [folded(card.title)];
    case 'key':
      return (card) => keyRank(card.key);
    case 'tempo':
      return (card) => [card.tempo ?? Infinity, folded(card.title)];
    case 'tuning':
      return (card) => [
        card.tuning === null ? 2 : card.tuning === 'standard' ? 0 : 1,
        card.tuning ?? '',
        folded(card.title),
      ];
    case 'set':
      return set === null ? null : (card) => [set.songs.indexOf(card.id)];
  }
}

/** From C up by semitones, major before minor. */
function keyRank(key: string | null): readonly (number | string)[] {
  const read = key === null ? null : parseKey(key);
  if (!read?.ok) return [2, 0, ''];
  const { tonic, mode } = read.value;
  return [0, pitchClassOf(tonic) ?? 12, tonic, mode];
}

function compare(a: readonly (number | string)[], b: readonly (number | string)[]): number {
  for (const [i, x] of a.entries()) {
    const y = b[i]!;
    const by =
      typeof x === 'string' && typeof y === 'string' ? collator.compare(x, y) : Number(x) - Number(y);
    if (by !== 0 && !Number.isNaN(by)) return by;
  }
  return 0;
}

const collator = new Intl.Collator(undefined, { numeric: true });

function wordsOf({ title, key, tempo, tuning }: SongCard): string {
  const keys = key === null ? '' : `${key} ${keyWords(key)}`;
  return folded(`${title} ${keys} ${tempo ?? ''} ${tuning ?? ''}`);
}

/** Small letters without accents, signs of sharps and flats as they are typed. */
function folded(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{Diacritic}/gu, '')
    .replaceAll('♭', 'b')
    .replaceAll('♯', '#')
    .toLowerCase();
}
