import type { Encoding, FormatDesk, ProofPoint, WrittenAs } from '@nachweis/contract';
import { staysLegible } from '@nachweis/core';
import type { ReactNode } from 'react';
import { fileSize } from '../ui/when.ts';
import { encodingLabel, TRANSPARENCY_WORDS } from '../words/formats.ts';

interface FormatTableProps {
  desk: FormatDesk;
  point: ProofPoint;
  chosen: Encoding | null;
  busy: boolean;
  best: Encoding | null;
  onChoose: (encoding: Encoding | null) => void;
}

const cell = 'border-b border-rule px-2 py-1.5 text-left align-middle';

/** A row for each way to write the picture, each of which can be chosen that the proof point takes. */
export function FormatTable({ desk, point, chosen, busy, best, onChoose }: FormatTableProps): ReactNode {
  const { formats } = point.requirements;
  return (
    <table aria-label="Formats" aria-busy={busy} className="w-full min-w-150 border-collapse text-sm">
      <thead className="text-faded">
        <tr>
          {['Format', 'Size', 'Likeness', 'Smallest text, at actual pixels', 'Transparency'].map((title) => (
            <th key={title} scope="col" className={`${cell} font-semibold`}>
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row" className={`${cell} font-normal`} colSpan={5}>
            <label className="flex items-center gap-2">
              <input
                type="radio"
                name="format"
                className="size-4 accent-verdigris"
                checked={chosen === null}
                onChange={() => onChoose(null)}
              />
              Left to Nachweis:{' '}
              {formats
                ? `the first that fits of what ${point.code} takes`
                : 'PNG, or as it came where nothing is done to it'}
            </label>
          </th>
        </tr>
        {desk.rows.map((row) => {
          const taken = !formats || formats.includes(row.encoding.format);
          return (
            <tr key={keyOf(row.encoding)} className={taken ? '' : 'text-faded'}>
              <th scope="row" className={`${cell} font-normal whitespace-nowrap`}>
                <label className="flex items-center gap-2">
                  <input
                    type="radio"
                    name="format"
                    className="size-4 accent-verdigris"
                    checked={chosen !== null && keyOf(chosen) === keyOf(row.encoding)}
                    disabled={!taken}
                    onChange={() => onChoose(row.encoding)}
                  />
                  <span className={best && keyOf(best) === keyOf(row.encoding) ? 'font-bold' : ''}>
                    {encodingLabel(row.encoding)}
                  </span>
                  {!taken && 'not taken here'}
                </label>
              </th>
              <td className={`${cell} font-mono whitespace-nowrap`}>{fileSize(row.bytes)}</td>
              <td className={`${cell} font-mono`}>
                {row.lossless ? 'the same' : `${(Math.floor(row.likeness * 1000) / 10).toFixed(1)} %`}
              </td>
              <td className={cell}>
                <TextCell row={row} letters={desk.letters} />
              </td>
              <td className={cell}>{TRANSPARENCY_WORDS[row.transparency]}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function TextCell({ row, letters }: { row: WrittenAs; letters: number | null }): ReactNode {
  const legible = staysLegible(row, letters);
  if (!row.sample) return 'no text';
  return (
    <span className="flex items-center gap-2">
      <img
        src={row.sample}
        alt={`Smallest text as ${encodingLabel(row.encoding)}`}
        className="max-w-none border border-rule"
        style={{ width: `calc(220px / ${devicePixelRatio})`, imageRendering: 'pixelated' }}
      />
      {legible === false ? 'hard to read' : legible ? 'can be read' : ''}
    </span>
  );
}

const keyOf = ({ format, palette, quality }: Encoding) =>
  JSON.stringify([format, palette ?? false, quality ?? 0]);
