import { join } from 'node:path';
import { ROOT } from './benchServer.ts';
import { measureBundle } from './bundle.ts';
import { benchComparing } from './comparing.ts';
import { measureExport } from './export.ts';
import { benchFinding } from './finding/finding.ts';
import { benchLayouts } from './finding/newLayouts.ts';
import { benchPages } from './finding/pageWarnings.ts';
import { benchSheets } from './finding/sheets.ts';
import { benchSoftWindows } from './finding/softWindows.ts';
import { benchWorstCases } from './finding/worst.ts';
import { measureFirstOffers } from './firstOffers.ts';
import { measureLookBack } from './lookBack.ts';
import { measureManyCaptures } from './manyCaptures.ts';
import { measureMarkDrag } from './markDrag.ts';
import { benchMatching } from './matching/matching.ts';
import { measurePaste } from './pasteToPaint.ts';
import { measureRegionDrag } from './regionDrag.ts';
import { benchGrid } from './reviewing/grid.ts';
import { benchWalking } from './reviewing/walking.ts';
import { school } from './school/school.ts';
import { benchSettling } from './settling/settling.ts';
import { measureStructure } from './structure.ts';

const PARTS: Record<string, () => Promise<void> | void> = {
  bundle: () => measureBundle(join(ROOT, 'web/dist')),
  structure: measureStructure,
  paste: measurePaste,
  offers: measureFirstOffers,
  drag: measureRegionDrag,
  marks: measureMarkDrag,
  export: measureExport,
  captures: measureManyCaptures,
  finding: benchFinding,
  layouts: benchLayouts,
  worst: benchWorstCases,
  sheets: benchSheets,
  pages: benchPages,
  soft: benchSoftWindows,
  matching: benchMatching,
  comparing: benchComparing,
  walking: benchWalking,
  grid: benchGrid,
  settling: benchSettling,
  school: () => school((line) => console.log(line)),
  wholes: () => school((line) => console.log(line), true),
  lookback: () => measureLookBack(1920, 1080),
  lookback4k: () => measureLookBack(3840, 2160),
};

/** All parts, or those that are named. */
const wanted = process.argv.slice(2);
for (const name of wanted.length > 0 ? wanted : Object.keys(PARTS)) {
  const part = PARTS[name];
  if (!part) throw new Error(`There is no part ${name}. There are ${Object.keys(PARTS).join(', ')}.`);
  await part();
}
