export { demoAssignments } from './assignments.ts';
export { takeDeskPicture } from './deskPictures.ts';
export { ratingReferences } from './evidence.ts';
export { type DemoClock, type FilledDemo, fillDemo } from './fill.ts';
export { gaugeFile } from './gaugeFile.ts';
export { type MailStandIn, startMailStandIn } from './mail/mailStandIn.ts';
export { DEMO_PASSWORD, emailOf, STAFF, STUDENTS } from './people.ts';
