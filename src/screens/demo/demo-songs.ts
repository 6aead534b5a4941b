import { readChart } from '../../core/formats/index';
import type { Song } from '../../core/song/index';
import ferryLight from '../../../demo/ferry-light.txt?raw';
import nineMinuteBus from '../../../demo/nine-minute-bus.txt?raw';
import saltLamp from '../../../demo/salt-lamp.txt?raw';
import tramlineSparks from '../../../demo/tramline-sparks.txt?raw';
import { withDemoLog } from './demo-log';

/** The songs of our invented demo band, last one first, so that the first ends up on top of the shelf. */
export function demoSongs(now = Date.now()): readonly Song[] {
  const read = (text: string) => readChart(text).song;
  return [read(ferryLight), withDemoLog(nineMinuteBus, now), read(saltLamp), read(tramlineSparks)];
}
