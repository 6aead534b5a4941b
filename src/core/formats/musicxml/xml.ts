/** An element of a document, written already. */
export type Element = { readonly xml: string };

type Inside = Element | string | number | null | false | undefined;

/** An element with what is inside; what is null or false inside is left out. */
export function el(
  name: string,
  inside: Inside | readonly Inside[] = [],
  attributes: Readonly<Record<string, string | number | undefined>> = {},
): Element {
  let text = '';
  if (Array.isArray(inside)) for (const one of inside as readonly Inside[]) text += written(one);
  else text = written(inside as Inside);
  let said = '';
  for (const key in attributes) {
    const value = attributes[key];
    if (value !== undefined) said += ` ${key}="${escaped(String(value))}"`;
  }
  return { xml: text === '' ? `<${name}${said}/>` : `<${name}${said}>${text}</${name}>` };
}

function written(one: Inside): string {
  if (one === null || one === undefined || one === false) return '';
  if (typeof one === 'object') return one.xml;
  return typeof one === 'number' ? String(one) : escaped(one);
}

/** As XML 1.0 has characters of its own, without those it has no sign for (2.2): control characters, halves of pairs. */
function escaped(text: string): string {
  if (!/[^ !#-%'-;=?-~]/.test(text)) return text;
  return text
    .replace(/[^\P{Cc}\t\n\r]|[\uFFFE\uFFFF]/gu, '')
    .replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '')
    .replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);
}

/** A document of one root element. */
export function xmlText(root: Element, doctype: string): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}\n${root.xml}\n`;
}
