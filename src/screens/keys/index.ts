/** keys: what single keys stand for, one meaning everywhere; off or moved as somebody likes. Start with meanings.ts. */
export { KeyCap } from './key-cap';
export { closeKeySheet, openKeySheet, useKeySheet, type KeySheetProps } from './key-sheet-state';
export { movedTo, useCap, useKeySettings, usualKey, type KeySettings } from './key-settings';
export { capOf, MEANINGS, type KeyMeaning, type KeyScreen } from './meanings';
export { useSingleKeys } from './use-single-keys';
export { useUndoKeys, type Steps } from './use-undo-keys';
