import type { Level, Verdict } from '@nachweis/core';
import type { ReactNode } from 'react';

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  shown: 'shown',
  partly: 'partly shown',
  'not-shown': 'not shown',
};

/** A verdict as a full, a half or an open disc; none as a dotted one. */
export function VerdictDisc({ verdict, size = 16 }: { verdict: Verdict | null; size?: number }): ReactNode {
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden className="shrink-0">
      <circle
        cx="8"
        cy="8"
        r="6.2"
        fill={verdict === 'shown' ? 'currentColor' : 'none'}
        stroke="currentColor"
        strokeWidth="1.6"
        strokeDasharray={verdict ? undefined : '1.6 2.2'}
      />
      {verdict === 'partly' && <path d="M8 1.8a6.2 6.2 0 0 0 0 12.4z" fill="currentColor" />}
    </svg>
  );
}

const FINDING_COLOURS: Readonly<Record<Level, string>> = {
  fine: 'text-verdigris',
  'to-check': 'text-ochre-mark',
  problem: 'text-madder',
};

/** A finding as a dot (fine), a diamond (to check) or a square (problem). */
export function FindingSign({ level, size = 14 }: { level: Level; size?: number }): ReactNode {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 14 14"
      aria-hidden
      className={`shrink-0 ${FINDING_COLOURS[level]}`}
      fill="currentColor"
    >
      {level === 'fine' && <circle cx="7" cy="7" r="3.6" />}
      {level === 'to-check' && <path d="M7 1l6 6-6 6-6-6z" />}
      {level === 'problem' && <path d="M2 2h10v10H2z" />}
    </svg>
  );
}

/** The letter of a must-show, the same everywhere. */
export function Letter({ children, filled = false }: { children: string; filled?: boolean }): ReactNode {
  return (
    <span
      className={`inline-grid size-6 shrink-0 place-items-center rounded-full border font-mono text-sm font-bold ${filled ? 'letter-filled border-edge bg-[#12343b] text-[#fffdf6]' : 'border-edge text-ink'}`}
    >
      {children}
    </span>
  );
}
