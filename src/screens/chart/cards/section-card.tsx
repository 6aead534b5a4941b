import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Minus, Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { ordinal } from '../../../core/base/index';
import type { Section } from '../../../core/form/index';
import { pretty } from '../../../core/pitch/index';
import { unfold, type Edit } from '../../../core/song/index';
import { formatMeter } from '../../../core/time/index';
import { Button, Menu, type MenuItem } from '../../../ui/index';
import { FormDialog } from '../../form/form-dialog';
import { BarBoxes } from './bar-boxes';
import { isReturn, otherName, sectionOf } from './touches';
import { useCards } from './use-cards';

/** One playing of a section: its bars where it is written, its name where it comes again. */
export function SectionCard({ entry, id }: { readonly entry: number; readonly id: string }) {
  const { song, spot, point, touch } = useCards();
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } =
    useSortable({ id });
  const played = song.form[entry]!;
  const section = sectionOf(song, { entry });
  const again = isReturn(song, entry);
  const [isOpen, setOpen] = useState(false);
  const [isForm, setForm] = useState(false);
  if (!section) return null;
  const isHere = spot?.entry === entry;
  const playing = unfold(song)[entry];
  const show = !again || isOpen || isHere;
  const set = (edit: Edit, label: string) => touch(edit, `${played.section}: ${label}`);
  const times = (by: number) =>
    set(
      { kind: 'setPlaying', entry, change: { times: Math.min(99, Math.max(1, played.times + by)) } },
      `${played.times + by} times`,
    );
  const facts = [
    `${section.bars.length} ${section.bars.length === 1 ? 'bar' : 'bars'}`,
    ...(playing ? [`from bar ${playing.firstBar + 1}`] : []),
    ...(section.meter ? [formatMeter(section.meter)] : []),
    ...(played.tempo === undefined ? [] : [`${played.tempo} bpm`]),
    ...(played.feel ? [`${played.feel}-time feel`] : []),
    ...(played.key === null && section.key === undefined
      ? []
      : [`in ${pretty(playing?.key.text ?? section.key ?? '')}`]),
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
      className={`rounded-lg border bg-sheet ${isDragging ? 'z-10 border-ink shadow-lg' : isHere ? 'border-ink' : 'border-line'}`}
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
        <span className="order-last min-w-0 basis-full px-2 text-[14px] text-soft sm:order-none sm:flex-1 sm:basis-0 sm:px-0">
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
            onVary={() => setOpen(true)}
            onForm={() => setForm(true)}
          />
        </span>
      </div>
      {section.remarks?.band !== undefined && !again && (
        <p className="px-3 pb-1 text-[14px] italic">“{section.remarks.band}”</p>
      )}
      {isForm && playing && (
        <FormDialog
          song={song}
          playing={playing}
          bar={isHere ? spot.bar : 0}
          pass={1}
          open
          onClose={() => setForm(false)}
        />
      )}
      {show && (
        <div className="px-2 pb-2">
          {again && (
            <p className="mb-1 text-[13px] text-soft">What is changed here counts for this playing alone.</p>
          )}
          <BarBoxes entry={entry} section={section} again={again} />
          <Differences section={section} />
        </div>
      )}
    </li>
  );
}

const END_WORDS = { vamp: 'vamp', fade: 'fades out', cue: 'on cue' } as const;

/** The name, and a field for another one. */
function SectionName({ entry, name }: { readonly entry: number; readonly name: string }) {
  const { song, touch } = useCards();
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState(name);
  const taken = typed.trim() !== name && song.sections.some((s) => s.name === typed.trim());
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
          if (e.key === 'Escape') setOpen(false);
        }}
      />
      {trouble && <span className="text-[13px] text-clash">{trouble}</span>}
    </span>
  );
}

function CardMenu(props: {
  readonly entry: number;
  readonly section: Section;
  readonly again: boolean;
  readonly onVary: () => void;
  readonly onForm: () => void;
}) {
  const { entry, section, again, onVary, onForm } = props;
  const { song, spot, touch } = useCards();
  const { name } = section;
  const after = { section: name, at: entry + 1 };
  const own = otherName(song, name);
  const behind = { entry: entry + 1, bar: 0, chord: 0 };
  const isVaried =
    section.variants.length > 0 || song.form.some((e) => e.section === name && e.variants !== undefined);
  const cutAt = spot?.entry === entry && spot.bar > 0 && spot.bar < section.bars.length ? spot.bar : null;
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
      label: `Copy it as ${own}`,
      hint: 'A section of its own that begins the same.',
      onSelect: () =>
        touch(
          {
            kind: 'together',
            edits: [
              { kind: 'playAgain', ...after },
              { kind: 'detach', entry: entry + 1, name: own },
            ],
          },
          `${name} copied as ${own}`,
          behind,
        ),
    },
    ...(again
      ? [
          {
            label: `Make this one ${own}`,
            hint: 'A section of its own from here on.',
            onSelect: () => touch({ kind: 'detach', entry, name: own }, `${name} is ${own} here`),
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
                : `The second part is ${own}.`,
            disabled: cutAt === null || isVaried,
            onSelect: () =>
              touch(
                { kind: 'cut', section: name, bar: cutAt!, name: own },
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
        <p key={i} className="mt-1 text-[14px] text-soft">
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
