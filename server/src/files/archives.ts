import { distinctNames, soundFileName } from '@nachweis/core';
import type { Request, Response } from 'express';
import { type Actor, mayFetchArchive, requireSeeing } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { BlobStore } from '../blobs/blobStore.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { ownEntries } from '../known/ownArchive.ts';
import { readClassOrder } from '../people/classList.ts';
import { handInPage } from '../printed/handInPage.ts';
import { type Printed, readPrinted } from '../printed/printed.ts';
import { readLine } from '../reviews/line.ts';
import { readVeil } from '../veil/veil.ts';
import { asBag } from './bag.ts';
import { type Entry, writeZip } from './writeZip.ts';

/** What a hand-in, or a class's, goes out as; the ending of its address. */
const FORMS = {
  zip: 'application/zip',
  'bag.zip': 'application/zip',
  'page.zip': 'application/zip',
  'docx.zip': 'application/zip',
  'odt.zip': 'application/zip',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  odt: 'application/vnd.oasis.opendocument.text',
  pdf: 'application/pdf',
} as const;
type Form = keyof typeof FORMS;
const ADDRESS = /^([0-9a-f-]{36})\.(zip|bag\.zip|page\.zip|docx\.zip|odt\.zip|docx|odt|pdf)$/;
const DOCUMENTS: ReadonlySet<Form> = new Set(['docx', 'odt']);
const CLASS_DOCUMENTS: ReadonlySet<Form> = new Set(['docx.zip', 'odt.zip']);

/** A hand-in with the folder it lies in among others; an empty one where it is alone. */
interface Meant {
  handInId: string;
  folder: string;
}

/**
 * `GET /archives/hand-in/<id>.<form>`: what was handed in, with the signed receipt: its files (`zip`), the same as a bag of
 * RFC 8493 (`bag.zip`), as a page (`page.zip`), as a document (`docx`, `odt`), or as a sheet to print (`pdf`), which has what
 * was returned too. `GET /archives/assignment/<id>.<form>`: the same of a class, for its staff; its sheet has those that
 * were returned. `GET /archives/own/<person's id>.zip`: all of a person's own, for themselves. Each is written while it
 * is read, one hand-in at a time, so that a class of any size needs no room.
 */
export function archivesRoute(context: Context, readActor: ReadActor) {
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/archives/:kind/:name';
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out');
    const { kind, name } = req.params as { kind: string; name: string };
    const [, id, ending] = ADDRESS.exec(name) ?? [];
    const form = ending as Form;
    if (!id || (kind !== 'hand-in' && kind !== 'assignment' && kind !== 'own')) throw notFound('address');
    if (kind === 'own' && form !== 'zip') throw notFound('address');
    // One document is no archive, and a class's documents are.
    if (kind === 'assignment' ? DOCUMENTS.has(form) : CLASS_DOCUMENTS.has(form)) throw notFound('address');
    if (!(await mayFetchArchive(context.db, actor, kind, id))) throw notFound('hand-in');
    if (kind === 'own') return sendOwn(context, actor, res);
    const meant = kind === 'hand-in' ? { handInId: id } : { assignmentId: id };
    if (await readVeil(context, actor, meant)) throw new HttpProblem('veiled');
    // What was judged is not for those who still judge by themselves.
    if (form === 'pdf') await requireSeeing(context.db, actor, kind, id);
    const { title, handIns } =
      kind === 'hand-in' ? await ofOne(context, actor, id) : await ofClass(context, id);
    announce(res, title, form);
    await sendWhole(context, res, async () => {
      if (form === 'pdf') {
        const { writeSheets } = await import('../printed/sheetPdf.ts');
        const sheets = sheetsOf(context, actor, handIns, kind === 'assignment');
        await writeSheets(title, sheets, 'Nothing has been returned yet.', context.blobs, res);
      } else if (form === 'docx' || form === 'odt') {
        const [only] = handIns;
        if (only)
          res.end(await documentOf(form, await readPrinted(context, actor, only.handInId), context.blobs));
      } else await writeZip(context.blobs, entriesOf(context, actor, form, handIns), res);
    });
  };
}

async function sendOwn(context: Context, actor: Actor, res: Response): Promise<void> {
  announce(res, 'Nachweis, all of my own', 'zip');
  await sendWhole(context, res, () => writeZip(context.blobs, ownEntries(context, actor), res));
}

function announce(res: Response, title: string, form: Form): void {
  const fileName = soundFileName(title, form === 'zip' || form === 'page.zip' ? 'zip' : form);
  res.set({
    'Content-Type': FORMS[form],
    'Cache-Control': 'no-store',
    'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
  });
}

/** Half an archive must not look like a whole one: its download fails. */
async function sendWhole({ log }: Context, res: Response, write: () => Promise<void>): Promise<void> {
  try {
    await write();
  } catch (error) {
    log.error({ err: error }, 'an archive could not be written');
    res.destroy();
  }
}

interface Wanted {
  title: string;
  handIns: Meant[];
}

async function ofOne(context: Context, actor: Actor, handInId: string): Promise<Wanted> {
  const { number, title } = await readPrinted(context, actor, handInId);
  return { title: `${number} ${title}`, handIns: [{ handInId, folder: '' }] };
}

async function ofClass(context: Context, assignmentId: string): Promise<Wanted> {
  const { db, now } = context;
  const { title, courseId } = await readAssignment(db, assignmentId);
  const line = await readLine(db, assignmentId, await readClassOrder(db, courseId), now().toISOString());
  const folders = distinctNames(
    line.map(({ student, handIn }) => soundFileName(student.listed || handIn.id, '')),
  );
  return {
    title,
    handIns: line.map(({ handIn }, index) => ({ handInId: handIn.id, folder: `${folders[index]}/` })),
  };
}

/** The files of an archive, hand-in by hand-in, each read when its turn comes. */
async function* entriesOf(
  context: Context,
  actor: Actor,
  form: Exclude<Form, 'pdf' | 'docx' | 'odt'>,
  handIns: readonly Meant[],
): AsyncGenerator<Entry> {
  for (const { handInId, folder } of handIns) {
    const printed = await readPrinted(context, actor, handInId);
    for (const entry of await entriesOfOne(context, form, printed))
      yield { ...entry, name: `${folder}${entry.name}` };
  }
}

async function entriesOfOne({ blobs }: Context, form: Form, printed: Printed): Promise<Entry[]> {
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
): AsyncGenerator<Printed> {
  for (const { handInId } of handIns) {
    const printed = await readPrinted(context, actor, handInId);
    if (!onlyReturned || printed.points) yield printed;
  }
}
