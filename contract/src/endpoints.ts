import { assignmentEndpoints } from './endpoints/assignments.ts';
import { captureEndpoints } from './endpoints/captures.ts';
import { courseEndpoints } from './endpoints/courses.ts';
import { errandEndpoints } from './endpoints/errands.ts';
import { evidenceEndpoints } from './endpoints/evidence.ts';
import { handoverEndpoints } from './endpoints/handovers.ts';
import { knownEndpoints } from './endpoints/known.ts';
import { mailEndpoints } from './endpoints/mail.ts';
import { markSetEndpoints } from './endpoints/markSets.ts';
import { referenceEndpoints } from './endpoints/references.ts';
import { remarkEndpoints } from './endpoints/remarks.ts';
import { reviewEndpoints } from './endpoints/reviews.ts';
import { secondMarkingEndpoints } from './endpoints/secondMarking.ts';
import { sessionEndpoints } from './endpoints/session.ts';
import { sharingEndpoints } from './endpoints/sharing.ts';
import { termsEndpoints } from './endpoints/terms.ts';
import { workFileEndpoints } from './endpoints/workFiles.ts';

/** Every JSON endpoint of the server. */
export const endpoints = {
  ...sessionEndpoints,
  ...courseEndpoints,
  ...assignmentEndpoints,
  ...captureEndpoints,
  ...evidenceEndpoints,
  ...termsEndpoints,
  ...reviewEndpoints,
  ...remarkEndpoints,
  ...secondMarkingEndpoints,
  ...handoverEndpoints,
  ...referenceEndpoints,
  ...knownEndpoints,
  ...mailEndpoints,
  ...markSetEndpoints,
  ...sharingEndpoints,
  ...workFileEndpoints,
  ...errandEndpoints,
} as const;

export type EndpointName = keyof typeof endpoints;
