import { lazy, Suspense, useEffect, useMemo } from 'react';
import type { Player } from '../../core/form/index';
import { sheetName, sheetOf, sheetText, type Sheet } from '../../core/sheet/index';
import type { Song } from '../../core/song/index';
import { useSheetSettings } from './sheet-settings';

const SheetPaper = lazy(async () => ({ default: (await import('./sheet-paper')).SheetPaper }));

/** A player's sheet as it was chosen to look: in notes or as text. */
export function PlayerSheet(props: {
  readonly song: Song;
  readonly player: Player;
  readonly printing: boolean;
}) {
  const { song, player, printing } = props;
  const { form, view } = useSheetSettings();
  const sheet = useMemo(() => sheetOf(song, player, form), [song, player, form]);
  if (view === 'text') return <SheetAsText sheet={sheet} />;
  return (
    <Suspense fallback={<p className="mx-auto max-w-5xl text-soft">Setting the notes …</p>}>
      <SheetPaper sheet={sheet} song={song} printing={printing} />
    </Suspense>
  );
}

function SheetAsText({ sheet }: { sheet: Sheet }) {
  const text = useMemo(() => sheetText(sheet), [sheet]);
  return (
    <article
      className="sheet-paper mx-auto mb-6 max-w-5xl overflow-x-auto rounded-lg border border-line bg-sheet p-5 print:m-0 print:max-w-none print:border-0 print:p-0"
      aria-label={`Sheet for ${sheetName(sheet)}`}
      tabIndex={0}
    >
      <h2 className="sr-only">
        {sheet.title} · {sheetName(sheet)}
      </h2>
      <pre className="frets text-[0.8125rem] leading-tight print:text-[0.5625rem]">{text}</pre>
    </article>
  );
}

/** Prints once everything that was asked for stands on the page. */
export function PrintWhenDrawn() {
  useEffect(() => {
    const timer = setTimeout(() => window.print(), 50);
    return () => clearTimeout(timer);
  }, []);
  return null;
}
