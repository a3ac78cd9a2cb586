import type { WorkFile } from '@nachweis/contract';
import { type KeyboardEvent, type ReactNode, useId, useRef } from 'react';
import { type useForm, useWatch } from 'react-hook-form';
import { BriefText } from '../ui/BriefText.tsx';
import { control } from '../ui/Field.tsx';
import { typeAtCursor } from '../ui/typeAtCursor.ts';
import { linkTo } from '../workFiles/linkTo.ts';
import type { BuilderForm } from './form.ts';
import { MarkdownTools, toolFor } from './MarkdownTools.tsx';

interface BriefFieldProps {
  form: ReturnType<typeof useForm<BuilderForm>>;
  /** that it can refer to */
  files: readonly WorkFile[];
}

/** The brief as it is written, with tools for its Markdown, and as students read it. */
export function BriefField({ form: { register, control: fields }, files }: BriefFieldProps): ReactNode {
  const brief = useWatch({ control: fields, name: 'brief' });
  const id = useId();
  const around = useRef<HTMLDivElement>(null);
  const byKey = (event: KeyboardEvent) => {
    const style = toolFor(event);
    const tool = style && around.current?.querySelector<HTMLElement>(`[data-md-button="${style}"]`);
    if (!tool) return;
    event.preventDefault();
    tool.click();
  };
  return (
    <div ref={around} className="flex flex-col gap-1 text-sm">
      <label htmlFor={id} className="font-semibold">
        Brief
      </label>
      <div className="border border-edge bg-card">
        <div className="border-b border-rule px-1 py-0.5">
          <MarkdownTools field={id} />
        </div>
        <textarea
          id={id}
          rows={7}
          {...register('brief')}
          onKeyDown={byKey}
          aria-describedby={`${id}-hint`}
          className={`${control} block border-0 py-1.5`}
        />
      </div>
      <span id={`${id}-hint`} className="text-faded">
        Markdown: **bold**, *italic*, lists, tables, links; files/name is a file of this assignment
      </span>
      {files.length > 0 && (
        // biome-ignore lint/a11y/useSemanticElements: buttons that write into another field are no form's group of fields
        <div role="group" aria-label="Put into the brief" className="flex flex-wrap items-center gap-1">
          <span className="text-faded">Put in at the cursor:</span>
          {files.map((file) => (
            <button
              key={file.name}
              type="button"
              onClick={() => {
                const field = document.getElementById(id);
                if (field instanceof HTMLTextAreaElement) typeAtCursor(field, linkTo(file));
              }}
              className="written min-h-6 max-w-full rounded-sm border border-edge bg-card px-1.5 font-mono hover:bg-verdigris-wash"
            >
              {file.name}
            </button>
          ))}
        </div>
      )}
      {brief.trim() !== '' && (
        <details>
          <summary className="cursor-pointer font-semibold text-verdigris-deep">As students read it</summary>
          <div className="border border-rule bg-card p-3 text-base">
            <BriefText text={brief} files={files} />
          </div>
        </details>
      )}
    </div>
  );
}
