import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import type { Extension } from '@codemirror/state';
import { tags } from '@lezer/highlight';

/** Chart text, just enough for the eye: headers, row labels, locks, open cells. Reading it is the core's work. */
const chartText = StreamLanguage.define<{ row: boolean }>({
  name: 'chart',
  startState: () => ({ row: false }),
  token(stream, state) {
    if (stream.sol()) {
      state.row = false;
      if (stream.match(/^\s*==.*/)) return 'heading';
      if (stream.match(/^\s*#.*/)) return 'meta';
      if (stream.match(/^\s*(guitar1|guitar2|bass)?\s*remark\s*:/)) return 'labelName';
      if (stream.match(/^\s*--.*/)) return 'labelName';
      if (
        stream.match(
          /^\s*(chords?|voice|remarks|(guitar ?[12]|gtr ?[12]|bass)(\s+or(\s\d)?)?(\s+(hits|line|sound|remarks))?)\s*(?=\|)/i,
        )
      ) {
        state.row = true;
        return 'labelName';
      }
      if (stream.match(/^\s*[A-Za-z0-9]+\s*:/)) return 'labelName';
    }
    if (stream.match(/[|%]/)) return 'punctuation';
    if (stream.match(/[!]/)) return 'strong';
    if (stream.match(/[?]/)) return 'comment';
    stream.next();
    return null;
  },
});

const look = HighlightStyle.define([
  { tag: tags.heading, fontWeight: 'bold', color: 'var(--ink)' },
  { tag: tags.meta, color: 'var(--soft)', fontStyle: 'italic' },
  { tag: tags.labelName, color: 'var(--soft)' },
  { tag: tags.punctuation, color: 'var(--soft)' },
  { tag: tags.strong, fontWeight: 'bold', color: 'var(--g1)' },
  { tag: tags.comment, color: 'var(--watch)', fontWeight: 'bold' },
]);

export function chartLanguage(): Extension {
  return [chartText, syntaxHighlighting(look)];
}
