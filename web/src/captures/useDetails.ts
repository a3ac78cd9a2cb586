import type { CaptureItem } from '@nachweis/contract';
import { useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { dropNote, keepNote, readNote } from '../store/notes.ts';
import { toast } from '../ui/notices.ts';

/** What is written to a capture and not saved yet. */
interface Written {
  note: string;
  /** with commas between */
  tags: string;
  /** the note it was begun on */
  seen: string;
}

export interface Details {
  note: string;
  tags: string;
  change: (part: Partial<Pick<Written, 'note' | 'tags'>>) => void;
  isUnsaved: boolean;
  /** what the note has become elsewhere meanwhile; saving now takes the place of it */
  elsewhere: string | null;
  save: () => Promise<void>;
}

const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter((tag) => tag !== ''),
  ),
];

/** Note and tags of a capture: what is written outlives closing, a reload, and a server that is away. */
export function useDetails(item: CaptureItem, onChanged: () => Promise<unknown>): Details {
  const key = `nachweis-capture/${useMe().id}/${item.id}`;
  const [written, setWritten] = useState(() => readNote<Written>(key));
  const latest = useRef(written);
  const busy = useRef(false);
  const keep = (next: Written | null) => {
    if (next) keepNote(key, next);
    else dropNote(key, latest.current);
    latest.current = next;
    setWritten(next);
  };
  const {
    note,
    tags,
    seen: begunOn,
  } = written ?? {
    ...{ note: item.note, tags: item.tags.join(', '), seen: item.note },
  };
  // What is there as it was written is what the next letter is written on.
  const seen = note === item.note ? item.note : begunOn;
  const changed = {
    note: note !== item.note,
    tags: JSON.stringify(tagsIn(tags)) !== JSON.stringify(item.tags),
  };
  const isUnsaved = changed.note || changed.tags;
  const elsewhere = changed.note && item.note !== seen ? item.note : null;
  const save = async () => {
    if (busy.current || !isUnsaved) return;
    busy.current = true;
    const sent = latest.current;
    try {
      await callApi('writeCaptureDetails', {
        params: { captureId: item.id },
        body: {
          ...(changed.note && { note: { text: note, seen: elsewhere ?? seen } }),
          ...(changed.tags && { tags: tagsIn(tags) }),
        },
      });
      toast.success('Saved.');
      await onChanged();
      // What was written on meanwhile is still to be saved.
      keep(latest.current === sent || !latest.current ? null : { ...latest.current, seen: note });
    } catch (problem) {
      toast.error(`${sentenceOf(problem)} What you wrote is kept in this browser.`);
      await onChanged();
    }
    busy.current = false;
  };
  return {
    ...{ note, tags, isUnsaved, elsewhere, save },
    change: (part) => keep({ note, tags, seen, ...part }),
  };
}
