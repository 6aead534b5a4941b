/**
 * sheet: what one player takes to rehearsal, independent of screen or printer. Start with sheet.ts.
 */
export { sheetName, sheetOf, type Sheet, type SheetBar, type SheetCell, type SheetPart } from './sheet';
export { noteText, offSign, reachText, type SheetNote, type SheetStep } from './line-marks';
export { sheetText } from './text';
