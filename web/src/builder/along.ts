import type { AssignmentDefinition, AssignmentFile, DefinitionView } from '@nachweis/contract';
import { callApi } from '../api/callApi.ts';
import { dataAddressOf } from '../pictures/dataAddress.ts';

/** What hangs on an assignment beside what is written in it: files to work with, and pictures of how it should look. */
export interface Along {
  /** the title of the assignment, or the name of the file, that it comes from */
  from: string;
  files: ReadonlyArray<{ name: string; read: () => Promise<Blob> }>;
  references: ReadonlyArray<{
    /** place and title of its proof point */
    place: number;
    title: string;
    caption: string;
    shown: boolean;
    read: () => Promise<Blob>;
  }>;
}

/** Of an assignment that is there. @throws ApiProblem */
export async function alongWith({
  id,
  definition,
}: Pick<DefinitionView, 'id' | 'definition'>): Promise<Along> {
  const params = { assignmentId: id };
  const [{ files }, { pictures }] = await Promise.all([
    callApi('workFiles', { params }),
    callApi('references', { params }),
  ]);
  return {
    from: definition.title,
    files: files.map(({ name, href }) => ({ name, read: () => blobAt(href) })),
    references: pictures.flatMap(({ proofPointId, caption, shown, href }) => {
      const place = definition.points.findIndex((point) => point.id === proofPointId);
      // Its proof point may have gone in the moment between two answers.
      const title = definition.points[place]?.title;
      return title === undefined ? [] : { place, title, caption, shown, read: () => blobAt(href) };
    }),
  };
}

/** Of a file. @param name of the file */
export function alongIn({ assignment, files, references }: AssignmentFile, name: string): Along {
  return {
    from: name,
    files: files.map((file) => ({ name: file.name, read: async () => blobOf(file.data) })),
    references: references.map(({ point, caption, shown, data }) => ({
      place: point - 1,
      title: assignment.points[point - 1]?.title ?? '',
      caption,
      shown,
      read: async () => blobOf(data),
    })),
  };
}

/**
 * Hands it on to an assignment that has just been made. A reference goes to the proof point at its place; where that has
 * another title and a later or an earlier one has its own, to that one.
 * @param idOf the same id for the same thing each time, so that going on with it adds nothing twice
 * @param tell of the names of all that has not come yet; last of what could not be brought
 */
export async function bringAlong(
  { from, files, references }: Along,
  made: { id: string; definition: AssignmentDefinition },
  idOf: (what: string) => string,
  tell: (notYet: string[]) => void,
): Promise<void> {
  const assignmentId = made.id;
  const { points } = made.definition;
  const parts = [
    ...files.map(({ name, read }) => ({
      name,
      bring: async () => {
        const params = { assignmentId, workFileId: idOf(`file ${name} of ${from}`) };
        await callApi('addWorkFile', { params, query: { name }, body: await read() });
      },
    })),
    ...references.map(({ place, title, caption, shown, read }, i) => ({
      name: `a reference picture of P${place + 1}`,
      bring: async () => {
        const here = points[place];
        const point = here?.title === title ? here : (points.find((one) => one.title === title) ?? here);
        if (!point?.id) throw new Error('its proof point is gone');
        const captureId = idOf(`capture ${i} of ${from}`);
        // What it was called where it comes from is not known; among the captures it is found by what is right in it.
        const query = { source: 'file', surface: 'unknown', name: caption || title } as const;
        await callApi('putCapture', { params: { captureId }, query, body: await read() });
        const params = { assignmentId, referenceId: idOf(`reference ${i} of ${from}`) };
        await callApi('addReference', {
          params,
          body: { proofPointId: point.id, captureId, caption, shown },
        });
      },
    })),
  ];
  const notYet = new Set(parts);
  const names = () => [...notYet].map(({ name }) => name);
  tell(names());
  for (const part of parts) {
    await part.bring().then(
      () => notYet.delete(part),
      () => {},
    );
    tell(names());
  }
}

/** Bytes of all that goes along in a file. What a page writes and reads as one text has its limits. */
const MOST_BYTES = 64 * 2 ** 20;

/**
 * An assignment as one file.
 * @returns it, and the names of what was too large to go along
 * @throws ApiProblem, or TypeError when something of it cannot be fetched
 */
export async function fileOf(view: DefinitionView): Promise<{ file: AssignmentFile; leftOut: string[] }> {
  const along = await alongWith(view);
  const leftOut: string[] = [];
  let bytes = 0;
  const dataOf = async (read: () => Promise<Blob>, name: string): Promise<string | null> => {
    const blob = await read();
    if (bytes + blob.size > MOST_BYTES) {
      leftOut.push(name);
      return null;
    }
    bytes += blob.size;
    return base64Of(blob);
  };
  const files: AssignmentFile['files'] = [];
  for (const { name, read } of along.files) {
    const data = await dataOf(read, name);
    if (data !== null) files.push({ name, data });
  }
  const references: AssignmentFile['references'] = [];
  for (const { place, caption, shown, read } of along.references) {
    const data = await dataOf(read, `a reference picture of P${place + 1}`);
    if (data !== null) references.push({ point: place + 1, caption, shown, data });
  }
  const { definition: assignment } = view;
  return { file: { nachweis: 'assignment', version: 1, assignment, files, references }, leftOut };
}

/** @throws TypeError when it cannot be fetched */
async function blobAt(href: string): Promise<Blob> {
  const answer = await fetch(href);
  if (!answer.ok) throw new TypeError(`${href}: ${answer.status}`);
  return answer.blob();
}

/** The letters of RFC 4648, section 4; of a file without content the browser writes no comma. */
const base64Of = async (blob: Blob): Promise<string> => (await dataAddressOf(blob)).split(',')[1] ?? '';

const blobOf = (base64: string): Blob =>
  new Blob([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))]);
