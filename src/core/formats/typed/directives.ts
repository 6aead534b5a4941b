import { headingOf, titled } from './headings';
import { readHeading, sectionWords } from './read-heading';
import { settingOf } from './settings';
import type { Understanding } from './understanding';

/** `{title: …}`, `{start_of_chorus}`, `{c: …}`: chord sheets say so what a line is. */
export function readDirective(page: Understanding, i: number, name: string, value: string): number {
  const begun = /^(?:start_of_|so)(\w+)$/.exec(name)?.[1];
  if (begun !== undefined) {
    const usual = {
      v: 'Verse',
      c: 'Chorus',
      b: 'Bridge',
      verse: 'Verse',
      chorus: 'Chorus',
      bridge: 'Bridge',
    };
    const said = /^label="(.*)"$/.exec(value)?.[1] ?? value;
    const counted = /^(.*\S)\s+[x×]\s?(\d{1,2})$/.exec(said);
    const label = counted?.[1] ?? said;
    const times = counted ? Number(counted[2]) : null;
    const called = label || (Object.hasOwn(usual, begun) ? usual[begun as 'v'] : titled(begun));
    if (/^(?:t|tab|g|grid)$/.test(begun) && label === '') page.told(i, 'nothing');
    else page.told(i, 'section', sectionWords(page.begin(titled(called), i, { times, again: null })));
    return 1;
  }
  if (/^(?:end_of_|eo)\w+$/.test(name)) {
    page.section = null;
    page.told(i, 'nothing');
    return 1;
  }
  const heading = headingOf(name, { loose: false });
  if (heading) {
    const section = page.begin(value ? titled(value) : heading.name, i, { times: null, again: null });
    page.told(i, 'section', sectionWords(section));
    return 1;
  }
  if (/^(?:c|ci|cb|comment\w*|highlight)$/.test(name)) {
    const asHeading = headingOf(value, { loose: page.isMusicBelow(i) && value.split(' ').length < 3 });
    if (asHeading?.rest === '' && readHeading(page, i, asHeading)) return 1;
    (page.section?.remarks ?? page.songRemarks).push(value);
    page.ask(i, `"${value}" is kept as a remark`);
    page.told(i, 'kept', `a remark: ${value}`);
    return 1;
  }
  const known = {
    t: 'title',
    title: 'title',
    key: 'key',
    tempo: 'tempo',
    time: 'time',
    capo: 'capo',
  } as const;
  const word = Object.hasOwn(known, name) ? known[name as 't'] : null;
  const setting = word === null ? null : settingOf(`${word}: ${value}`);
  if (setting) page.told(i, 'setting', page.setting(setting));
  else {
    const text = value === '' ? name : `${name}: ${value}`;
    page.comments.push(text);
    page.told(i, 'kept', `kept as a comment: ${text}`);
  }
  return 1;
}
