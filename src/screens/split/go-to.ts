import type { Finding } from '../../core/clash/index';
import { momentsOf } from '../../core/song/index';
import { momentOf, type SplitModel } from './model';

/** Selects the moment of a finding. */
export function goTo(
  model: SplitModel,
  f: Finding,
  select: (s: { playing: number; pass: number; moment: number; player?: Finding['players'][number] }) => void,
): void {
  const playing = model.playings.findIndex((p) => p.index === f.playing);
  const moments = momentsOf(model.playings[playing]!.section, {
    pass: f.pass,
    meter: model.playings[playing]!.meter,
  });
  const player = f.players.at(-1);
  select({ playing, pass: f.pass, moment: momentOf(f, moments), ...(player ? { player } : {}) });
}
