import type { Assignment } from '@nachweis/contract';
import {
  type Fields,
  type Finding,
  fillFields,
  findingsOf,
  isPin,
  type PictureFacts,
  tell,
  wordsUnread,
} from '@nachweis/core';
import { sql } from 'kysely';
import { factsColumn, fieldsColumn, marksColumn, wordsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { baseHrefOf } from '../handIns/items.ts';
import type { ClassOrder } from '../people/classList.ts';
import { namesOf } from '../people/names.ts';
import { PIXEL_CHECK } from '../pictures/inspectJob.ts';
import { WORDS_CHECK } from '../pictures/readJob.ts';

/** One handed-in picture with what its checks found; none while they still run. */
export interface CheckedItem {
  id: string;
  handInId: string;
  proofPointId: string;
  /** where it lies without marks; null until it is made */
  baseHref: string | null;
  findings: Finding[];
}

interface ItemRow {
  id: string;
  hand_in_id: string;
  proof_point_id: string;
  marks: string;
  width: number;
  height: number;
  damaged: number;
  capture_sha256: string;
  facts: string | null;
  file_bytes: number | null;
  /** what a machine read in it */
  words: string | null;
  base_sha256: string | null;
  base_type: string | null;
}

/**
 * What the automatic checks say of every picture of an assignment's hand-ins, by three queries. Of the same pictures,
 * those of the same assignment by others count.
 *
 * @param assignmentOf the version a hand-in was made under
 */
export async function readFindings(
  db: DbOrTrx,
  assignmentId: string,
  order: ClassOrder,
  assignmentOf: (handInId: string) => Assignment | undefined,
  handInId?: string,
): Promise<CheckedItem[]> {
  const rows = await readRows(db, assignmentId, handInId);
  const others = await sameCaptures(db, assignmentId, rows);
  const found = [...others.values()].flatMap(({ bytes, pixels }) => [...bytes, ...pixels]);
  const names = order.told(await namesOf(db, found));
  const { compare } = new Intl.Collator();
  const told = (people: readonly string[] = []) => [...new Set(people.map(names))].sort(compare);
  const unread = await unreadOf(db, assignmentId, assignmentOf, rows);
  /** by hand-in and what it shows, the picture that came first */
  const first = new Map<string, ItemRow>();
  for (const row of rows) {
    const key = shownIn(row);
    if (!first.has(key)) first.set(key, row);
  }
  return rows.map((row) => {
    const points = assignmentOf(row.hand_in_id)?.proofPoints;
    const point = points?.find((p) => p.id === row.proof_point_id);
    const before = first.get(shownIn(row));
    const base = {
      id: row.id,
      handInId: row.hand_in_id,
      proofPointId: row.proof_point_id,
      baseHref: row.base_type && baseHrefOf(row.id, row.base_type),
    };
    if (row.damaged === 1) return { ...base, findings: [tell('problem', 'damaged', {})] };
    if (row.facts === null || !point) return { ...base, findings: [] };
    const facts: PictureFacts | null = factsColumn.read(row.facts);
    const findings = findingsOf(facts, {
      asked: point.requirements,
      fileBytes: row.file_bytes,
      unreadWords: unread(row),
      letters: point.requirements.needsPins ? point.mustShows.map((m) => m.letter) : [],
      pinned: marksColumn
        .read(row.marks)
        .filter(isPin)
        .map((pin) => pin.letter),
      sameAs: before === row ? null : (points?.find((p) => p.id === before?.proof_point_id)?.code ?? null),
      alsoHandedInBy: told(others.get(row.id)?.bytes),
      samePixelsBy: told(others.get(row.id)?.pixels),
    });
    return { ...base, findings };
  });
}

/** The pixels of a picture without its marks, in its hand-in; one whose base is not made yet is like no other. */
const shownIn = ({ id, hand_in_id, base_sha256 }: ItemRow): string => `${hand_in_id} ${base_sha256 ?? id}`;

/** Words that are asked for and were not read, said once: with the first picture of the proof point. */
async function unreadOf(
  db: DbOrTrx,
  assignmentId: string,
  assignmentOf: (handInId: string) => Assignment | undefined,
  rows: readonly ItemRow[],
): Promise<(row: ItemRow) => readonly string[] | null> {
  const pointOf = (row: ItemRow) =>
    assignmentOf(row.hand_in_id)?.proofPoints.find((point) => point.id === row.proof_point_id);
  if (!rows.some((row) => (pointOf(row)?.requirements.words.length ?? 0) > 0)) return () => [];
  const fields = await fieldsOfAll(db, assignmentId);
  const placeOf = (row: ItemRow) => `${row.hand_in_id} ${row.proof_point_id}`;
  const byPlace = grouped(rows, placeOf);
  return (row) => {
    const point = pointOf(row);
    const siblings = byPlace.get(placeOf(row)) ?? [];
    if (!point || siblings[0] !== row) return [];
    const own = fields.get(row.hand_in_id) ?? {};
    const words = point.requirements.words.map((word) => fillFields(word, own));
    return wordsUnread(
      words,
      siblings.map((one) => ({
        damaged: one.damaged === 1,
        read: one.words === null ? null : wordsColumn.read(one.words).text,
      })),
    );
  };
}

/** What the class list knew of each hand-in's people when it was made. */
async function fieldsOfAll(db: DbOrTrx, assignmentId: string): Promise<Map<string, Fields>> {
  const rows = await db
    .selectFrom('hand_in_people')
    .select(['hand_in_id', 'fields'])
    .where('assignment_id', '=', assignmentId)
    .orderBy('person_id', 'desc')
    .execute();
  const found = new Map<string, Fields>();
  for (const row of rows)
    found.set(row.hand_in_id, { ...found.get(row.hand_in_id), ...fieldsColumn.read(row.fields) });
  return found;
}

function readRows(db: DbOrTrx, assignmentId: string, handInId: string | undefined): Promise<ItemRow[]> {
  let query = db
    .selectFrom('hand_ins')
    .innerJoin('hand_in_items', 'hand_in_items.hand_in_id', 'hand_ins.id')
    .innerJoin('captures', 'captures.id', 'hand_in_items.capture_id')
    .leftJoin('facts', (join) =>
      join.onRef('facts.sha256', '=', 'hand_in_items.base_sha256').on('facts.check_name', '=', PIXEL_CHECK),
    )
    .leftJoin('facts as words', (join) =>
      join.onRef('words.sha256', '=', 'hand_in_items.base_sha256').on('words.check_name', '=', WORDS_CHECK),
    )
    .leftJoin('blobs as file', 'file.sha256', 'hand_in_items.file_sha256')
    .leftJoin('blobs as base', 'base.sha256', 'hand_in_items.base_sha256')
    .select(['hand_in_items.id', 'hand_in_items.hand_in_id', 'hand_in_items.proof_point_id'])
    .select(['hand_in_items.marks', 'hand_in_items.width', 'hand_in_items.height', 'hand_in_items.damaged'])
    .select(['captures.sha256 as capture_sha256', 'facts.facts', 'file.bytes as file_bytes'])
    .select(['words.facts as words', 'base.media_type as base_type', 'hand_in_items.base_sha256'])
    .where('hand_ins.assignment_id', '=', assignmentId);
  if (handInId !== undefined) query = query.where('hand_ins.id', '=', handInId);
  return query.orderBy('hand_in_items.position').execute();
}

/** Who else handed in the same capture: people outside of a picture's own hand-in. */
interface SameCapture {
  /** byte for byte */
  bytes: string[];
  /** pixel for pixel, in another file */
  pixels: string[];
}

async function sameCaptures(
  db: DbOrTrx,
  assignmentId: string,
  rows: readonly ItemRow[],
): Promise<Map<string, SameCapture>> {
  const shown = await sql<{ sha256: string; pixels: string | null; hand_in_id: string; person_id: string }>`
    SELECT DISTINCT c.sha256, p.hand_in_id, p.person_id,
      -- A damaged row takes no page away.
      CASE WHEN json_valid(f.facts) THEN json_extract(f.facts, '$.value.pixels') END AS pixels
    FROM hand_in_people p
    JOIN hand_in_items i ON i.hand_in_id = p.hand_in_id
    JOIN captures c ON c.id = i.capture_id
    LEFT JOIN facts f ON f.sha256 = c.sha256 AND f.check_name = ${PIXEL_CHECK}
    WHERE p.assignment_id = ${assignmentId}`.execute(db);
  const peopleOf = new Map<string, Set<string>>();
  for (const { hand_in_id, person_id } of shown.rows)
    peopleOf.set(hand_in_id, (peopleOf.get(hand_in_id) ?? new Set()).add(person_id));
  const pixelsOf = new Map(shown.rows.map(({ sha256, pixels }) => [sha256, pixels]));
  const bySha = grouped(shown.rows, ({ sha256 }) => sha256);
  const byPixels = grouped(shown.rows, ({ pixels }) => pixels);
  const peopleIn = (group: typeof shown.rows = []) => group.map(({ person_id }) => person_id);
  return new Map(
    rows.map(({ id, hand_in_id, capture_sha256 }) => {
      const mine = peopleOf.get(hand_in_id);
      const bytes = peopleIn(bySha.get(capture_sha256)).filter((person) => !mine?.has(person));
      const pixels = peopleIn(byPixels.get(pixelsOf.get(capture_sha256) ?? '')).filter(
        (person) => !mine?.has(person) && !bytes.includes(person),
      );
      return [id, { bytes, pixels }];
    }),
  );
}

/** Rows by what they share, in their order; what is not known is like nothing. */
function grouped<R>(rows: readonly R[], keyOf: (row: R) => string | null): Map<string, R[]> {
  const groups = new Map<string, R[]>();
  for (const row of rows) {
    const key = keyOf(row);
    if (key === null) continue;
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}
