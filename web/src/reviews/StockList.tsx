import type { ProofPoint, Review } from '@nachweis/contract';
import { BookmarkPlus, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { useIds } from '../api/useIds.ts';
import { offeredWords } from '../judging/offeredWords.ts';
import type { DraftRemark } from '../judging/remarkDrafts.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { withField, withValues } from './remarkFields.ts';

/** So many are offered at once; typing finds the others. */
const SHOWN = 4;

interface StockListProps {
  draft: DraftRemark;
  review: Review;
  point: ProofPoint | undefined;
  onPick: (text: string) => void;
}

/** Words that are offered for the remark that is being written, and keeping the words that were. */
export function StockList({ draft, review, point, onPick }: StockListProps): ReactNode {
  const args = { params: { assignmentId: review.assignment.id } };
  const { data: stock, mutate } = useApi('remarkStock', args);
  const { mutate: mutateAny } = useSWRConfig();
  const ids = useIds();
  if (!stock) return null;
  const sought = { ...draft, proofPointId: point?.id ?? null };
  const offered = offeredWords(stock, sought, SHOWN);
  const text = draft.text.trim();
  const kept = stock.own.some((one) => one.text === text);
  const change = async (work: () => Promise<unknown>) => {
    try {
      await work();
      ids.made();
      await mutate();
      // Other assignments offer them too.
      void mutateAny((key) => typeof key === 'string' && key.endsWith('/remark-stock'));
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  if (offered.length === 0 && (text === '' || kept)) return null;
  return (
    <div className="flex flex-col gap-1 text-sm">
      {offered.length > 0 && (
        <ul aria-label="Words that were used before" className="border border-rule bg-paper">
          {offered.map((one) => (
            <li key={one.text} className="flex items-center border-b border-rule last:border-b-0">
              <button
                type="button"
                onClick={() => onPick(withValues(one.text, review))}
                className="min-h-6 min-w-0 flex-1 truncate px-1.5 text-left hover:bg-verdigris-wash"
                dir="auto"
              >
                {one.text}
              </button>
              {one.times > 1 && <span className="px-1 text-xs text-faded">{one.times} times</span>}
              {one.stockId && (
                <Button
                  small
                  look="quiet"
                  aria-label={`Keep “${one.text.slice(0, 60)}” no longer`}
                  onClick={() =>
                    void change(() => callApi('removeStock', { params: { stockId: one.stockId ?? '' } }))
                  }
                >
                  <X size={14} aria-hidden />
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {text !== '' && !kept && (
        <span>
          <Button
            small
            look="quiet"
            onClick={() =>
              void change(() =>
                callApi('putStock', {
                  params: { stockId: ids.of(text) },
                  // The name of this student becomes the field again.
                  body: { text: withField(text, review) },
                }),
              )
            }
          >
            <BookmarkPlus size={15} aria-hidden /> Keep these words for other remarks
          </Button>
        </span>
      )}
    </div>
  );
}
