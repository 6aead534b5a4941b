import { useState } from 'react';
import type { Different } from '../../core/offers/index';
import { Button } from '../../ui/index';
import { otherAt, spansOf, useListening, type Question } from '../listening/index';
import { usePorts } from '../ports';
import { versionsOf } from '../split/hearing';
import type { SplitModel } from '../split/model';

/** The split as it is against one that was kept, and against other plans of the section: the same place, without a gap. */
export function TwoWays({ model }: { model: SplitModel }) {
  const { client, desk, listening } = usePorts();
  const [ways, setWays] = useState<{ section: string; list: readonly Different[] } | 'working' | null>(null);
  const question = useListening((s) => s.question);
  const version = useListening((s) => s.version);
  const isPlaying = useListening((s) => s.kind !== 'still');
  const { song, playing, selection, editable } = model;
  const { section } = playing.entry;
  const kept = song.versions ?? [];
  const list = ways !== null && ways !== 'working' && ways.section === section ? ways.list : [];
  const heard = isPlaying && question?.title.startsWith('two ways') ? question.labels[version] : undefined;
  const hear = (label: string, versions: Question['versions']) => {
    const { ask, setVersion } = listening.getState();
    if (heard !== undefined && question!.labels.includes(label))
      return setVersion(question!.labels.indexOf(label));
    ask({
      title: `two ways to play ${section}`,
      labels: ['this split', label],
      versions,
      spans: spansOf(song, 'section', selection),
      at: selection,
      only: null,
      version: 1,
    });
  };
  const compare = () => {
    setWays('working');
    client
      .different(song, section, () => undefined)
      .then((result) => setWays(result.ok ? { section, list: result.value } : null))
      .catch(() => {
        setWays(null);
        desk.getState().say('The other plans could not be worked out; nothing was changed.');
      });
  };
  return (
    <section aria-label="Two ways, same place" className="flex flex-col gap-1 text-[0.875rem]">
      <h2 className="text-base font-bold">Two ways, same place</h2>
      <div role="group" aria-label="Which split is heard" className="flex flex-wrap gap-1">
        {(kept.length > 0 || list.length > 0) && (
          <Way
            label="this split"
            isOn={heard === 'this split'}
            onChoose={() =>
              heard === undefined ? listening.getState().play() : listening.getState().setVersion(0)
            }
          />
        )}
        {kept.map(({ name, song: was }) => (
          <Way
            key={name}
            label={`“${name}”`}
            isOn={heard === `“${name}”`}
            onChoose={() =>
              hear(`“${name}”`, [
                { song },
                { song: was, spans: spansOf(was, 'section', otherAt(song, was, selection)) },
              ])
            }
          />
        ))}
        {list.map((way) => (
          <Way
            key={way.plan.name}
            label={way.plan.words}
            isOn={heard === way.plan.words}
            onChoose={() => hear(way.plan.words, versionsOf(song, way.edit))}
          />
        ))}
      </div>
      {list.length === 0 && editable && (
        <Button className="self-start" disabled={ways === 'working'} onClick={compare}>
          {ways === 'working' ? `Solving ${section} …` : `Three ways to split ${section}`}
        </Button>
      )}
      {kept.length === 0 && list.length === 0 && (
        <p className="text-soft">What is kept as a version on Split can be heard here against this split.</p>
      )}
    </section>
  );
}

function Way({ label, isOn, onChoose }: { label: string; isOn: boolean; onChoose: () => void }) {
  return (
    <Button look={isOn ? 'strong' : 'plain'} aria-pressed={isOn} onClick={onChoose}>
      {label}
    </Button>
  );
}
