import { parseArgs } from 'node:util';
import {
  checkCommand,
  convertCommand,
  moveCommand,
  shelfCommand,
  sheetCommand,
  splitCommand,
} from './file-commands';
import { gripsCommand, nameCommand } from './grip-commands';
import { renderCommand } from './sound-commands';
import { OPTIONS } from './options';
import { CallError, InputError, type Outcome } from './outcome';

const USAGE = `orchestron COMMAND …
  name GRIP [--tuning "D A D G B E"] [--capo N] [--key K]
  grips CHORD [--player guitar1|guitar2|bass] [--tuning …] [--capo N] [--gain N] [--key K] [--hand small|middle|large] [--thumb] [--max N]
  check FILE
  split FILE [--hands left|right|both] [-o OUT]
  sheet FILE --player guitar1|guitar2|bass
  convert IN OUT [--sections marked|one|BARS] [--player P]
          reads and writes .json .txt .musicxml .mxl .mid .cho .crd .tab
  shelf ARCHIVE.zip [FILE …]
  render FILE -o OUT.wav [--without PLAYER | --stems] [--tempo PERCENT] [--bits 16|24]
  move FILE [--key K] [--player P --tuning "D A D G B E" --capo N] [--keep pitches|shapes] [-o OUT]
`;

/** Runs one call; never throws for a wrong call (code 2) or wrong input (code 1). */
export async function runCommand(args: readonly string[]): Promise<Outcome> {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
    const [command, ...rest] = positionals;
    if (values.help || command === undefined)
      return { code: values.help ? 0 : 2, out: values.help ? USAGE : '', err: values.help ? '' : USAGE };
    switch (command) {
      case 'name':
        return json(nameCommand(need(rest, 1, 'name GRIP')[0]!, values));
      case 'grips':
        return json(gripsCommand(need(rest, 1, 'grips CHORD')[0]!, values));
      case 'check':
        return json(await checkCommand(need(rest, 1, 'check FILE')[0]!));
      case 'split':
        return json(
          await splitCommand(need(rest, 1, 'split FILE [--hands left|right|both] [-o OUT]')[0]!, values),
        );
      case 'sheet':
        return {
          code: 0,
          out: await sheetCommand(need(rest, 1, 'sheet FILE --player PLAYER')[0]!, values),
          err: '',
        };
      case 'convert': {
        const [from, to] = need(rest, 2, 'convert IN OUT');
        return json(await convertCommand(from!, to!, values));
      }
      case 'shelf': {
        const [archive, ...files] = rest;
        if (archive === undefined) throw new CallError('Expected: shelf ARCHIVE.zip [FILE …]');
        return json(await shelfCommand(archive, files));
      }
      case 'render':
        return json(await renderCommand(need(rest, 1, 'render FILE -o OUT.wav')[0]!, values));
      case 'move':
        return json(await moveCommand(need(rest, 1, 'move FILE [--key K] …')[0]!, values));
      default:
        throw new CallError(`"${command}" is no command.\n${USAGE}`);
    }
  } catch (error) {
    if (error instanceof InputError) return { code: 1, out: '', err: `${error.message}\n` };
    const wrongCall =
      error instanceof CallError || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS');
    if (wrongCall) return { code: 2, out: '', err: `${(error as Error).message}\n` };
    throw error;
  }
}

function need(rest: readonly string[], count: number, usage: string): readonly string[] {
  if (rest.length !== count) throw new CallError(`Expected: ${usage}`);
  return rest;
}

function json(value: unknown): Outcome {
  return { code: 0, out: `${JSON.stringify(value, null, 2)}\n`, err: '' };
}
