import { useEffect, useState } from 'react';
import { serverNow } from '../api/serverClock.ts';

const EVERY_MS = 30_000;

/** The time by the server's clock, renewed twice a minute, for what is said in words. */
export function useNow(): number {
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(serverNow()), EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
