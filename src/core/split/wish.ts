import { formatGrip } from '../grip/index';
import type { Wish } from '../form/index';
import type { Candidate } from './candidate';

export type { Wish };

/** Whether a candidate is what the player asked for in this section. A rest always is. */
export function allows(wishes: readonly Wish[], { known, hand }: Candidate): boolean {
  if (known === null) return true;
  return wishes.every((wish) => {
    if (wish.kind === 'only') return wish.devices.includes(known.device);
    if (wish.kind === 'not') return formatGrip(known.grip) !== wish.grip;
    const highest = Math.max(0, ...known.grip.map((f) => f ?? 0));
    return hand === 0 ? wish.from === 0 || highest === 0 : hand >= wish.from && highest <= wish.to;
  });
}
