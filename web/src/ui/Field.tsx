import type { ReactNode } from 'react';
import { fieldSentence } from '../words/fields.ts';

export const control = 'min-h-10 w-full border border-edge bg-card px-2 font-normal';

interface FieldProps {
  label: string;
  /** code of what is wrong with it */
  fault?: string | undefined;
  hint?: string;
  className?: string;
  /** the field itself */
  children: ReactNode;
}

/** A labelled field with what is wrong with it. */
export function Field({ label, fault, hint, className = '', children }: FieldProps): ReactNode {
  return (
    <div className={`flex flex-col gap-1 text-sm ${className}`}>
      {/* biome-ignore lint/a11y/noLabelWithoutControl: the field comes as its child */}
      <label className="flex flex-col gap-1 font-semibold">
        {label}
        {children}
      </label>
      {hint && <span className="text-faded">{hint}</span>}
      {fault && (
        <span role="alert" className="text-madder">
          {fieldSentence(fault)}
        </span>
      )}
    </div>
  );
}
