import type { HandInItem, HandInView, Remark } from '@nachweis/contract';
import { formatPoints, isPinOf, verdictUnits } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { NoPicture } from '../pictures/FileLink.tsx';
import { MarkNotes } from '../pictures/MarkNotes.tsx';
import { Mount } from '../pictures/Mount.tsx';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import { RemarkTag } from '../pictures/RemarkTag.tsx';
import { UNPREPARED } from '../store/pictureDocument.ts';
import { Letter, VERDICT_WORDS, VerdictDisc } from '../ui/signs.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { dateAndTime } from '../ui/when.ts';
import { ReceiptCard } from './ReceiptCard.tsx';
import { Withdraw } from './Withdraw.tsx';

/** About how large a picture is shown here. */
const SHOWN = { width: 640, height: 416 };

/** How often one looks whether the files are sealed. */
const SEALING_MS = 1000;

/** An own hand-in: its receipt, what was handed in, and the feedback once it is released. */
export default function HandInViewScreen(): ReactNode {
  const { handInId = '' } = useParams();
  const {
    data: view,
    error,
    mutate,
  } = useApi(
    'handInView',
    { params: { handInId } },
    { refreshInterval: (view) => (view && view.receipt.sealedAt === null ? SEALING_MS : 0) },
  );
  useTitle(view ? `${view.receipt.number}, ${view.assignment.title}` : '');
  if (!view)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="your hand-in" />;
  const { receipt, assignment, feedback } = view;
  return (
    <main className="flex-1 p-4 sm:px-6">
      <Link to={`/assignments/${assignment.id}`} className="text-sm text-verdigris-deep underline">
        {assignment.title}
      </Link>
      <h1 className="mb-3 text-2xl">
        {view.withdrawnAt ? 'Withdrawn' : feedback ? 'Returned' : 'Handed in'}{' '}
        <span className="font-mono">{receipt.number}</span>
      </h1>
      <div className="grid grid-cols-1 gap-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <section aria-label="What was handed in" className="flex flex-col gap-6">
          {view.items.map((item, index) => (
            <ReturnedPicture key={item.id} item={item} view={view} firstNumber={remarksBefore(view, index)} />
          ))}
        </section>
        <aside className="flex flex-col gap-5">
          {feedback ? (
            <FeedbackCard view={view} />
          ) : (
            <div className="border-l-4 border-verdigris bg-card px-3 py-2">
              {view.withdrawnAt ? (
                <p>
                  You withdrew this {dateAndTime(view.withdrawnAt, assignment.timeZone)}. It does not count;
                  what you handed in before stands in its place.
                </p>
              ) : (
                <p>
                  Your instructor will look at this. Verdicts, remarks and points appear here once they are
                  released.
                </p>
              )}
              {view.mayWithdraw && <Withdraw handInId={handInId} onDone={() => void mutate()} />}
            </div>
          )}
          <ReceiptCard receipt={receipt} />
          {view.statement && (
            <section>
              <h2 className="text-base">Your own statement</h2>
              <p className="written border-l-2 border-rule pl-3" dir="auto">
                {view.statement}
              </p>
            </section>
          )}
        </aside>
      </div>
    </main>
  );
}

const remarksOn = (view: HandInView, itemId: string): Remark[] =>
  view.feedback?.remarks.filter((r) => r.itemId === itemId) ?? [];

/** Remarks are numbered through all pictures, so that a number means one remark. */
function remarksBefore(view: HandInView, index: number): number {
  return view.items.slice(0, index).reduce((sum, item) => sum + remarksOn(view, item.id).length, 0);
}

