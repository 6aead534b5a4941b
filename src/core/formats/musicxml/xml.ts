import { XMLBuilder } from 'fast-xml-parser';

/** An element as the builder takes it: its name, what is inside, its attributes. */
export type Element = Readonly<Record<string, unknown>>;

type Inside = Element | string | number | null | false | undefined;

/** An element; what is null or false inside is left out. */
export function el(
  name: string,
  inside: Inside | readonly Inside[] = [],
  attributes: Readonly<Record<string, string | number | undefined>> = {},
): Element {
  const list = (Array.isArray(inside) ? inside : [inside]) as readonly Inside[];
  const children = list.flatMap((one): readonly Element[] => {
    if (one === null || one === undefined || one === false) return [];
    if (typeof one === 'object') return [one];
    return [{ '#text': plain(String(one)) }];
  });
  const named = Object.entries(attributes).flatMap(([key, value]) =>
    value === undefined
      ? []
      : [[`@_${key}`, typeof value === 'string' ? plain(value) : String(value)] as const],
  );
  return named.length === 0 ? { [name]: children } : { [name]: children, ':@': Object.fromEntries(named) };
}

/** A text without what XML 1.0 has no sign for (W3C, XML 1.0, 2.2 Characters): control characters, halves of pairs. */
function plain(text: string): string {
  return text
    .replace(/[^\P{Cc}\t\n\r]|[\uFFFE\uFFFF]/gu, '')
    .replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '');
}

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '@_',
  suppressEmptyNode: true,
  processEntities: true,
  format: false,
});

/** A document of one root element. */
export function xmlText(root: Element, doctype: string): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}\n${builder.build([root])}\n`;
}
