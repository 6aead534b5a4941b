import { useMemo } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { handOffersFor, pushOffer, sectionHandOffers, type HandOffer } from '../../core/offers/index';
import type { Edit, OnPass } from '../../core/song/index';
import { HearButton } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { tryThenTake } from '../try-then-take';
import { PatternSketch } from './pattern-sketch';

interface Props {
  readonly place: OnPass;
  readonly player: Player;
  readonly bar: number;
  /** Only this bar, or this bar and all after it, or the whole section. */
  readonly where: 'bar' | 'rest' | 'all';
  readonly onTake: (edit: Edit, label: string) => void;
}

/** What the right hand could do here, the best for the band first; looked at while pointed at, taken with a click. */
export function HandOffers({ place, player, bar, where, onTake }: Props) {
  const { desk } = usePorts();
  // The song without what is only looked at: looking at an offer does not change the offers.
  const song = useDesk((s) => s.song)!;
  const { section, pass, entry } = place;
  const offers = useMemo((): readonly HandOffer[] => {
    const on = { section, pass, ...(entry === undefined ? {} : { entry }) };
    if (where === 'bar') {
      const found = handOffersFor(song, { ...on, player, bar }, { most: MOST });
      const push = pushOffer(song, { ...on, player, bar });
      return push ? [...found, push] : found;
    }
    const all = sectionHandOffers(song, { ...on, player }, { most: MOST });
    return where === 'all' ? all : all.map((offer) => ({ ...offer, edit: fromBar(offer.edit, bar) }));
  }, [song, section, pass, entry, player, bar, where]);
  if (offers.length === 0) return null;
  return (
    <>
      <h3 className="font-bold">What fits here</h3>
      <ul className="mt-1 mb-3 flex flex-col gap-1" aria-label="What fits here">
        {offers.map((offer, i) => (
          <li key={`${offer.hits} ${offer.words}`} className="flex items-center">
            <button
              type="button"
              data-offer={i}
              className="grid w-full grid-cols-1 items-center gap-x-3 gap-y-1 sm:grid-cols-[1fr_auto] rounded-md border border-line px-3 py-1.5 text-left hover:border-ink"
              {...tryThenTake(offer.edit, {
                show: desk.getState().show,
                say: desk.getState().say,
                take: () => {
                  desk.getState().show(null);
                  onTake(offer.edit, `${offer.words} for ${PLAYER_WORDS[player]}`);
                },
              })}
            >
              <span>
                <b>{capital(offer.words)}</b>
                <span className="block text-[0.875rem] text-soft">
                  {i === 0 ? 'The best for this plan' : offer.reason || 'As good'}
                </span>
              </span>
              <PatternSketch pattern={offer.hits} />
            </button>
            <HearButton other={offer.edit} label={offer.words} />
          </li>
        ))}
      </ul>
    </>
  );
}

const MOST = 6;

/** The part of an edit that changes hits from a bar on. */
function fromBar(edit: Edit, bar: number): Edit {
  return edit.kind === 'setHits' ? { ...edit, changes: edit.changes.filter((c) => c.bar >= bar) } : edit;
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
