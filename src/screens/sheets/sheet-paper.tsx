import { useMemo } from 'react';
import { playedBars } from '../../core/score/index';
import { sheetName, type Sheet, type SheetBar, type SheetPart } from '../../core/sheet/index';
import type { Song } from '../../core/song/index';
import { layOutBars, SHEET_LOOK, type Look } from '../../engraving/index';
import { useMusicFonts } from '../../stand/index';
import { useWidth } from '../../ui/index';
import { GripPicture, PLAYER_TEXT } from '../../views/index';
import { useSounding } from '../listening/index';
import { EngravedLine } from './engraved-line';
import { useSheetSettings } from './sheet-settings';
import { paperWidth } from './use-printing';

const SCALES = { usual: 1, large: 1.4 } as const;

/** One player's sheet in notes, as it goes on paper. */
export function SheetPaper({ sheet, song, printing }: { sheet: Sheet; song: Song; printing: boolean }) {
  const { size, staff, grips, paper } = useSheetSettings();
  const [ref, width] = useWidth<HTMLDivElement>();
  const fonts = useMusicFonts();
  const scale = SCALES[size];
  const look = useMemo((): Look => ({ ...SHEET_LOOK, staff }), [staff]);
  const room = printing ? paperWidth(paper) : width;
  useSounding(ref, (root, { index, pass, bar }) => {
    const place = playedBars(song).findIndex(
      (one) => one.playing.index === index && one.pass === pass && one.bar === bar,
    );
    // A line that is not drawn yet is drawn once it is in view; where a part points back, its heading stands for it.
    return (
      root.querySelector(`[data-played~="${place}"]`) ??
      root.querySelector(`[data-line-played~="${place}"]`) ??
      root.querySelector(`[data-part="${index}"] h2`)
    );
  });
  return (
    <article
      className="sheet-paper mx-auto mb-6 max-w-5xl rounded-lg border border-line bg-sheet p-5 print:m-0 print:max-w-none print:border-0 print:p-0"
      aria-label={`Sheet for ${sheetName(sheet)}`}
    >
      <header className="mb-3 border-b-2 border-ink pb-2">
        <h2 className="text-2xl font-bold">
          {sheet.title} <span className={PLAYER_TEXT[sheet.player]}>· {sheetName(sheet)}</span>
        </h2>
        <p>{sheet.ground}</p>
        <p>{sheet.rig}</p>
        {sheet.told.map((text) => (
          <p key={text} className="italic">
            “{text}”
          </p>
        ))}
      </header>
      {grips && sheet.grips.length > 0 && (
        <div role="group" aria-label="Grips" className="mb-3 flex flex-wrap gap-x-2 gap-y-1">
          {sheet.grips.map((used, i) => (
            <div key={i} className="print-break">
              <GripPicture grip={used.grip} fingers={used.fingers} name={used.chord} />
            </div>
          ))}
        </div>
      )}
      <div ref={ref}>
        {fonts === 'failed' && (
          <p role="alert" className="text-clash">
            The fonts for notes did not arrive. The text view shows the same bars.
          </p>
        )}
        {room > 0 &&
          fonts === 'here' &&
          sheet.parts.map((part, i) => (
            <Part
              key={part.playing}
              {...{ part, sheet, look, scale, printing }}
              width={room}
              before={sheet.parts
                .slice(0, i)
                .findLast((one) => one.bars.length > 0)
                ?.bars.at(-1)}
            />
          ))}
      </div>
      <p className="mt-3 text-[0.75rem] text-soft">
        ‹ comes an eighth early, ‹‹ a sixteenth. P.M. palm mute · × dead · small digits softer · (5) still
        sounding · h p hammered, pulled · slanted stroke slide · ? a guess.
      </p>
    </article>
  );
}

function Part({
  part,
  sheet,
  look,
  scale,
  width,
  printing,
  before,
}: {
  part: SheetPart;
  sheet: Sheet;
  look: Look;
  scale: number;
  width: number;
  printing: boolean;
  before: SheetBar | undefined;
}) {
  const lines = useMemo(
    () => layOutBars(part.bars, sheet, { width: width / scale - 2, look, before }),
    [part, sheet, look, scale, width, before],
  );
  return (
    <section
      data-part={part.playing}
      className="mb-3"
      aria-label={`${part.heading}, from bar ${part.firstBar}`}
    >
      <h2 className="break-after-avoid text-lg">
        <b>{part.heading}</b>{' '}
        <span className="text-soft">
          from bar {part.firstBar}
          {part.remarks.map((r) => ` · ${r}`)}
        </span>
      </h2>
      {lines.map((line, i) => (
        <EngravedLine key={i} {...{ line, sheet, look, scale }} now={printing} />
      ))}
    </section>
  );
}
