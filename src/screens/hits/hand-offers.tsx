import { useMemo } from 'react';
import type { Player } from '../../core/form/index';
import { PLAYER_WORDS } from '../../core/form/index';
import { handOffersFor, sectionHandOffers, type HandOffer } from '../../core/offers/index';
import type { Edit } from '../../core/song/index';
import { useDesk, usePorts } from '../ports';
import { closedFor, type Outcome } from './actions';
import { PatternSketch } from './pattern-sketch';
import type { HitsScope } from './scope';

interface Props {
  readonly scope: HitsScope;
  readonly player: Player;
  readonly bar: number;
  /** Only this bar, or this bar and all after it, or the whole section. */
  readonly where: 'bar' | 'rest' | 'all';
  readonly onDo: (outcome: Outcome) => void;
}

/** What the right hand could do here, the best for the band first; looked at while pointed at, taken with a click. */
export function HandOffers({ scope, player, bar, where, onDo }: Props) {
  const { desk } = usePorts();
  // The song without what is only looked at: looking at an offer does not change the offers.
  const song = useDesk((s) => s.song)!;
  const { section, pass, entry } = scope.address(bar);
  const closed = scope.connection !== null || closedFor(scope, player, bar) !== null;
  const offers = useMemo((): readonly HandOffer[] => {
    if (closed) return [];
    const at = { section, pass, ...(entry === undefined ? {} : { entry }), player };
    if (where === 'bar') return handOffersFor(song, { ...at, bar }, { most: MOST });
    const all = sectionHandOffers(song, at, { most: MOST });
    return where === 'all'
      ? all
      : all.map((offer) => ({ ...offer, changes: offer.changes.filter((c) => c.bar >= bar) }));
  }, [song, section, pass, entry, player, bar, where, closed]);
  if (offers.length === 0) return null;
  const editFor = (offer: HandOffer): Edit => ({ kind: 'setHits', changes: offer.changes });
  return (
    <>
      <h3 className="font-bold">What fits here</h3>
      <ul className="mt-1 mb-3 flex flex-col gap-1" aria-label="What fits here">
        {offers.map((offer, i) => (
          <li key={`${offer.hits} ${offer.words}`}>
            <button
              type="button"
              data-offer={i}
              className="grid w-full grid-cols-[1fr_auto] items-center gap-3 rounded-md border border-line px-3 py-1.5 text-left hover:border-ink"
              onPointerEnter={() => desk.getState().show(editFor(offer))}
              onPointerLeave={() => desk.getState().show(null)}
              onFocus={() => desk.getState().show(editFor(offer))}
              onBlur={() => desk.getState().show(null)}
              onClick={() => {
                desk.getState().show(null);
                onDo({ edit: editFor(offer), label: `${offer.words} for ${PLAYER_WORDS[player]}` });
              }}
            >
              <span>
                <b>{capital(offer.words)}</b>
                <span className="block text-[14px] text-soft">
                  {i === 0 ? 'The best for this plan' : offer.reason || 'As good'}
                </span>
              </span>
              <PatternSketch pattern={offer.hits} />
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

const MOST = 5;

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
