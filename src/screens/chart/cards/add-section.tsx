import { Plus, Repeat2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../../ui/index';
import { PART_NAMES } from './part-names';
import { newSection } from './touches';
import { useCards, useSong } from './use-cards';

/** Adds a section by its name, or plays one that is there again. */
export function AddSection() {
  const { touch } = useCards();
  const song = useSong();
  const [other, setOther] = useState('');
  const taken = new Set(song.sections.map((s) => s.name));
  const at = song.form.length;
  const add = (name: string) =>
    touch(newSection(song, name, at), `${name} added`, { entry: at, bar: 1, chord: 0 });
  return (
    <section
      aria-label="Add a section"
      data-add-section
      className="mt-3 rounded-lg border border-dashed border-line p-2"
    >
      <div className="flex flex-wrap items-center gap-1.5">
        <h2 className="mr-1 font-bold">Add a section</h2>
        {PART_NAMES.filter((name) => !taken.has(name)).map((name) => (
          <Button key={name} className="!min-h-9" onClick={() => add(name)}>
            <Plus size={16} aria-hidden /> {name}
          </Button>
        ))}
        <form
          className="flex items-center gap-1"
          onSubmit={(e) => {
            e.preventDefault();
            if (other.trim() === '' || other.includes('==')) return;
            add(other.trim());
            setOther('');
          }}
        >
          <input
            aria-label="Another name"
            placeholder="another name"
            value={other}
            className="min-h-9 w-32 rounded border border-line bg-ground px-2"
            onChange={(e) => setOther(e.target.value)}
          />
          <Button type="submit" className="!min-h-9" disabled={other.trim() === ''}>
            Add
          </Button>
        </form>
      </div>
      {song.sections.length > 0 && (
        <div
          className="mt-1.5 flex flex-wrap items-center gap-1.5"
          role="group"
          aria-label="Play again at the end"
        >
          <span className="text-soft">or play again:</span>
          {song.sections.map(({ name }) => (
            <Button
              key={name}
              className="!min-h-9"
              aria-label={`Play ${name} again`}
              onClick={() => touch({ kind: 'playAgain', section: name, at }, `${name} again`, null)}
            >
              <Repeat2 size={16} aria-hidden /> {name}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}
