import { strFromU8 } from 'fflate';
import { SaxesParser } from 'saxes';
import { tell } from '../told/told.ts';
import {
  type DocumentNote,
  type DocumentPicture,
  type DocumentResult,
  isNamedDocument,
  refuseDocument,
} from './documentResult.ts';
import { EncryptedPackage, ZipEntries } from './zipEntries.ts';

/**
 * Takes the pictures out of a text document or presentation in one of the two zip-based families: Office Open XML
 * (ECMA-376: .docx, .pptx) and OpenDocument (ISO/IEC 26300: .odt, .odp). Order is that of the document.
 */
export function readPackage(bytes: Uint8Array, fileName: string): DocumentResult {
  try {
    const files = new ZipEntries(bytes);
    const manifest = files.text('META-INF/manifest.xml');
    if (manifest && strFromU8(manifest).includes('encryption-data'))
      return refuseDocument('protected', fileName);
    if (files.has('word/document.xml')) return found(files, wordPictures(files), fileName);
    if (files.has('ppt/presentation.xml')) return found(files, slidePictures(files), fileName);
    if (files.has('content.xml')) return found(files, openDocumentPictures(files), fileName);
  } catch (error) {
    return refuseDocument(error instanceof EncryptedPackage ? 'protected' : 'broken', fileName);
  }
  return refuseDocument(isNamedDocument(fileName) ? 'broken' : 'not-a-document', fileName);
}

function found(files: ZipEntries, pictures: Place[], fileName: string): DocumentResult {
  const readable: DocumentPicture[] = [];
  let drawings = false;
  const seen = new Set<string>();
  for (const { path, page } of pictures) {
    // A picture is there once more for older programs, and a logo on every slide.
    if (seen.has(path)) continue;
    seen.add(path);
    const name = path.slice(path.lastIndexOf('/') + 1);
    if (/\.(emf|wmf|svg)$/i.test(name)) drawings = true;
    else if (files.has(path))
      readable.push({ page, name, bytes: async () => files.file(path), rebuilt: false });
  }
  if (readable.length === 0) return refuseDocument('no-pictures', fileName);
  const notes: DocumentNote[] = drawings ? [tell('to-check', 'drawings-left-out', {})] : [];
  return { ok: true, title: titleOf(files), pictures: readable, notes };
}

interface Place {
  path: string;
  page: number | null;
}

interface Tag {
  name: string;
  attributes: Record<string, string>;
}

function walk(
  xml: Uint8Array | undefined,
  onOpen: (tag: Tag) => void,
  onText?: (text: string, tag: string) => void,
) {
  if (!xml) return;
  const parser = new SaxesParser();
  const open: string[] = [];
  parser.on('opentag', (tag) => {
    open.push(tag.name);
    onOpen({ name: tag.name, attributes: tag.attributes as Record<string, string> });
  });
  parser.on('closetag', () => void open.pop());
  parser.on('text', (text) => onText?.(text, open.at(-1) ?? ''));
  parser.on('error', (error) => {
    throw error;
  });
  parser.write(strFromU8(xml)).close();
}

function titleOf(files: ZipEntries): string {
  let title = '';
  const read = (text: string, tag: string) => {
    if (tag === 'dc:title') title += text;
  };
  walk(files.text('docProps/core.xml') ?? files.text('meta.xml'), () => {}, read);
  return title.trim();
}

/** Targets of a part's relationships by id, as paths in the package. */
function relationships(files: ZipEntries, part: string): Map<string, string> {
  const slash = part.lastIndexOf('/');
  const folder = part.slice(0, slash);
  const targets = new Map<string, string>();
  walk(files.text(`${folder}/_rels/${part.slice(slash + 1)}.rels`), ({ name, attributes }) => {
    if (name !== 'Relationship' || attributes.TargetMode === 'External') return;
    targets.set(attributes.Id ?? '', resolvePath(folder, attributes.Target ?? ''));
  });
  return targets;
}

function resolvePath(folder: string, target: string): string {
  if (target.startsWith('/')) return target.slice(1);
  const parts = folder.split('/');
  for (const part of target.split('/')) {
    if (part === '..') parts.pop();
    else if (part !== '.') parts.push(part);
  }
  return parts.join('/');
}

/**
 * Pages of a text document are known where its program has written down where it broke them, or that there is but one.
 * A break that was asked for and the one then written down at the same place are one.
 */
function wordPictures(files: ZipEntries): Place[] {
  const targets = relationships(files, 'word/document.xml');
  const places: Place[] = [];
  let page = 1;
  let knows = onePage(files);
  let atTop = false;
  const turn = (asked: boolean) => {
    if (asked || !atTop) page++;
    knows = true;
    atTop = asked;
  };
  const onOpen = ({ name, attributes }: Tag) => {
    if (name === 'w:br' && attributes['w:type'] === 'page') turn(true);
    if (name === 'w:lastRenderedPageBreak') turn(false);
    const id =
      name === 'a:blip' ? attributes['r:embed'] : name === 'v:imagedata' ? attributes['r:id'] : undefined;
    const path = id && targets.get(id);
    if (!path) return;
    places.push({ path, page });
    atTop = false;
  };
  walk(files.text('word/document.xml'), onOpen, (text) => {
    if (text.trim() !== '') atTop = false;
  });
  return knows ? places : places.map(({ path }) => ({ path, page: null }));
}

function onePage(files: ZipEntries): boolean {
  let pages = '';
  walk(
    files.text('docProps/app.xml'),
    () => {},
    (text, tag) => {
      if (tag === 'Pages') pages += text;
    },
  );
  return pages.trim() === '1';
}

function slidePictures(files: ZipEntries): Place[] {
  const slides = relationships(files, 'ppt/presentation.xml');
  const order: string[] = [];
  walk(files.text('ppt/presentation.xml'), ({ name, attributes }) => {
    const path = name === 'p:sldId' && slides.get(attributes['r:id'] ?? '');
    if (path) order.push(path);
  });
  return order.flatMap((slide, index) => {
    const targets = relationships(files, slide);
    const places: Place[] = [];
    walk(files.text(slide), ({ name, attributes }) => {
      const path = name === 'a:blip' && targets.get(attributes['r:embed'] ?? '');
      if (path) places.push({ path, page: index + 1 });
    });
    return places;
  });
}

const TEXT_BLOCKS: ReadonlySet<string> = new Set(['text:p', 'text:h', 'table:table', 'text:list']);

/** Slides are pages; in a text, the breaks that its program wrote down and those that a paragraph's style asks for. */
function openDocumentPictures(files: ZipEntries): Place[] {
  const places: Place[] = [];
  const breaking = new Set<string>();
  let style = '';
  let page = 1;
  let slides = 0;
  let knows = false;
  let begun = false;
  const onOpen = ({ name, attributes }: Tag) => {
    if (name === 'style:style') style = attributes['style:name'] ?? '';
    if (name === 'style:paragraph-properties' && attributes['fo:break-before'] === 'page')
      breaking.add(style);
    const asksForBreak = TEXT_BLOCKS.has(name) && breaking.has(attributes['text:style-name'] ?? '');
    if (name === 'text:soft-page-break' || (asksForBreak && begun)) {
      page++;
      knows = true;
    }
    if (TEXT_BLOCKS.has(name)) begun = true;
    if (name === 'draw:page') slides++;
    const href = name === 'draw:image' && attributes['xlink:href'];
    if (href && !href.includes(':')) places.push({ path: href.replace(/^\.\//, ''), page: slides || page });
  };
  walk(files.text('content.xml'), onOpen);
  return knows || slides > 0 ? places : places.map(({ path }) => ({ path, page: null }));
}
