import { type ReactNode, useEffect, useState } from 'react';
import * as sonner from 'sonner';
import { noticesReady } from '../ui/notices.ts';
import { useHeardTitle } from '../ui/useTitle.ts';

/** The place for notices: below the header, or beside the button in the bar to hand in. And what is only heard. */
export default function Notices(): ReactNode {
  useEffect(() => noticesReady(sonner), []);
  return (
    <>
      <PageHeard />
      <sonner.Toaster
        containerAriaLabel="Notices"
        position="top-center"
        // Asked of the page each time, it would make it lay itself out.
        dir="ltr"
        style={{ fontFamily: 'inherit' }}
        offset={{ top: 56, bottom: 5, left: 16 }}
        mobileOffset={{ top: 56, bottom: 130 }}
        toastOptions={{
          unstyled: true,
          closeButtonAriaLabel: 'Dismiss this notice',
          classNames: {
            toast:
              'pointer-events-auto flex w-[26rem] max-w-[92vw] items-center gap-3 border border-edge bg-card px-3 py-1.5 text-ink' +
              // Of one that lies behind another, half a line would look out.
              ' [&[data-front=false][data-expanded=false]>*]:opacity-0',
            actionButton:
              'ml-auto shrink-0 rounded-md border border-verdigris px-2.5 py-1 font-semibold text-verdigris-deep',
            description: 'text-sm text-faded',
            closeButton:
              'order-last -mr-1.5 ml-auto shrink-0 [li:has([data-action])>&]:ml-0 rounded-md p-2 text-verdigris-deep',
          },
        }}
      />
    </>
  );
}

/**
 * Says which page one has come to: of one that the browser did not load, a screen reader would hear nothing, and of one
 * that it did, that it is being fetched.
 */
function PageHeard(): ReactNode {
  const title = useHeardTitle();
  // What a place holds from its beginning is not told.
  const [isThere, setThere] = useState(false);
  useEffect(() => setThere(true), []);
  return (
    <p role="status" className="sr-only">
      {isThere && title}
    </p>
  );
}
