import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { diagnosticCount, setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { EditorState, Transaction } from '@codemirror/state';
import { drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view';
import { getNonce } from 'get-nonce';
import { useEffect, useImperativeHandle, useRef, type Ref } from 'react';
import type { Problem } from '../../core/base/index';
import { chartLanguage } from './language';

export interface EditorHandle {
  /** Puts the cursor at a line and column (from 1) and shows it. */
  goTo(line: number, column: number): void;
  /** Adds text at the end and puts the cursor at its end. */
  append(text: string): void;
}

interface Props {
  readonly text: string;
  readonly problems: readonly Problem[];
  /** Read as they are, and perhaps slips. */
  readonly questions: readonly Problem[];
  readonly onType: (text: string) => void;
  readonly ref?: Ref<EditorHandle>;
}

/** A plain text editor with problems underlined where they stand. */
export function Editor({ text, problems, questions, onType, ref }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const typed = useRef(onType);
  useEffect(() => {
    typed.current = onType;
  });
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        extensions: [
          lineNumbers(),
          history(),
          drawSelection(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
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
            if (update.docChanged && !ours) typed.current(update.state.doc.toString());
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
    if (!editor || editor.state.doc.toString() === text) return;
    editor.dispatch({
      changes: { from: 0, to: editor.state.doc.length, insert: text },
      annotations: Transaction.remote.of(true),
    });
  }, [text]);
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
    append(more) {
      const editor = view.current!;
      const end = editor.state.doc.length;
      editor.dispatch({
        changes: { from: end, insert: more },
        selection: { anchor: end + more.length },
        scrollIntoView: true,
      });
      editor.focus();
    },
  }));
  return <div ref={host} className="h-full min-h-0 overflow-hidden" />;
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
  '.cm-diagnostic-error, .cm-diagnostic-warning': { borderLeft: 'none' },
});
