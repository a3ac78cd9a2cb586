import type { Receipt } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { FileLink } from '../pictures/FileLink.tsx';
import { Button } from '../ui/Button.tsx';
import { saveAs } from '../ui/saveAs.ts';
import { dateAndTime, fileSize } from '../ui/when.ts';
import { HandInForms } from './HandInForms.tsx';

/** What proves that, when and what was handed in. */
export function ReceiptCard({ receipt }: { receipt: Receipt }): ReactNode {
  const facts: Array<[string, ReactNode]> = [
    [
      'Number',
      <span key="number" className="font-mono">
        {receipt.number}
      </span>,
    ],
    ['Student', receipt.student],
    ['Assignment', receipt.assignmentTitle],
    ['Course', receipt.courseTitle],
    ['Attempt', receipt.attempt],
    ['Handed in', `${dateAndTime(receipt.handedInAt, receipt.timeZone)} (${receipt.timeZone})`],
    [
      'In time',
      receipt.late ? (
        <strong key="late" className="text-ochre">
          late; due {dateAndTime(receipt.dueAt, receipt.timeZone)}
        </strong>
      ) : (
        'yes'
      ),
    ],
  ];
  return (
    <section aria-labelledby="receipt-title" className="border border-edge bg-card p-4">
      <div className="mb-2 flex items-center gap-2">
        <h2 id="receipt-title" className="flex-1 text-base">
          Receipt
        </h2>
        <Button small look="quiet" className="print:hidden" onClick={() => print()}>
          Print
        </Button>
      </div>
      <dl className="grid grid-cols-[6rem_minmax(0,1fr)] gap-y-0.5 text-sm">
        {facts.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-faded">{name}</dt>
            <dd className="written line-clamp-3 min-w-0">{value}</dd>
          </div>
        ))}
      </dl>
      {receipt.sealedAt === null && (
        <p role="status" className="mt-2 border-l-4 border-verdigris pl-2 text-sm">
          What you handed in and when is fixed. Its files are being sealed; their sizes and hashes follow here
          in a moment.
        </p>
      )}
      {receipt.jws && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-sm print:hidden">
          <HandInForms handInId={receipt.handInId} />
          <Button
            small
            onClick={() =>
              receipt.jws &&
              saveAs(new Blob([receipt.jws], { type: 'application/jose' }), `${receipt.number}-receipt.jws`)
            }
          >
            Save the receipt
          </Button>
          <Link to="/check" className="text-verdigris-deep underline">
            Anybody can check it
          </Link>
        </p>
      )}
      <ul className="mt-2 border-t border-rule">
        {receipt.files.map((file) => (
          <li key={file.itemId} className="border-b border-rule py-1.5 text-sm">
            <FileLink item={{ fileHref: file.href, fileName: file.name }} />
            <span className="text-faded">
              {' '}
              {file.point}
              {file.bytes !== null && `, ${fileSize(file.bytes)}`}
              {file.damaged && ', its pixels cannot be read'}
            </span>
            <span className="block font-mono text-xs break-all text-faded" title="SHA-256 of the file">
              {file.sha256}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
