import { Link } from 'react-router';
import type { Problem } from '../../core/base/index';
import { Button } from '../../ui/index';

interface Props {
  readonly problems: readonly Problem[];
  readonly questions: readonly Problem[];
  readonly onGo: (problem: Problem) => void;
  /** Reads the text as people type songs; null where there is no need. */
  readonly onPeople: (() => void) | null;
}

/** What of the text is not understood, and what may be a slip, each leads to its place. */
export function ProblemList({ problems, questions, onGo, onPeople }: Props) {
  return (
    <>
      {problems.length === 0 ? (
        <p className="flex flex-wrap items-center gap-x-3 border-t border-line px-4 py-1 text-[0.875rem]">
          <span className="text-good">
            Everything is understood{questions.length > 0 ? '; perhaps not as you meant it:' : '.'}
          </span>
          <GrammarLink />
        </p>
      ) : (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line px-4 py-1 text-[0.875rem]">
          <span className="text-clash">
            {problems.length === 1 ? 'One line' : `${problems.length} places`} not understood.
          </span>
          {onPeople && <Button onClick={onPeople}>Read it as people type songs</Button>}
          <GrammarLink />
        </p>
      )}
      {problems.length > 0 && <Listed label="Not understood" list={problems} tone="clash" onGo={onGo} />}
      {questions.length > 0 && <Listed label="Asked" list={questions} tone="watch" onGo={onGo} />}
    </>
  );
}

function GrammarLink() {
  return (
    <Link to="/writing" className="ml-auto underline">
      How to write it
    </Link>
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
          <button type="button" className="text-left text-[0.875rem] hover:underline" onClick={() => onGo(p)}>
            <b className={tone === 'clash' ? 'text-clash' : 'text-watch'}>
              line {p.line}, column {p.column}
            </b>{' '}
            {p.message}
          </button>
        </li>
      ))}
      {list.length > MOST_LISTED && (
        <li className="text-[0.875rem] text-soft">and {list.length - MOST_LISTED} more</li>
      )}
    </ul>
  );
}

/** Problems shown at once; mending the first ones usually mends the others. */
const MOST_LISTED = 100;
