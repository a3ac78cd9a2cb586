import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { setTimeout as pause } from 'node:timers/promises';
import { seededRandom } from '@nachweis/desk';
import { ROOT } from '../benchServer.ts';
import { createClient, studentsHour, type Times } from './client.ts';
import { schoolPictures } from './seededPictures.ts';
import { POINTS, type SchoolData, seedSchool } from './seedSchool.ts';
import { type ServerProcess, startServerProcess } from './serverProcess.ts';

const SEED = 20_261_126;
const STUDENTS = Number(process.env.BENCH_STUDENTS ?? 200);
const ARRIVAL_MS = 30_000;
const COMPARED = 80;

/**
 * 200 students at the same minute: what each waits for, what the server needs, and what an upload costs beside a bare one.
 * @param showsWhole whether each of them hands in parts, and lets the whole captures be seen
 */
export async function school(say: (line: string) => void, showsWhole = false): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-school-'));
  try {
    const data = await seedSchool(folder, STUDENTS);
    say(`Preparing ${STUDENTS * POINTS} pictures (seed ${SEED}) …`);
    const pictures = await schoolPictures(SEED, STUDENTS * POINTS);
    const size = pictures.reduce((sum, one) => sum + one.length, 0) / pictures.length / 1e6;
    const server = await startServerProcess([join(ROOT, 'server/dist/main.js')], {
      NACHWEIS_DATA: folder,
      NACHWEIS_PORT: '0',
      NACHWEIS_LOG: 'error',
      NACHWEIS_WEB: join(ROOT, 'web/dist'),
    });
    try {
      await crowd(say, server, data, { pictures, megabytes: size, showsWhole });
      await listOf(say, server, data);
      await costOfUploads(say, server, data, pictures);
    } finally {
      await server.stop();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

interface Crowd {
  pictures: readonly Buffer[];
  megabytes: number;
  showsWhole: boolean;
}

async function crowd(
  say: (line: string) => void,
  server: ServerProcess,
  data: SchoolData,
  { pictures, megabytes, showsWhole }: Crowd,
): Promise<void> {
  const random = seededRandom(SEED);
  const times: Times = { took: new Map(), faults: [] };
  const arrivals = Array.from({ length: STUDENTS }, () => random() * ARRIVAL_MS);
  const first = Math.min(...arrivals);
  const start = performance.now();
  let most = 0;
  let running = true;
  const watching = watch(
    server,
    times,
    data,
    () => running,
    (memory) => {
      most = Math.max(most, memory);
    },
  );
  const handedIn = await Promise.all(
    arrivals.map(async (at, index) => {
      await pause(at);
      const own = pictures.slice(index * POINTS, (index + 1) * POINTS);
      const doing = { pins: index % 2 === 0, showsWhole };
      return studentsHour(createClient(server.address, times), data, index, own, doing).catch((error) => {
        times.faults.push(String(error));
        return null;
      });
    }),
  );
  const seconds = (performance.now() - start - first) / 1000;
  running = false;
  await watching;
  const sealed = await untilSealed(server, data, start + first, showsWhole);
  const done = handedIn.filter((one) => one !== null).length;
  say(
    `School: ${done} of ${STUDENTS} students handed in ${POINTS} pictures of ${megabytes.toFixed(1)} MB each, half of them with pins${showsWhole ? ', each a part with its whole capture to be seen' : ''}, ${seconds.toFixed(1)} s after the first came (75 asked); ${times.faults.length} faults`,
  );
  for (const fault of new Set(times.faults.slice(0, 5))) say(`  ${fault}`);
  for (const [kind, asked] of [
    ['sign-in', 3000],
    ['upload', 1500],
    ['hand-in', 500],
    ['other', 250],
    ['health', 100],
  ] as const) {
    const all = (times.took.get(kind) ?? []).sort((a, b) => a - b);
    const at = (share: number) =>
      (all[Math.min(all.length - 1, Math.floor(all.length * share))] ?? 0).toFixed(0);
    say(
      `  ${kind}: ${all.length}, median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms (${asked} asked), longest ${at(1)} ms`,
    );
  }
  say(
    `  memory of the server and its processes at most ${most.toFixed(0)} MB (700 asked); every picture sealed after ${sealed.toFixed(0)} s`,
  );
}

/** An instructor reads the list and reviews while they come, and somebody asks whether the server is well. */
async function watch(
  server: ServerProcess,
  times: Times,
  data: SchoolData,
  running: () => boolean,
  onMemory: (megabytes: number) => void,
): Promise<void> {
  const instructor = createClient(server.address, times);
  await instructor.signIn(data.instructor.email);
  const reading = (async () => {
    while (running()) {
      const list = await instructor.call<{ rows: Array<{ handInId: string }> }>(
        'other',
        'GET',
        `/api/assignments/${data.assignment.id}/hand-ins`,
      );
      const row = list.rows.at(-1);
      if (row) await instructor.call('other', 'GET', `/api/hand-ins/${row.handInId}/review`);
      await pause(1000);
    }
  })();
  while (running()) {
    await instructor.call('health', 'GET', '/api/health');
    onMemory(server.memory());
    await pause(200);
  }
  await reading;
}

/** @returns seconds since the first student came until every hand-in had its files */
async function untilSealed(
  server: ServerProcess,
  data: SchoolData,
  since: number,
  showsWhole: boolean,
): Promise<number> {
  const times: Times = { took: new Map(), faults: [] };
  const instructor = createClient(server.address, times);
  await instructor.signIn(data.instructor.email);
  const list = await instructor.call<{ rows: Array<{ handInId: string }> }>(
    'other',
    'GET',
    `/api/assignments/${data.assignment.id}/hand-ins`,
  );
  for (const { handInId } of list.rows) {
    for (;;) {
      const review = await instructor.call<{ items: Array<{ fileHref: string | null; whole: unknown }> }>(
        'other',
        'GET',
        `/api/hand-ins/${handInId}/review`,
      );
      if (review.items.every(({ fileHref, whole }) => fileHref !== null && (!showsWhole || whole !== null)))
        break;
      await pause(250);
    }
  }
  return (performance.now() - since) / 1000;
}

async function listOf(say: (line: string) => void, server: ServerProcess, data: SchoolData): Promise<void> {
  const times: Times = { took: new Map(), faults: [] };
  const instructor = createClient(server.address, times);
  await instructor.signIn(data.instructor.email);
  const path = `/api/assignments/${data.assignment.id}/hand-ins`;
  for (let i = 0; i < 7; i++) await instructor.call('list', 'GET', path);
  const all = (times.took.get('list') ?? []).sort((a, b) => a - b);
  say(`List of ${STUDENTS} students x ${POINTS} pictures: median ${(all[3] ?? 0).toFixed(0)} ms of 7`);
}

/** Processor time of the same bodies, on an idle server and through a bare route, one after the other. */
async function costOfUploads(
  say: (line: string) => void,
  server: ServerProcess,
  data: SchoolData,
  pictures: readonly Buffer[],
): Promise<void> {
  const bare = await startServerProcess([join(import.meta.dirname, 'bareRoute.mjs')], {});
  const times: Times = { took: new Map(), faults: [] };
  const student = createClient(server.address, times);
  await student.signIn(data.students[0]?.email ?? '');
  // Bodies that nobody has sent yet: what is there already would cost less.
  const bodies = pictures
    .slice(0, COMPARED)
    .map((one) => Buffer.concat([one, Buffer.from(crypto.randomUUID())]));
  const cost = async (of: ServerProcess, send: (body: Buffer) => Promise<unknown>) => {
    for (const body of bodies.slice(0, 8)) await send(Buffer.concat([body, Buffer.from('warm')]));
    const before = of.cpu();
    for (const body of bodies) await send(body);
    return ((of.cpu() - before) / bodies.length) * 1000;
  };
  const bareClient = createClient(bare.address, times);
  const theirs = await cost(bare, (body) => bareClient.call('bare', 'PUT', '/bare', body));
  const ours = await cost(server, (body) =>
    student.call('cost', 'PUT', `/api/captures/${crypto.randomUUID()}?source=file`, body),
  );
  await bare.stop();
  say(
    `An upload costs ${ours.toFixed(1)} ms of processor, a bare Express route that hashes the same body and writes it durably ${theirs.toFixed(1)} ms; ratio ${(ours / theirs).toFixed(1)} (at most 4)`,
  );
}
