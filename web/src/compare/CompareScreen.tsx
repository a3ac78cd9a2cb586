import type { Comparables } from '@nachweis/contract';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { CompareStage } from './CompareStage.tsx';
import {
  alignmentWords,
  placeWords,
  type Side,
  sideOf,
  sideOfReference,
  VIEWS,
  type View,
} from './compareWords.ts';
import { useCompared } from './useCompared.ts';
import { useCompareKeys } from './useCompareKeys.ts';

/** The pictures of a proof point beside those of another attempt, or of another student. */
export default function CompareScreen(): ReactNode {
  const { handInId = '', proofPointId = '' } = useParams();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const asked = useApi('review', { params: { handInId } });
  const comparables = useApi('comparables', { params: { handInId, proofPointId } });
  const [review, data] = [asked.data, comparables.data];
  const point = review?.assignment.proofPoints.find((one) => one.id === proofPointId);
  useTitle(review && point ? `${point.code} of ${review.student.name} compared` : '');

  const [owns, others] = useMemo(() => sidesOf(data), [data]);
  const own = owns.find((one) => one.id === search.get('picture')) ?? owns[0];
  const other = others.find((one) => one.id === search.get('with')) ?? others[0];
  const view = VIEWS.find((one) => one.value === search.get('view'))?.value ?? 'beside';
  const set = (key: string, value: string) =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        next.set(key, value);
        return next;
      },
      { replace: true },
    );
  const [tries, setTries] = useState(0);
  const { compared, laidUrl, differenceUrl, failed } = useCompared(own?.href, other?.href, tries);
  const places = compared?.places ?? [];
  const [place, setPlace] = useState(-1);
  const [share, setShare] = useState(50);
  const [turned, setTurned] = useState(false);
  const [byItself, setByItself] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other pictures have other places
  useEffect(() => setPlace(-1), [own?.id, other?.id]);
  useEffect(() => {
    if (!byItself || view !== 'turns') return;
    const timer = setInterval(() => setTurned((now) => !now), TURN_MS);
    return () => clearInterval(timer);
  }, [byItself, view]);
  const back = `/hand-ins/${handInId}/review`;
  const walk = (step: 1 | -1) => {
    if (places.length > 0)
      setPlace((now) => (now < 0 && step < 0 ? 0 : now + step + places.length) % places.length);
  };
  useCompareKeys({
    onView: (next) => set('view', next),
    onPlace: walk,
    onOther: (step) => {
      const next = other && others[others.indexOf(other) + step];
      if (next) set('with', next.id);
    },
    onTurn: () => view === 'turns' && setTurned((now) => !now),
    onBack: () => navigate(back),
  });

  if (!data || !review || !point) {
    const error = asked.error ?? comparables.error;
    const again = () => void Promise.all([asked.mutate(), comparables.mutate()]);
    return error ? <Failed error={error} onRetry={again} /> : <Loading what="what can be compared" />;
  }
  return (
    <main data-keys="compare" className="flex min-h-0 flex-1 flex-col lg:h-[calc(100dvh-3rem)] lg:flex-none">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5">
        <h1 className="flex max-w-full min-w-0 flex-wrap gap-x-1.5 text-lg">
          <Link
            to={back}
            className="max-w-[min(100%,24rem)] truncate font-normal text-verdigris-deep underline"
          >
            {review.student.name}
          </Link>
          <span className="max-w-[min(100%,24rem)] truncate">
            · <span className="font-mono">{point.code}</span> {point.title}
          </span>
        </h1>
        <Pick label="This picture" pictures={owns} chosen={own} onPick={(id) => set('picture', id)} />
        <Pick label="Compared with" pictures={others} chosen={other} onPick={(id) => set('with', id)} />
      </div>
      {!own || !other ? (
        <p className="m-4 bg-card p-4">
          {own
            ? 'There is no other picture for this proof point yet: no earlier attempt, no reference, and nobody else has handed one in.'
            : 'Nothing was handed in for this proof point, or it is not sealed yet.'}
        </p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-card px-4 py-1 text-sm">
            <Choices<View>
              label="How they are shown"
              value={view}
              options={VIEWS.map(({ value, words, key }) => ({
                value,
                content: (
                  <>
                    {words} <kbd className="font-mono text-xs">{key}</kbd>
                  </>
                ),
              }))}
              onChoose={(next) => set('view', next)}
            />
            {view === 'over' && (
              <label className="flex items-center gap-2">
                {own.words}
                <input
                  type="range"
                  min={0}
                  max={100}
                  value={share}
                  onChange={(event) => setShare(Number(event.target.value))}
                  aria-label="How much of the other picture is seen"
                  className="w-40 accent-verdigris"
                />
                {other.words}
              </label>
            )}
            {view === 'turns' && (
              <>
                <Button small onClick={() => setTurned(!turned)} keyName="T">
                  Turn
                </Button>
                <Check checked={byItself} onChecked={setByItself}>
                  By itself
                </Check>
                <strong>{(turned ? other : own).words}</strong>
              </>
            )}
            <fieldset aria-label="Places that differ" className="ml-auto flex items-center gap-1">
              <Button small onClick={() => walk(-1)} disabled={places.length === 0} keyName=",">
                Place before
              </Button>
              <output className="min-w-28 text-center" aria-live="polite">
                {compared ? placeWords(compared, place) : 'Comparing …'}
              </output>
              <Button small onClick={() => walk(1)} disabled={places.length === 0} keyName=".">
                Next place
              </Button>
            </fieldset>
          </div>
          {failed ? (
            <div role="alert" className="m-4 bg-card p-4">
              These pictures cannot be compared now: one of them cannot be fetched, or is damaged.{' '}
              <Button small onClick={() => setTries(tries + 1)}>
                Try again
              </Button>
            </div>
          ) : (
            <CompareStage
              own={own}
              other={other}
              view={view}
              turned={turned}
              share={share / 100}
              compared={compared}
              laidUrl={laidUrl}
              differenceUrl={differenceUrl}
              place={places[place] ?? null}
            />
          )}
          <p role="status" className="border-t border-rule bg-card px-4 py-1 text-sm">
            {compared && alignmentWords(compared)}
          </p>
        </>
      )}
    </main>
  );
}

