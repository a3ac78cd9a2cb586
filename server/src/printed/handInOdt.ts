import { strToU8, type Zippable, zipSync } from 'fflate';
import type { BlobStore } from '../blobs/blobStore.ts';
import { pictureBytes, UNREADABLE } from './pictureBytes.ts';
import type { Printed, PrintedPicture } from './printed.ts';

/** The kind of file it is, as OASIS ODF 1.3 names it. */
export const ODT_TYPE = 'application/vnd.oasis.opendocument.text';

/** In centimetres: what a page of A4 has between its margins. */
const [ROOM, TALLEST] = [16, 12.5];
/** Pixels of a centimetre at 96 for an inch. */
const PIXELS = 96 / 2.54;

const NAMESPACES = [
  'office',
  'text',
  'table',
  'draw',
  'style',
  'meta',
  'manifest',
  'fo:xsl-fo-compatible',
  'svg:svg-compatible',
]
  .map((one) => {
    const [prefix, name = prefix] = one.split(':');
    return `xmlns:${prefix}="urn:oasis:names:tc:opendocument:xmlns:${name}:1.0"`;
  })
  .concat('xmlns:xlink="http://www.w3.org/1999/xlink"', 'xmlns:dc="http://purl.org/dc/elements/1.1/"')
  .join(' ');

/** Signs that XML 1.0 does not have are left out: controls, and halves of a sign. */
const NO_XML = /(?![\t\n\r])\p{Cc}|\p{Cs}|[\ufffe\uffff]/gu;

const escaped = (text: string): string =>
  text.replace(NO_XML, '').replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** Spaces in a row and tabs would be one space (6.1.2 of ODF 1.3). */
const inline = (text: string): string =>
  escaped(text)
    .replace(/\t/g, '<text:tab/>')
    .replace(/^ +| {2,}/g, (spaces) => `<text:s text:c="${spaces.length}"/>`);

const paragraphs = (text: string, style = 'Standard'): string =>
  text
    .split(/\r?\n/)
    .map((line) => `<text:p text:style-name="${style}">${inline(line)}</text:p>`)
    .join('');

const heading = (text: string): string =>
  `<text:h text:style-name="Heading" text:outline-level="1">${inline(text)}</text:h>`;

/** A hand-in as an OpenDocument text to go on writing in: particulars, pictures with captions, statement. */
export async function handInOdt(printed: Printed, blobs: BlobStore): Promise<Buffer> {
  const pictures = new Map<string, Uint8Array>();
  const body = [
    `<text:p text:style-name="Title">${inline(printed.title)}</text:p>`,
    tableOf(printed.particulars),
  ];
  for (const { heading: title, lines, pictures: all } of printed.sections) {
    body.push(heading(title), ...lines.map((line) => paragraphs(line)));
    for (const picture of all) body.push(await captioned(picture, blobs, pictures));
  }
  if (printed.statement) body.push(heading('Own statement'), paragraphs(printed.statement));
  const parts: Record<string, string> = {
    'content.xml': part(
      'document-content',
      `<office:body><office:text>${body.join('')}</office:text></office:body>`,
    ),
    'styles.xml': part('document-styles', `<office:styles>${STYLES}</office:styles>`),
    'meta.xml': part(
      'document-meta',
      `<office:meta><meta:generator>Nachweis</meta:generator><dc:title>${escaped(`${printed.title} ${printed.number}`)}</dc:title></office:meta>`,
    ),
  };
  const files: Zippable = {
    // First, as it is, and without anything behind its name (3.3 of part 2): so the kind is read from the first bytes.
    mimetype: [strToU8(ODT_TYPE), { level: 0 }],
    ...Object.fromEntries(Object.entries(parts).map(([name, xml]) => [name, strToU8(xml)])),
    ...Object.fromEntries([...pictures].map(([name, bytes]) => [name, [bytes, { level: 0 }] as const])),
    'META-INF/manifest.xml': strToU8(manifestOf([...Object.keys(parts), ...pictures.keys()])),
  } as Zippable;
  return Buffer.from(zipSync(files));
}

const part = (root: string, inside: string): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<office:${root} ${NAMESPACES} office:version="1.3">${inside}</office:${root}>`;

function tableOf(particulars: Printed['particulars']): string {
  const rows = particulars.map(
    ([name, value]) =>
      `<table:table-row>${[name, value].map((text) => `<table:table-cell office:value-type="string">${paragraphs(text)}</table:table-cell>`).join('')}</table:table-row>`,
  );
  return `<table:table table:name="Particulars"><table:table-column table:number-columns-repeated="2"/>${rows.join('')}</table:table>`;
}

/** A picture in a paragraph of its own, and its name below. @param pictures what lies beside the text; added to */
async function captioned(
  picture: PrintedPicture,
  blobs: BlobStore,
  pictures: Map<string, Uint8Array>,
): Promise<string> {
  const read = await pictureBytes(blobs, picture.sha256, 'png');
  if (!read) return paragraphs(`${picture.name}: ${UNREADABLE}`);
  const place = `Pictures/${pictures.size + 1}.png`;
  pictures.set(place, read.bytes);
  const [width, height] = [read.width / PIXELS, read.height / PIXELS];
  const scale = Math.min(ROOM / width, TALLEST / height, 1);
  const size = `svg:width="${(width * scale).toFixed(3)}cm" svg:height="${(height * scale).toFixed(3)}cm"`;
  return `<text:p text:style-name="Picture"><draw:frame draw:name="${pictures.size}" text:anchor-type="as-char" ${size}><draw:image xlink:href="${place}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/><svg:title>${escaped(picture.name)}</svg:title></draw:frame></text:p>${paragraphs(picture.name, 'Caption')}`;
}

function manifestOf(names: readonly string[]): string {
  const entries = names.map(
    (name) =>
      `<manifest:file-entry manifest:full-path="${name}" manifest:media-type="${name.endsWith('.png') ? 'image/png' : 'text/xml'}"/>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n<manifest:manifest ${NAMESPACES} manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:version="1.3" manifest:media-type="${ODT_TYPE}"/>${entries.join('')}</manifest:manifest>`;
}

const styleOf = (name: string, text: string, paragraph = ''): string =>
  `<style:style style:name="${name}" style:family="paragraph"><style:paragraph-properties ${paragraph}/><style:text-properties ${text}/></style:style>`;
const STYLES = [
  styleOf('Standard', 'fo:font-size="11pt"'),
  styleOf('Title', 'fo:font-size="20pt" fo:font-weight="bold"', 'fo:margin-bottom="0.4cm"'),
  styleOf(
    'Heading',
    'fo:font-size="14pt" fo:font-weight="bold"',
    'fo:margin-top="0.5cm" fo:keep-with-next="always"',
  ),
  styleOf('Picture', 'fo:font-size="11pt"', 'fo:keep-with-next="always"'),
  styleOf('Caption', 'fo:font-size="9pt" fo:font-style="italic"', 'fo:margin-bottom="0.3cm"'),
].join('');
