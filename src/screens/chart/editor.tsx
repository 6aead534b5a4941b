import {
  acceptCompletion,
  autocompletion,
  closeCompletion,
  moveCompletionSelection,
  startCompletion,
} from '@codemirror/autocomplete';
import { defaultKeymap } from '@codemirror/commands';
import { diagnosticCount, setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { EditorState, Prec, Transaction } from '@codemirror/state';
import { drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view';
import { getNonce } from 'get-nonce';
import { useEffect, useImperativeHandle, useRef, type Ref } from 'react';
import type { Problem } from '../../core/base/index';
import { isChartText, readAny } from '../../core/formats/index';
import type { Song } from '../../core/song/index';
import { completing } from './completing';
import { chartLanguage } from './language';

export interface EditorHandle {
  /** Puts the cursor at a line and column (from 1) and shows it. */
  goTo(line: number, column: number): void;
}

interface Props {
  readonly text: string;
  /** What the text says: completion offers its chords and names. */
  readonly song: Song;
  readonly problems: readonly Problem[];
  /** Read as they are, and perhaps slips. */
  readonly questions: readonly Problem[];
  /** The cursor stands in it from the beginning. */
  readonly focus: boolean;
  readonly onType: (text: string) => void;
  /** A song of several lines was pasted that is no chart text. */
  readonly onPaste: (text: string) => void;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
  readonly ref?: Ref<EditorHandle>;
}

/** A plain text editor with problems underlined where they stand. */
export function Editor(props: Props) {
  const { text, problems, questions, focus, ref } = props;
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        extensions: [
          lineNumbers(),
          drawSelection(),
          // One history for both views of the chart, and every other screen.
          Prec.high(
            keymap.of([
              { key: 'Mod-z', run: () => (latest.current.onUndo(), true), preventDefault: true },
              { key: 'Mod-Shift-z', run: () => (latest.current.onRedo(), true), preventDefault: true },
              { key: 'Mod-y', run: () => (latest.current.onRedo(), true), preventDefault: true },
            ]),
          ),
          // Enter is a new line whatever is offered; Tab takes it, and leaves the editor where nothing is.
          Prec.highest(
            keymap.of([
              { key: 'Ctrl-Space', run: startCompletion },
              { key: 'Tab', run: acceptCompletion },
              { key: 'Escape', run: closeCompletion },
              { key: 'ArrowDown', run: moveCompletionSelection(true) },
              { key: 'ArrowUp', run: moveCompletionSelection(false) },
            ]),
          ),
          keymap.of(defaultKeymap),
          autocompletion({
            override: [completing(() => latest.current.song)],
            icons: false,
            defaultKeymap: false,
          }),
          EditorView.domEventHandlers({
            paste: (event) => {
              const pasted = event.clipboardData?.getData('text/plain') ?? '';
              if (!isPeoples(pasted)) return false;
              event.preventDefault();
              latest.current.onPaste(pasted);
              return true;
            },
          }),
          chartLanguage(),
          look,
          EditorView.cspNonce.of(getNonce() ?? ''),
          EditorView.contentAttributes.of({
            'aria-label': 'Chart text',
            tabindex: '0',
            spellcheck: 'false',
            autocapitalize: 'off',
          }),
          EditorView.updateListener.of((update) => {
            const ours = update.transactions.every((t) => t.annotation(Transaction.remote) === true);
            if (update.docChanged && !ours) latest.current.onType(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    return () => {
      view.current = null;
      editor.destroy();
    };
  }, []);
  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const change = changeTo(editor.state.doc.toString(), text);
    if (change) editor.dispatch({ changes: change, annotations: Transaction.remote.of(true) });
  }, [text]);
  const focused = useRef(false);
  useEffect(() => {
    const editor = view.current;
    if (!editor || !focus || focused.current || text === '') return;
    focused.current = true;
    editor.focus();
    editor.dispatch({ selection: { anchor: editor.state.doc.length } });
  }, [focus, text]);
  useEffect(() => {
    const editor = view.current;
    // Nothing to mark and nothing marked: a keystroke should not be drawn twice for that.
    const count = problems.length + questions.length;
    if (!editor || (count === 0 && diagnosticCount(editor.state) === 0)) return;
    const marks = [
      ...diagnosticsOf(editor.state, problems, 'error'),
      ...diagnosticsOf(editor.state, questions, 'warning'),
    ];
    editor.dispatch(setDiagnostics(editor.state, marks));
  }, [problems, questions]);
  useImperativeHandle(ref, () => ({
    goTo(line, column) {
      const editor = view.current!;
      const at = placeOf(editor.state, line, column);
      editor.dispatch({ selection: { anchor: at }, scrollIntoView: true });
      editor.focus();
    },
  }));
  return <div ref={host} className="h-full min-h-0 overflow-hidden" />;
}

/** The one stretch of a text that is different in another, so that the cursor stays where nothing changed; null: the same. */
function changeTo(was: string, now: string): { from: number; to: number; insert: string } | null {
  if (was === now) return null;
  const most = Math.min(was.length, now.length);
  let from = 0;
  while (from < most && was[from] === now[from]) from += 1;
  let end = 0;
  while (end < most - from && was[was.length - 1 - end] === now[now.length - 1 - end]) end += 1;
  return { from, to: was.length - end, insert: now.slice(from, now.length - end) };
}

/** Several lines that are a song as people type it, and no chart text. */
function isPeoples(text: string): boolean {
  return text.trim().includes('\n') && !isChartText(text) && readAny(text).refused === null;
}

/** Marks beyond these are not seen before the first ones are mended. */
const MOST_MARKED = 300;

function diagnosticsOf(
  state: EditorState,
  problems: readonly Problem[],
  severity: 'error' | 'warning',
): Diagnostic[] {
  return problems.slice(0, MOST_MARKED).map((p) => {
    const from = placeOf(state, p.line, p.column);
    const to = Math.min(state.doc.length, from + p.length);
    return { from: from === to && from > 0 ? from - 1 : from, to, severity, message: p.message };
  });
}

function placeOf(state: EditorState, line: number, column: number): number {
  const at = state.doc.line(Math.min(Math.max(1, line), state.doc.lines));
  return Math.min(at.to, at.from + column - 1);
}

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '15px', backgroundColor: 'var(--sheet)', color: 'var(--ink)' },
  '&.cm-focused': { outline: '2px solid var(--ink)', outlineOffset: '-2px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '1.5' },
  '.cm-content': { caretColor: 'var(--ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)', borderLeftWidth: '2px' },
  '.cm-gutters': { backgroundColor: 'var(--sheet)', color: 'var(--soft)', border: 'none' },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': {
    backgroundColor: 'var(--line) !important',
  },
  '.cm-lintRange-error': {
    backgroundImage: 'none',
    textDecoration: 'underline wavy var(--clash)',
    textUnderlineOffset: '4px',
  },
  '.cm-lintRange-warning': {
    backgroundImage: 'none',
    textDecoration: 'underline dotted var(--watch)',
    textUnderlineOffset: '4px',
  },
  '.cm-tooltip': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    border: '1px solid var(--clash)',
    maxWidth: '420px',
  },
  '.cm-tooltip-autocomplete': { borderColor: 'var(--line)' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--font-mono)', maxHeight: '16em' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--ink)', color: 'var(--ground)' },
  '.cm-completionDetail': { fontStyle: 'normal', color: 'inherit', opacity: '0.8', marginLeft: '1em' },
  '.cm-tooltip.cm-completionInfo': {
    borderColor: 'var(--line)',
    padding: '6px 10px',
    maxWidth: '340px',
    fontFamily: 'var(--font-sans)',
  },
  '.cm-diagnostic-error, .cm-diagnostic-warning': { borderLeft: 'none' },
});
