import type { ReactNode, RefObject } from 'react';

/** The password of somebody who has one. */
export function PasswordField({ input }: { input: RefObject<HTMLInputElement | null> }): ReactNode {
  return (
    <label className="flex flex-col gap-1 font-semibold">
      Password
      <input
        ref={input}
        name="password"
        type="password"
        autoComplete="current-password"
        className="min-h-11 border border-edge bg-card px-3 font-normal"
      />
    </label>
  );
}
