import type { ReactNode } from 'react';
import { useApi } from '../api/useApi.ts';

const gigabytes = (bytes: number): string => (bytes / 1e9).toFixed(bytes < 1e10 ? 1 : 0);
/** How often it is asked for again. */
const AGAIN_MS = 10 * 60_000;

/** Tells an administrator while there is still time to make room. */
export default function DiskWarning(): ReactNode {
  const { data } = useApi('disk', {}, { refreshInterval: AGAIN_MS });
  if (!data?.low) return null;
  return (
    <p role="status" className="border-b border-ochre-mark bg-ochre-wash px-4 py-1.5 text-ochre">
      The disk of the server is nearly full: {gigabytes(data.freeBytes)} GB of {gigabytes(data.totalBytes)} GB
      are free. Make room before pictures are refused.
    </p>
  );
}
