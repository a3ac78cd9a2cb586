import { type ReactNode, useRef } from 'react';
import { buttonClasses } from './Button.tsx';

interface ArchiveLinksProps {
  kind: 'hand-in' | 'assignment';
  id: string;
}

const FORMS = {
  'hand-in': [
    ['pdf', 'Sheet to print (PDF)'],
    ['docx', 'Document (.docx)'],
    ['odt', 'Document (.odt)'],
    ['page.zip', 'Page with its pictures'],
    ['bag.zip', 'Bag with checksums (BagIt)'],
  ],
  assignment: [
    ['pdf', 'Returned sheets to print (PDF)'],
    ['docx.zip', 'Documents (.docx)'],
    ['odt.zip', 'Documents (.odt)'],
    ['page.zip', 'Pages with their pictures'],
    ['bag.zip', 'Bags with checksums (BagIt)'],
  ],
} as const;

/** What was handed in, out of Nachweis: as a ZIP at once, and in other forms behind it. */
export function ArchiveLinks({ kind, id }: ArchiveLinksProps): ReactNode {
  const menu = useRef<HTMLDetailsElement>(null);
  const close = () => {
    if (menu.current) menu.current.open = false;
  };
  const address = (form: string) => `/archives/${kind}/${id}.${form}`;
  return (
    <>
      <a href={address('zip')} download className={buttonClasses('plain', true)}>
        All files as a ZIP
      </a>
      <details
        ref={menu}
        onKeyDown={(event) => {
          if (event.key !== 'Escape' || !menu.current?.open) return;
          event.stopPropagation();
          close();
          menu.current.querySelector('summary')?.focus();
        }}
        onBlur={({ relatedTarget }) => {
          if (relatedTarget && !menu.current?.contains(relatedTarget)) close();
        }}
      >
        <summary className={`${buttonClasses('quiet', true)} cursor-pointer`}>Other forms</summary>
        <ul className="mt-1 border border-edge bg-card p-1">
          {FORMS[kind].map(([form, label]) => (
            <li key={form}>
              <a
                href={address(form)}
                download
                onClick={close}
                className="block min-h-8 px-2 py-1 text-verdigris-deep hover:bg-verdigris-wash"
              >
                {label}
              </a>
            </li>
          ))}
        </ul>
      </details>
    </>
  );
}
