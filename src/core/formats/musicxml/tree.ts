import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { fail, ok, type Result } from '../../base/index';

/** Largest text that is read: a song of three players for hours has less. */
const MOST_CHARACTERS = 12_000_000;
/** Deepest an element may stand: MusicXML needs about fifteen levels. */
const MOST_LEVELS = 60;

/** An element of a document: its name, attributes, the text in it and the elements in it, in order. */
export interface Node {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly text: string;
  readonly inside: readonly Node[];
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: true,
  // Entities of strangers are never followed; the five of XML and numbers are read below.
  processEntities: false,
});

/** Reads a document and gives its root element. Fails, in words, for what is not well-formed, too large, too deep, or brings entities of its own. */
export function parseXml(text: string): Result<Node> {
  if (text.length > MOST_CHARACTERS)
    return fail('this file is too large to be a song; expected less than 12 MB');
  if (hasDefinitions(text))
    return fail(
      'this file brings definitions of its own (a DOCTYPE with [ … ]), which are not followed; expected plain MusicXML',
    );
  const deep = depthOf(text);
  if (deep > MOST_LEVELS)
    return fail(`this file is nested ${deep} levels deep; no MusicXML is (${MOST_LEVELS} at most are read)`);
  const valid = XMLValidator.validate(text);
  if (valid !== true) {
    const { msg, line, col } = valid.err;
    return fail(`this is no well-formed XML (line ${line}, column ${col}): ${msg}`);
  }
  try {
    const list = parser.parse(text) as readonly Raw[];
    const root = list.map(nodeOf).find((node) => node !== null && !node.name.startsWith('?'));
    return root ? ok(root) : fail('this XML file is empty; expected a MusicXML score');
  } catch (error) {
    return fail(`this XML cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
}

type Raw = Readonly<Record<string, unknown>>;

function nodeOf(raw: Raw): Node | null {
  const name = Object.keys(raw).find((key) => key !== ':@');
  if (name === undefined || name === '#text') return null;
  const children = raw[name] as readonly Raw[];
  const attributes = (raw[':@'] ?? {}) as Readonly<Record<string, string>>;
  let text = '';
  const inside: Node[] = [];
  for (const child of children) {
    if (typeof child['#text'] === 'string' || typeof child['#text'] === 'number')
      text += String(child['#text']);
    else {
      const node = nodeOf(child);
      if (node) inside.push(node);
    }
  }
  const read = Object.entries(attributes).map(([key, value]) => [key, decoded(String(value))] as const);
  return { name, attributes: Object.fromEntries(read), text: decoded(text), inside };
}

const NAMED: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** The five entities of XML 1.0 and characters by number; any other stays as it is written. */
function decoded(text: string): string {
  if (!text.includes('&')) return text;
  return text.replace(
    /&(?:#(\d{1,7})|#x([0-9a-fA-F]{1,6})|(amp|lt|gt|quot|apos));/g,
    (all, dec, hex, name) => {
      if (name) return NAMED[name as string]!;
      const code = dec ? Number(dec) : parseInt(hex as string, 16);
      return code > 0x10ffff || (code >= 0xd800 && code <= 0xdfff) ? all : String.fromCodePoint(code);
    },
  );
}

function hasDefinitions(text: string): boolean {
  if (/<!ENTITY/i.test(text)) return true;
  // One document has one DOCTYPE, before its first element.
  const doctype = text.search(/<!DOCTYPE/i);
  return doctype >= 0 && /^[^>[]*\[/.test(text.slice(doctype));
}

/** How what is no element begins and ends. */
const SKIPPED = [
  ['<!--', '-->'],
  ['<![CDATA[', ']]>'],
  ['<?', '?>'],
  ['<!', '>'],
] as const;

/** How deep elements stand in each other, counted without reading them: a reader that goes into them would fall first. */
function depthOf(text: string): number {
  let deep = 0;
  let most = 0;
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) {
    const skipped = SKIPPED.find(([begins]) => text.startsWith(begins, at));
    const end = text.indexOf(skipped ? skipped[1] : '>', at);
    // What never ends is not well-formed, whatever follows.
    if (end < 0) break;
    if (!skipped && text[end - 1] !== '/') {
      deep += text[at + 1] === '/' ? -1 : 1;
      if (deep > most) most = deep;
      if (most > MOST_LEVELS * 4) break;
    }
    at = end;
  }
  return most;
}

/** The first element of a name inside another one. */
export function child(node: Node | undefined, name: string): Node | undefined {
  return node?.inside.find((one) => one.name === name);
}

/** All elements of a name inside another one. */
export function children(node: Node | undefined, name: string): readonly Node[] {
  return node?.inside.filter((one) => one.name === name) ?? [];
}

/** The text of the first element of a name, or null. */
export function textIn(node: Node | undefined, name: string): string | null {
  return child(node, name)?.text ?? null;
}

/** The number in the first element of a name, or null where none is. */
export function numberIn(node: Node | undefined, name: string): number | null {
  const text = textIn(node, name);
  if (text === null || text.trim() === '') return null;
  const number = Number(text);
  return Number.isFinite(number) ? number : null;
}
