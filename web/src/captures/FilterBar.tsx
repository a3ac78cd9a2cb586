import { type CaptureFilter, SOURCES } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { useApi } from '../api/useApi.ts';
import { SOURCE_WORDS } from '../pictures/sourceWords.ts';
import { Check } from '../ui/Check.tsx';

/** As the fields hold it; empty where nothing is asked. */
export type Filter = Pick<CaptureFilter, 'words' | 'bin'> & {
  /** one capture, by its id */
  id: string;
  source: string;
  courseId: string;
  from: string;
  until: string;
  used: string;
  favourite: string;
};
export const NO_FILTER: Filter = {
  id: '',
  words: '',
  bin: 'no',
  source: '',
  courseId: '',
  from: '',
  until: '',
  used: '',
  favourite: '',
};

const field = 'h-9 border border-edge bg-card px-2';

/** Words and filters for the captures. */
export function FilterBar({
  filter,
  onChange,
}: {
  filter: Filter;
  onChange: (part: Partial<Filter>) => void;
}): ReactNode {
  const { data: assignments = [] } = useApi('listAssignments', {});
  const courses = [...new Map(assignments.map((a) => [a.courseId, a.courseTitle])).entries()];
  return (
    <search className="mx-4 mt-2 flex flex-wrap items-end gap-3 border-y border-rule py-2 sm:mx-6">
      <label className="min-w-56 flex-1 text-sm">
        Words in name, note, tag, source or document
        <input
          type="search"
          value={filter.words}
          onChange={(event) => onChange({ words: event.target.value })}
          className={`${field} mt-0.5 block w-full`}
        />
      </label>
      <label className="text-sm">
        Source
        <select
          value={filter.source}
          onChange={(event) => onChange({ source: event.target.value })}
          className={`${field} mt-0.5 block max-w-48`}
        >
          <option value="">any</option>
          {SOURCES.map((source) => (
            <option key={source} value={source}>
              {SOURCE_WORDS[source]}
            </option>
          ))}
        </select>
      </label>
      <label className="text-sm">
        Course
        <select
          value={filter.courseId}
          onChange={(event) => onChange({ courseId: event.target.value })}
          className={`${field} mt-0.5 block max-w-48`}
        >
          <option value="">any</option>
          {courses.map(([id, title]) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      {(['from', 'until'] as const).map((which) => (
        <label key={which} className="text-sm">
          {which === 'from' ? 'From' : 'Until'}
          <input
            type="date"
            value={filter[which]}
            onChange={(event) => onChange({ [which]: event.target.value })}
            className={`${field} mt-0.5 block max-w-48`}
          />
        </label>
      ))}
      <label className="text-sm">
        Used
        <select
          value={filter.used}
          onChange={(event) => onChange({ used: event.target.value })}
          className={`${field} mt-0.5 block max-w-48`}
        >
          <option value="">all</option>
          <option value="yes">used</option>
          <option value="no">unused</option>
        </select>
      </label>
      <Check
        checked={filter.favourite === 'yes'}
        onChecked={(checked) => onChange({ favourite: checked ? 'yes' : '' })}
        className="py-1.5"
      >
        Kept at hand
      </Check>
    </search>
  );
}
