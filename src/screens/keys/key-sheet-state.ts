import { create } from 'zustand';
import type { KeyScreen } from './meanings';

export interface KeySheetProps {
  readonly screen: KeyScreen;
  readonly onClose: () => void;
}

/** Whether the keys are shown. Opened by `?` and by every button that says so. */
export const useKeySheet = create<{ readonly isOpen: boolean }>()(() => ({ isOpen: false }));

export function openKeySheet(): void {
  useKeySheet.setState({ isOpen: true });
}

export function closeKeySheet(): void {
  useKeySheet.setState({ isOpen: false });
}
