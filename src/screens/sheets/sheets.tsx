import { Download, Printer } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { useSearchParams } from 'react-router';
import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { sheetName, sheetOf, sheetText, type Sheet, type SheetBar } from '../../core/sheet/index';
import { Button, useWidth } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark, SheetBarDrawing } from '../../views/index';
import { download, fileName } from '../export-song';
import { useSounding } from '../listening/index';
import { StillOpen } from '../listen/still-open';
import { NextSteps } from '../next-steps';
import { NothingYet } from '../nothing-yet';
import { useDesk } from '../ports';

/** One sheet for each player, on screen, on paper and as text. */
export function Sheets() {
  const song = useDesk((s) => s.song)!;
  const [query, setQuery] = useSearchParams();
  const player = PLAYERS.find((p) => p === query.get('player')) ?? 'guitar1';
  const sheet = useMemo(() => sheetOf(song, player), [song, player]);
  if (song.form.length === 0)
    return <NothingYet words="There is nothing to print yet: this song has no chords." />;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3 print:overflow-visible print:p-0">
      <NextSteps at="sheets" />
      <StillOpen song={song} printed />
      <div className="no-print mx-auto mb-3 flex max-w-5xl flex-wrap items-center gap-2">
        <div role="group" aria-label="Whose sheet" className="flex gap-1">
          {PLAYERS.map((p) => (
            <Button
              key={p}
              aria-pressed={p === player}
              className={p === player ? '!border-2 !border-ink font-bold' : ''}
              onClick={() => setQuery({ player: p }, { replace: true })}
            >
              <span className={PLAYER_TEXT[p]}>
                <PlayerMark player={p} />
              </span>
              {PLAYER_WORDS[p]}
            </Button>
          ))}
        </div>
        <Button className="ml-auto" onClick={() => window.print()}>
          <Printer size={16} /> Print
        </Button>
        <Button
          onClick={() =>
            download(
              `${fileName(song.title)}-${fileName(sheetName(sheet))}.txt`,
              sheetText(sheet),
              'text/plain',
            )
          }
        >
          <Download size={16} /> Text tab (.txt)
        </Button>
      </div>
      <SheetPaper sheet={sheet} />
    </div>
  );
}

function SheetPaper({ sheet }: { sheet: Sheet }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  // Where a part points back, its heading stands for its bars.
  useSounding(ref, (root, { index, bar }) => {
    const part = root.querySelector(`[data-part="${index}"]`);
    return part?.querySelector(`[data-bar="${bar + 1}"]`) ?? part?.querySelector('h2') ?? null;
  });
  const perLine = width >= 760 ? 4 : width >= 420 ? 2 : 1;
  const total = sheet.parts.reduce((sum, part) => sum + weightOf(part), 0);
  const parts = firstParts(sheet, useGrowing(total));
  return (
    <article
      className="mx-auto max-w-5xl rounded-lg border border-line bg-sheet p-5 print:border-0 print:p-0"
      aria-label={`Sheet for ${sheetName(sheet)}`}
    >
      <header className="mb-3 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-bold">
          {sheet.title} <span className={PLAYER_TEXT[sheet.player]}>· {sheetName(sheet)}</span>
        </h1>
        <p>{sheet.ground}</p>
        <p>{sheet.rig}</p>
        {sheet.told.map((text) => (
          <p key={text} className="italic">
            “{text}”
          </p>
        ))}
        <p className="text-[13px] text-soft">
          Hits: O ring · M palm mute · X dead · S slap · P pop · T tap · R rake · Z scrape · small is weak · -
          hold · . silent · 1–6 one string, 321 three of them. ‹ comes an eighth early, ‹‹ a sixteenth. ↓ ↑
          down- and up-stroke. h p / before a fret: hammered, pulled, slid to.
          {sheet.parts.some((p) => p.bars.some((b) => b.cells.some((c) => c.fingers !== null))) &&
            ' Slanted digits: fingers, 1 index to 4 little finger, T thumb.'}
          {sheet.parts.some((p) => p.bars.some((b) => b.line !== null)) &&
            ' Lines: h hammer-on · p pull-off · t tap · slanted stroke slide · (5)h short note before · ½ 1 bend by so many whole tones · wave vibrato · <12> harmonic.'}
        </p>
      </header>
      <div ref={ref}>
        {width > 0 &&
          parts.map((part, i) => (
            <section key={i} data-part={i} className="print-break mb-4">
              <h2 className="text-lg">
                <b>{part.heading}</b>{' '}
                <span className="text-soft">
                  from bar {part.firstBar}
                  {part.remarks.map((r) => ` · ${r}`)}
                </span>
              </h2>
              <Bars bars={part.bars} sheet={sheet} perLine={perLine} width={width} />
              {part.passes.map((pass) => (
                <div key={pass.heading} className="mt-1 border-l-4 border-line pl-3">
                  <h3 className="text-soft">{pass.heading}</h3>
                  <Bars bars={pass.bars} sheet={sheet} perLine={perLine} width={width - 16} />
                </div>
              ))}
            </section>
          ))}
      </div>
    </article>
  );
}

/** Bars drawn in one task; a sheet of thousands of them grows while one already reads. */
const BARS_A_TASK = 120;

/** How many bars are drawn by now; on paper all of them are. */
function useGrowing(total: number): number {
  const [shown, setShown] = useState(BARS_A_TASK);
  useEffect(() => {
    if (shown >= total) return undefined;
    const timer = setTimeout(() => setShown(shown + BARS_A_TASK), 0);
    const all = () => flushSync(() => setShown(total));
    window.addEventListener('beforeprint', all);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('beforeprint', all);
    };
  }, [shown, total]);
  return shown;
}

/** What a part takes to draw, in bars; a heading counts as one. */
function weightOf(part: Sheet['parts'][number]): number {
  return 1 + part.bars.length + part.passes.reduce((sum, pass) => sum + pass.bars.length, 0);
}

/** The parts of a sheet up to so many bars, the last one cut where they end. */
function firstParts(sheet: Sheet, most: number): Sheet['parts'] {
  const parts: Sheet['parts'][number][] = [];
  let left = most;
  for (const part of sheet.parts) {
    if (left <= 0) break;
    const isWhole = weightOf(part) <= left;
    parts.push(isWhole ? part : { ...part, bars: part.bars.slice(0, left), passes: [] });
    left -= weightOf(part);
  }
  return parts;
}

function Bars({
  bars,
  sheet,
  perLine,
  width,
}: {
  bars: readonly SheetBar[];
  sheet: Sheet;
  perLine: number;
  width: number;
}) {
  if (bars.length === 0) return null;
  return (
    <div className="flex flex-wrap">
      {bars.map((bar, i) => (
        <SheetBarDrawing
          key={bar.number}
          bar={bar}
          strings={sheet.strings}
          player={sheet.player}
          width={Math.floor(width / perLine)}
          first={i % perLine === 0}
        />
      ))}
    </div>
  );
}
