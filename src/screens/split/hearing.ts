import { applyEdit, type Edit, type Song } from '../../core/song/index';
import type { Desk } from '../../store/index';
import { barSpan, type ListeningStore } from '../listening/index';

/**
 * Plays the bar one is in round and round. While a change is shown, as it is and with the change, which is heard first; asked
 * again for the same bar, the other of both.
 */
export function hearBar(desk: Desk, listening: ListeningStore): void {
  const { song, selection, preview } = desk.getState();
  if (!song) return;
  const { question, kind, version, setVersion, ask } = listening.getState();
  const spans = barSpan(song, selection);
  const isSame = (other: typeof spans | undefined) => JSON.stringify(other) === JSON.stringify(spans);
  if (kind !== 'still' && preview === null && question?.labels.length === 2 && isSame(question.spans)) {
    setVersion(1 - version);
    return;
  }
  ask({
    title: 'this bar',
    labels: preview === null ? ['as it is'] : ['as it is', 'with the change'],
    versions: versionsOf(song, preview),
    spans,
    at: selection,
    only: null,
    version: preview === null ? 0 : 1,
  });
}

/** A song as it is and as an edit would make it. */
export function versionsOf(song: Song, edit: Edit | null): readonly { readonly song: Song }[] {
  return edit === null ? [{ song }] : [{ song }, { song: applyEdit(song, edit) }];
}
