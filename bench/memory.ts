import { readFileSync } from 'node:fs';
import { resourceUsage } from 'node:process';
import { readChart } from '../src/core/formats/index';
import { finish, splitSong } from '../src/core/split/index';

/** Splits one chart from standard input in a process of its own and prints the most memory it took, in MB. */
const { song, problems } = readChart(readFileSync(0, 'utf8'));
if (problems.length > 0) throw new Error(problems[0]!.message);
const start = performance.now();
// As the application does it: an answer with its gap after a while.
const after = (ms: number) => () => performance.now() - start > ms;
const done = finish(splitSong(song, null, { isHurried: after(2000), isEnough: after(4000) }));
if (!done.ok) throw new Error(done.error);
console.log(Math.round(resourceUsage().maxRSS / 1024));
