import { Component, type ReactNode } from 'react';
import { CrashPage } from './endPages.tsx';

interface CrashBoundaryProps {
  /** what is drawn; another one gets a new chance */
  place?: string;
  children: ReactNode;
}

/** Shows the crash page instead of what failed to draw. */
export class CrashBoundary extends Component<CrashBoundaryProps, { failed: boolean; place: string }> {
  override state = { failed: false, place: this.props.place ?? '' };

  static getDerivedStateFromProps({ place = '' }: CrashBoundaryProps, before: { place: string }) {
    return place === before.place ? null : { failed: false, place };
  }

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? <CrashPage /> : this.props.children;
  }
}
