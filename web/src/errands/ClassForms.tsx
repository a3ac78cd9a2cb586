import type { ClassForm } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button } from '../ui/Button.tsx';
import { formClasses, MoreForms } from '../ui/MoreForms.tsx';
import { toast } from '../ui/notices.ts';
import { CLASS_FORM_WORDS } from '../words/errands.ts';
import { useErrandOrders } from './useErrands.ts';

const OTHERS: readonly ClassForm[] = ['pdf', 'docx.zip', 'odt.zip', 'page.zip', 'bag.zip'];

/** A class's hand-ins out of Nachweis. Each form is made by the server and saved when it is ready, on whatever page. */
export function ClassForms({ assignmentId }: { assignmentId: string }): ReactNode {
  const { orderArchive } = useErrandOrders();
  const order = (form: ClassForm) =>
    orderArchive(assignmentId, form).catch((error: unknown) => void toast.error(sentenceOf(error)));
  return (
    <>
      <Button small look="quiet" onClick={() => void order('zip')}>
        {CLASS_FORM_WORDS.zip}
      </Button>
      <MoreForms>
        {(close) =>
          OTHERS.map((form) => (
            <li key={form}>
              <button
                type="button"
                onClick={() => {
                  close();
                  void order(form);
                }}
                className={formClasses}
              >
                {CLASS_FORM_WORDS[form]}
              </button>
            </li>
          ))
        }
      </MoreForms>
    </>
  );
}
