/** What parts of a song are called (common practice), in the order they are reached for. */
export const PART_NAMES = ['Intro', 'Verse', 'Pre-Chorus', 'Chorus', 'Bridge', 'Solo', 'Outro'] as const;
