/** A page that needs nothing but itself: the stand, its looks and fonts, and what is on it. */
export interface PageParts {
  readonly title: string;
  readonly script: string;
  readonly style: string;
  /** As `writeStands` gives it. */
  readonly stands: string;
}

/**
 * One file that opens on any phone without a network. Its policy lets only its own script and style run, told by their
 * hashes, and nothing be asked for.
 */
export async function pageFile({ title, script, style, stands }: PageParts): Promise<string> {
  const own = script.replace(/<\/script/gi, '<\\/script').replace(/<!--/g, '<\\!--');
  const [scriptHash, styleHash] = await Promise.all([hashOf(own), hashOf(style)]);
  const policy = [
    "default-src 'none'",
    `script-src '${scriptHash}'`,
    `style-src '${styleHash}'`,
    'font-src data:',
    "base-uri 'none'",
    "form-action 'none'",
  ].join('; ');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="referrer" content="no-referrer">
<title>${escaped(title)}</title>
<style>${style}</style>
</head>
<body>
<div id="root"></div>
<script type="application/json" id="stands">${stands}</script>
<script>${own}</script>
</body>
</html>
`;
}

/** `sha256-…` as policies write it. */
async function hashOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return `sha256-${btoa(String.fromCharCode(...new Uint8Array(digest)))}`;
}

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
}
