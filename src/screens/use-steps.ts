import { useStore } from 'zustand';
import type { Steps } from './keys/index';
import { storageWords } from '../store/index';
import { useGlance, useOpenedPorts, useShelfPorts } from './shelf-ports';
import { useWhere } from './where';

/** What can be taken back here: changes of the open song, or what was done on the shelf. */
export function useSteps(): Steps {
  const { deeds, told } = useShelfPorts();
  const opened = useOpenedPorts();
  const { id } = useWhere();
  const openId = useGlance((s) => s.id);
  const canUndo = useGlance((s) => s.history.past.length > 0);
  const canRedo = useGlance((s) => s.history.future.length > 0);
  const hasDeeds = useStore(deeds, (s) => s.past.length > 0);
  const hasTakenBack = useStore(deeds, (s) => s.future.length > 0);
  if (id !== null) {
    const isOpen = openId === id;
    return {
      canUndo: isOpen && canUndo,
      canRedo: isOpen && canRedo,
      undo: () => opened?.desk.getState().undo(),
      redo: () => opened?.desk.getState().redo(),
    };
  }
  const say = (said: string) => told.setState({ said });
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
