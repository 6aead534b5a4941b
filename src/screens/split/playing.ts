import { useCallback, useEffect, useRef, useState } from 'react';
import { playStrokes, type Playback } from '../../audio/index';
import { timelineFrom } from '../../core/song/index';
import { usePorts } from '../ports';

/** Plays the song from where one is; the selection goes along, so that all scales show what sounds. */
export function usePlaying(): { readonly isPlaying: boolean; readonly toggle: () => void } {
  const { desk } = usePorts();
  const [isPlaying, setPlaying] = useState(false);
  const running = useRef<{ playback: Playback; frame: number } | null>(null);
  const stop = useCallback(() => {
    if (!running.current) return;
    cancelAnimationFrame(running.current.frame);
    running.current.playback.stop();
    running.current = null;
    setPlaying(false);
  }, []);
  const start = useCallback(() => {
    const { song, selection, select, say } = desk.getState();
    if (!song) return;
    const timeline = timelineFrom(song, selection);
    const playback = playStrokes(timeline.strokes);
    let now = 0;
    const step = () => {
      if (!running.current) return;
      const at = playback.position();
      let next = now;
      while (timeline.moments[next + 1] && timeline.moments[next + 1]!.at <= at) next += 1;
      const place = timeline.moments[next]?.place;
      if (next !== now && place) {
        now = next;
        select(place);
      }
      // What is heard is the song as it was when it began.
      if (at >= timeline.seconds || desk.getState().song !== song) return stop();
      running.current.frame = requestAnimationFrame(step);
    };
    running.current = { playback, frame: requestAnimationFrame(step) };
    setPlaying(true);
    say('Playing from here; space stops');
  }, [desk, stop]);
  useEffect(() => stop, [stop]);
  const toggle = useCallback(() => {
    if (running.current) {
      stop();
      desk.getState().say('Stopped');
    } else start();
  }, [desk, start, stop]);
  return { isPlaying, toggle };
}
