import type { Review } from '@nachweis/contract';
import { frameCorners, gradeHandIn, kindOf, marksOnPicture, mayShowWhole, placingOf } from '@nachweis/core';
import type { OwnSheet } from '../sheet/useProofSheet.ts';
import { withCaptures } from './withCaptures.ts';

/** Stands where whoever judges is not told whose something is. */
const KEPT_BACK = 'kept back until all are judged';

/**
 * A draft as the document that whoever judges it will get: nothing judged, nothing that can be changed, and without what
 * is kept back from them.
 *
 * @param basesOf addresses of the pictures without marks and with what is hidden taken away, by evidence; null while it is made
 * @param showsWhole whether the whole captures may be seen too
 * @param now of the page's clock
 */
export function reviewOfDraft(
  own: OwnSheet,
  name: string,
  basesOf: ReadonlyMap<string, string>,
  showsWhole: boolean,
  now: Date,
): Review {
  const { assignment } = own.sheet;
  const { anonymous } = assignment;
  const shown = anonymous ? KEPT_BACK : name;
  const ofCaptures = withCaptures(own.pictures);
  const grade = gradeHandIn(
    [
      ...assignment.proofPoints
        .flatMap((point) => point.mustShows)
        .map(({ units }) => ({ units, verdict: null })),
      ...assignment.criteria.map(({ levels }) => ({ levels: levels.map((one) => one.units), level: null })),
    ],
    { bonus: assignment.bonusUnits, roundTo: assignment.roundTo },
  );
  return {
    handInId: crypto.randomUUID(),
    number: '',
    student: { id: crypto.randomUUID(), name: shown, plain: shown },
    assignment,
    attempt: own.draft.attempt,
    handedInAt: now.toISOString(),
    late: own.sheet.window === 'late',
    statement: own.statement,
    brought: null,
    askedAgain: [],
    fields: {},
    earlier: null,
    veiled: anonymous,
    items: ofCaptures.map((picture) => {
      const placing = placingOf(picture, picture);
      return {
        id: picture.evidenceId,
        proofPointId: picture.proofPointId,
        ...placing.size,
        marks: marksOnPicture(
          picture.marks.filter((mark) => !kindOf(mark).burns),
          placing,
        ),
        source: picture.origin.source,
        surface: picture.origin.surface,
        fileName: anonymous ? KEPT_BACK : picture.fileName,
        bytes: picture.fileBytes,
        sha256: null,
        damaged: picture.damaged,
        record: '',
        whole:
          showsWhole && mayShowWhole(picture, ofCaptures)
            ? {
                href: picture.url,
                width: picture.width,
                height: picture.height,
                frame: frameCorners(picture.framing, picture),
              }
            : null,
        baseHref: basesOf.get(picture.evidenceId) ?? null,
        fileHref: null,
        thumbHref: null,
      };
    }),
    findings: {},
    state: 'waiting',
    releasedAt: null,
    releasesAt: null,
    judgement: {
      verdicts: {},
      levels: {},
      remarks: [],
      grade: { ...grade, lateSteps: 0, adjustment: 0, reason: '' },
    },
    adjustmentVersion: 0,
    mayRelease: false,
    mayJudge: false,
    replacedById: null,
    withdrawnAt: null,
    previousId: null,
    nextId: null,
    nextWaitingId: null,
  };
}
