import { useEffect } from 'react';
import { useStateOf } from './useStateOf.ts';

/**
 * Whether something has lasted too long for nothing to be said of it.
 * @param of with another one the time begins anew @param lasts while it does @param most in milliseconds
 */
export function useIsLong(of: string, lasts: boolean, most: number): boolean {
  const [isLong, setLong] = useStateOf(of, () => false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the time is of this one
  useEffect(() => {
    if (!lasts) return;
    const timer = setTimeout(() => setLong(() => true), most);
    return () => clearTimeout(timer);
  }, [of, lasts, most]);
  return lasts && isLong;
}
