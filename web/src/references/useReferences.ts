import type { ReferencePicture } from '@nachweis/contract';
import { useApi } from '../api/useApi.ts';

const NONE: readonly ReferencePicture[] = [];

/** The reference pictures of an assignment that whoever is signed in may see; none until they are read. */
export function useReferences(assignmentId: string): (proofPointId: string) => readonly ReferencePicture[] {
  const { data } = useApi('references', { params: { assignmentId } });
  const pictures = data?.pictures ?? NONE;
  return (proofPointId) => pictures.filter((picture) => picture.proofPointId === proofPointId);
}
