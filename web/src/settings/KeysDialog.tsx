import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Dialog } from '../ui/Dialog.tsx';
import { KeyList } from './KeyList.tsx';

/** The keys of the page it was asked for on. */
export default function KeysDialog({
  parts,
  onClose,
}: {
  parts: readonly string[];
  onClose: () => void;
}): ReactNode {
  return (
    <Dialog title="Keys of this page" onClose={onClose}>
      <div className="px-4 pb-4">
        <KeyList parts={[...parts, 'everywhere']} />
        <p className="mt-4 text-sm text-faded">
          Single keys can be turned off in{' '}
          <Link to="/settings" onClick={onClose} className="text-verdigris-deep underline">
            your settings
          </Link>
          .
        </p>
      </div>
    </Dialog>
  );
}
