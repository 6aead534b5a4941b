import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import type { PaperSize } from './sheet-settings';

/** Margin of the paper, and its width and height, in mm (ISO 216, ANSI/ASME Y14.1). */
const MARGIN_MM = 12;
const PAPER_MM = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;
const PX_A_MM = 96 / 25.4;

/** Width of what is printed, in CSS pixels. */
export function paperWidth(paper: PaperSize): number {
  return Math.floor((PAPER_MM[paper].width - 2 * MARGIN_MM) * PX_A_MM);
}

/** True from when the browser is about to print until it has: everything is drawn at once then, as wide as the paper. */
export function usePrinting(): boolean {
  const [isPrinting, setPrinting] = useState(false);
  useEffect(() => {
    // The browser takes the page as it is when this returns.
    const before = () => flushSync(() => setPrinting(true));
    const after = () => setPrinting(false);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
  return isPrinting;
}

/** The paper, and what stands in the margin of every page: the song and the number of the page. */
export function usePaper(paper: PaperSize, title: string): void {
  useEffect(() => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(
      `@page { size: ${paper}; margin: ${MARGIN_MM + 4}mm ${MARGIN_MM}mm ${MARGIN_MM + 2}mm;
        @top-left { content: ${quotedCss(title)}; font: 9pt sans-serif; color: #444; vertical-align: bottom; padding-bottom: 2mm; }
        @bottom-right { content: counter(page) " / " counter(pages); font: 9pt sans-serif; color: #444; vertical-align: top; padding-top: 2mm; }
      }`,
    );
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
    };
  }, [paper, title]);
}

/** A text as CSS writes it. */
function quotedCss(text: string): string {
  return `"${text.replace(/[\\"\n\r]/g, (c) => (c === '\n' || c === '\r' ? ' ' : `\\${c}`))}"`;
}
