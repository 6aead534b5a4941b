import { useState } from 'react';
import { formatLike, PLAYER_WORDS, PLAYERS, type Like, type Player } from '../../core/form/index';
import { HARMONIES } from '../../core/line/index';
import { likeTrouble, type Playing } from '../../core/song/index';
import { Button, Dialog, DialogEnd } from '../../ui/index';
import { usePorts } from '../ports';

/** Lets one player's part follow another's in a section, until it is let go. */
export function LikeDialog(props: { playing: Playing; player: Player; open: boolean; onClose: () => void }) {
  return (
    <Dialog open={props.open} onClose={props.onClose} title="A part like another">
      <Fields key={`${props.playing.index} ${props.player}`} {...props} />
    </Dialog>
  );
}

function Fields({ playing, player, onClose }: { playing: Playing; player: Player; onClose: () => void }) {
  const { desk } = usePorts();
  const { section, entry } = playing;
  const [who, setWho] = useState<Player>(player);
  const now = section.like?.[who];
  const set = (like: Like | null, label: string) =>
    desk.getState().edit({ kind: 'setLike', section: entry.section, player: who, like }, { label });
  return (
    <div className="flex flex-col gap-3" data-like>
      <span role="group" aria-label="Who follows" className="flex flex-wrap gap-1">
        {PLAYERS.map((p) => (
          <Button
            key={p}
            aria-pressed={p === who}
            className={p === who ? '!border-2 !border-ink font-bold' : ''}
            onClick={() => setWho(p)}
          >
            {PLAYER_WORDS[p]}
          </Button>
        ))}
      </span>
      <p className="text-soft">
        {now
          ? `${PLAYER_WORDS[who]} follows ${likeWords(now)} in ${section.name}: whatever is changed there is changed here.`
          : `${PLAYER_WORDS[who]} has a part of their own in ${section.name}. One that follows takes its place.`}
      </p>
      {PLAYERS.filter((p) => p !== who).map((leader) => {
        const trouble = likeTrouble(section, who, { player: leader, interval: null });
        return (
          <section key={leader} aria-label={`Like ${PLAYER_WORDS[leader]}`}>
            <h3 className="font-bold">Like {PLAYER_WORDS[leader]}</h3>
            {trouble !== null && !now ? (
              <p className="text-[0.875rem] text-soft">{trouble}</p>
            ) : (
              <div className="mt-1 flex flex-wrap gap-1">
                {waysTo(leader).map((like) => {
                  const isNow = now !== undefined && formatLike(now) === formatLike(like);
                  return (
                    <Button
                      key={formatLike(like)}
                      aria-pressed={isNow}
                      className={isNow ? '!border-2 !border-ink font-bold' : ''}
                      onClick={() => set(like, `${PLAYER_WORDS[who]} like ${likeWords(like)}`)}
                    >
                      {intervalWords(like)}
                    </Button>
                  );
                })}
              </div>
            )}
          </section>
        );
      })}
      <DialogEnd onClose={onClose}>
        <Button
          disabled={now === undefined}
          onClick={() => set(null, `${PLAYER_WORDS[who]} let go, as it is now`)}
        >
          Let go: keep it as it is now
        </Button>
      </DialogEnd>
    </div>
  );
}

function waysTo(player: Player): readonly Like[] {
  const sides = ['above', 'below'] as const;
  return [
    { player, interval: null },
    ...HARMONIES.toReversed().flatMap((harmony) =>
      sides.map((side) => ({ player, interval: { harmony, side } })),
    ),
  ];
}

function intervalWords({ interval }: Like): string {
  if (interval === null) return 'the same notes';
  return `${interval.harmony === 'octave' ? 'an octave' : `a ${interval.harmony}`} ${interval.side}`;
}

/** "Guitar 1, a third above". */
export function likeWords(like: Like): string {
  const name = PLAYER_WORDS[like.player];
  return like.interval === null ? name : `${name}, ${intervalWords(like)}`;
}
