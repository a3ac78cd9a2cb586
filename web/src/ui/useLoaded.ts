import { useEffect, useRef, useState } from 'react';

interface LoadOptions {
  wanted: boolean;
  /** fetched before it is wanted, so that it is there when the server is not */
  ahead?: boolean;
  /** called when it is wanted and cannot be had */
  onMissing: () => void;
}

/** A part of the page that is fetched by itself; asked for again when it is wanted and still missing. */
export function useLoaded<T>(
  load: () => Promise<T>,
  { wanted, ahead = false, onMissing }: LoadOptions,
): T | null {
  const [loaded, setLoaded] = useState<T | null>(null);
  const latest = useRef({ load, onMissing });
  latest.current = { load, onMissing };
  const there = loaded !== null;
  useEffect(() => {
    if (there || !(wanted || ahead)) return;
    let ended = false;
    latest.current.load().then(
      (part) => !ended && setLoaded(() => part),
      () => !ended && wanted && latest.current.onMissing(),
    );
    return () => {
      ended = true;
    };
  }, [wanted, ahead, there]);
  return loaded;
}
