const HOUR = 3_600_000;

/** When hand-ins came, by how long before the due time; the last is after it. */
const SPANS: ReadonlyArray<{ label: string; atLeast: number }> = [
  { label: 'over 3 days before', atLeast: 72 * HOUR },
  { label: '1 to 3 days before', atLeast: 24 * HOUR },
  { label: '6 to 24 hours before', atLeast: 6 * HOUR },
  { label: '1 to 6 hours before', atLeast: HOUR },
  { label: 'in the last hour', atLeast: 0 },
  { label: 'after the due time', atLeast: Number.NEGATIVE_INFINITY },
];

export interface Span {
  label: string;
  count: number;
}

/** How many came in each span. The due instant itself is in time, and so in the last hour. */
export function spansOf(dueAt: string, handedInAt: readonly string[]): Span[] {
  const counts = SPANS.map(({ label }) => ({ label, count: 0 }));
  for (const at of handedInAt) {
    const before = Date.parse(dueAt) - Date.parse(at);
    const span = counts[SPANS.findIndex(({ atLeast }) => before >= atLeast)];
    if (span) span.count++;
  }
  return counts;
}
