import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatDuration } from '../../core/time/index';
import type { SetList, SongCard } from '../../store/index';
import { Menu, useWidth } from '../../ui/index';
import { RegisterLane } from '../../views/index';
import { useShelfPorts } from '../shelf-ports';
import { rowItems, type RowDoes } from './row-items';
import { keyWords } from './shelf-order';
import type { Face } from './kept-face';
import { useFace, type RowLook } from './use-faces';

/** One song of the shelf: what it is, one menu of what can be done with it, and its registers as a strip. */
export function SongRow(props: {
  readonly card: SongCard;
  readonly sets: readonly SetList[];
  readonly does: RowDoes;
}) {
  const { card, sets, does } = props;
  const { storage } = useShelfPorts();
  const look = useFace(storage, card);
  const [renaming, setRenaming] = useState(false);
  const isReadable = look?.kind !== 'odd' || look.entry.song !== null;
  const face = look?.face ?? null;
  return (
    <>
      <div className="flex items-start gap-x-3">
        <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3 gap-y-0.5">
          {renaming ? (
            <input
              autoFocus
              aria-label={`New title of ${card.title}`}
              defaultValue={card.title}
              className="w-full max-w-md rounded border border-ink bg-ground px-2 py-1 text-lg font-bold"
              onBlur={(e) => {
                setRenaming(false);
                does.rename(card, e.target.value);
              }}
              onKeyDown={(e) => {
                if (e.key === 'Enter') e.currentTarget.blur();
                if (e.key !== 'Escape') return;
                e.currentTarget.value = card.title;
                setRenaming(false);
              }}
            />
          ) : (
            <h2 className="text-lg font-bold">
              <Link
                to={`/song/${card.id}/split`}
                data-song={card.id}
                className="inline-block py-1 break-words hover:underline"
              >
                {card.title}
              </Link>
            </h2>
          )}
          <Facts card={card} face={face} />
        </div>
        <Menu
          label="More"
          name={`More for ${card.title}`}
          items={rowItems(card, { sets, does, isReadable, onRename: () => setRenaming(true) })}
        />
      </div>
      {look?.kind === 'odd' && <p className="mt-1 break-words text-clash">{look.words}</p>}
      <Below card={card} look={look} />
    </>
  );
}

function Facts({ card, face }: { readonly card: SongCard; readonly face: Face | null }) {
  const words = [
    card.key === null ? null : keyWords(card.key),
    card.tempo === null ? null : `${card.tempo} bpm`,
    card.tuning === null || card.tuning === 'standard' ? null : card.tuning,
    ...(face === null
      ? []
      : [
          `${face.bars} bars`,
          formatDuration(face.seconds),
          face.open > 0 ? `${face.open} ${face.open === 1 ? 'grip' : 'grips'} still open` : null,
        ]),
  ];
  const clashes = face?.clashes ?? 0;
  return (
    <p className="text-soft">
      {words.filter((w) => w !== null).join(' · ')}
      {clashes > 0 && <b className="text-clash"> · {clashes === 1 ? '1 clash' : `${clashes} clashes`}</b>}
    </p>
  );
}

/** Pixels a strip is high; a row keeps the place of it until it is there. */
const STRIP = 92;

function Below({ card, look }: { readonly card: SongCard; readonly look: RowLook | null }) {
  if (look === null) return <div className="mt-1" style={{ height: STRIP }} />;
  if (look.face === null) return null;
  if (look.face.blocks.length > 0) return <Strip card={card} face={look.face} />;
  return (
    <p className="mt-1 text-soft">
      No chords yet.{' '}
      <Link to={`/song/${card.id}/chart`} className="underline">
        Write its chart
      </Link>
    </p>
  );
}

function Strip({ card, face }: { readonly card: SongCard; readonly face: Face }) {
  const navigate = useNavigate();
  const [ref, width] = useWidth<HTMLDivElement>();
  const onSelect = useMemo(
    () => (block: number) => {
      const section = face.sections[block] ?? '';
      const nth = face.sections.slice(0, block + 1).filter((name) => name === section).length;
      const place = new URLSearchParams({ section, nth: String(nth), bar: '1' });
      void navigate(`/song/${card.id}/split?${place.toString()}`);
    },
    [card.id, face.sections, navigate],
  );
  return (
    <div ref={ref} className="mt-1 overflow-x-auto" style={{ height: STRIP }}>
      {width > 0 && (
        <RegisterLane
          blocks={face.blocks}
          selected={null}
          cursor={null}
          width={width}
          height={STRIP}
          onSelect={onSelect}
        />
      )}
    </div>
  );
}
