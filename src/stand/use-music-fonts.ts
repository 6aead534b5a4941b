import { useEffect, useState } from 'react';
import { loadMusicFonts } from '../engraving/index';

/** Whether the fonts music is set in are here. */
export function useMusicFonts(): 'loading' | 'here' | 'failed' {
  const [state, setState] = useState<'loading' | 'here' | 'failed'>('loading');
  useEffect(() => {
    let gone = false;
    loadMusicFonts().then(
      () => gone || setState('here'),
      () => gone || setState('failed'),
    );
    return () => {
      gone = true;
    };
  }, []);
  return state;
}
