import { useEffect, useState } from 'react';
import type { ShelfEntry, SongCard, SongStorage } from '../../store/index';
import { FACE_SHAPE, faceKept, type Face } from './kept-face';

/** What a row shows below its title. */
export type RowLook =
  | { readonly kind: 'face'; readonly face: Face }
  /** The song cannot be read, how it is stored is damaged, or its face cannot be worked out. */
  | { readonly kind: 'odd'; readonly entry: ShelfEntry; readonly face: Face | null; readonly words: string };

/** Between the faces of two songs the page gets its turn. */
const BREATH_MS = 8;

/** One face at a time: rows that went out of view before their turn cost nothing. */
let turn: Promise<void> = Promise.resolve();

function inTurn(work: () => Promise<void>): void {
  turn = turn
    .then(() => new Promise<void>((resolve) => setTimeout(resolve, BREATH_MS)))
    .then(work)
    .catch(() => undefined);
}

/** The face of a song in view: as it is kept, or worked out and kept; null until it is there. */
export function useFace(storage: SongStorage, card: SongCard): RowLook | null {
  const { id, version } = card;
  const [shown, setShown] = useState<{ version: number; look: RowLook } | null>(null);
  useEffect(() => {
    let gone = false;
    const show = (look: RowLook) => {
      if (!gone) setShown({ version, look });
    };
    const begin = async () => {
      const [kept] = await storage.faces([id]);
      const face = faceKept(kept, version);
      if (face) show({ kind: 'face', face });
      inTurn(async () => {
        if (gone) return;
        // Also where a face is kept: a record may have been damaged since, and that is said.
        const look = await workedOut(storage, { id, kept: face });
        if (look && !(face && look.kind === 'face')) show(look);
        if (face) return;
        if (look?.kind === 'face' && version > 0)
          await storage.keepFace({ id, version, shape: FACE_SHAPE, face: look.face });
      });
    };
    void begin().catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [storage, id, version]);
  // The face before is shown until the new one is there.
  return shown?.look ?? null;
}

async function workedOut(
  storage: SongStorage,
  { id, kept }: { readonly id: string; readonly kept: Face | null },
): Promise<RowLook | null> {
  const { faceOf, shelfEntry } = await import('./shelf-work');
  const entry = await shelfEntry(storage, id);
  if (!entry) return null;
  if (!entry.song) {
    const words = `This song cannot be read: ${entry.trouble ?? 'it is not known why'}. It is kept as it is; hand it out to mend it by hand.`;
    return { kind: 'odd', entry, face: null, words };
  }
  let face: Face;
  try {
    face = kept ?? faceOf(entry.song);
  } catch (error) {
    const words = `This song is kept, but something in it cannot be worked out: ${error instanceof Error ? `${error.name}: ${error.message}` : String(error)}`;
    return { kind: 'odd', entry, face: null, words };
  }
  if (entry.remarks.length === 0) return { kind: 'face', face };
  return { kind: 'odd', entry, face, words: `How it is stored is damaged: ${entry.remarks.join('; ')}.` };
}
