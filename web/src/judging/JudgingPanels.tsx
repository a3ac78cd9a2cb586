import type { HandInItem, ProofPoint, Review, Told } from '@nachweis/contract';
import { isPin, type Verdict } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Heard } from '../ui/Heard.tsx';
import { VERDICT_WORDS } from '../ui/signs.tsx';
import { CriteriaPanel } from './CriteriaPanel.tsx';
import type { Stand } from './standOf.ts';
import { VerdictPanel } from './VerdictPanel.tsx';

type MustShow = ProofPoint['mustShows'][number];

/** The must-show that a verdict by key is given to: the one that was chosen, else the first that is open. */
export function chosenOf(
  mustShows: readonly MustShow[],
  chosenId: string | null,
  verdicts: Stand['verdicts'],
): MustShow | null {
  return (
    mustShows.find((one) => one.id === chosenId) ??
    mustShows.find((one) => !verdicts[one.id]) ??
    mustShows[0] ??
    null
  );
}

/** What was found in a proof point's pictures: of those that are not looked at only what is not fine. */
function findingsOf(
  pictures: readonly HandInItem[],
  looked: HandInItem,
  findings: Review['findings'],
): Array<Told & { picture?: number }> {
  if (pictures.length < 2) return findings[looked.id] ?? [];
  return pictures.flatMap((one, index) =>
    (findings[one.id] ?? [])
      .filter(({ level }) => level !== 'fine' || one === looked)
      .map((finding) => ({ ...finding, picture: index + 1 })),
  );
}

interface JudgingPanelsProps {
  review: Review;
  stand: Stand;
  point: ProofPoint | undefined;
  /** the pictures of that proof point, and the one that is looked at */
  pictures: readonly HandInItem[];
  item: HandInItem | null;
  chosen: MustShow | null;
  /** whose verdicts the server has is not told: to a second marker, and in a draft */
  byWhomUntold?: boolean;
  /** null where the checks have not been run, for nothing is handed in yet */
  findings?: Review['findings'] | null;
  onChoose: (mustShowId: string) => void;
  onVerdicts: (verdicts: Record<string, Verdict | null>) => void;
  onLevels: (levels: Record<string, number | null>) => void;
}

/** What is judged: the must-shows of the proof point that is looked at, and the criteria of the whole hand-in. */
export function JudgingPanels(props: JudgingPanelsProps): ReactNode {
  const { review, stand, point, pictures, item, chosen, byWhomUntold = false } = props;
  const { findings = review.findings } = props;
  const locked = !review.mayJudge;
  const states = point?.mustShows.map(({ id, letter }) => {
    const verdict = stand.verdicts[id];
    return `${letter} ${verdict ? VERDICT_WORDS[verdict] : 'open'}`;
  });
  return (
    <>
      {/* A key gives a verdict, and an arrow goes to the next picture: the focus stays where it is. */}
      <Heard>{point && states ? `${point.code} ${point.title}: ${states.join(', ')}` : ''}</Heard>
      {point && (
        <VerdictPanel
          point={point}
          findings={item && findings && findingsOf(pictures, item, findings)}
          verdicts={stand.verdicts}
          unsent={stand.unsent}
          liesIn={stand.liesIn}
          given={byWhomUntold ? {} : review.judgement.verdicts}
          locked={locked}
          pinned={pictures.flatMap((one) => one.marks.filter(isPin).map((pin) => pin.letter))}
          chosen={chosen?.id ?? null}
          onChoose={props.onChoose}
          onVerdicts={props.onVerdicts}
        />
      )}
      <CriteriaPanel
        criteria={review.assignment.criteria}
        levels={stand.levels}
        unsent={stand.unsent}
        liesIn={stand.liesIn}
        given={byWhomUntold ? {} : review.judgement.levels}
        locked={locked}
        onLevels={props.onLevels}
      />
    </>
  );
}
