import { tabLineOf } from '../tab/tab-line';

/** The time and the name in front of a message of a chat. */
const CHAT = /^\s*\[?\d{1,2}[:.]\d{2}(?:[:.]\d{2})?(?:\s?[ap]m)?\]?\s*[-–]?\s*[\p{L}][\p{L} .'-]{0,24}:\s*/iu;
/** No more of a line is looked at for what stands before it. */
const MAX_LEAD_CHARACTERS = 100;
const BULLET = /^\s*(?:[-•●▪*+]\s+(?=\S)|\d{1,2}[.)]\s+(?=[A-Za-z]))/;
const MUTES = /^\s*P\.?\s?M\.?(?![a-z])|^\s*\.(?:\s*\.)+\s*$/i;

/** A line of marks of palm mutes over or under a tab. */
export function isMutes(line: string): boolean {
  return MUTES.test(line);
}

/** Without the time and name of a chat, or the mark of a list, before it. */
export function withoutLead(raw: string): string {
  const text = plainText(raw);
  const line = (text.slice(0, MAX_LEAD_CHARACTERS).replace(CHAT, '') + text.slice(MAX_LEAD_CHARACTERS))
    .replace(/^\s*\[:/, '|:')
    .replace(/:\]/g, ':|');
  return tabLineOf(line) || /^\s*\*{2}/.test(line) ? line : line.replace(BULLET, '');
}

const TAGS = /<\/?(?:b|i|u|em|strong|span|p|div|br|pre|h[1-6]|font|a|td|tr|li|ul)\b[^<>]*>/gi;

/** Without the tags and signs of a web page. */
function plainText(raw: string): string {
  if (!/[<&]/.test(raw)) return raw;
  return raw
    .replace(TAGS, '')
    .replace(/&nbsp;/g, ' ')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&#39;|&apos;/g, "'")
    .replace(/&amp;/g, '&');
}
