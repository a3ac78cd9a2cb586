import type { Encoding, FormatDesk, ProofPoint } from '@nachweis/contract';
import { recommendFormat } from '@nachweis/core';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import useSWR from 'swr';
import { type ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { alternatives, encodingLabel, formatLabel, REASONS, textSentence } from '../words/formats.ts';
import { FormatTable } from './FormatTable.tsx';

interface FormatStepProps {
  picture: SheetPicture;
  point: ProofPoint;
  /** null: as the proof point asks */
  onChoose: (encoding: Encoding | null) => void;
  onDone: () => void;
}

/** After this without typing the pictures are written anew. */
const PAUSE_MS = 600;

/** The picture written in every format, with what each costs and keeps, and the choice of one. */
export function FormatStep({ picture, point, onChoose, onDone }: FormatStepProps): ReactNode {
  const root = useRef<HTMLDivElement>(null);
  const [quality, setQuality] = useState(picture.encoding?.quality ?? 90);
  const { formats, mostBytes } = point.requirements;
  // Where there is a most, what reaches it is tried at once.
  const [kilobytes, setKilobytes] = useState(mostBytes === null ? null : mostBytes / 1000);
  const asked = { quality: usePaused(quality), under: usePaused(kilobytes) };
  const saved = picture.baseVersion > 0 && picture.status === 'saved';
  // Nothing but the format is changed from here on, which makes no other picture.
  const [begun, setBegun] = useState(saved);
  if (saved && !begun) setBegun(true);
  useEffect(() => root.current?.focus(), []);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: Enter ends this step from anywhere in it; there is a button too
    <div
      ref={root}
      tabIndex={-1}
      className="flex min-h-0 flex-1 flex-col outline-none"
      onKeyDown={(event) => {
        if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) onDone();
      }}
    >
      <div className="min-h-0 flex-1 overflow-auto p-4">
        <p>
          {formats
            ? `${point.code} takes ${alternatives(formats.map(formatLabel))}.`
            : `${point.code} takes any format.`}
          {mostBytes !== null && ` A file has at most ${mostBytes / 1000} kB.`} Whatever is chosen is written
          from the capture, so that choosing again loses nothing.
        </p>
        <div className="my-3 flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
          <label className="flex items-center gap-1.5">
            Quality of JPEG and WebP
            <NumberField
              min={1}
              max={100}
              step={1}
              value={quality}
              className="h-8 w-18 border border-edge bg-card px-1.5 font-mono"
              onChange={(next) => next >= 1 && next <= 100 && setQuality(Math.round(next))}
            />
          </label>
          <label className="flex items-center gap-1.5">
            The best JPEG of at most
            <NumberField
              min={1}
              max={25_000}
              step={1}
              value={kilobytes}
              className="h-8 w-22 border border-edge bg-card px-1.5 font-mono"
              onChange={(next) => next >= 1 && next <= 25_000 && setKilobytes(next)}
              onClear={() => setKilobytes(null)}
            />
            kB
          </label>
        </div>
        {!begun ? (
          <p role="status">
            The picture is on its way to the server, which tries the formats. This goes on by itself.
          </p>
        ) : (
          <Weighed picture={picture} point={point} {...asked} onChoose={onChoose} />
        )}
      </div>
      <div className="flex justify-end border-t border-rule bg-card p-2">
        <Button look="main" keyName="Enter" onClick={onDone}>
          Done
        </Button>
      </div>
    </div>
  );
}

interface WeighedProps extends Omit<FormatStepProps, 'onDone'> {
  quality: number;
  /** kilobytes */
  under: number | null;
}

function Weighed({ picture, point, quality, under, onChoose }: WeighedProps): ReactNode {
  const query = { quality, ...(under !== null && { under: Math.max(500, Math.round(under * 1000)) }) };
  const args = { params: { evidenceId: picture.evidenceId }, query };
  // What was found at an earlier visit may be of another picture: it was changed since.
  const visit = useId();
  const { data, error, isLoading, mutate } = useSWR<FormatDesk, ApiProblem>(
    [addressOf('weighFormats', args), visit],
    () => callApi('weighFormats', args),
    { revalidateOnFocus: false, revalidateOnMount: true, keepPreviousData: true },
  );
  if (error)
    return (
      <p role="alert">
        {sentenceOf(error)}{' '}
        <Button small onClick={() => void mutate()}>
          Try again
        </Button>
      </p>
    );
  if (!data) return <p role="status">It is being written in every format. This takes some seconds.</p>;
  const best = recommendFormat(data.rows, { ...data, formats: point.requirements.formats });
  return (
    <>
      <p className="mb-2">
        {data.width} × {data.height} pixels, {data.photograph ? 'a photograph' : 'a screen or a drawing'}.{' '}
        {textSentence(data.letters)}
      </p>
      {best && (
        <p className="mb-3 border-l-4 border-verdigris bg-verdigris-wash px-3 py-2">
          Best here: <strong>{encodingLabel(best.row.encoding)}</strong>, because {REASONS[best.reason]}.
        </p>
      )}
      {under !== null && !hasUnder(data, under) && (
        <p role="status" className="mb-3 border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2">
          No JPEG of this picture has at most {under} kB. Frame less of it, or scale it.
        </p>
      )}
      <FormatTable
        desk={data}
        point={point}
        chosen={picture.encoding}
        busy={isLoading}
        best={best?.row.encoding ?? null}
        onChoose={onChoose}
      />
    </>
  );
}

const hasUnder = ({ rows }: FormatDesk, kilobytes: number) =>
  rows.some(({ encoding, bytes }) => encoding.format === 'jpeg' && bytes <= kilobytes * 1000);

/** A value once it has been left alone for a moment. */
function usePaused<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}
