import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import type { OwnSheet } from '../sheet/useProofSheet.ts';

/** Opens the picture that the address names to be worked on, once, and takes it from the address. */
export function useOpening(
  { pictures }: OwnSheet,
  prepare: (evidenceId: string, step: PrepareStep) => void,
): void {
  const [search, setSearch] = useSearchParams();
  const step = (['pin', 'format'] as const).find((one) => search.has(one)) ?? 'frame';
  const named = search.get(step);
  const there = pictures.some((p) => p.evidenceId === named);
  // biome-ignore lint/correctness/useExhaustiveDependencies: opened when it is named, not when it changes
  useEffect(() => {
    if (!named || !there) return;
    prepare(named, step);
    setSearch({}, { replace: true });
  }, [named, there, step]);
}
