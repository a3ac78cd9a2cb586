import { useRef, useState } from 'react';
import { useMe } from '../api/session.ts';
import { dropNote, keepNote, readNote } from '../store/notes.ts';

interface KeptText {
  text: string;
  write: (text: string) => void;
  /** what was sent is no longer to be kept; what was written on since is */
  sent: (text: string) => void;
}

/** Words that are being written, which outlive a reload. @param about what they are about, with the id of that */
export function useKeptText(about: string): KeptText {
  const key = `nachweis-words/${useMe().id}/${about}`;
  const [text, setText] = useState(() => readNote<string>(key) ?? '');
  const latest = useRef(text);
  const write = (next: string) => {
    if (next === '') dropNote(key, latest.current);
    else keepNote(key, next);
    latest.current = next;
    setText(next);
  };
  const sent = (what: string) => {
    if (latest.current === what) write('');
  };
  return { text, write, sent };
}
