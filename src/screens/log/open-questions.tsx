import { useNavigate, useParams } from 'react-router';
import { openQuestions, type OpenQuestion } from '../../core/log/index';
import { pretty } from '../../core/pitch/index';
import type { Song } from '../../core/song/index';
import { Button } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark } from '../../views/index';
import { HearButton } from '../listening/index';
import { usePorts } from '../ports';
import { placeOf, placeWords } from './place';

/** So many are drawn; the others come as these are settled. */
const SHOWN = 30;

/** Everything that is a guess, with what else was kept, settled one after the other by ear. */
export function OpenQuestions({ song }: { readonly song: Song }) {
  const questions = openQuestions(song);
  if (questions.length === 0)
    return (
      <p className="text-soft">
        No question is open. What is taken down by ear and not sure yet is marked with <b>~</b> on Split and
        Hits; with <b>=</b> another way is kept beside it. Both are settled here.
      </p>
    );
  return (
    <>
      <p>
        {questions.length} {questions.length === 1 ? 'question' : 'questions'}. Hear them one after the other,
        and take what is right.
      </p>
      <ol className="flex flex-col gap-2" aria-label="Open questions">
        {questions.slice(0, SHOWN).map((question) => (
          <Question key={question.id} song={song} question={question} />
        ))}
      </ol>
      {questions.length > SHOWN && <p className="text-soft">… and {questions.length - SHOWN} more</p>}
    </>
  );
}

function Question({ song, question }: { readonly song: Song; readonly question: OpenQuestion }) {
  const { desk } = usePorts();
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const { player, asks, now, others, settle, kind } = question;
  const place = placeOf(song, question);
  const at = place === null ? {} : { at: place };
  const take = (words: string, edit: OpenQuestion['settle']) =>
    desk.getState().edit(edit, { label: `${asks} ${words}, ${placeWords(question)}`, decided: 'guess' });
  const shown = kind === 'chord' ? pretty(now) : now;
  return (
    <li data-asked={kind} className="rounded-lg border border-line bg-sheet px-3 py-2">
      <p>
        {player && (
          <span className={PLAYER_TEXT[player]}>
            <PlayerMark player={player} />{' '}
          </span>
        )}
        <b>{placeWords(question)}:</b> {asks} <span className="frets font-bold">{shown}</span>, it was
        guessed.
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-1 text-[0.875rem]">
        <HearButton other={null} label={`${asks} ${now}`} {...at}>
          Hear it
        </HearButton>
        <Button look="strong" className="max-sm:min-h-11" onClick={() => take(now, settle)}>
          It is right
        </Button>
        {others.map((other) => (
          <span key={other.words} className="flex items-center">
            <Button className="max-sm:min-h-11" onClick={() => take(other.words, other.edit)}>
              Rather <span className="frets">{other.words}</span>
            </Button>
            <HearButton other={other.edit} label={other.words} {...at} />
          </span>
        ))}
        {place && (
          <Button
            look="quiet"
            className="ml-auto max-sm:min-h-11"
            onClick={() => {
              desk.getState().select({ ...place, ...(player ? { player } : {}) });
              void navigate(
                `/song/${id}/${kind === 'hits' || kind === 'line' || kind === 'voice' ? 'hits' : 'split'}`,
              );
            }}
          >
            Look at it
          </Button>
        )}
      </div>
    </li>
  );
}
