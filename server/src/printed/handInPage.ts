import { type Placed, placedWords, statementPieces } from '@nachweis/core';
import type { Printed } from './printed.ts';

const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** A hand-in as a page of its own; its pictures lie beside it, so that it works unpacked, moved, and without a server. */
export function handInPage({ title, particulars, sections, statement, placeables }: Printed): string {
  const facts = particulars.map(([name, value]) => `<dt>${escaped(name)}</dt><dd>${escaped(value)}</dd>`);
  let figures = 0;
  const anchor = () => {
    const place = placeables[figures++];
    return place ? ` id="${anchorOf({ ...place, letter: null })}"` : '';
  };
  const parts = sections.map(
    ({ heading, lines, pictures }) => `<section><h2>${escaped(heading)}</h2>
<ul>${lines.map((line) => `<li>${escaped(line)}</li>`).join('')}</ul>
${pictures.map(({ name, width, height }) => `<figure${anchor()}><img src="${encodeURIComponent(name)}" width="${width}" height="${height}" alt="${escaped(`${heading}, ${name}`)}"><figcaption>${escaped(name)}</figcaption></figure>`).join('\n')}
</section>`,
  );
  const words = statementPieces(statement, placeables).map((piece) =>
    piece.kind === 'words'
      ? escaped(piece.text)
      : `<a href="#${anchorOf(piece.placed)}">${escaped(placedWords(piece.placed))}</a>`,
  );
  const own = statement ? `<section><h2>Own statement</h2><p>${words.join('')}</p></section>` : '';
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${escaped(title)}</title>
<style>body{max-width:60rem;margin:2rem auto;padding:0 1rem;font:1rem/1.5 sans-serif;color:#1d2729}img{max-width:100%;height:auto;border:1px solid #8d866f}figure{margin:1rem 0}dt{font-weight:bold}p{white-space:pre-wrap}</style>
</head><body><h1>${escaped(title)}</h1>
<dl>${facts.join('')}</dl>
${parts.join('\n')}
${own}
</body></html>
`;
}

const anchorOf = ({ point, picture }: Placed): string => `${point}-${picture}`;
