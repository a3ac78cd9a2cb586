import { type ReactNode, useEffect, useState } from 'react';
import { useMe } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { canChooseFolder, chooseFolder, chosenFolder } from './copyFolder.ts';

/** Which folder copies go to, and choosing another. */
export function CopyFolder(): ReactNode {
  const me = useMe();
  const [name, setName] = useState<string | null>(null);
  useEffect(() => {
    chosenFolder(me.id).then(
      (folder) => setName(folder?.name ?? null),
      () => undefined,
    );
  }, [me.id]);
  if (!canChooseFolder())
    return (
      <p className="text-sm text-faded">
        This browser writes into no folder: each copy is saved as a download.
      </p>
    );
  const choose = async () => {
    try {
      const folder = await chooseFolder(me.id);
      if (folder) setName(folder.name);
    } catch {
      toast.error('This folder cannot be used. Choose another one.');
    }
  };
  return (
    <div className="flex flex-wrap items-center justify-between gap-2">
      <span className="written text-sm text-faded">
        {name === null ? 'No folder is chosen: copies are downloads.' : `Folder: ${name}`}
      </span>
      <Button small onClick={() => void choose()}>
        {name === null ? 'Choose the folder …' : 'Another folder …'}
      </Button>
    </div>
  );
}
