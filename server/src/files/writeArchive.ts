import type { Writable } from 'node:stream';
import { distinctNames, soundFileName } from '@nachweis/core';
import type { Actor } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { BlobStore } from '../blobs/blobStore.ts';
import type { Context } from '../context.ts';
import { readClassOrder } from '../people/classList.ts';
import { handInPage } from '../printed/handInPage.ts';
import { type Printed, readPrinted } from '../printed/printed.ts';
import { readLine } from '../reviews/line.ts';
import type { ArchiveForm } from './archiveForms.ts';
import { asBag } from './bag.ts';
import { type Entry, writeZip } from './writeZip.ts';

/** A hand-in with the folder it lies in among others; an empty one where it is alone. */
interface Meant {
  handInId: string;
  folder: string;
}

/** What is to go out, and the name it goes out under. */
export interface Wanted {
  title: string;
  handIns: Meant[];
  ofClass: boolean;
}

export async function archiveOfOne(context: Context, actor: Actor, handInId: string): Promise<Wanted> {
  const { number, title } = await readPrinted(context, actor, handInId);
  return { title: `${number} ${title}`, handIns: [{ handInId, folder: '' }], ofClass: false };
}

export async function archiveOfClass(context: Context, assignmentId: string): Promise<Wanted> {
  const { db, now } = context;
  const { title, courseId } = await readAssignment(db, assignmentId);
  const line = await readLine(db, assignmentId, await readClassOrder(db, courseId), now().toISOString());
  const folders = distinctNames(
    line.map(({ student, handIn }) => soundFileName(student.listed || handIn.id, '')),
  );
  return {
    title,
    handIns: line.map(({ handIn }, index) => ({ handInId: handIn.id, folder: `${folders[index]}/` })),
    ofClass: true,
  };
}

/**
 * Writes hand-ins in a form, one after the other, no faster than they are read; a document has one alone.
 * @param form `pdf` of a class has those alone that were returned
 * @param passed is told after each how many are written; what it throws ends the writing
 */
export async function writeArchive(
  context: Context,
  actor: Actor,
  form: ArchiveForm,
  { title, handIns, ofClass }: Wanted,
  out: Writable,
  passed: (count: number) => Promise<void> = async () => {},
): Promise<void> {
  if (form === 'pdf') {
    const { writeSheets } = await import('../printed/sheetPdf.ts');
    const sheets = sheetsOf(context, actor, handIns, ofClass, passed);
    await writeSheets(title, sheets, 'Nothing has been returned yet.', context.blobs, out);
  } else if (form === 'docx' || form === 'odt') {
    const [only] = handIns;
    if (only)
      out.end(await documentOf(form, await readPrinted(context, actor, only.handInId), context.blobs));
  } else await writeZip(context.blobs, entriesOf(context, actor, form, handIns, passed), out);
}

/** The files of an archive, hand-in by hand-in, each read when its turn comes. */
async function* entriesOf(
  context: Context,
  actor: Actor,
  form: Exclude<ArchiveForm, 'pdf' | 'docx' | 'odt'>,
  handIns: readonly Meant[],
  passed: (count: number) => Promise<void>,
): AsyncGenerator<Entry> {
  for (const [index, { handInId, folder }] of handIns.entries()) {
    const printed = await readPrinted(context, actor, handInId);
    for (const entry of await entriesOfOne(context, form, printed))
      yield { ...entry, name: `${folder}${entry.name}` };
    await passed(index + 1);
  }
}

async function entriesOfOne({ blobs }: Context, form: ArchiveForm, printed: Printed): Promise<Entry[]> {
  const { number, files, jws } = printed;
  const receipt = jws ? [{ name: `${number}-receipt.jws`, text: jws }] : [];
  const all: Entry[] = [...files, ...receipt];
  switch (form) {
    case 'bag.zip':
      return asBag(
        number,
        [...files, ...receipt],
        [
          ['Source-Organization', 'Nachweis'],
          ['External-Identifier', number],
          ['External-Description', printed.title],
          ...printed.particulars,
        ],
      );
    case 'page.zip':
      return [{ name: 'index.html', text: handInPage(printed) }, ...all];
    case 'docx.zip':
      return [{ name: `${number}.docx`, bytes: await documentOf('docx', printed, blobs) }];
    case 'odt.zip':
      return [{ name: `${number}.odt`, bytes: await documentOf('odt', printed, blobs) }];
    default:
      return all;
  }
}

/** What writes documents is loaded with the first one, so that a server starts without it. */
async function documentOf(form: 'docx' | 'odt', printed: Printed, blobs: BlobStore): Promise<Buffer> {
  if (form === 'odt') {
    const { handInOdt } = await import('../printed/handInOdt.ts');
    return handInOdt(printed, blobs);
  }
  const { handInDocx } = await import('../printed/handInDocx.ts');
  return handInDocx(printed, blobs);
}

/** A class's have those alone that were returned. */
async function* sheetsOf(
  context: Context,
  actor: Actor,
  handIns: readonly Meant[],
  onlyReturned: boolean,
  passed: (count: number) => Promise<void>,
): AsyncGenerator<Printed> {
  for (const [index, { handInId }] of handIns.entries()) {
    const printed = await readPrinted(context, actor, handInId);
    if (!onlyReturned || printed.points) yield printed;
    await passed(index + 1);
  }
}
