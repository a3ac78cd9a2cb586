import type { HandInView, Remark } from '@nachweis/contract';
import { formatPoints, type Placeable, placeablesOf } from '@nachweis/core';
import type { Actor } from '../access/access.ts';
import type { Context } from '../context.ts';
import { readHandInView } from '../pages/handInView.ts';
import { dateWords, lateWords, pointWords, SIGN_WORDS, VERDICT_WORDS } from './words.ts';

/** One picture as it is printed. */
export interface PrintedPicture {
  name: string;
  /** of the file that was handed in; null where its pixels could not be read */
  sha256: string | null;
  width: number;
  height: number;
  /** as shares of width and height, by their numbers; empty where nothing is returned yet */
  places: Array<{ number: number; x: number; y: number }>;
}

/** Words with a picture of their own below them, where they have one. */
export interface PrintedWords {
  text: string;
  /** of the picture's file */
  sha256: string | null;
}

/** Everything that is printed of one hand-in, in words. */
export interface Printed {
  number: string;
  title: string;
  /** what stands in its head: a name and a value each */
  particulars: Array<[string, string]>;
  /** null where nothing is returned yet */
  points: { total: string; most: string; how: string | null } | null;
  sections: Array<{
    heading: string;
    /** must-shows with their verdict, where there is one */
    lines: string[];
    pictures: PrintedPicture[];
    remarks: PrintedWords[];
  }>;
  /** criteria with the level that was given, and remarks to the whole */
  closing: PrintedWords[];
  statement: string;
  /** what the statement can show, in the order of the pictures of all sections */
  placeables: Placeable[];
  files: Array<{ name: string; sha256: string }>;
  jws: string | null;
}

/** What one person may see of a hand-in, as it is printed; what was judged, only once it is released. */
export async function readPrinted(context: Context, actor: Actor, handInId: string): Promise<Printed> {
  const view = await readHandInView(context, actor, handInId);
  const { receipt, assignment, feedback } = view;
  const remarks = new Map(
    (feedback?.remarks ?? [])
      .filter(({ itemId }) => itemId !== null)
      .map((remark, index) => [remark, index + 1]),
  );
  const wordsOf = await remarkPrinter(context, feedback?.remarks ?? []);
  return {
    number: receipt.number,
    title: assignment.title,
    particulars: particularsOf(view),
    points: feedback && {
      total: formatPoints(feedback.grade.total),
      most: formatPoints(feedback.grade.most),
      how: pointWords(feedback.grade, assignment.lateRule),
    },
    sections: assignment.proofPoints.map((point) => {
      const items = view.items.filter(({ proofPointId }) => proofPointId === point.id);
      return {
        heading: `${point.code} ${point.title}`,
        lines: point.mustShows.map(({ id, letter, text }) => {
          const verdict = feedback?.verdicts[id]?.verdict;
          return `${letter}  ${text}${verdict ? `: ${VERDICT_WORDS[verdict]}` : ''}`;
        }),
        pictures: items.map((item) => ({
          name: item.fileName,
          sha256: item.sha256,
          width: item.width,
          height: item.height,
          places: [...remarks].flatMap(([remark, number]) => placesOf(remark, number, item)),
        })),
        remarks: [...remarks].flatMap(([remark, number]) =>
          items.some(({ id }) => id === remark.itemId) ? [wordsOf(remark, `${number}  `)] : [],
        ),
      };
    }),
    closing: feedback ? closingOf(view, wordsOf) : [],
    statement: view.statement,
    placeables: placeablesOf(assignment.proofPoints, view.items),
    files: receipt.files.flatMap(({ name, sha256 }) => (sha256 ? [{ name, sha256 }] : [])),
    jws: receipt.jws,
  };
}

function particularsOf({ receipt, brought, feedback }: HandInView): Printed['particulars'] {
  const { timeZone } = receipt;
  return [
    ['Student', receipt.student],
    ['Course', receipt.courseTitle],
    ['Hand-in', `${receipt.number}, attempt ${receipt.attempt}`],
    ['Handed in', `${dateWords(receipt.handedInAt, timeZone)}, ${lateWords(receipt)}`],
    ...(brought ? [['Handed in by', `${brought.by}: ${brought.reason}`] as [string, string]] : []),
    ...(feedback ? [['Released', dateWords(feedback.releasedAt, timeZone)] as [string, string]] : []),
  ];
}

function placesOf(
  { itemId, x, y }: Remark,
  number: number,
  { id, width, height }: { id: string; width: number; height: number },
): PrintedPicture['places'] {
  return itemId === id && x !== null && y !== null ? [{ number, x: x / width, y: y / height }] : [];
}

type RemarkPrinter = (remark: Remark, before?: string) => PrintedWords;

/** Says remarks in words, with their pictures, which are looked up once for all of them. */
async function remarkPrinter({ db }: Context, remarks: readonly Remark[]): Promise<RemarkPrinter> {
  const ids = remarks.flatMap(({ picture }) => (picture ? [picture.id] : []));
  const rows =
    ids.length === 0
      ? []
      : await db.selectFrom('remark_pictures').select(['id', 'sha256']).where('id', 'in', ids).execute();
  const hashes = new Map(rows.map(({ id, sha256 }) => [id, sha256]));
  return ({ sign, text, picture, author }, before = '') => {
    const said = [sign && SIGN_WORDS[sign], text].filter(Boolean).join(': ');
    return {
      text: `${before}${said || 'A picture'} (${author})`,
      sha256: (picture && hashes.get(picture.id)) ?? null,
    };
  };
}

function closingOf({ assignment, feedback }: HandInView, wordsOf: RemarkPrinter): PrintedWords[] {
  const levels = assignment.criteria.flatMap(({ id, title, levels: all }) => {
    const level = all[feedback?.levels[id]?.level ?? -1];
    return level ? [{ text: `${title}: ${level.text} (${formatPoints(level.units)})`, sha256: null }] : [];
  });
  const whole = (feedback?.remarks ?? [])
    .filter(({ itemId }) => itemId === null)
    .map((remark) => wordsOf(remark));
  return [...levels, ...whole];
}
