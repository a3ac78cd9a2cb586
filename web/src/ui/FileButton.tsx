import { type ReactNode, useRef } from 'react';
import { Button, type ButtonProps } from './Button.tsx';

interface FileButtonProps extends Pick<ButtonProps, 'look' | 'disabled' | 'children'> {
  /** what the chooser offers, as its `accept` has it */
  accept: string;
  /** what the file is, for whoever looks for the field behind the button */
  fileLabel: string;
  onFile: (file: File) => void;
}

/** A small button by which one file is chosen; the same one may be chosen again. */
export function FileButton({ accept, fileLabel, onFile, children, ...button }: FileButtonProps): ReactNode {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button small {...button} onClick={() => chooser.current?.click()}>
        {children}
      </Button>
      <input
        ref={chooser}
        type="file"
        accept={accept}
        aria-label={fileLabel}
        hidden
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) onFile(file);
          target.value = '';
        }}
      />
    </>
  );
}
