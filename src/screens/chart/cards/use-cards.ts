import { createContext, useContext } from 'react';
import type { Edit, Song } from '../../../core/song/index';
import type { Spot } from './touches';

/** What the cards share: what is pointed at, and how a touch becomes an edit. */
export interface CardsContext {
  readonly song: Song;
  readonly spot: Spot | null;
  /** Points at something; nothing is changed. */
  point(spot: Spot | null): void;
  /** Makes an edit, and points at what comes next; null: nothing can be done. */
  touch(edit: Edit | null, label: string, next?: Spot | null): void;
  /** Lets a chord sound. */
  hear(symbol: string): void;
}

export const Cards = createContext<CardsContext | null>(null);

export function useCards(): CardsContext {
  const cards = useContext(Cards);
  if (!cards) throw new Error('Cards are used inside their provider');
  return cards;
}
