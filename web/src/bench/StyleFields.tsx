import { kindOf, type MarkStyle, type StyleName } from '@nachweis/core';
import type { ReactNode } from 'react';
import type { DrawnMark } from './bench.ts';

interface Field {
  label: string;
  options: ReadonlyArray<{ value: number | string; words: string }>;
  /** where nothing was chosen */
  usual: number | string;
}

/** In steps that are told apart at a glance. */
const FIELDS: Readonly<Record<StyleName, Field>> = {
  weight: {
    label: 'Lines',
    usual: 1,
    options: [
      { value: 0.5, words: 'fine' },
      { value: 1, words: 'usual' },
      { value: 2, words: 'bold' },
      { value: 4, words: 'very bold' },
    ],
  },
  letters: {
    label: 'Letters',
    usual: 1,
    options: [
      { value: 0.75, words: 'small' },
      { value: 1, words: 'usual' },
      { value: 1.5, words: 'large' },
      { value: 2.5, words: 'very large' },
    ],
  },
  font: {
    label: 'Font',
    usual: 'plain',
    options: [
      { value: 'plain', words: 'plain' },
      { value: 'fixed', words: 'all as wide' },
    ],
  },
  opacity: {
    label: 'Covers',
    usual: 1,
    options: [
      { value: 1, words: 'all' },
      { value: 0.75, words: 'three quarters' },
      { value: 0.5, words: 'half' },
      { value: 0.25, words: 'a quarter' },
    ],
  },
};

interface StyleFieldsProps {
  /** those that are chosen; what none of them has is not offered */
  marks: readonly DrawnMark[];
  onChange: (marks: DrawnMark[]) => void;
}

/** How marks look beside their ink. */
export function StyleFields({ marks, onChange }: StyleFieldsProps): ReactNode {
  const having = (name: StyleName) => marks.filter((mark) => kindOf(mark).styles?.includes(name));
  const names = (Object.keys(FIELDS) as StyleName[]).filter((name) => having(name).length > 0);
  if (names.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1">
      {names.map((name) => {
        const { label, options, usual } = FIELDS[name];
        const values = new Set(having(name).map((mark) => (mark as MarkStyle)[name] ?? usual));
        const [value] = values;
        // Of several that differ, and from a file: what is not one of the steps is shown all the same.
        const known = values.size === 1 && options.some((one) => one.value === value);
        return (
          <label key={name} className="flex items-center gap-1">
            {label}
            <select
              value={known ? String(value) : ''}
              onChange={({ target }) => {
                const chosen = options.find((one) => String(one.value) === target.value);
                if (!chosen) return;
                const changed = having(name).map(
                  (mark) =>
                    ({ ...mark, [name]: chosen.value === usual ? undefined : chosen.value }) as DrawnMark,
                );
                onChange(changed);
              }}
              className="border border-edge bg-card p-1"
            >
              {!known && <option value="">{values.size === 1 ? String(value) : 'differ'}</option>}
              {options.map((one) => (
                <option key={one.value} value={String(one.value)}>
                  {one.words}
                </option>
              ))}
            </select>
          </label>
        );
      })}
    </div>
  );
}
