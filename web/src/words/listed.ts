/** "A, B, C and 2 more" */
export function listed(names: readonly string[], most = 3): string {
  const shown = names.slice(0, most).join(', ');
  return names.length > most ? `${shown} and ${names.length - most} more` : shown;
}
