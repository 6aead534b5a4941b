import type { Finding } from '../../core/clash/index';
import { momentsOf } from '../../core/song/index';
import { momentOf, type SplitModel } from './model';

/** Where a finding is looked at: place in the list of playings, pass and moment. */
export function placeOf(
  model: SplitModel,
  f: Finding,
): { readonly playing: number; readonly pass: number; readonly moment: number } {
  const playing = model.playings.findIndex((p) => p.index === f.playing);
  const { section, meter } = model.playings[playing]!;
  return { playing, pass: f.pass, moment: momentOf(f, momentsOf(section, { pass: f.pass, meter })) };
}

/** Selects the moment of a finding. */
export function goTo(
  model: SplitModel,
  f: Finding,
  select: (s: { playing: number; pass: number; moment: number; player?: Finding['players'][number] }) => void,
): void {
  const player = f.players.at(-1);
  select({ ...placeOf(model, f), ...(player ? { player } : {}) });
}