/** Of the others an earlier attempt says most, then how it should look, then whoever is next in the list. */
function sidesOf(data: Comparables | undefined): [own: Side[], others: Side[]] {
  if (!data) return [[], []];
  const others = data.others.map(sideOf);
  const attempts = others.filter((one) => one.group === 'attempt');
  const students = others.filter((one) => one.group === 'student');
  return [data.own.map(sideOf), [...attempts, ...data.references.map(sideOfReference), ...students]];
}

/** Slow enough to see each, and far from what flickers (WCAG 2.3.1: three a second). */
const TURN_MS = 900;

function Pick({
  label,
  pictures,
  chosen,
  onPick,
}: {
  label: string;
  pictures: readonly Side[];
  chosen: Side | undefined;
  onPick: (itemId: string) => void;
}): ReactNode {
  if (pictures.length < 2 && label === 'This picture') return null;
  const groups = [
    ['Other attempts', pictures.filter((one) => one.group === 'attempt')],
    ['How it should look', pictures.filter((one) => one.group === 'reference')],
    ['Other students', pictures.filter((one) => one.group === 'student')],
  ] as const;
  const options = (list: readonly Side[]) =>
    list.map((one) => (
      <option key={one.id} value={one.id}>
        {one.words}
      </option>
    ));
  return (
    <label className="flex min-w-0 items-center gap-1.5 text-sm">
      {label}
      <select
        value={chosen?.id ?? ''}
        onChange={(event) => onPick(event.target.value)}
        disabled={pictures.length === 0}
        className="max-w-64 min-w-0 border border-edge bg-card px-2 py-1"
      >
        {label === 'This picture'
          ? options(pictures)
          : groups.map(
              ([words, list]) =>
                list.length > 0 && (
                  <optgroup key={words} label={words}>
                    {options(list)}
                  </optgroup>
                ),
            )}
      </select>
    </label>
  );
}