function ReturnedPicture({
  item,
  view,
  firstNumber,
}: {
  item: HandInItem;
  view: HandInView;
  firstNumber: number;
}): ReactNode {
  const [chosen, setChosen] = useState<string | null>(null);
  const point = view.assignment.proofPoints.find((p) => p.id === item.proofPointId);
  const remarks = remarksOn(view, item.id);
  const frame = { x: 0, y: 0, width: item.width, height: item.height };
  return (
    <article>
      <Mount
        code={point?.code ?? ''}
        name={item.fileName}
        status={<span className="block text-sm text-faded">{`${item.width} × ${item.height}`}</span>}
        actions={
          item.fileHref && (
            <a
              href={item.fileHref}
              target="_blank"
              rel="noreferrer"
              className="text-sm text-verdigris-deep underline"
            >
              Open
            </a>
          )
        }
      >
        <div className="h-[min(26rem,60dvh)] w-full">
          {!item.baseHref && <NoPicture item={item} />}
          {item.baseHref && (
            <PreparedPicture
              picture={{ ...item, ...UNPREPARED, url: item.baseHref, marks: item.marks }}
              shown={SHOWN}
              alt={`${point?.code}: ${item.fileName}`}
            >
              {remarks.map((remark, index) => (
                <RemarkTag
                  key={remark.id}
                  remark={remark}
                  number={firstNumber + index + 1}
                  frame={frame}
                  chosen={remark.id === chosen}
                  onChoose={() => setChosen(remark.id)}
                />
              ))}
            </PreparedPicture>
          )}
        </div>
      </Mount>
      <MarkNotes marks={item.marks} />
      <div className="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2">
        <ul>
          {point?.mustShows.map((m) => {
            const verdict = view.feedback?.verdicts[m.id]?.verdict ?? null;
            return (
              <li key={m.id} className="flex items-center gap-2 border-b border-rule py-1">
                <Letter filled={item.marks.some(isPinOf(m.letter))}>{m.letter}</Letter>
                <span className="written min-w-0 flex-1">{m.text}</span>
                {verdict && (
                  <span className="flex items-center gap-1.5">
                    <VerdictDisc verdict={verdict} /> {VERDICT_WORDS[verdict]}
                    <span className="font-mono text-sm text-faded">
                      {m.corrected?.counts === false
                        ? 'does not count'
                        : `${formatPoints(verdictUnits(verdict, m.units))}/${formatPoints(m.units)}`}
                    </span>
                  </span>
                )}
              </li>
            );
          })}
        </ul>
        <ol>
          {remarks.map((remark, index) => (
            <li
              key={remark.id}
              className={`border-b border-rule py-1 ${remark.id === chosen ? 'bg-verdigris-wash' : ''}`}
            >
              <button
                type="button"
                onClick={() => setChosen(remark.id)}
                className="flex w-full gap-2 text-left"
              >
                <span className="font-mono font-bold">{firstNumber + index + 1}</span>
                <span className="written" dir="auto">
                  {remark.text}
                </span>
              </button>
            </li>
          ))}
        </ol>
      </div>
    </article>
  );
}

function FeedbackCard({ view }: { view: HandInView }): ReactNode {
  const { feedback, assignment } = view;
  if (!feedback) return null;
  const { grade } = feedback;
  const general = feedback.remarks.filter((r) => r.itemId === null);
  return (
    <section className="border border-edge bg-card p-4" aria-labelledby="points-title">
      <h2 id="points-title" className="text-base">
        Points
      </h2>
      <p className="font-mono text-3xl">
        {formatPoints(grade.total)}
        <span className="text-lg text-faded"> of {formatPoints(grade.most)}</span>
      </p>
      {grade.adjustment !== 0 && (
        <p className="written text-sm">
          {formatPoints(grade.fromVerdicts)} from the verdicts, {grade.adjustment > 0 ? '+' : ''}
          {formatPoints(grade.adjustment)} by hand: {grade.reason}
        </p>
      )}
      <p className="text-sm text-faded">Released {dateAndTime(feedback.releasedAt, assignment.timeZone)}</p>
      {feedback.changedAt && (
        <p className="text-sm text-ochre">
          Changed after the release, last {dateAndTime(feedback.changedAt, assignment.timeZone)}
        </p>
      )}
      {general.map((remark) => (
        <blockquote key={remark.id} className="written mt-3 border-l-2 border-verdigris pl-3" dir="auto">
          {remark.text}
          <footer className="text-sm text-faded">{remark.author}</footer>
        </blockquote>
      ))}
    </section>
  );
}
