import type { Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { textOf } from '../ui/chosenFile.ts';
import { FileButton } from '../ui/FileButton.tsx';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import { annotationsOf, faultWords, remarksFrom } from './remarkFiles.ts';

/** The remarks of a hand-in out and in, in an open format. All of a file is brought in, or nothing. */
export function RemarkFile({ review, onChanged }: { review: Review; onChanged: () => void }): ReactNode {
  const ids = useIds();
  const save = () => {
    const text = JSON.stringify(annotationsOf(review, location.origin), null, 2);
    saveAs(new Blob([text], { type: 'application/ld+json' }), `${review.number}-remarks.jsonld`);
  };
  const bringIn = async (file: File) => {
    const text = await textOf(file);
    if (text === null) return;
    const read = remarksFrom(text, review);
    if ('fault' in read) {
      toast.error(`${faultWords(read.fault)} Nothing was brought in.`);
      return;
    }
    const params = { assignmentId: review.assignment.id };
    const { handInId } = review;
    const remarks = read.remarks.map((remark, place) => ({
      id: ids.of(`${place} ${JSON.stringify(remark)}`),
      handInId,
      remark,
    }));
    if (remarks.length === 0) return void toast.error('There are no remarks in this file.');
    const told = async (work: Promise<unknown>, words: string, undo?: () => void) => {
      try {
        await work;
        ids.made();
        toast.success(words, undo && { action: { label: 'Undo', onClick: undo } });
      } catch (error) {
        toast.error(sentenceOf(error));
      }
      onChanged();
    };
    await told(
      callApi('giveRemarks', { params, body: { remarks } }),
      remarks.length === 1 ? 'One remark was brought in.' : `${remarks.length} remarks were brought in.`,
      () =>
        void told(
          callApi('takeRemarks', { params, body: { remarks: remarks.map(({ id }) => ({ id, handInId })) } }),
          'Taken away again.',
        ),
    );
  };
  return (
    <details className="mt-2 text-sm">
      <summary className="cursor-pointer text-verdigris-deep">Remarks as a file</summary>
      <p className="mt-1 text-faded">In the form of Web Annotations, which other programs read and write.</p>
      <span className="flex flex-wrap gap-1">
        <Button small look="quiet" disabled={review.judgement.remarks.length === 0} onClick={save}>
          Save them
        </Button>
        <FileButton
          look="quiet"
          disabled={!review.mayJudge}
          accept=".json,.jsonld,application/json,application/ld+json"
          fileLabel="A file of remarks"
          onFile={(file) => void bringIn(file)}
        >
          Bring in …
        </FileButton>
      </span>
    </details>
  );
}
