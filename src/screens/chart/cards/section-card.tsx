import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Minus, Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { flushSync } from 'react-dom';
import { ordinal } from '../../../core/base/index';
import type { FormEntry, Section } from '../../../core/form/index';
import { pretty } from '../../../core/pitch/index';
import { freeName, unfold, type Edit } from '../../../core/song/index';
import { Button, Menu, type MenuItem } from '../../../ui/index';
import { FormDialog } from '../../form/form-dialog';
import { BarBoxes } from './bar-boxes';
import { useCards, useSong, useSpotIn } from './use-cards';

interface Props {
  readonly entry: number;
  readonly id: string;
  readonly played: FormEntry;
  readonly section: Section;
  /** Where it begins in the song, from 0. */
  readonly firstBar: number;
  /** The key it is played in. */
  readonly keyText: string;
  /** It was there before. */
  readonly again: boolean;
  /** The section differs from time to time. */
  readonly isVaried: boolean;
  readonly meter: string;
  /** How long a bar is. */
  readonly ticks: number;
}

/** One playing of a section: its bars where it is written, its name where it comes again. */
export const SectionCard = memo(function SectionCard(props: Props) {
  const { entry, id, played, section, firstBar, keyText, again, isVaried, meter, ticks } = props;
  const { point, touch } = useCards();
  const spot = useSpotIn(entry);
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } =
    useSortable({ id });
  const [isOpen, setOpen] = useState(false);
  const [isForm, setForm] = useState(false);
  const isHere = spot !== null;
  const show = !again || isOpen || isHere;
  const set = (edit: Edit, label: string) => touch(edit, `${played.section}: ${label}`);
  const times = (by: number) =>
    set(
      { kind: 'setPlaying', entry, change: { times: Math.min(99, Math.max(1, played.times + by)) } },
      `${played.times + by} times`,
    );
  const facts = [
    `${section.bars.length} ${section.bars.length === 1 ? 'bar' : 'bars'}`,
    `from bar ${firstBar + 1}`,
    ...(section.meter ? [meter] : []),
    ...(played.tempo === undefined ? [] : [`${played.tempo} bpm`]),
    ...(played.feel ? [`${played.feel}-time feel`] : []),
    ...(played.key === null && section.key === undefined ? [] : [`in ${pretty(keyText)}`]),
    ...(played.bars === undefined ? [] : [`the first ${played.bars} bars`]),
    ...(played.end ? [END_WORDS[played.end]] : []),
    ...(section.pickup !== undefined && !again ? ['with a pick-up'] : []),
    ...(played.variants ? ['with changes of its own'] : []),
  ];
  return (
    <li
      ref={setNodeRef}
      data-playing={entry}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`rounded-lg border bg-sheet [contain-intrinsic-size:auto_130px] [content-visibility:auto] ${isDragging ? 'z-10 border-ink shadow-lg' : isHere ? 'border-ink' : 'border-line'}`}
    >
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1 px-1 py-1">
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${played.section}, place ${entry + 1}`}
          className="flex min-h-9 min-w-9 cursor-grab touch-none items-center justify-center rounded text-soft hover:bg-well"
        >
          <GripVertical size={18} aria-hidden />
        </button>
        <SectionName entry={entry} name={played.section} />
        <span
          className="inline-flex items-center"
          role="group"
          aria-label={`How often ${played.section} is played`}
        >
          <Button
            look="quiet"
            className="!min-h-9 !min-w-9 !justify-center !px-0"
            aria-label="Once less"
            disabled={played.times <= 1}
            onClick={() => times(-1)}
          >
            <Minus size={16} aria-hidden />
          </Button>
          <span className="min-w-7 text-center font-bold tabular-nums" data-times>
            ×{played.times}
          </span>
          <Button
            look="quiet"
            className="!min-h-9 !min-w-9 !justify-center !px-0"
            aria-label="Once more"
            onClick={() => times(1)}
          >
            <Plus size={16} aria-hidden />
          </Button>
        </span>
        <span className="order-last min-w-0 basis-full px-2 text-[0.875rem] text-soft sm:order-none sm:flex-1 sm:basis-0 sm:px-0">
          {again ? `again · ${facts.slice(1).join(' · ')}` : facts.join(' · ')}
        </span>
        {again && (
          <Button
            look="quiet"
            aria-expanded={show}
            onClick={() => {
              setOpen(!show);
              if (isHere) point(null);
            }}
          >
            {show ? 'Close' : 'Other chords this time'}
          </Button>
        )}
        <span className="ml-auto">
          <CardMenu
            entry={entry}
            section={section}
            again={again}
            isVaried={isVaried}
            onVary={() => setOpen(true)}
            onForm={() => setForm(true)}
          />
        </span>
      </div>
      {section.remarks?.band !== undefined && !again && (
        <p className="px-3 pb-1 text-[0.875rem] italic">“{section.remarks.band}”</p>
      )}
      {isForm && <FormHere entry={entry} bar={spot?.bar ?? 0} onClose={() => setForm(false)} />}
      {show && (
        <div className="px-2 pb-2">
          {again && (
            <p className="mb-1 text-[0.8125rem] text-soft">
              What is changed here counts for this playing alone.
            </p>
          )}
          <BarBoxes entry={entry} played={played} section={section} again={again} ticks={ticks} />
          <Differences section={section} />
        </div>
      )}
    </li>
  );
});

/** How it is played here: the same dialog as on Hits. */
function FormHere({
  entry,
  bar,
  onClose,
}: {
  readonly entry: number;
  readonly bar: number;
  readonly onClose: () => void;
}) {
  const song = useSong();
  const playing = unfold(song)[entry];
  if (!playing) return null;
  return <FormDialog song={song} playing={playing} bar={bar} pass={1} open onClose={onClose} />;
}

const END_WORDS = { vamp: 'vamp', fade: 'fades out', cue: 'on cue' } as const;

/** The name, and a field for another one. */
function SectionName({ entry, name }: { readonly entry: number; readonly name: string }) {
  const { state, touch } = useCards();
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState(name);
  const taken =
    isOpen && typed.trim() !== name && state.getState().song.sections.some((s) => s.name === typed.trim());
  const trouble =
    typed.trim() === ''
      ? 'a name is missing'
      : taken
        ? `there is already a ${typed.trim()}`
        : /==/.test(typed)
          ? '== cannot be in a name'
          : null;
  if (!isOpen)
    return (
      <h2 className="min-w-0 text-lg leading-tight font-bold">
        <button
          type="button"
          className="min-h-9 rounded px-1 text-left break-words hover:bg-well"
          title="Give it another name"
          aria-label={`${name}: another name`}
          data-section-name
          onClick={() => {
            setTyped(name);
            setOpen(true);
          }}
        >
          {name}
        </button>
      </h2>
    );
  const done = () => {
    setOpen(false);
    if (trouble === null)
      touch({ kind: 'renameSection', section: name, name: typed }, `${name} is called ${typed.trim()}`);
  };
  return (
    <span className="flex min-w-0 flex-wrap items-center gap-1">
      <input
        autoFocus
        aria-label={`Name of the section at place ${entry + 1}`}
        aria-invalid={trouble !== null}
        value={typed}
        className="min-h-9 w-44 rounded border border-ink bg-ground px-2 font-bold"
        onFocus={(e) => e.target.select()}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') {
            // Before it goes: leaving the field takes the name that is in it.
            flushSync(() => setTyped(name));
            setOpen(false);
          }
        }}
      />
      {trouble && <span className="text-[0.8125rem] text-clash">{trouble}</span>}
    </span>
  );
}

function CardMenu(props: {
  readonly entry: number;
  readonly section: Section;
  readonly again: boolean;
  readonly isVaried: boolean;
  readonly onVary: () => void;
  readonly onForm: () => void;
}) {
  const { entry, section, again, isVaried, onVary, onForm } = props;
  const { state, touch } = useCards();
  const spot = useSpotIn(entry);
  const { name } = section;
  const after = { section: name, at: entry + 1 };
  // Asked when it is needed: another card may have taken the name meanwhile.
  const own = () =>
    freeName(
      name,
      state.getState().song.sections.map((s) => s.name),
    );
  const behind = { entry: entry + 1, bar: 0, chord: 0 };
  const cutAt = spot !== null && spot.bar > 0 && spot.bar < section.bars.length ? spot.bar : null;
  const items: readonly MenuItem[] = [
    {
      label: 'Play it again after this',
      hint: 'The same section once more; what is changed in it counts for both.',
      onSelect: () => touch({ kind: 'playAgain', ...after }, `${name} again`),
    },
    {
      label: 'Play it again with other chords',
      hint: 'The same section; some bars are different this one time.',
      onSelect: () => touch({ kind: 'playAgain', ...after }, `${name} again, with a change`, behind),
    },
    {
      label: 'Copy it under another name',
      hint: 'A section of its own that begins the same.',
      onSelect: () =>
        touch(
          {
            kind: 'together',
            edits: [
              { kind: 'playAgain', ...after },
              { kind: 'detach', entry: entry + 1, name: own() },
            ],
          },
          `${name} copied as ${own()}`,
          behind,
        ),
    },
    ...(again
      ? [
          {
            label: 'Give this one a name of its own',
            hint: 'A section of its own from here on.',
            onSelect: () => touch({ kind: 'detach', entry, name: own() }, `${name} is ${own()} here`),
          },
          { label: 'Other chords this time', onSelect: onVary },
        ]
      : [
          {
            label: 'All its bars once more',
            hint: 'Written out twice as long.',
            onSelect: () =>
              touch(
                {
                  kind: 'setBars',
                  section: name,
                  change: { what: 'repeat', from: 0, count: section.bars.length },
                },
                `${name} twice as long`,
              ),
          },
          {
            label: cutAt === null ? 'Cut it in two' : `Cut it before bar ${cutAt + 1}`,
            hint: isVaried
              ? 'Not where it differs from time to time.'
              : cutAt === null
                ? 'Point at the bar the second part begins with first.'
                : 'The second part gets a name of its own.',
            disabled: cutAt === null || isVaried,
            onSelect: () =>
              touch(
                { kind: 'cut', section: name, bar: cutAt!, name: own() },
                `${name} cut before bar ${cutAt! + 1}`,
              ),
          },
        ]),
    {
      label: 'Tempo, feel, key, endings …',
      hint: 'How it is played here, and its own metre, range and swing.',
      onSelect: onForm,
    },
    {
      label: again ? 'Take this playing away' : 'Take it away',
      hint: 'Undo brings it back.',
      onSelect: () => touch({ kind: 'dropPlaying', entry }, `${name} taken away`, null),
    },
  ];
  return <Menu label="More" name={`More for ${name}, place ${entry + 1}`} items={items} />;
}

/** What is different on later passes, in words. */
const Differences = memo(function Differences({ section }: { readonly section: Section }) {
  return (
    <>
      {section.variants.map((v, i) => (
        <p key={i} className="mt-1 text-[0.875rem] text-soft">
          {v.pass === 'last' ? 'Last' : ordinal(v.pass)} time, bar {v.fromBar + 1}
          {v.bars.length > 1 && `–${v.fromBar + v.bars.length}`}:{' '}
          {v.bars
            .map((p) =>
              p.out
                ? 'not played'
                : p.chords
                  ? p.chords.map((c) => pretty(c.chord)).join(' ')
                  : 'other parts',
            )
            .join(' | ')}
        </p>
      ))}
    </>
  );
});
