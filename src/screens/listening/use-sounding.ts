import { useEffect, type RefObject } from 'react';
import { momentsOf, unfold, type Playing } from '../../core/song/index';
import { usePorts } from '../ports';
import { useListening } from './use-listening';

/** The bar that sounds. */
export interface SoundingBar {
  readonly playing: Playing;
  /** Place in the list of playings. */
  readonly index: number;
  readonly pass: number;
  /** From 0. */
  readonly bar: number;
}

/**
 * Marks what sounds inside an element, as it goes by, and keeps it in view; nothing is drawn again for it. `find` tells which
 * element stands for a bar, or null.
 */
export function useSounding(
  root: RefObject<HTMLElement | null>,
  find: (root: HTMLElement, bar: SoundingBar) => Element | null,
): void {
  const { desk } = usePorts();
  const place = useListening((s) => (s.kind === 'playing' && !s.question?.isApart ? s.place : null));
  useEffect(() => {
    const { song } = desk.getState();
    if (!root.current || !song || place === null) return undefined;
    const playing = unfold(song)[place.playing];
    if (!playing) return undefined;
    const moments = momentsOf(playing.section, { pass: place.pass, meter: playing.meter });
    const bar = moments[place.moment]?.bar ?? 0;
    const element = find(root.current, { playing, index: place.playing, pass: place.pass, bar });
    if (!element) return undefined;
    element.setAttribute('data-sounding', '');
    element.scrollIntoView({ block: 'nearest' });
    return () => element.removeAttribute('data-sounding');
    // How elements are found does not change.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [desk, place, root]);
}
