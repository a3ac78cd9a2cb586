import { HIGHLIGHT_TINTS, MAX_MARK_TEXT, type Mark, REDACTION_LOOKS } from '@nachweis/core';
import { type ReactNode, type RefObject, useLayoutEffect } from 'react';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Choices } from '../ui/Choices.tsx';
import { InkChoices } from '../ui/InkChoices.tsx';
import { RealLength } from './RealLength.tsx';
import { FIRST_TEXT } from './tools.ts';

interface MarkPanelProps {
  mark: Mark;
  /** how it reads aloud, where it lies on the frame */
  words: string;
  field: RefObject<HTMLTextAreaElement | null>;
  /** @param mergeWith joins it to the change before, where that has the same name */
  onChange: (mark: Mark, mergeWith?: string) => void;
  /** of a length: its real value */
  onCalibrate: (value: number, unit: string) => void;
  /** of a hidden area: the same in other pictures; null where there are none */
  onHideElsewhere: (() => void) | null;
  /** what can be done to any mark */
  children: ReactNode;
}

const TINT_NAMES = ['yellow', 'green', 'pink'] as const;

/** What can be changed of the mark that is chosen. */
export function MarkPanel({
  mark,
  words,
  field,
  onChange,
  onCalibrate,
  onHideElsewhere,
  children,
}: MarkPanelProps): ReactNode {
  // What is written is told above the field, too, and pushes it down as it gets longer.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is seen again whenever what stands above it has changed
  useLayoutEffect(() => {
    const { current } = field;
    if (current && current === document.activeElement) current.scrollIntoView({ block: 'nearest' });
  }, [words, field]);
  return (
    <section aria-label="The chosen mark" className="flex flex-col gap-2 border-t border-rule p-3 text-sm">
      <p className="font-semibold">{words}</p>
      {('text' in mark || mark.kind === 'number') && (
        <label>
          {'text' in mark ? 'What it says' : 'What is seen at this step'}
          <textarea
            ref={field}
            rows={'text' in mark ? 3 : 2}
            dir="auto"
            maxLength={'text' in mark ? MAX_MARK_TEXT : 300}
            value={'text' in mark ? (mark.text === FIRST_TEXT ? '' : mark.text) : mark.says}
            onChange={({ target: { value } }) =>
              onChange(
                'text' in mark ? { ...mark, text: value || FIRST_TEXT } : { ...mark, says: value },
                `words ${mark.id}`,
              )
            }
            onFocus={({ currentTarget }) => currentTarget.scrollIntoView({ block: 'nearest' })}
            className="mt-0.5 block w-full scroll-my-2 border border-edge bg-card p-1.5"
          />
        </label>
      )}
      {'ink' in mark && (
        <InkChoices
          label="Ink"
          ink={mark.ink}
          onChoose={(ink) => onChange({ ...mark, ink })}
          onTry={(ink) => onChange({ ...mark, ink }, `ink ${mark.id}`)}
        />
      )}
      {mark.kind === 'redaction' && (
        <>
          <Choices
            label="How it looks"
            value={mark.look}
            options={REDACTION_LOOKS.map((look) => ({ value: look, content: look }))}
            onChoose={(look) => onChange({ ...mark, look })}
          />
          <p className="text-faded">
            What is under it is in nothing that leaves you. Mosaic and blur are made of what lies around it.
          </p>
          {onHideElsewhere && (
            <Button small onClick={onHideElsewhere}>
              Hide this place in other pictures too
            </Button>
          )}
        </>
      )}
      {mark.kind === 'highlight' && (
        <Choices
          label="Tint"
          value={HIGHLIGHT_TINTS.find((tint) => tint === mark.tint) ?? null}
          options={HIGHLIGHT_TINTS.map((tint, i) => ({
            value: tint,
            content: (
              <span className="flex items-center gap-1">
                <span className="size-4 border border-edge" style={{ background: tint }} />
                {TINT_NAMES[i]}
              </span>
            ),
          }))}
          onChoose={(tint) => onChange({ ...mark, tint })}
        />
      )}
      {mark.kind === 'measure' && mark.of === 'length' && (
        <RealLength key={mark.id} length={mark} onCalibrate={onCalibrate} />
      )}
      {mark.kind === 'measure' && mark.of !== 'area' && (
        <Check
          checked={mark.guide === true}
          onChecked={(checked) => onChange({ ...mark, guide: checked || undefined })}
        >
          A guide: what is drawn near its line follows it; hold Alt to draw freely
        </Check>
      )}
      {children}
    </section>
  );
}
