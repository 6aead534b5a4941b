import type {
  Completion,
  CompletionContext,
  CompletionResult,
  CompletionSource,
} from '@codemirror/autocomplete';
import { completionsAt } from '../../core/formats/index';
import type { Song } from '../../core/song/index';

/** What may stand where the cursor is, with an example for each. */
export function completing(song: () => Song): CompletionSource {
  return (context: CompletionContext): CompletionResult | null => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const above: string[] = [];
    for (let n = 1; n < line.number; n += 1) above.push(context.state.doc.line(n).text);
    const found = completionsAt(song(), { before, above });
    // Where nothing is typed yet it is offered behind a name only: chords would be in the way of every bar.
    const isAsked = context.explicit || before.length > (found?.from ?? 0) || /(?:[:;]|==)\s*$/.test(before);
    if (found === null || !isAsked) return null;
    return {
      from: line.from + found.from,
      options: found.options.map(({ text, says, example }, i): Completion => ({
        label: text,
        detail: says,
        boost: -i,
        ...(example === undefined ? {} : { info: () => exampleOf(example) }),
      })),
      validFor: /^[^\s|;]*$/,
    };
  };
}

function exampleOf(example: string): HTMLElement {
  const box = document.createElement('div');
  const code = document.createElement('code');
  code.textContent = example;
  box.append('like ', code, ' (Tab takes it)');
  return box;
}
