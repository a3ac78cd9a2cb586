import type { AgreementRow, SecondMarking } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { withOne } from '../ui/chosenSet.ts';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { dateAndTime } from '../ui/when.ts';
import { Differences } from './Differences.tsx';
import { OrderForm } from './OrderForm.tsx';

/** Who marks what of an assignment a second time, how far the two agree, and where they differ. */
export default function SecondMarkingScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data, error, mutate } = useApi('secondMarking', { params: { assignmentId } });
  useTitle(data ? `Second marking: ${data.title}` : '');
  if (!data)
    return error ? (
      <Failed error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="the second marking" />
    );
  return (
    <Overview
      marking={data}
      onNow={(now) => void mutate(now, { revalidate: false })}
      onAgain={() => void mutate()}
    />
  );
}

interface OverviewProps {
  marking: SecondMarking;
  onNow: (now: SecondMarking) => void;
  /** what is there now is read again */
  onAgain: () => void;
}

function Overview({ marking, onNow, onAgain }: OverviewProps): ReactNode {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { handIns, overall } = marking;
  const takeBack = async (handInId: string) => {
    try {
      await callApi('takeSecondMarkingBack', { params: { handInId } });
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    onAgain();
  };
  return (
    <main className="mx-auto flex w-full max-w-6xl flex-col gap-6 p-4 sm:px-6">
      <div>
        <h1 className="text-2xl">Second marking</h1>
        <p>
          <Link
            to={`/assignments/${marking.assignmentId}/hand-ins`}
            className="written text-verdigris-deep underline"
          >
            {marking.title}
          </Link>
        </p>
      </div>
      <OrderForm marking={marking} chosen={chosen} onOrdered={onNow} />
      <section aria-labelledby="hand-ins-title">
        <h2 id="hand-ins-title" className="text-xl">
          Hand-ins
        </h2>
        <div className="overflow-x-auto">
          <table aria-labelledby="hand-ins-title" className="w-full text-sm">
            <thead>
              <tr className="border-b border-rule text-left">
                <th scope="col">Chosen</th>
                <th scope="col">Number</th>
                <th scope="col">Student</th>
                <th scope="col">First marking</th>
                <th scope="col">Second marker</th>
                <th scope="col">
                  <span className="sr-only">What can be done</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {handIns.map(({ handInId, number, student, judged, marker, doneAt }) => (
                <tr key={handInId} className="border-b border-rule *:py-1">
                  <td>
                    <input
                      type="checkbox"
                      className="block size-6 accent-verdigris"
                      aria-label={`Choose ${number}, ${student}`}
                      disabled={marker !== null}
                      checked={marker === null && chosen.has(handInId)}
                      onChange={({ target }) => setChosen(withOne(chosen, handInId, target.checked))}
                    />
                  </td>
                  <td className="font-mono">{number}</td>
                  <th scope="row" className="written max-w-72 text-left font-normal">
                    {student}
                  </th>
                  <td>{judged ? 'complete' : 'not complete'}</td>
                  <td className="written max-w-60">
                    {marker &&
                      `${marker.name}: ${doneAt ? `done ${dateAndTime(doneAt, marking.timeZone)}` : 'asked'}`}
                  </td>
                  <td className="text-right">
                    {marker && !doneAt && (
                      <Button
                        small
                        look="quiet"
                        aria-label={`Take back ${number}`}
                        onClick={() => void takeBack(handInId)}
                      >
                        Take back
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {handIns.length === 0 && <p className="text-faded">Nothing was handed in yet.</p>}
      </section>
      {overall.count > 0 && <Agreed marking={marking} />}
      {overall.count > 0 && <Differences marking={marking} onNow={onNow} onAgain={onAgain} />}
    </main>
  );
}

function Agreed({ marking: { agreement, overall } }: { marking: SecondMarking }): ReactNode {
  return (
    <section aria-labelledby="agreement-title">
      <h2 id="agreement-title" className="text-xl">
        How far the two agree
      </h2>
      <p className="max-w-prose text-sm text-faded">
        Kappa is agreement beyond chance: 1 where both always say the same, 0 where they agree no more often
        than by chance. Weighted, one step apart counts less than two. Of few hand-ins it says little.
      </p>
      <div className="overflow-x-auto">
        <table aria-labelledby="agreement-title" className="w-full text-sm">
          <thead>
            <tr className="border-b border-rule text-left">
              <th scope="col">Question</th>
              <th scope="col" className="text-right">
                Judged by both
              </th>
              <th scope="col" className="text-right">
                The same
              </th>
              <th scope="col" className="text-right">
                Kappa
              </th>
              <th scope="col" className="text-right">
                Weighted kappa
              </th>
            </tr>
          </thead>
          <tbody>
            {agreement.map((row) => (
              <tr key={row.questionId} className="border-b border-rule">
                <th scope="row" className="written max-w-96 text-left font-normal">
                  {row.code && <span className="font-mono">{row.code} </span>}
                  {row.text}
                </th>
                <Figures row={row} />
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className="font-semibold">
              <th scope="row" className="text-left">
                All must-shows together
              </th>
              <Figures row={overall} />
            </tr>
          </tfoot>
        </table>
      </div>
    </section>
  );
}

function Figures({ row }: { row: Pick<AgreementRow, 'count' | 'same' | 'kappa' | 'weighted'> }): ReactNode {
  const figure = (value: number | null) => (value === null ? '–' : value.toFixed(2).replace('-', '−'));
  return (
    <>
      <td className="text-right font-mono">{row.count}</td>
      <td className="text-right font-mono">{row.same === null ? '–' : `${Math.round(row.same * 100)} %`}</td>
      <td className="text-right font-mono">{figure(row.kappa)}</td>
      <td className="text-right font-mono">{figure(row.weighted)}</td>
    </>
  );
}
