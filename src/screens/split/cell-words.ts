import type { Finding } from '../../core/clash/index';
import { isLocked, leadText, offText, PLAYER_WORDS, type Player } from '../../core/form/index';
import { deviceOf, deviceWords, formatGrip } from '../../core/grip/index';
import { pretty, spell, toneName } from '../../core/pitch/index';
import { cellPitches, type Moment } from '../../core/song/index';
import { findingWords } from './finding-words';
import { isAt, type SplitModel } from './model';

/** What a player is given in a moment: "root–fifth–octave", "rest", "open". */
export function cellWords(model: SplitModel, moment: Moment, player: Player): string {
  const cell = moment.cells[player];
  if (cell.kind === 'open') return 'open';
  if (cell.kind === 'rest') return 'rest';
  const pitches = cellPitches(cell, model.song.players[player]);
  return pitches.length === 0 ? 'silent' : deviceWords(deviceOf(pitches, moment.chord));
}

/** The notes that sound, named in the key. */
export function noteNames(model: SplitModel, moment: Moment, player: Player): string {
  const cell = moment.cells[player];
  if (cell.kind !== 'grip') return cell.kind === 'open' ? 'for the splitter to choose' : '';
  return cellPitches(cell, model.song.players[player])
    .map((m) => pretty((moment.chord && toneName(moment.chord, m)) ?? spell(m, model.playing.key)))
    .join(' ');
}

/** What is found about a player between two moments, once of each kind; what is kept or only a note is left out. */
export function findingsOfCell(
  model: SplitModel,
  { player, span }: { player: Player; span: { readonly first: number; readonly last: number } },
): readonly Finding[] {
  const covered = model.moments.slice(span.first, span.last + 1);
  const seen = new Set<string>();
  return model.inSection.filter((f) => {
    const mine =
      f.level !== 'note' &&
      f.kept === null &&
      f.players.includes(player) &&
      covered.some((m) => isAt(f, m)) &&
      !seen.has(f.kind);
    if (mine) seen.add(f.kind);
    return mine;
  });
}

/** What is there now, for who cannot see it: "bar 2, F5, Guitar 1: root–fifth–octave 333xxx, crowded". */
export function momentInWords(
  model: SplitModel,
  { moment: index, player }: { readonly moment: number; readonly player: Player },
): string {
  const moment = model.moments[index];
  if (!moment) return '';
  const cell = moment.cells[player];
  const frets = cell.kind === 'grip' ? ` ${leadText(cell)}${formatGrip(cell.grip)}${offText(cell)}` : '';
  const found = findingsOfCell(model, { player, span: { first: index, last: index } });
  return [
    `bar ${moment.bar + 1}`,
    pretty(moment.chordText),
    `${PLAYER_WORDS[player]}: ${cellWords(model, moment, player).replaceAll('·', '–')}${frets}`,
    ...(isLocked(cell) ? ['locked'] : []),
    ...(cell.kind !== 'open' && cell.guess ? ['a guess'] : []),
    ...found.map((f) => findingWords(f.kind)),
  ]
    .filter((words) => words !== '')
    .join(', ');
}
