import { FileText } from 'lucide-react';
import type { ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';

/** Files the reader of songs takes: song files, chart text, plain text people keep songs in, notes, archives of songs. */
export const SONG_FILES = {
  'application/json': ['.json'],
  'text/plain': ['.txt', '.chart', '.tab', '.crd', '.cho', '.pro', '.chopro', '.md'],
  'application/vnd.recordare.musicxml+xml': ['.musicxml', '.xml'],
  'application/vnd.recordare.musicxml': ['.mxl'],
  'audio/midi': ['.mid', '.midi'],
  'application/zip': ['.zip'],
};

/** A screen on which files can be let go: what is dropped comes to `onFiles`; a sign says so while they are over it. */
export function DropZone({
  onFiles,
  children,
}: {
  readonly onFiles: (files: readonly File[]) => void;
  readonly children: ReactNode;
}) {
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (accepted, rejected) => onFiles([...accepted, ...rejected.map((r) => r.file)]),
  });
  return (
    <div
      {...getRootProps({ role: undefined, tabIndex: undefined })}
      className="relative flex min-h-0 flex-1 flex-col"
      data-drop-zone
    >
      {children}
      {isDragActive && (
        <div className="pointer-events-none absolute inset-0 z-30 flex items-center justify-center border-4 border-dashed border-ink bg-ground/85 text-xl font-bold">
          <FileText size={28} aria-hidden className="mr-2" /> Let the song go here
        </div>
      )}
    </div>
  );
}
