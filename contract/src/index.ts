// First: schemas read the setting when they are made.
import './withoutEval.ts';

export * from './askedAgain.ts';
export * from './assignments.ts';
export * from './brought.ts';
export * from './captures.ts';
export * from './courses.ts';
export * from './definitions.ts';
export { ACCESS, type Access, type Endpoint, type Input, type Output } from './endpoint.ts';
export { type EndpointName, endpoints } from './endpoints.ts';
export * from './evidence.ts';
export * from './figures.ts';
export * from './framings.ts';
export * from './handIns.ts';
export * from './live.ts';
export * from './mail.ts';
export * from './markFiles.ts';
export * from './marks.ts';
export * from './preparations.ts';
export * from './presets.ts';
export * from './problem.ts';
export * from './remarks.ts';
export * from './reviews.ts';
export * from './secondMarking.ts';
export * from './session.ts';
export { Id, Level, MAX_TEXT, Told } from './shared.ts';
export * from './sharing.ts';
export * from './terms.ts';
