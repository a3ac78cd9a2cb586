import { MOST_WORK_FILES, type WorkFile } from '@nachweis/contract';
import { Trash2 } from 'lucide-react';
import { type ReactNode, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { fileSize } from '../ui/when.ts';
import { linkTo } from './linkTo.ts';

/** The files of an assignment, for who writes it. They count at once, whatever is not saved yet. */
export function WorkFilePanel({ assignmentId }: { assignmentId: string }): ReactNode {
  const { data, error, mutate } = useApi('workFiles', { params: { assignmentId } });
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const files = data?.files ?? [];
  const latest = useRef(files);
  latest.current = files;
  const line = useRef(Promise.resolve());
  /** One choice after the other: the list as it was answered last is the list. */
  const add = (chosen: readonly File[]) => {
    line.current = line.current.then(() => addNow(chosen));
  };
  const addNow = async (chosen: readonly File[]) => {
    setBusy(true);
    setProblem('');
    const replaced: string[] = [];
    const refused: string[] = [];
    let before = latest.current;
    for (const file of chosen) {
      try {
        const params = { assignmentId, workFileId: crypto.randomUUID() };
        const answer = await callApi('addWorkFile', { params, query: { name: file.name }, body: file });
        const added = answer.files.find(({ id }) => id === params.workFileId);
        if (added && before.some(({ name }) => name === added.name)) replaced.push(added.name);
        before = answer.files;
        await mutate(answer, { revalidate: false });
      } catch (failure) {
        refused.push(`${file.name}: ${sentenceOf(failure)}`);
      }
    }
    setProblem(refused.join(' '));
    if (replaced.length > 0)
      toast.info(`${replaced.join(', ')}: the new file took the place of the one before.`);
    setBusy(false);
  };
  const remove = async (file: WorkFile) => {
    setProblem('');
    try {
      // The server keeps nothing of it: a press on the wrong one is undone from here.
      const there = await fetch(file.href);
      const bytes = there.ok ? await there.blob() : null;
      const params = { assignmentId, workFileId: file.id };
      await mutate(callApi('removeWorkFile', { params }), { revalidate: false });
      toast.success(`${file.name} is taken away.`, {
        ...(bytes && { action: { label: 'Undo', onClick: () => add([new File([bytes], file.name)]) } }),
      });
      chooser.current?.focus();
    } catch (failure) {
      setProblem(sentenceOf(failure));
    }
  };
  const copy = async (file: WorkFile) => {
    try {
      await navigator.clipboard.writeText(linkTo(file));
      toast.info('Copied. Paste it into the brief.');
    } catch {
      setProblem(`Write this into the brief: ${linkTo(file)}`);
    }
  };
  return (
    <section
      aria-label="Files of the assignment"
      className="flex min-w-0 flex-col gap-2 border border-edge bg-card p-3 text-sm"
    >
      <div>
        <h2 className="text-base">Files</h2>
        <p className="text-faded">
          Data to work with, a picture or a plate for the brief, an example hand-in. Students find them below
          the brief, and where it names them.
        </p>
      </div>
      <Problem>{problem || (error ? sentenceOf(error) : '')}</Problem>
      <ul>
        {files.map((file) => (
          <li key={file.id} className="flex flex-wrap items-center gap-x-2 border-t border-rule py-1">
            <a href={file.href} className="written min-w-0 flex-1 text-verdigris-deep underline">
              {file.name}
            </a>
            <span className="text-faded">{fileSize(file.bytes)}</span>
            <Button
              small
              look="quiet"
              aria-label={`Copy the link to ${file.name}`}
              onClick={() => void copy(file)}
            >
              Copy link
            </Button>
            <Button
              small
              look="quiet"
              aria-label={`Take ${file.name} away`}
              onClick={() => void remove(file)}
            >
              <Trash2 size={16} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      {data && files.length < MOST_WORK_FILES && (
        <label className="font-semibold">
          Add files, 25 MB each{busy && ' (adding …)'}
          <input
            ref={chooser}
            type="file"
            multiple
            className="block w-full text-sm font-normal"
            onChange={({ target }) => {
              add([...(target.files ?? [])]);
              target.value = '';
            }}
          />
        </label>
      )}
    </section>
  );
}
