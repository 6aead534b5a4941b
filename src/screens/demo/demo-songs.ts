import { readChart } from '../../core/formats/index';
import type { Song } from '../../core/song/index';
import ferryLight from '../../../demo/ferry-light.txt?raw';
import nineMinuteBus from '../../../demo/nine-minute-bus.txt?raw';
import saltLamp from '../../../demo/salt-lamp.txt?raw';
import tramlineSparks from '../../../demo/tramline-sparks.txt?raw';

/** The songs of our invented demo band, last one first, so that the first ends up on top of the shelf. */
export function demoSongs(): readonly Song[] {
  return [ferryLight, nineMinuteBus, saltLamp, tramlineSparks].map((text) => readChart(text).song);
}
