import { problemAt, type Problem } from '../../base/index';
import { PLAYERS, type Player } from '../../form/index';
import {
  FINDING_KINDS,
  joinNamed,
  meterOf,
  sectionsByName,
  type FindingKind,
  type KeptFinding,
  type Song,
} from '../../song/index';
import { countedBeats } from '../../time/index';

const KEEP =
  /^\s*keep\s*:\s*(.+?)(?:(?:\s+pass\s+(\d+))?\s+bar\s+(\d+)(?:\s+beat\s+(\d+(?:\.\d+)?))?)?\s+([a-z-]+)((?:\s+(?:guitar1|guitar2|bass))*)((?:\s+[A-G](?:##?|bb?)?-?\d)*)\s*(?:"([^"]*)")?\s*$/;

/** Reads `keep: Chorus bar 2 rub guitar1 guitar2 "why"`, `keep: Chorus gain …` or `keep: * gain …`; null with a problem. */
export function readKeep(
  song: Song,
  { raw, line }: { readonly raw: string; readonly line: number },
  problems: Problem[],
): KeptFinding | null {
  const match = KEEP.exec(raw);
  const wrong = (message: string): null => {
    problems.push(problemAt(line, 1, raw.trimEnd().length, message));
    return null;
  };
  const example = 'keep: Chorus bar 2 rub guitar1 guitar2 "the bite is the point"';
  if (!match) {
    return wrong(
      `expected section (or * for the song), perhaps a bar, kind, players, perhaps notes, and a reason, like ${example} or keep: Chorus gain guitar1 "we like it"`,
    );
  }
  const [, section, pass, bar, beat, kind, players, notes, reason] = match;
  if (!(FINDING_KINDS as readonly string[]).includes(kind!)) {
    return wrong(`"${kind}" is no kind of finding; expected one of ${FINDING_KINDS.join(', ')}`);
  }
  const words = (text: string) => (text.trim() === '' ? [] : text.trim().split(/\s+/));
  const named = words(players!) as Player[];
  const what = {
    kind: kind as FindingKind,
    players: PLAYERS.filter((p) => named.includes(p)),
    notes: words(notes!),
    reason: reason ?? '',
  };
  if (bar === undefined && what.notes.length > 0)
    return wrong(`notes are of one bar; expected the bar with them, like ${example}`);
  if (section === '*') {
    if (bar !== undefined)
      return wrong(`* is the whole song, which has no bar ${bar}; expected a section with it`);
    return { section: null, pass: null, bar: null, beat: null, ...what };
  }
  const byName = sectionsByName(song);
  const known = joinNamed(byName, section!) ?? byName.get(section!);
  if (!known) return wrong(`there is no section "${section}"; expected one written above, like ${example}`);
  if (bar === undefined) return { section: section!, pass: null, bar: null, beat: null, ...what };
  if (Number(bar) < 1 || Number(bar) > known.bars.length) {
    return wrong(`${section} has ${known.bars.length} bars; expected bar 1 to ${known.bars.length}`);
  }
  const beats = countedBeats(meterOf(song, known));
  if (beat !== undefined && !(Number(beat) >= 1 && Number(beat) < beats + 1)) {
    return wrong(`a bar has ${beats} beats; expected beat 1 to ${beats}`);
  }
  return {
    section: section!,
    pass: pass === undefined ? null : Number(pass),
    bar: Number(bar),
    beat: beat === undefined ? null : Number(beat),
    ...what,
  };
}
