import { useStore } from 'zustand';
import type { Steps } from './keys/index';
import { useDesk, usePorts } from './ports';
import { storageWords } from '../store/index';
import { useWhere } from './where';

/** What can be taken back here: changes of the open song, or what was done on the shelf. */
export function useSteps(): Steps {
  const { desk, deeds } = usePorts();
  const { id } = useWhere();
  const openId = useDesk((s) => s.id);
  const canUndo = useDesk((s) => s.history.past.length > 0);
  const canRedo = useDesk((s) => s.history.future.length > 0);
  const hasDeeds = useStore(deeds, (s) => s.past.length > 0);
  const hasTakenBack = useStore(deeds, (s) => s.future.length > 0);
  if (id !== null) {
    const isOpen = openId === id;
    return {
      canUndo: isOpen && canUndo,
      canRedo: isOpen && canRedo,
      undo: () => desk.getState().undo(),
      redo: () => desk.getState().redo(),
    };
  }
  const { say } = desk.getState();
  const go = (way: 'undo' | 'redo', words: string) =>
    void (way === 'undo' ? deeds.getState().undo() : deeds.getState().redo())
      .then((label) => say(label === null ? `Nothing to ${way}` : `${words}: ${label}`))
      .catch((error: unknown) => say(storageWords(error)));
  return {
    canUndo: hasDeeds,
    canRedo: hasTakenBack,
    undo: () => go('undo', 'Undone'),
    redo: () => go('redo', 'Done again'),
  };
}
