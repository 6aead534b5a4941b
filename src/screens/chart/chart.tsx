import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Problem } from '../../core/base/index';
import { createChartReader, writeChart } from '../../core/formats/index';
import { countOpen, songLength, type Song } from '../../core/song/index';
import { formatDuration } from '../../core/time/index';
import { Button } from '../../ui/index';
import { useDesk, usePorts } from '../ports';
import { Editor, type EditorHandle } from './editor';
import { Understood } from './understood';

/** Form and harmony as text, read while typing; beside it the song as it is understood. */
export function Chart() {
  const { id = '' } = useParams();
  const { desk } = usePorts();
  const song = useDesk((s) => s.song)!;
  const read = useMemo(() => createChartReader(), []);
  const editor = useRef<EditorHandle>(null);
  const own = useRef<Song | null>(null);
  const [state, setState] = useState<Shown>(NOTHING);
  /** What was typed and not understood when the song was changed on another screen. */
  const [left, setLeft] = useState<string | null>(null);

  useEffect(() => {
    if (song === own.current) return;
    own.current = song;
    const { draft } = desk.getState();
    const fresh = writeChart(song);
    if (draft === null) {
      setState({ ...NOTHING, text: fresh });
      setLeft(null);
      return;
    }
    const typed = read(draft);
    // The draft still says this song: go on with it. Otherwise show the song and offer the draft beside it.
    if (writeChart(typed.song) === fresh) setState({ ...typed, text: draft });
    else {
      setState({ ...NOTHING, text: fresh });
      // What was only asked about is in the song, as it was read.
      setLeft(typed.problems.length > 0 ? draft : null);
    }
  }, [desk, read, song]);

  const onType = (text: string) => {
    const { song: understood, problems, questions } = read(text);
    setState({ text, problems, questions });
    desk.getState().typeChart(understood, { text, isUnderstood: problems.length + questions.length === 0 });
    // With versions the desk's song is another object than what was read; it is what was typed all the same.
    own.current = desk.getState().song;
  };

  const { bars, seconds } = songLength(song);
  const open = countOpen(song);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section aria-label="Chart text" className="flex min-h-[420px] min-w-0 flex-col lg:min-h-0">
        <div className="flex flex-wrap items-center gap-2 px-4 py-1.5">
          <h1 className="text-lg font-bold">Chart</h1>
          <span className="text-soft">
            {bars} bars · {formatDuration(seconds)}
          </span>
          <Button className="ml-auto" onClick={() => editor.current?.append(newSection(song))}>
            Add a section
          </Button>
          <Link to={`/song/${id}/split`} className="rounded-md bg-ink px-3 py-1.5 text-ground">
            {open > 0 ? `Go and split it (${open} open)` : 'To the split'}
          </Link>
        </div>
        {left !== null && (
          <div role="alert" className="border-l-8 border-watch bg-sheet px-4 py-2 text-[14px]">
            Some lines were not understood before the song was changed on another screen. They are kept:{' '}
            <Button
              onClick={() => {
                onType(left);
                setLeft(null);
              }}
            >
              Bring what I typed back
            </Button>{' '}
            <Button
              look="quiet"
              onClick={() => {
                setLeft(null);
                desk.getState().typeChart(song, { text: writeChart(song), isUnderstood: true });
              }}
            >
              Let it go
            </Button>
          </div>
        )}
        <div className="min-h-0 flex-1 border-t border-line">
          <Editor
            ref={editor}
            text={state.text}
            problems={state.problems}
            questions={state.questions}
            onType={onType}
          />
        </div>
        <ProblemList
          problems={state.problems}
          questions={state.questions}
          onGo={(p) => editor.current?.goTo(p.line, p.column)}
        />
      </section>
      <Understood song={song} />
    </div>
  );
}

/** The text in the editor with what is wrong in it, and what may be a slip. */
interface Shown {
  readonly text: string;
  readonly problems: readonly Problem[];
  readonly questions: readonly Problem[];
}

const NOTHING: Shown = { text: '', problems: [], questions: [] };

function ProblemList(props: {
  problems: readonly Problem[];
  questions: readonly Problem[];
  onGo: (problem: Problem) => void;
}) {
  const { problems, questions, onGo } = props;
  return (
    <>
      {problems.length === 0 ? (
        <p className="border-t border-line px-4 py-1 text-[14px] text-good">
          Everything is understood{questions.length > 0 ? '; perhaps not as you meant it:' : '.'}
        </p>
      ) : (
        <Listed label="Not understood" list={problems} tone="clash" onGo={onGo} />
      )}
      {questions.length > 0 && <Listed label="Asked" list={questions} tone="watch" onGo={onGo} />}
    </>
  );
}

function Listed(props: {
  label: string;
  list: readonly Problem[];
  tone: 'clash' | 'watch';
  onGo: (problem: Problem) => void;
}) {
  const { label, list, tone, onGo } = props;
  return (
    <ul
      aria-label={label}
      className={`max-h-36 overflow-y-auto border-t-2 px-4 py-1 ${tone === 'clash' ? 'border-clash' : 'border-watch'}`}
    >
      {list.slice(0, MOST_LISTED).map((p, i) => (
        <li key={i}>
          <button type="button" className="text-left text-[14px] hover:underline" onClick={() => onGo(p)}>
            <b className={tone === 'clash' ? 'text-clash' : 'text-watch'}>
              line {p.line}, column {p.column}
            </b>{' '}
            {p.message}
          </button>
        </li>
      ))}
      {list.length > MOST_LISTED && (
        <li className="text-[14px] text-soft">and {list.length - MOST_LISTED} more</li>
      )}
    </ul>
  );
}

/** Problems shown at once; mending the first ones usually mends the others. */
const MOST_LISTED = 100;

/** An empty section under a name that is still free. */
function newSection(song: Song): string {
  const names = ['Verse', 'Chorus', 'Bridge', 'Intro', 'Outro'];
  const taken = song.sections.map((s) => s.name);
  const name = names.find((n) => !taken.includes(n)) ?? `Section ${taken.length + 1}`;
  return `\n== ${name} ==\nchords        | `;
}
