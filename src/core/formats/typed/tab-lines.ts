import { problemAt } from '../../base/index';
import { PLAYER_WORDS, type Player } from '../../form/index';
import { FIVE_STRING_BASS, formatTuning } from '../../instrument/index';
import { songKey } from '../../song/index';
import { readTab, type TabBar } from '../tab/read-tab';
import { tabLineOf } from '../tab/tab-line';
import { isMutes } from './lead';
import { chordsOver, chordsPlayed } from './tab-bars';
import type { Understanding } from './understanding';

/** A system of tab from a line on, with the marks around it; gives how many lines it took, 0 where there is none. */
export function readTabLines(page: Understanding, i: number): number {
  let n = i;
  if (isMutes(page.raw[n]!) && page.raw[n + 1] !== undefined && tabLineOf(page.raw[n + 1]!)) n += 1;
  if (!tabLineOf(page.raw[n]!)) return 0;
  while (n < page.raw.length && tabLineOf(page.raw[n]!)) n += 1;
  if (n < page.raw.length && isMutes(page.raw[n]!) && !tabLineOf(page.raw[n + 1] ?? '')) n += 1;
  const rows = page.raw.slice(i, n);
  const strings = rows.filter((r) => tabLineOf(r) !== null).length;
  const isBass = strings === 4 || strings === 5;
  const isFive = strings === 5 && (page.player ?? 'bass') === 'bass' && !page.tuned.has('bass');
  if (isFive) page.rig('bass', { tuning: FIVE_STRING_BASS });
  const player = page.player ?? (isBass ? 'bass' : (page.options.player ?? 'guitar1'));
  if (page.player === null) page.ask(i, `the tab is read as ${PLAYER_WORDS[player]}’s`);
  const section = page.current(i);
  const bars = tabBars(page, i, rows.join('\n'), player);
  const own = (section.tab[player] ??= []);
  const from = own.length;
  own.push(...bars);
  const missing = own.length - section.bars.length;
  if (missing > 0) {
    const above = i > 0 ? page.raw[i - 1]! : '';
    const first = rows.find((r) => tabLineOf(r) !== null)!;
    const over =
      page.isChords(above.trim()) && !above.includes('|') ? chordsOver(above, first, page.meter) : null;
    const isNamed = over !== null && over.length === bars.length && from === section.bars.length;
    const key = page.key ?? songKey(page.song);
    const named = isNamed
      ? over
      : chordsPlayed(bars, { instrument: page.song.players[player], key }).slice(-missing);
    section.bars.push(...named);
    section.words.push(...named.map(() => ''));
    if (!isNamed) page.ask(i, 'the chords are named after what the tab plays');
  }
  for (let at = i; at < n; at += 1)
    page.told(
      at,
      'tab',
      at === i
        ? `${PLAYER_WORDS[player]}, ${bars.length} ${bars.length === 1 ? 'bar' : 'bars'} of ${section.name}`
        : '',
    );
  return n - i;
}

function tabBars(page: Understanding, i: number, text: string, player: Player): readonly TabBar[] {
  const of = () => ({ instrument: page.song.players[player], meter: page.meter });
  let read = readTab(text, of());
  if (read.tuning !== null && !page.tuned.has(player)) {
    page.rig(player, { tuning: read.tuning });
    page.tuned.add(player);
    page.ask(
      i,
      `${PLAYER_WORDS[player]} is tuned as the tab says: ${formatTuning(page.song.players[player])}`,
    );
    read = readTab(text, of());
  }
  for (const message of read.problems)
    page.problems.push(problemAt(i + 1, 1, Math.max(1, page.raw[i]!.length), message));
  for (const message of new Set(read.bars.flatMap((b) => b.unsure))) page.ask(i, message);
  return read.bars;
}
