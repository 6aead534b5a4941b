/** The options of all commands; each takes what it needs (see commands.ts). */
export const OPTIONS = {
  tuning: { type: 'string', words: 'the strings, lowest first: "D A D G B E"', value: 'STRINGS' },
  capo: { type: 'string', words: 'the fret the capo sits on, 0 for none', value: 'N' },
  key: { type: 'string', words: 'the key: Dm, Bb', value: 'KEY' },
  player: { type: 'string', words: 'guitar1, guitar2 or bass', value: 'PLAYER' },
  gain: { type: 'string', words: 'how much the amplifier drives, 0 clean to 10', value: 'N' },
  hand: { type: 'string', words: 'how far the hand reaches', value: 'small|middle|large' },
  thumb: { type: 'boolean', words: 'the thumb may come over the neck' },
  max: { type: 'string', words: 'how many are listed', value: 'N' },
  keep: { type: 'string', words: 'what stays when strings or key change', value: 'pitches|shapes' },
  out: { type: 'string', short: 'o', words: 'the file that is written', value: 'FILE' },
  hands: {
    type: 'string',
    words: 'which hands are filled; both where it is left out',
    value: 'left|right|both',
  },
  without: { type: 'string', words: 'the mix without this player', value: 'PLAYER' },
  stems: { type: 'boolean', words: 'a file for each player, drums and voice' },
  tempo: { type: 'string', words: 'percent of the song’s tempo', value: 'PERCENT' },
  bits: { type: 'string', words: 'bits a sample', value: '16|24' },
  sections: {
    type: 'string',
    words: 'where sections begin in notes from elsewhere: as they are marked, one, or every so many bars',
    value: 'marked|one|BARS',
  },
  to: { type: 'string', words: 'the kind that is written to standard output', value: 'KIND' },
} as const;

export type OptionName = keyof typeof OPTIONS;

/** What the options of a call may be. */
export type Options = { readonly [K in OptionName]?: string | boolean };
