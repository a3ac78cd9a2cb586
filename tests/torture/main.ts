import { torture } from './torture.ts';

const [steps = '1000', seed = String(Date.now() % 1_000_000)] = process.argv.slice(2);
console.log(`torture: ${steps} steps, seed ${seed}`);
const start = performance.now();
const { broken, kills, acknowledged, steps: done } = await torture(Number(steps), Number(seed));
const counts = Object.entries(done).map(([name, count]) => `${name} ${count}`);
console.log(counts.join(', '));
console.log(
  `acknowledged: ${acknowledged.captures} captures, ${acknowledged.writes} writes, ${acknowledged.handIns} hand-ins; killed ${kills} times; ${Math.round((performance.now() - start) / 1000)} s; ${broken.length} broken`,
);
for (const what of broken) console.log(`  ${what}`);
process.exitCode = broken.length === 0 ? 0 : 1;
