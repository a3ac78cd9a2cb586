export { createApp } from './app.ts';
export { readAssignment } from './assignments/documents.ts';
export {
  changeAssignment,
  type EnteredAssignment,
  enterAssignment,
} from './assignments/enterAssignment.ts';
export { takeCapture } from './captures/takeCapture.ts';
export type { Context } from './context.ts';
export { createContext } from './createContext.ts';
export type { Tables } from './db/tables.ts';
export { putEvidence, setRemoved } from './evidence/putEvidence.ts';
export { writeStatement } from './evidence/statement.ts';
export { handIn } from './handIns/handIn.ts';
export { enterMember } from './people/enterMember.ts';
export { createPictureWork } from './pictures/pictureWork.ts';
export { addReference } from './references/references.ts';
export { exempt } from './reviews/exemptions.ts';
export { release } from './reviews/release.ts';
export { putRemark } from './reviews/remarks.ts';
export { answerRemark } from './reviews/remarkThreads.ts';
export { writeAdjustment, writeVerdicts } from './reviews/writeVerdicts.ts';
export { finishSecondMarking, writeSecondVerdicts } from './secondMarking/secondReview.ts';
export { orderSecondMarking } from './secondMarking/tasks.ts';
export { type RunningServer, startServer } from './server.ts';
export { hashPassword } from './sessions/passwords.ts';
export { readSettings, type Settings, SettingsError } from './settings.ts';
export { StartError } from './startError.ts';
export { addWorkFile } from './workFiles/workFiles.ts';
