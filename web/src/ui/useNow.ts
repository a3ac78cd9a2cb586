import { useEffect, useState } from 'react';

const EVERY_MS = 30_000;

/** The time, renewed twice a minute, for what is said in words. */
export function useNow(): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
