export { demoAssignments } from './assignments.ts';
export { takeDeskPicture } from './deskPictures.ts';
export { type DemoClock, type FilledDemo, fillDemo } from './fill.ts';
export { type MailStandIn, startMailStandIn } from './mail/mailStandIn.ts';
export { DEMO_PASSWORD, emailOf, STAFF, STUDENTS } from './people.ts';
