import { config } from 'zod';

// A page's content security policy forbids functions made from text, and browsers report the attempt.
// The server may make them: there it parses quicker.
if ('document' in globalThis || 'WorkerGlobalScope' in globalThis) config({ jitless: true });

/** The schemas' library, set up before the first schema is made: schemas read the setting then. */
export * as z from 'zod';
