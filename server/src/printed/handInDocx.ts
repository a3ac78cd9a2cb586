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
import type { BlobStore } from '../blobs/blobStore.ts';
import { pictureBytes, UNREADABLE } from './pictureBytes.ts';
import type { Printed, PrintedPicture } from './printed.ts';

/** In pixels of 96 for an inch: what a page of A4 has between its margins. */
const [ROOM, TALLEST] = [600, 480];

const heading = (text: string) => new Paragraph({ text, heading: HeadingLevel.HEADING_2 });
const plain = (text: string) => text.split('\n').map((line) => new Paragraph({ text: line }));

/** A hand-in as a document to go on writing in: particulars, pictures with captions, statement. */
export async function handInDocx(printed: Printed, blobs: BlobStore): Promise<Buffer> {
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
    for (const picture of pictures) children.push(...(await captioned(picture, blobs)));
  }
  if (printed.statement) children.push(heading('Own statement'), ...plain(printed.statement));
  const document = new Document({
    title: `${printed.title} ${printed.number}`,
    creator: 'Nachweis',
    sections: [{ children }],
  });
  return Packer.toBuffer(document);
}

async function captioned(picture: PrintedPicture, blobs: BlobStore): Promise<Paragraph[]> {
  const read = await pictureBytes(blobs, picture.sha256, 'png');
  if (!read) return plain(`${picture.name}: ${UNREADABLE}`);
  const scale = Math.min(ROOM / read.width, TALLEST / read.height, 1);
  const image = new ImageRun({
    type: read.type,
    data: read.bytes,
    transformation: { width: Math.round(read.width * scale), height: Math.round(read.height * scale) },
    altText: { title: picture.name, description: picture.name, name: picture.name },
  });
  return [
    new Paragraph({ children: [image], keepNext: true }),
    new Paragraph({ children: [new TextRun({ text: picture.name, italics: true, size: 18 })] }),
  ];
}
