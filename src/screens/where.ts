import { useLocation } from 'react-router';
import type { KeyScreen } from './keys/index';

/** A screen of the application, by its address. */
export type ScreenName = Exclude<KeyScreen, 'line'> | 'writing' | 'set';

export interface Where {
  readonly screen: ScreenName;
  /** Id of the song whose screen it is; null on the shelf and beside the songs. */
  readonly id: string | null;
}

export const SCREEN_WORDS: Readonly<Record<ScreenName, string>> = {
  songs: 'Songs',
  writing: 'How to write it',
  set: 'Set list',
  chart: 'Chart',
  split: 'Split',
  hits: 'Hits',
  listen: 'Listen',
  sheets: 'Sheets',
  rig: 'Rig',
  log: 'Log',
  stand: 'Stand',
};

/** Which screen a path leads to. */
export function whereIs(path: string): Where {
  const [first = '', id = '', screen = ''] = path.split('/').slice(1);
  if (first === 'writing') return { screen: 'writing', id: null };
  if (first === 'set') return { screen: 'set', id: null };
  if (first !== 'song' || id === '') return { screen: 'songs', id: null };
  return { screen: screen in SCREEN_WORDS ? (screen as ScreenName) : 'split', id };
}

export function useWhere(): Where {
  const { pathname } = useLocation();
  return whereIs(pathname);
}
