import { MonitorUp } from 'lucide-react';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { sheetName, sheetOf, sheetText } from '../../core/sheet/index';
import { Banner, Button, Menu } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import { download } from '../download';
import { fileName } from '../../core/base/index';
import { StillOpen } from '../listen/still-open';
import { NextSteps } from '../next-steps';
import { NothingYet } from '../nothing-yet';
import { useDesk } from '../ports';
import { PageForAll } from './page-for-all';
import { PlayerSheet, PrintWhenDrawn } from './player-sheet';
import { useSheetSettings } from './sheet-settings';
import { SheetLooks } from './sheet-looks';
import { usePaper, usePrinting } from './use-printing';
import { useTitle } from './use-title';

/** Whose sheet is shown: one player's, or the page for all. */
type Whose = Player | 'all';

/** One sheet for each player and a page for all: on screen, on paper, as text. */
export function Sheets() {
  const song = useDesk((s) => s.song)!;
  const navigate = useNavigate();
  const [query, setQuery] = useSearchParams();
  const whose: Whose = [...PLAYERS, 'all' as const].find((p) => p === query.get('player')) ?? 'guitar1';
  const { form, paper } = useSheetSettings();
  const printing = usePrinting();
  const [all, setAll] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const name = whose === 'all' ? 'for all' : PLAYER_WORDS[whose];
  const title = all ? `${song.title} · all sheets` : `${song.title} · ${name}`;
  usePaper(paper, title);
  useTitle(title);
  const printAll = () => {
    setAll(true);
    const after = () => {
      window.removeEventListener('afterprint', after);
      setAll(false);
    };
    window.addEventListener('afterprint', after);
  };
  if (song.form.length === 0)
    return <NothingYet words="There is nothing to print yet: this song has no chords." />;
  const carry = async (players: readonly Player[]) => {
    setTrouble(null);
    try {
      const { carryOut } = await import('./carry-out');
      await carryOut(song, players);
    } catch (error) {
      setTrouble(`The file could not be made: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const shown: readonly Whose[] = all ? [...PLAYERS, 'all'] : [whose];
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3 print:overflow-visible print:p-0">
      <NextSteps at="sheets" />
      <StillOpen song={song} printed />
      <div className="no-print mx-auto mb-3 flex max-w-5xl flex-wrap items-center gap-2">
        <div role="group" aria-label="Whose sheet" className="flex flex-wrap gap-1">
          {PLAYERS.map((p) => (
            <Button
              key={p}
              aria-pressed={p === whose}
              className={p === whose ? '!border-2 !border-ink font-bold' : ''}
              onClick={() => setQuery({ player: p }, { replace: true })}
            >
              <span className={PLAYER_TEXT[p]}>
                <PlayerMark player={p} />
              </span>
              {PLAYER_WORDS[p]}
            </Button>
          ))}
          <Button
            aria-pressed={whose === 'all'}
            className={whose === 'all' ? '!border-2 !border-ink font-bold' : ''}
            onClick={() => setQuery({ player: 'all' }, { replace: true })}
          >
            For all
          </Button>
        </div>
        {whose !== 'all' && (
          <Button look="strong" onClick={() => void navigate(`../stand?player=${whose}`)}>
            <MonitorUp size={16} /> On the stand
          </Button>
        )}
        <div className="ml-auto flex flex-wrap items-center gap-1">
          <SheetLooks />
          <Menu
            label="Print"
            items={[
              {
                label: whose === 'all' ? 'This page' : `The sheet of ${name}`,
                onSelect: () => window.print(),
              },
              { label: 'Every sheet and the page for all', onSelect: printAll },
            ]}
          />
          <Menu
            label="Take along"
            items={[
              ...(whose === 'all'
                ? []
                : [
                    {
                      label: `The stand of ${name} (.html)`,
                      hint: 'One file for a phone or tablet; needs no network',
                      onSelect: () => void carry([whose]),
                    },
                    {
                      label: `Text tab of ${name} (.txt)`,
                      onSelect: () => {
                        const sheet = sheetOf(song, whose, form);
                        download(
                          `${fileName(song.title)}-${fileName(sheetName(sheet))}.txt`,
                          sheetText(sheet),
                          'text/plain',
                        );
                      },
                    },
                  ]),
              {
                label: 'The stands of all three (.html)',
                hint: 'One file; everybody chooses theirs',
                onSelect: () => void carry(PLAYERS),
              },
            ]}
          />
        </div>
      </div>
      {trouble !== null && <Banner tone="clash">{trouble}</Banner>}
      {shown.map((one, i) => (
        <div key={one} className={i > 0 ? 'break-before-page' : ''}>
          {one === 'all' ? (
            <PageForAll song={song} />
          ) : (
            <PlayerSheet song={song} player={one} printing={printing} />
          )}
        </div>
      ))}
      {all && <PrintWhenDrawn />}
    </div>
  );
}
