import {
  Document,
  HeadingLevel,
  ImageRun,
  Packer,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
} from 'docx';
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate';
import type { BlobStore } from '../blobs/blobStore.ts';
import { pictureBytes, UNREADABLE } from './pictureBytes.ts';
import type { Printed, PrintedPicture } from './printed.ts';

/** In pixels of 96 for an inch: what a page of A4 has between its margins. */
const [ROOM, TALLEST] = [600, 480];

const heading = (text: string) => new Paragraph({ text, heading: HeadingLevel.HEADING_2 });
const plain = (text: string) => text.split('\n').map((line) => new Paragraph({ text: line }));

/** The pictures of a document by what stands in their place until it is packed. */
type Pictures = Map<string, Uint8Array>;

/**
 * A hand-in as a document to go on writing in: particulars, pictures with captions, statement. The library would hash
 * and pack each picture once more, and nobody else would be answered meanwhile: it is given a word for each instead.
 */
export async function handInDocx(printed: Printed, blobs: BlobStore): Promise<Buffer> {
  const inPlace: Pictures = new Map();
  const children: Array<Paragraph | Table> = [
    new Paragraph({ text: printed.title, heading: HeadingLevel.TITLE }),
    new Table({
      width: { size: 100, type: WidthType.PERCENTAGE },
      rows: printed.particulars.map(
        ([name, value]) =>
          new TableRow({ children: [name, value].map((text) => new TableCell({ children: plain(text) })) }),
      ),
    }),
  ];
  for (const { heading: title, lines, pictures } of printed.sections) {
    children.push(heading(title), ...lines.flatMap(plain));
    for (const picture of pictures) children.push(...(await captioned(picture, blobs, inPlace)));
  }
  if (printed.statement) children.push(heading('Own statement'), ...plain(printed.statement));
  const document = new Document({
    title: `${printed.title} ${printed.number}`,
    creator: 'Nachweis',
    sections: [{ children }],
  });
  return withPictures(await Packer.toBuffer(document), inPlace);
}

/** Puts pictures, which are packed already, in the place of their words. */
function withPictures(packed: Uint8Array, pictures: Pictures): Buffer {
  const files: Zippable = {};
  for (const [name, bytes] of Object.entries(unzipSync(packed))) {
    const picture = name.startsWith('word/media/') && pictures.get(strFromU8(bytes));
    files[name] = picture ? [picture, { level: 0 }] : bytes;
  }
  return Buffer.from(zipSync(files));
}

async function captioned(picture: PrintedPicture, blobs: BlobStore, inPlace: Pictures): Promise<Paragraph[]> {
  const read = await pictureBytes(blobs, picture.sha256, 'png');
  if (!read) return plain(`${picture.name}: ${UNREADABLE}`);
  const word = `picture ${inPlace.size}`;
  inPlace.set(word, read.bytes);
  const scale = Math.min(ROOM / read.width, TALLEST / read.height, 1);
  const image = new ImageRun({
    type: read.type,
    data: strToU8(word),
    transformation: { width: Math.round(read.width * scale), height: Math.round(read.height * scale) },
    altText: { title: picture.name, description: picture.name, name: picture.name },
  });
  return [
    new Paragraph({ children: [image], keepNext: true }),
    new Paragraph({ children: [new TextRun({ text: picture.name, italics: true, size: 18 })] }),
  ];
}
