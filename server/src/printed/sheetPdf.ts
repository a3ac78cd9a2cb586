import type { Writable } from 'node:stream';
import type { Box } from '@nachweis/core';
import PDFDocument from 'pdfkit';
import type { BlobStore } from '../blobs/blobStore.ts';
import { readFurther } from '../files/readFurther.ts';
import { type PictureBytes, pictureBytes, UNREADABLE } from './pictureBytes.ts';
import type { Printed, PrintedPicture, PrintedWords } from './printed.ts';
import { registerFonts, runsOf } from './printedFonts.ts';
import { RECEIPT_NOTE } from './words.ts';

type Document = PDFKit.PDFDocument;

/** In points of a 72nd of an inch. */
const MARGIN = 56;
const PICTURE_HEIGHT = 300;
const REMARK_PICTURE_HEIGHT = 180;
const [BODY, SMALL, HEAD, TITLE] = [10.5, 8.5, 13, 19];
const [INK, FADED, VERDIGRIS] = ['#1d2729', '#515b5c', '#1c6660'];

/** Drawn ahead of whoever reads; a class's sheets would fill the memory on a slow line. */
const MOST_AHEAD = 4_000_000;

/**
 * Writes hand-ins as sheets to print, one after the other, no faster than they are read. It ends early where whoever
 * reads has left.
 * @param instead said where there is none
 */
export async function writeSheets(
  title: string,
  sheets: AsyncIterable<Printed>,
  instead: string,
  blobs: BlobStore,
  out: Writable,
): Promise<void> {
  const pdf = newSheet(title);
  pdf.pipe(out);
  let drawn = 0;
  for await (const sheet of sheets) {
    await addSheet(pdf, sheet, blobs);
    drawn++;
    while (pdf.readableLength > MOST_AHEAD && !out.destroyed) await readFurther(out);
    if (out.destroyed) return;
  }
  if (drawn === 0) pdf.addPage().text(instead);
  pdf.end();
}

/** An empty document on A4, tagged with its language and title. */
function newSheet(title: string): Document {
  const pdf = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: false,
    lang: 'en',
    displayTitle: true,
    autoFirstPage: false,
    info: { Title: title, Creator: 'Nachweis' },
  });
  registerFonts(pdf);
  return pdf;
}

/** Puts one hand-in on new pages: receipt, pictures, and what was returned once it is. */
async function addSheet(pdf: Document, printed: Printed, blobs: BlobStore): Promise<void> {
  pdf.addPage();
  write(pdf, printed.title, TITLE, { isBold: true });
  for (const [name, value] of printed.particulars) write(pdf, `${name}: ${value}`, BODY);
  if (printed.points) {
    const { total, most, how } = printed.points;
    pdf.moveDown(0.5);
    write(pdf, `${total} of ${most} points`, HEAD, { isBold: true, colour: VERDIGRIS });
    if (how) write(pdf, how, BODY);
  }
  for (const words of printed.closing) await addWords(pdf, words, blobs);
  for (const { heading, lines, pictures, remarks } of printed.sections) {
    pdf.moveDown(0.8);
    write(pdf, heading, HEAD, { isBold: true });
    for (const line of lines) write(pdf, line, BODY);
    for (const picture of pictures) await addPicture(pdf, picture, blobs);
    for (const words of remarks) await addWords(pdf, words, blobs);
  }
  if (printed.statement) {
    pdf.moveDown(0.8);
    write(pdf, 'Own statement', HEAD, { isBold: true });
    write(pdf, printed.statement, BODY);
  }
  pdf.moveDown(0.8);
  write(pdf, `Receipt ${printed.number}`, HEAD, { isBold: true });
  for (const { name, sha256 } of printed.files) write(pdf, `${name}  ${sha256}`, SMALL, { colour: FADED });
  write(pdf, RECEIPT_NOTE, SMALL, { colour: FADED });
}

function write(
  pdf: Document,
  text: string,
  size: number,
  { isBold = false, colour = INK }: { isBold?: boolean; colour?: string } = {},
): void {
  pdf.fontSize(size).fillColor(colour);
  const runs = runsOf(pdf, text, isBold);
  for (const [index, run] of runs.entries())
    pdf.font(run.font).text(run.text, { continued: index < runs.length - 1 });
}

/** Words, and their picture below them. */
async function addWords(pdf: Document, { text, sha256 }: PrintedWords, blobs: BlobStore): Promise<void> {
  write(pdf, text, BODY);
  if (sha256 === null) return;
  const read = await pictureBytes(blobs, sha256, 'jpg');
  if (!read) return write(pdf, UNREADABLE, BODY);
  const { y, height } = drawPicture(pdf, read, REMARK_PICTURE_HEIGHT);
  pdf.x = MARGIN;
  pdf.y = y + height + 6;
}

/** Draws a picture in its shape where the page is at, or on the next one. @returns where it lies */
function drawPicture(pdf: Document, read: PictureBytes, most: number): Box {
  const room = pdf.page.width - 2 * MARGIN;
  const scale = Math.min(room / read.width, most / read.height, 1);
  const [width, height] = [read.width * scale, read.height * scale];
  if (pdf.y + height + 20 > pdf.page.height - MARGIN) pdf.addPage();
  pdf.moveDown(0.3);
  const [x, y] = [MARGIN, pdf.y];
  pdf.image(read.bytes, x, y, { width, height });
  pdf.lineWidth(0.5).strokeColor(FADED).rect(x, y, width, height).stroke();
  return { x, y, width, height };
}

/** A picture with the numbers of its remarks at their places, and its name below. */
async function addPicture(pdf: Document, picture: PrintedPicture, blobs: BlobStore): Promise<void> {
  const read = await pictureBytes(blobs, picture.sha256, 'jpg');
  if (!read) return write(pdf, `${picture.name}: ${UNREADABLE}`, BODY);
  const { x, y, width, height } = drawPicture(pdf, read, PICTURE_HEIGHT);
  for (const place of picture.places) numberAt(pdf, place.number, x + place.x * width, y + place.y * height);
  pdf.x = MARGIN;
  pdf.y = y + height + 3;
  write(pdf, picture.name, SMALL, { colour: FADED });
}

function numberAt(pdf: Document, number: number, x: number, y: number): void {
  pdf.lineWidth(1).circle(x, y, 7).fillAndStroke(VERDIGRIS, '#ffffff');
  pdf.font('face-0-bold').fontSize(8).fillColor('#ffffff');
  pdf.text(String(number), x - 10, y - 4, { width: 20, align: 'center', lineBreak: false });
}
