import { marked } from 'marked';
import { useMemo } from 'react';
import { Link } from 'react-router';
import grammar from '../../../docs/grammar.md?raw';

/** How a song is written down, with examples: the page of the grammar, the same as in docs. */
export function Writing() {
  const { html, headings } = useMemo(() => pageOf(grammar), []);
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-6 p-4 lg:grid-cols-[14rem_minmax(0,1fr)]">
      <nav aria-label="On this page" className="lg:sticky lg:top-4 lg:self-start">
        <ul className="flex flex-wrap gap-x-3 gap-y-1 lg:flex-col">
          {headings.map(({ id, words }) => (
            <li key={id}>
              <a href={`#${id}`} className="inline-block py-1 underline">
                {words}
              </a>
            </li>
          ))}
          <li>
            <Link to="/" className="inline-block py-1 underline">
              Back to the songs
            </Link>
          </li>
        </ul>
      </nav>
      {/* Made from a text of our own while the application is built. */}
      <article className="written min-w-0" dangerouslySetInnerHTML={{ __html: html }} />
    </div>
  );
}

interface Page {
  readonly html: string;
  readonly headings: readonly { readonly id: string; readonly words: string }[];
}

/** The page as HTML, its second headings with anchors. */
function pageOf(text: string): Page {
  const headings: { id: string; words: string }[] = [];
  const renderer = new marked.Renderer();
  renderer.heading = ({ text: words, depth }) => {
    const id = words.toLowerCase().replace(/[^a-z]+/g, '-');
    if (depth === 2) headings.push({ id, words });
    return `<h${depth} id="${id}">${words}</h${depth}>\n`;
  };
  const html = marked
    .parse(text, { renderer, async: false })
    // What is wider than the page is moved along by keys too.
    .replaceAll('<pre>', '<pre tabindex="0">')
    .replaceAll('<table>', '<table tabindex="0">');
  return { html, headings };
}
