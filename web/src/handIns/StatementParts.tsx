import { MAX_TEXT } from '@nachweis/contract';
import { type Answer, joinAnswers, type StatementPart, splitAnswers } from '@nachweis/core';
import { type ReactNode, useId } from 'react';

interface StatementPartsProps {
  parts: readonly StatementPart[];
  /** the whole statement, of which the parts are read */
  text: string;
  onText: (text: string) => void;
}

/** A statement in parts: answers to questions, or a number with a reason for each proof point. What is written is one text. */
export function StatementParts({ parts, text, onText }: StatementPartsProps): ReactNode {
  const answers = splitAnswers(parts, text);
  const change = (index: number, answer: Answer) => {
    const next = joinAnswers(
      parts,
      answers.map((one, at) => (at === index ? answer : one)),
    );
    if (next.length <= MAX_TEXT) onText(next);
  };
  return (
    <div className="flex flex-col gap-3">
      {parts.map((part, index) => (
        <Part
          // biome-ignore lint/suspicious/noArrayIndexKey: two questions may read the same
          key={index}
          part={part}
          answer={answers[index] ?? { value: null, text: '' }}
          onAnswer={(answer) => change(index, answer)}
        />
      ))}
    </div>
  );
}

function Part({
  part: { heading, scale },
  answer,
  onAnswer,
}: {
  part: StatementPart;
  answer: Answer;
  onAnswer: (answer: Answer) => void;
}): ReactNode {
  const id = useId();
  const places = scale ? Array.from({ length: scale.steps }, (_, place) => place + 1) : [];
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="written font-semibold">{heading}</legend>
      {scale && (
        <div className="flex flex-wrap items-center gap-x-1 text-sm">
          <span className="written text-faded">{scale.least}</span>
          {places.map((place) => (
            <label key={place} className="flex min-h-8 min-w-8 flex-col items-center justify-center">
              <input
                type="radio"
                name={`${id}-value`}
                checked={answer.value === place}
                onChange={() => onAnswer({ ...answer, value: place })}
                className="size-5 accent-verdigris"
              />
              {place}
            </label>
          ))}
          <span className="written text-faded">{scale.most}</span>
        </div>
      )}
      <textarea
        aria-label={scale ? `Reason, ${heading}` : heading}
        dir="auto"
        rows={3}
        value={answer.text}
        onChange={({ target }) => onAnswer({ ...answer, text: target.value })}
        className="border border-edge bg-card p-2"
      />
    </fieldset>
  );
}
