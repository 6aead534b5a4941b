import { fail, formatProblem, ok, type Result } from '../../base/index';
import type { Song } from '../../song/index';
import { formatMeter, type Meter } from '../../time/index';
import { readChart } from './read';
import { writeChart } from './write';

/**
 * The song with another metre, everything in it read anew as it is written: bars divided by their words, as many strokes
 * as there are. Fails with the first thing that cannot be in the other metre.
 */
export function withMeter(song: Song, meter: Meter): Result<Song> {
  const { versions, ...now } = song;
  const text = writeChart(now).replace(/^meter: .*$/m, `meter: ${formatMeter(meter)}`);
  const { song: read, problems } = readChart(text);
  const [first] = problems;
  if (first)
    return fail(
      `in ${formatMeter(meter)} not everything written fits: ${formatProblem(first)}${problems.length > 1 ? `, and ${problems.length - 1} more` : ''}`,
    );
  return ok({ ...read, ...(versions ? { versions } : {}) });
}
