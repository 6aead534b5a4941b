/** listening: one player for all screens, and what is heard beside what is looked at. Start with listening.ts. */
export type { Listening, ListeningStore, Question } from './listening';
export { useSounding } from './use-sounding';
export { useListening, usePlayKey } from './use-listening';
export { HearButton } from './hear-button';
export { PlayButton, WhichIsHeard } from './play-button';
export { MARKS, barSpan, momentSpan, markWords, otherAt, spansOf, type Mark } from './mark';
export { CLEAN_ROUNDS } from './ladder';
export { USUAL_ROOM, nextPlays, type Room, type Standing } from './room';
