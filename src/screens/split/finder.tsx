import { useMemo, useState } from 'react';
import { Dialog } from '../../ui/index';
import type { Command } from './commands';

/** Finds something to do by its words: type, arrows, Enter. */
export function Finder({
  commands,
  open,
  onClose,
}: {
  commands: readonly Command[];
  open: boolean;
  onClose: () => void;
}) {
  return (
    <Dialog open={open} onClose={onClose} title="What do you want to do?">
      <Find commands={commands} onClose={onClose} />
    </Dialog>
  );
}

function Find({ commands, onClose }: { commands: readonly Command[]; onClose: () => void }) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const list = useMemo(() => found(commands, text), [commands, text]);
  const now = Math.min(at, list.length - 1);
  const run = (command: Command | undefined) => {
    if (!command) return;
    onClose();
    // The dialog goes first, so that what the command opens takes the focus.
    setTimeout(command.run, 0);
  };
  return (
    <div>
      <input
        role="combobox"
        aria-expanded
        aria-controls="found-commands"
        aria-activedescendant={list[now] ? `command-${now}` : undefined}
        aria-label="Words of a command"
        autoFocus
        autoComplete="off"
        value={text}
        placeholder="lock, paste tab, go to chorus …"
        className="w-full rounded border border-ink bg-ground px-3 py-2"
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt(Math.min(list.length - 1, now + 1));
          else if (e.key === 'ArrowUp') setAt(Math.max(0, now - 1));
          else if (e.key === 'Enter') run(list[now]);
          else return;
          e.preventDefault();
        }}
      />
      <ul
        id="found-commands"
        role="listbox"
        aria-label="Commands"
        className="mt-2 max-h-[50vh] overflow-y-auto"
      >
        {list.map((command, i) => (
          <li
            key={`${i} ${command.name}`}
            id={`command-${i}`}
            role="option"
            aria-selected={i === now}
            ref={(element) => {
              if (i === now) element?.scrollIntoView({ block: 'nearest' });
            }}
            className={`flex cursor-pointer items-baseline gap-3 rounded px-3 py-1 ${i === now ? 'bg-well' : ''}`}
            onMouseMove={() => setAt(i)}
            onClick={() => run(command)}
          >
            <span>
              {command.name}
              {command.hint && <span className="block text-[0.8125rem] text-soft">{command.hint}</span>}
            </span>
            {command.key && (
              <kbd className="ml-auto rounded border border-soft px-1.5 font-bold">{command.key}</kbd>
            )}
          </li>
        ))}
        {list.length === 0 && (
          <li className="px-3 py-2 text-soft">Nothing is called so. Try fewer letters.</li>
        )}
      </ul>
    </div>
  );
}

/** Commands with every word in them, those that begin with the first one first. */
function found(commands: readonly Command[], text: string): readonly Command[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const hits = commands.filter((c) => {
    const all = `${c.name} ${c.hint ?? ''}`.toLowerCase();
    return words.every((w) => all.includes(w));
  });
  const first = words[0] ?? '';
  const rank = (c: Command) => {
    const name = c.name.toLowerCase();
    return name.startsWith(first) ? 0 : words.every((w) => name.includes(w)) ? 1 : 2;
  };
  return first === '' ? hits : [...hits].sort((a, b) => rank(a) - rank(b));
}
