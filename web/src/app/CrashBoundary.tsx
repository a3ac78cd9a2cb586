import { Component, type ReactNode } from 'react';
import { CrashPage } from './endPages.tsx';

/** Shows the crash page instead of what failed to draw. A new `key` gives the next page a new chance. */
export class CrashBoundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? <CrashPage /> : this.props.children;
  }
}
