import { PLAYER_WORDS } from '../../core/form/index';
import type { Stem } from '../../core/sound/index';

/** What everybody in the room is called. */
export const STEM_WORDS: Readonly<Record<Stem, string>> = {
  ...PLAYER_WORDS,
  drums: 'Drums',
  voice: 'Voice',
};
