import type { Assignment, CoursePerson, CourseView } from '@nachweis/contract';
import type { MatchedFile, NameRoll } from '@nachweis/core';
import { useEffect, useRef, useState } from 'react';
import type { NamesWorker } from '../workers/names.worker.ts';
import { onDemand } from '../workers/onDemand.ts';
import type { Found } from './foundFiles.ts';

const askNames = onDemand<NamesWorker>(
  () => new Worker(new URL('../workers/names.worker.ts', import.meta.url), { type: 'module' }),
);

/** A file with whose picture of what it is, as found or as somebody has said. */
export interface Match extends Omit<MatchedFile, 'picture'> {
  file: Found;
  /** somebody has said it */
  isSaid: boolean;
}

export const studentsOf = (course: CourseView): CoursePerson[] =>
  course.people.filter((person) => person.role === 'student');

function rollOf(assignment: Assignment, course: CourseView): NameRoll {
  return {
    people: studentsOf(course),
    points: assignment.proofPoints.map(({ code, title, requirements }) => ({
      code,
      title,
      maxPictures: requirements.maxPictures,
    })),
    attempts: assignment.attempts,
    course: course.title,
    assignment: assignment.title,
    timeZone: assignment.timeZone,
  };
}

/** Says of files whose they are. @returns null while that is worked out; what can be changed after */
export function useMatches(
  files: readonly Found[],
  assignment: Assignment,
  course: CourseView,
): { matches: Match[] | null; failed: boolean; say: (path: string, change: Partial<Match>) => void } {
  const [matches, setMatches] = useState<Match[] | null>([]);
  const [failed, setFailed] = useState(false);
  /** by path; it stays when more files come */
  const said = useRef(new Map<string, Partial<Match>>());
  const { nameRule, nameTarget } = assignment;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was said stays when the page is read again
  useEffect(() => {
    if (files.length === 0) return setMatches([]);
    let isStale = false;
    setMatches(null);
    setFailed(false);
    const paths = files.map(({ path }) => ({ path }));
    askNames((worker) => worker.matchNames(nameRule, rollOf(assignment, course), paths, nameTarget))
      .then((found) => {
        if (isStale) return;
        const made = found.flatMap(({ picture: _, ...match }, index) => {
          const file = files[index];
          return file ? [{ ...match, file, isSaid: false, ...said.current.get(match.path) }] : [];
        });
        // What is to be said stands first.
        const order = ['open', 'likely', 'sure'];
        setMatches(made.sort((a, b) => order.indexOf(a.confidence) - order.indexOf(b.confidence)));
      })
      .catch(() => {
        if (!isStale) setFailed(true);
      });
    return () => {
      isStale = true;
    };
  }, [files]);
  const say = (path: string, change: Partial<Match>) => {
    said.current.set(path, { ...change, isSaid: true });
    setMatches(
      (all) => all?.map((one) => (one.path === path ? { ...one, ...change, isSaid: true } : one)) ?? null,
    );
  };
  return { matches, failed, say };
}
