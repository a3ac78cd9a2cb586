import { type ReactNode, useEffect, useRef, useState } from 'react';

/** A key that is held, or a drag, is told once it has come to rest. */
const REST_MS = 400;

interface HeardProps {
  children: string;
  /** where a page tells of more than one thing */
  testId?: string;
}

/** Lets whoever hears the page know what has changed in a picture; nothing of how it was at first. */
export function Heard({ children: words, testId = 'heard' }: HeardProps): ReactNode {
  const [heard, setHeard] = useState('');
  const last = useRef(words);
  useEffect(() => {
    if (last.current === words) return;
    const timer = setTimeout(() => {
      last.current = words;
      setHeard(words);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [words]);
  return (
    <p role="status" className="sr-only" data-testid={testId}>
      {heard}
    </p>
  );
}
