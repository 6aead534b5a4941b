/** The options every command understands; each takes what it needs. */
export const OPTIONS = {
  tuning: { type: 'string' },
  capo: { type: 'string' },
  key: { type: 'string' },
  player: { type: 'string' },
  gain: { type: 'string' },
  hand: { type: 'string' },
  thumb: { type: 'boolean' },
  max: { type: 'string' },
  keep: { type: 'string' },
  out: { type: 'string', short: 'o' },
  hands: { type: 'string' },
  without: { type: 'string' },
  stems: { type: 'boolean' },
  tempo: { type: 'string' },
  bits: { type: 'string' },
  sections: { type: 'string' },
  help: { type: 'boolean' },
} as const;

/** What the options of a call may be. */
export type Options = { readonly [K in keyof typeof OPTIONS]?: string | boolean };
