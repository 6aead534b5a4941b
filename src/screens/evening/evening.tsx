import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { songLength, type Song } from '../../core/song/index';
import { formatDuration } from '../../core/time/index';
import { Banner, Menu } from '../../ui/index';
import { openDesk, PortsContext } from '../ports';
import { useShelfPorts } from '../shelf-ports';
import { PageForAll } from '../sheets/page-for-all';
import { PlayerSheet, PrintWhenDrawn } from '../sheets/player-sheet';
import { useSheetSettings } from '../sheets/sheet-settings';
import { usePaper, usePrinting } from '../sheets/use-printing';
import { LeastTurning } from './least-turning';
import { SetOrderList } from './set-order-list';
import { useSet, type SetSong } from './use-set';

/** A set list as an evening: songs in order with their times, what is turned between them, all sheets in one go. */
export function Evening() {
  const { set: id = '' } = useParams();
  const open = useSet(id);
  const [printed, setPrinted] = useState<Player | 'all' | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { list, songs } = open;
  if (list === undefined) return open.trouble === null ? null : <Banner tone="clash">{open.trouble}</Banner>;
  if (list === null)
    return (
      <p className="p-6">
        This set list is not here any more. <Link to="/">Back to the songs</Link>
      </p>
    );
  const readable = songs.flatMap((one) => (one.song ? [{ ...one, song: one.song }] : []));
  const seconds = readable.reduce((sum, { song }) => sum + songLength(song).seconds, 0);
  const print = (whose: Player | 'all') => {
    setPrinted(whose);
    const after = () => {
      window.removeEventListener('afterprint', after);
      setPrinted(null);
    };
    window.addEventListener('afterprint', after);
  };
  const carry = async (players: readonly Player[]) => {
    setTrouble(null);
    try {
      const { carryAll } = await import('../sheets/carry-out');
      await carryAll(
        list.name,
        readable.map((one) => one.song),
        players,
      );
    } catch (error) {
      setTrouble(`The file could not be made: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const words = `${songs.length} ${songs.length === 1 ? 'song' : 'songs'}, ${formatDuration(seconds)} of music`;
  return (
    <div className="mx-auto w-full max-w-5xl p-4 print:max-w-none print:p-0">
      <div className="no-print">
        <Link to="/" className="inline-flex min-h-11 items-center underline sm:hidden">
          Back to the songs
        </Link>
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <h1 tabIndex={-1} data-screen-head className="text-2xl font-bold outline-none">
            {list.name}
          </h1>
          <span className="mr-auto text-soft">{words}</span>
          <Menu
            label="Print"
            items={[
              ...PLAYERS.map((player) => ({
                label: `Every sheet of ${PLAYER_WORDS[player]}`,
                onSelect: () => print(player),
              })),
              {
                label: 'Everything for everybody',
                hint: 'Every player’s sheets and the pages for all',
                onSelect: () => print('all'),
              },
            ]}
          />
          <Menu
            label="Take along"
            items={[
              ...PLAYERS.map((player) => ({
                label: `The stands of ${PLAYER_WORDS[player]} (.html)`,
                hint: 'One file for the whole evening; needs no network',
                onSelect: () => void carry([player]),
              })),
              {
                label: 'The stands of all three (.html)',
                hint: 'One file; everybody chooses theirs',
                onSelect: () => void carry(PLAYERS),
              },
            ]}
          />
        </div>
        {open.trouble !== null && <Banner tone="clash">{open.trouble}</Banner>}
        {trouble !== null && <Banner tone="clash">{trouble}</Banner>}
        {songs.length === 0 ? (
          <p className="text-soft">
            No song is on this set list yet. On the <Link to="/">shelf</Link>, every song’s menu puts it here.
          </p>
        ) : (
          <>
            <LeastTurning songs={readable} onTake={(ids) => open.reorder(ids, `order of ${list.name}`)} />
            <SetOrderList
              songs={songs}
              onOrder={(ids, title) => open.reorder(ids, `move ${title} in ${list.name}`)}
            />
          </>
        )}
      </div>
      {printed !== null && <Printed name={list.name} songs={readable} whose={printed} />}
    </div>
  );
}

/** All sheets of the evening, one after the other, to be printed at once. */
function Printed(props: {
  readonly name: string;
  readonly songs: readonly (SetSong & { readonly song: Song })[];
  readonly whose: Player | 'all';
}) {
  const { name, songs, whose } = props;
  const shelf = useShelfPorts();
  // Sheets follow what is playing; the desk knows what is.
  const [ports] = useState(() => openDesk(shelf));
  const { paper } = useSheetSettings();
  const printing = usePrinting();
  usePaper(paper, whose === 'all' ? name : `${name} · ${PLAYER_WORDS[whose]}`);
  const players: readonly Player[] = whose === 'all' ? PLAYERS : [whose];
  return (
    <PortsContext.Provider value={ports}>
      <div data-printed={whose}>
        {songs.map(({ id, song }, i) => (
          <div key={id}>
            {players.map((player, n) => (
              <div key={player} className={i + n > 0 ? 'break-before-page' : ''}>
                <PlayerSheet song={song} player={player} printing={printing} />
              </div>
            ))}
            {whose === 'all' && (
              <div className="break-before-page">
                <PageForAll song={song} />
              </div>
            )}
          </div>
        ))}
      </div>
      <PrintWhenDrawn />
    </PortsContext.Provider>
  );
}
