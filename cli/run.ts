import { parseArgs } from 'node:util';
import { COMMANDS, commandNamed, type Command } from './commands';
import { OPTIONS, type OptionName, type Options } from './options';
import { CallError, exitOf, type Outcome } from './outcome';

/** Runs one call; never throws for a wrong call (code 2) or wrong input (code 1). */
export async function runCommand(args: readonly string[]): Promise<Outcome> {
  try {
    const [name, ...rest] = args;
    if (name === undefined) return { code: 2, out: '', err: usage() };
    if (name === '--help' || name === '-h') return { code: 0, out: usage(), err: '' };
    if (name === 'help') return { code: 0, out: rest[0] ? help(commandNamed(rest[0])) : usage(), err: '' };
    const command = commandNamed(name);
    if (rest.includes('--help') || rest.includes('-h')) return { code: 0, out: help(command), err: '' };
    const { given, options } = read(command, rest);
    const result = await command.run(given, options);
    return {
      code: 0,
      out: typeof result === 'string' ? result : `${JSON.stringify(result, null, 2)}\n`,
      err: '',
    };
  } catch (error) {
    const code = exitOf(error);
    if (code === null) throw error;
    return { code, out: '', err: `${(error as Error).message}\n` };
  }
}

/** What follows a command's name; throws CallError for an option it does not take, or too much or too little. */
function read(
  command: Command,
  args: readonly string[],
): { readonly given: readonly string[]; readonly options: Options } {
  const options = Object.fromEntries(
    command.options.map((name) => {
      const option = OPTIONS[name];
      const short = 'short' in option ? { short: option.short } : {};
      return [name, { type: option.type, ...short }];
    }),
  );
  let parsed: { readonly values: Options; readonly positionals: readonly string[] };
  try {
    parsed = parseArgs({ args: [...args], options, allowPositionals: true });
  } catch (error) {
    throw new CallError(`${(error as Error).message}\n${line(command)}`);
  }
  const { values, positionals } = parsed;
  const { least, most } = command.takes;
  if (positionals.length < least || positionals.length > most)
    throw new CallError(`Expected: ${command.name} ${command.usage}\n${line(command)}`);
  return { given: positionals, options: values };
}

function line({ name }: Command): string {
  return `"orchestron ${name} --help" says more.`;
}

function usage(): string {
  const width = Math.max(...COMMANDS.map(({ name, usage: call }) => name.length + call.length)) + 1;
  return [
    'orchestron COMMAND …',
    ...COMMANDS.map(
      ({ name, usage: call, words }) => `  ${`${name} ${call}`.padEnd(width)}  ${words.split(/[.:;] ?/)[0]}`,
    ),
    '',
    'For FILE and IN, - reads standard input. "orchestron COMMAND --help" says more.',
    '',
  ].join('\n');
}

function help(command: Command): string {
  const rows = command.options.map((name) => [optionWords(name), OPTIONS[name].words] as const);
  const width = Math.max(0, ...rows.map(([left]) => left.length));
  return [
    `orchestron ${command.name} ${command.usage}${rows.length > 0 ? ' [OPTION …]' : ''}`,
    '',
    command.words,
    ...(rows.length > 0 ? ['', ...rows.map(([left, right]) => `  ${left.padEnd(width)}  ${right}`)] : []),
    '',
    ...command.examples.map((example) => `  ${example.includes('|') ? example : `orchestron ${example}`}`),
    '',
  ].join('\n');
}

function optionWords(name: OptionName): string {
  const option = OPTIONS[name];
  const value = 'value' in option ? ` ${option.value}` : '';
  const short = 'short' in option ? `-${option.short}, ` : '';
  return `${short}--${name}${value}`;
}
