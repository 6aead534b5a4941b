import { runCommand } from './run';

const outcome = await runCommand(process.argv.slice(2));
if (outcome.out !== '') process.stdout.write(outcome.out);
if (outcome.err !== '') process.stderr.write(outcome.err);
process.exitCode = outcome.code;
