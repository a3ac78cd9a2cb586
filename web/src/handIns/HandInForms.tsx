import type { ReactNode } from 'react';
import { buttonClasses } from '../ui/Button.tsx';
import { formClasses, MoreForms } from '../ui/MoreForms.tsx';

const FORMS = [
  ['pdf', 'Sheet to print (PDF)'],
  ['docx', 'Document (.docx)'],
  ['odt', 'Document (.odt)'],
  ['page.zip', 'Page with its pictures'],
  ['bag.zip', 'Bag with checksums (BagIt)'],
] as const;

/** What was handed in, out of Nachweis: as a ZIP at once, and in other forms behind it. */
export function HandInForms({ handInId }: { handInId: string }): ReactNode {
  const address = (form: string) => `/archives/hand-in/${handInId}.${form}`;
  return (
    <>
      <a href={address('zip')} download className={buttonClasses('plain', true)}>
        All files as a ZIP
      </a>
      <MoreForms>
        {(close) =>
          FORMS.map(([form, label]) => (
            <li key={form}>
              <a href={address(form)} download onClick={close} className={formClasses}>
                {label}
              </a>
            </li>
          ))
        }
      </MoreForms>
    </>
  );
}
