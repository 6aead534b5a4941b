/**
 * sheet: what one player takes to rehearsal, independent of screen or printer. Start with sheet.ts.
 */
export { sheetName, sheetOf, type Sheet, type SheetForm, type SheetPart } from './sheet';
export type { DrawnBar, SheetBar, SheetCell } from './bar';
export { isSoft, mutedStrings, noteMarks, noteText, type NoteMarks } from './note-marks';
export type { UsedGrip } from './used-grips';

export { sheetText } from './text';
export { overviewOf, type OverviewPart } from './overview';
export { announcement, standSheet, type StandBar, type StandPart, type StandSheet } from './stand';
