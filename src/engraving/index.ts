/**
 * engraving: lines of music drawn from a player's sheet. What is drawn is decided in core/sheet and core/score; here it gets its
 * place. layout.ts, rows.ts and bar-width.ts need no browser; engrave.ts and marks.ts draw. Start with layout.ts.
 */
export { layOutBars, type Line } from './layout';
export { SHEET_LOOK, STAND_LOOK, type Look } from './bar-width';
export { engraveLine } from './engrave';
export { loadMusicFonts } from './fonts';
