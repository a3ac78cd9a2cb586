import type { SignedReceipt } from '@nachweis/contract';
import { type ReactNode, useEffect, useEffectEvent, useRef, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { sha256Hex } from '../api/sha256.ts';
import { useApi } from '../api/useApi.ts';
import { Problem } from '../ui/Problem.tsx';
import { FindingSign } from '../ui/signs.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { dateAndTime } from '../ui/when.ts';
import { unreadFile } from '../words/unreadFile.ts';
import { checkReceipt, type GivenFile, type ReadReceipt, standingOf } from './checkReceipt.ts';

/** Longer than any receipt; what is larger is a picture. */
const RECEIPT_BYTES = 200_000;

/**
 * Anybody checks a receipt and files here. All of it happens in the browser: nothing that is chosen leaves it, and once
 * the page and its keys are there it needs no connection.
 */
export default function CheckScreen(): ReactNode {
  const { data, error } = useApi('signingKeys', {}, { revalidateOnFocus: false });
  const [read, setRead] = useState<ReadReceipt | null>(null);
  const [files, setFiles] = useState<GivenFile[]>([]);
  const [unread, setUnread] = useState<readonly string[]>([]);
  useTitle('Check a receipt');
  // Dropped before the keys are there: looked at as soon as they are.
  const early = useRef<File[]>([]);
  const take = async (chosen: Iterable<File>) => {
    if (!data) {
      early.current.push(...chosen);
      return;
    }
    setUnread([]);
    for (const file of chosen) {
      try {
        if (file.size < RECEIPT_BYTES && /\.(jws|txt)$/i.test(file.name))
          setRead(await checkReceipt(await file.text(), data.keys));
        else {
          const given = { name: file.name, sha256: await sha256Hex(await file.arrayBuffer()) };
          setFiles((before) => [...before.filter((one) => one.name !== given.name), given]);
        }
      } catch {
        setUnread((before) => [...before, file.name]);
      }
    }
  };
  const takeEarly = useEffectEvent(() => void take(early.current.splice(0)));
  useEffect(() => {
    if (data && early.current.length > 0) takeEarly();
  }, [data]);
  return (
    <main
      className="mx-auto flex w-full max-w-3xl flex-1 flex-col gap-4 p-4 sm:p-8"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files);
      }}
    >
      <h1 className="flex items-center gap-3 text-2xl">
        <img src="/mark.svg" alt="" width={28} height={28} />
        Check a receipt
      </h1>
      <p>
        Choose or drop a receipt (it ends in <span className="font-mono">.jws</span>) and the files that were
        handed in with it. They stay in this browser; nothing is sent.
      </p>
      {error && <p role="alert">{sentenceOf(error)}</p>}
      <input
        type="file"
        multiple
        aria-label="Receipt and files"
        disabled={!data}
        onChange={({ target }) => {
          if (target.files) void take([...target.files]);
          target.value = '';
        }}
      />
      <Problem>{unread.length > 0 ? unread.map(unreadFile).join(' ') : ''}</Problem>
      <div role="status" className="flex flex-col gap-4">
        {read && <Signature read={read} />}
        {read && read.by !== 'none' && (
          <Facts receipt={read.receipt} isSure={read.by === 'signed'} files={files} />
        )}
        {!read && files.length > 0 && <p>Now the receipt, to compare the files with.</p>}
      </div>
      <p className="mt-4 text-sm">
        <Link to="/" className="text-verdigris-deep underline">
          To Nachweis
        </Link>
      </p>
    </main>
  );
}

const SAID = {
  signed: ['fine', 'This receipt was signed by this server, and nothing in it was changed.'],
  changed: ['problem', 'Something in this receipt was changed after it was signed. Do not rely on it.'],
  'other-key': [
    'problem',
    'This receipt names a key that is not one of this server’s. It was made elsewhere.',
  ],
  unknown: ['to-check', 'This browser cannot check signatures here. Open this page over https.'],
  none: ['problem', 'This is no receipt of Nachweis, or it is damaged.'],
} as const;

function Signature({ read }: { read: ReadReceipt }): ReactNode {
  const [level, words] = SAID[read.by];
  return (
    <p className="flex items-center gap-2 border border-edge bg-card p-3 font-semibold">
      <FindingSign level={level} /> {words}
    </p>
  );
}

const STANDING = {
  same: ['fine', 'is what was handed in'],
  changed: ['problem', 'is called like what was handed in, and is another file'],
  other: ['to-check', 'is none of what was handed in'],
} as const;
/** A receipt that nobody vouches for says what it says, and no more. */
const STANDING_UNSURE: Record<keyof typeof STANDING, readonly ['problem' | 'to-check', string]> = {
  same: ['to-check', 'is what this receipt names; that says nothing as long as the receipt is not sure'],
  changed: ['problem', 'is called like what this receipt names, and is another file'],
  other: ['to-check', 'is none of what this receipt names'],
};

interface FactsProps {
  receipt: SignedReceipt;
  /** whether it is known that this server signed it as it stands */
  isSure: boolean;
  files: readonly GivenFile[];
}

function Facts({ receipt, isSure, files }: FactsProps): ReactNode {
  const given = new Set(files.map((file) => file.sha256));
  return (
    <>
      <dl className="grid grid-cols-[8rem_minmax(0,1fr)] gap-y-0.5">
        {(
          [
            ['Number', receipt.number],
            ['Student', receipt.student],
            ['Assignment', receipt.assignment],
            ['Course', receipt.course],
            ['Handed in', `${dateAndTime(receipt.handedInAt, receipt.timeZone)} (${receipt.timeZone})`],
            ['In time', receipt.late ? `late; due ${dateAndTime(receipt.dueAt, receipt.timeZone)}` : 'yes'],
          ] as const
        ).map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-faded">{name}</dt>
            <dd className="written">{value}</dd>
          </div>
        ))}
      </dl>
      <section>
        <h2 className="text-lg">{isSure ? 'Files that were handed in' : 'Files that this receipt names'}</h2>
        <ul className="border-t border-rule">
          {receipt.files.map(({ name, sha256, point }) => (
            <li
              key={`${name} ${sha256}`}
              className="flex flex-wrap gap-x-3 border-b border-rule py-1 text-sm"
            >
              <span className="written flex-1 font-mono">{name}</span>
              <span className="text-faded">{point}</span>
              <span>{given.has(sha256) ? 'given here' : 'not given here'}</span>
            </li>
          ))}
        </ul>
      </section>
      {files.length > 0 && (
        <section>
          <h2 className="text-lg">Files that you gave</h2>
          <ul className="border-t border-rule">
            {files.map((file) => {
              const [level, words] = (isSure ? STANDING : STANDING_UNSURE)[standingOf(file, receipt)];
              return (
                <li key={file.name} className="flex items-center gap-2 border-b border-rule py-1 text-sm">
                  <FindingSign level={level} />
                  <span className="written font-mono">{file.name}</span> {words}
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </>
  );
}
