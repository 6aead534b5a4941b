import { ClipboardPaste } from 'lucide-react';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import { formatProblem, type Problem } from '../../core/base/index';
import { createChartReader, writeChart } from '../../core/formats/index';
import { countOpen, songLength, type Song } from '../../core/song/index';
import { formatDuration } from '../../core/time/index';
import { addSong, fileTrouble, freeTitle } from '../../store/index';
import { Banner, Button } from '../../ui/index';
import { DropZone } from '../paste/drop-zone';
import { useDesk, usePorts } from '../ports';
import { openKeySheet, useCap } from '../keys/index';
import { dropped, type Dropped } from '../take/dropped';
import { CardsView } from './cards/cards';
import type { Spot } from './cards/touches';
import { Editor, type EditorHandle } from './editor';
import { ProblemList } from './problem-list';
import { useChartView, ViewSwitch } from './view-switch';

const TakenDialog = lazy(async () => ({ default: (await import('../take/taken-dialog')).TakenDialog }));
const PasteDialog = lazy(async () => ({ default: (await import('../paste/paste-dialog')).PasteDialog }));

/** What a link to the chart may say: where to begin, and in which view. */
export interface ChartStart {
  readonly spot?: Spot;
  readonly view?: 'text';
}

/** Form and harmony, as cards and as text: one document, each view changes at once with the other. */
export function Chart() {
  const { id = '' } = useParams();
  const { desk, storage } = usePorts();
  const navigate = useNavigate();
  const start = (useLocation().state as ChartStart | null) ?? {};
  const song = useDesk((s) => s.song)!;
  const draft = useDesk((s) => s.draft);
  const read = useMemo(() => createChartReader(), []);
  const editor = useRef<EditorHandle>(null);
  const own = useRef<{ song: Song; draft: string | null } | null>(null);
  const [state, setState] = useState<Shown>(NOTHING);
  /** What was typed and not understood when the song was changed on another screen. */
  const [left, setLeft] = useState<string | null>(null);
  const [pasted, setPasted] = useState<string | null>(null);
  /** Why a file was not opened. */
  const [trouble, setTrouble] = useState<string | null>(null);
  const [view, setView] = useChartView(start.view);
  const cap = useCap();
  useEffect(() => {
    if (song === own.current?.song && draft === own.current.draft) return;
    own.current = { song, draft };
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
  }, [draft, read, song]);

  // What is not understood is told once the hands rest; and once more when it is.
  const told = useRef('');
  useEffect(() => {
    const { problems, questions } = state;
    const words = troubleWords(problems, questions);
    if (words === told.current) return undefined;
    const timer = setTimeout(() => {
      told.current = words;
      desk.getState().say(words === '' ? 'Everything is understood' : words);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [desk, state]);

  const onType = (text: string) => {
    const { song: understood, problems, questions } = read(text);
    setState({ text, problems, questions });
    const isUnderstood = problems.length + questions.length === 0;
    desk.getState().typeChart(understood, { text, isUnderstood });
    // With versions the desk's song is another object than what was read; it is what was typed all the same.
    const { song: now, draft: kept } = desk.getState();
    own.current = { song: now!, draft: kept };
  };
  const [notes, setNotes] = useState<(Dropped & { kind: 'notes' }) | null>(null);
  const becomeNew = async (other: Song, text: string | null) => {
    const titles = (await storage.cards()).map((s) => s.title);
    const title = other.title === 'Untitled' ? 'New song' : other.title;
    const made = { ...other, title: freeTitle(title, titles) };
    const madeId = await addSong(storage, made, { now: Date.now(), draft: text });
    setPasted(null);
    void navigate(`/song/${madeId}/chart`);
  };

  const { bars, seconds } = songLength(song);
  const open = countOpen(song);
  return (
    <DropZone
      onFiles={(files) => {
        const [file] = files;
        if (!file) return;
        if (files.length > 1) {
          setTrouble(`${files.length} files were let go; a chart takes one. Let several go over Songs`);
          return;
        }
        const large = fileTrouble(file.name, file.size);
        setTrouble(large);
        if (large === null)
          void dropped(file).then((read) => {
            if (read.kind === 'text') setPasted(read.text);
            else if (read.kind === 'notes') setNotes(read);
            else setTrouble(read.message);
          });
      }}
    >
      {trouble !== null && (
        <Banner tone="watch">
          <span>{trouble}. Nothing was put in.</span>
          <Button look="quiet" onClick={() => setTrouble(null)}>
            Close
          </Button>
        </Banner>
      )}
      <div className="flex flex-wrap items-center gap-2 px-4 py-1.5">
        <h2 className="text-lg font-bold">Chart</h2>
        <span className="text-soft">
          {bars} bars · {formatDuration(seconds)}
        </span>
        <ViewSwitch view={view} onChange={setView} />
        <Button look="quiet" className="ml-auto !min-h-9" onClick={openKeySheet}>
          Keys {cap('?') && `(${cap('?')})`}
        </Button>
        <Button className="!min-h-9" onClick={() => setPasted('')}>
          <ClipboardPaste size={16} aria-hidden /> Paste a song
        </Button>
        <Link
          to={`/song/${id}/split`}
          className="inline-flex min-h-9 items-center rounded-md bg-ink px-3 text-ground"
        >
          {open > 0 ? `Go and split it (${open} open)` : 'To the split'}
        </Link>
      </div>
      <div
        className={`grid min-h-0 flex-1 grid-cols-1 border-t border-line ${view === 'both' ? 'lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]' : ''}`}
      >
        <section
          aria-label="Cards"
          className={`min-h-[420px] min-w-0 flex-col lg:min-h-0 ${view === 'text' ? 'hidden' : 'flex'}`}
        >
          {view !== 'text' && <CardsView key={id} song={song} start={start.spot ?? null} />}
        </section>
        <section
          aria-label="Chart text"
          className={`min-h-[420px] min-w-0 flex-col border-l border-line lg:min-h-0 ${view === 'cards' ? 'hidden' : view === 'both' ? 'hidden lg:flex' : 'flex'}`}
        >
          {left !== null && (
            <div role="alert" className="border-l-8 border-watch bg-sheet px-4 py-2 text-[0.875rem]">
              Some lines were not understood before the song was changed elsewhere. They are kept:{' '}
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
          <div className="min-h-0 flex-1">
            <Editor
              ref={editor}
              text={state.text}
              song={song}
              problems={state.problems}
              questions={state.questions}
              focus={start.view === 'text'}
              onType={onType}
              onPaste={setPasted}
              onUndo={() => desk.getState().undo()}
              onRedo={() => desk.getState().redo()}
            />
          </div>
          <ProblemList
            problems={state.problems}
            questions={state.questions}
            onGo={(p) => editor.current?.goTo(p.line, p.column)}
            onPeople={state.problems.length > 0 ? () => setPasted(state.text) : null}
          />
        </section>
      </div>
      {notes !== null && (
        <Suspense fallback={null}>
          <TakenDialog
            {...notes}
            onClose={() => setNotes(null)}
            onTake={(other) => {
              setNotes(null);
              void becomeNew(other, null);
            }}
          />
        </Suspense>
      )}
      {pasted !== null && (
        <Suspense fallback={null}>
          <PasteDialog
            key={pasted}
            text={pasted}
            song={song}
            onClose={() => setPasted(null)}
            onNew={(other, text) => void becomeNew(other, text)}
            onInto={(next, label) => {
              desk.getState().edit({ kind: 'replace', song: next }, { label });
              setPasted(null);
            }}
          />
        </Suspense>
      )}
    </DropZone>
  );
}

/** So long nothing is typed before it is told what is not understood, in milliseconds. */
const REST_MS = 900;

/** "2 problems: line 3, column 5: …"; empty where there is nothing to say. */
function troubleWords(problems: readonly Problem[], questions: readonly Problem[]): string {
  const [first] = problems;
  if (first)
    return `${problems.length} ${problems.length === 1 ? 'problem' : 'problems'}: ${formatProblem(first)}`;
  const [asked] = questions;
  return asked ? `${questions.length} to be looked at: ${formatProblem(asked)}` : '';
}

/** The text in the editor with what is wrong in it, and what may be a slip. */
interface Shown {
  readonly text: string;
  readonly problems: readonly Problem[];
  readonly questions: readonly Problem[];
}

const NOTHING: Shown = { text: '', problems: [], questions: [] };
