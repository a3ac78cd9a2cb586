import { join } from 'node:path';
import { ROOT } from './benchServer.ts';
import { measureBundle } from './bundle.ts';
import { benchFinding } from './finding/finding.ts';
import { measurePaste } from './pasteToPaint.ts';
import { measureStructure } from './structure.ts';

measureBundle(join(ROOT, 'web/dist'));
await measureStructure();
await measurePaste();
await benchFinding();
