import type { Taken } from '../../core/formats/index';

/** A file somebody let go over a song: words, notes from elsewhere, or why it is neither. */
export type Dropped =
  | { readonly kind: 'text'; readonly text: string }
  | {
      readonly kind: 'notes';
      readonly taken: Taken;
      readonly from: 'MusicXML' | 'MIDI';
      readonly file: string;
    }
  | { readonly kind: 'refused'; readonly message: string };

/** Looks at a file by what is in it. */
export async function dropped(file: File): Promise<Dropped> {
  const { openFile } = await import('../../core/formats/files/index');
  const opened = openFile(file.name, new Uint8Array(await file.arrayBuffer()));
  switch (opened.kind) {
    case 'text':
    case 'refused':
      return opened;
    case 'many':
      return { kind: 'refused', message: `${file.name} holds several songs: let it go over the shelf` };
    case 'notes':
      return { ...opened, file: file.name.replace(/\.[^.]*$/, '') };
  }
}
