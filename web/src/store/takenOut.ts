/** Which evidence made room for which, as the server said, so that an undo can put it back. */
const takenOutBy = new Map<string, string[]>();

export function rememberTakenOut(evidenceId: string, takenOut: string[]): void {
  takenOutBy.set(evidenceId, takenOut);
}

export function wasTakenOutBy(evidenceId: string): readonly string[] {
  return takenOutBy.get(evidenceId) ?? [];
}
