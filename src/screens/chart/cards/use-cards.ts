import { createContext, useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import type { Edit, Song } from '../../../core/song/index';
import type { Spot } from './touches';

/** What all cards look at. */
export interface CardsState {
  readonly song: Song;
  /** What is pointed at. */
  readonly spot: Spot | null;
}

/** What the cards share. It stays the same while they are shown, so that a card is drawn again only for its own sake. */
export interface CardsContext {
  readonly state: StoreApi<CardsState>;
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

/** The whole song: what asks for it is drawn again with every change. */
export function useSong(): Song {
  return useStore(useCards().state, (s) => s.song);
}

/** What is pointed at, wherever it is. */
export function useSpot(): Spot | null {
  return useStore(useCards().state, (s) => s.spot);
}

/** What is pointed at in one playing; null while it is elsewhere. */
export function useSpotIn(entry: number): Spot | null {
  return useStore(useCards().state, (s) => (s.spot?.entry === entry ? s.spot : null));
}
