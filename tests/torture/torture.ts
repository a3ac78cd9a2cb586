import type { ChildProcess } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import sharp from 'sharp';
import { kill, PASSWORD, seed, start } from '../serverProcess.ts';

const STUDENTS = 6;
const POINTS = 2;

type Draft = {
  version: number;
  statementVersion: number;
  statement: string;
  evidence: Array<{ id: string; version: number; marks: unknown }>;
};
type Receipt = {
  handInId: string;
  handedInAt: string;
  sealedAt: string | null;
  files: Array<{ name: string; sha256: string | null }>;
};
type View = { receipt: Receipt; items: Array<{ marks: unknown; damaged: boolean }> };
type Answer = { status: number; body: unknown };

/** What the server acknowledged to one student, and so has to hold from then on. */
interface Student {
  email: string;
  /** two tabs: sessions of one person */
  cookies: [string, string];
  captures: Map<string, string>;
  /** by proof point: which evidence, of which capture, its marks and its version */
  evidence: Map<string, { id: string; captureId: string; marks: unknown; version: number }>;
  /** what was handed in, in words that can be compared */
  receipts: Map<string, string>;
}

export interface TortureResult {
  steps: Record<string, number>;
  kills: number;
  acknowledged: { captures: number; writes: number; handIns: number };
  /** what was acknowledged and does not hold, in words; empty when all is well */
  broken: string[];
}

/**
 * Runs steps against a real server in its own process, over a model of what it acknowledged: uploads whole, repeated
 * and torn off, writes from two tabs, repeated and out of order, hand-ins repeated, and kills in the middle of any of them. After every kill and
 * at the end all that was acknowledged has to be there.
 */
export async function torture(steps: number, seedNumber: number): Promise<TortureResult> {
  const random = randomFrom(seedNumber);
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-torture-'));
  const run = new Run(folder, random);
  try {
    await run.begin();
    for (let i = 0; i < steps && run.result.broken.length === 0; i++) await run.step();
    await run.sealed();
    await run.verify();
    return run.result;
  } finally {
    await run.end();
    rmSync(folder, { recursive: true, force: true });
  }
}

class Run {
  readonly result: TortureResult = {
    steps: {},
    kills: 0,
    acknowledged: { captures: 0, writes: 0, handIns: 0 },
    broken: [],
  };
  private students: Student[] = [];
  private assignment = { id: '', points: [] as Array<{ id: string }> };
  private child: ChildProcess | null = null;
  private address = '';

  constructor(
    private readonly folder: string,
    private readonly random: () => number,
  ) {}

  async begin(): Promise<void> {
    const { emails, assignment } = await seed(this.folder, STUDENTS);
    this.assignment = assignment;
    this.students = emails.map((email) => ({
      email,
      cookies: ['', ''],
      captures: new Map(),
      evidence: new Map(),
      receipts: new Map(),
    }));
    await this.startServer();
    for (const student of this.students) for (const tab of [0, 1] as const) await this.signIn(student, tab);
  }

  async end(): Promise<void> {
    if (this.child) await kill(this.child);
  }

  async step(): Promise<void> {
    const student = this.pick(this.students);
    const kinds = {
      upload: () => this.upload(student),
      uploadAgain: () => this.uploadAgain(student),
      tornUpload: () => this.tornUpload(student),
      write: () => this.write(student),
      staleWrite: () => this.staleWrite(student),
      twoTabs: () => this.twoTabs(student),
      handIn: () => this.handIn(student),
      killed: () => this.killed(student),
    };
    const names = Object.keys(kinds) as Array<keyof typeof kinds>;
    // A start takes a second: fewer of them than of the others.
    const name = this.random() < 0.04 ? 'killed' : this.pick(names.filter((n) => n !== 'killed'));
    this.result.steps[name] = (this.result.steps[name] ?? 0) + 1;
    await kinds[name]();
  }

  /** Everything acknowledged, from the files alone and as the server tells it. */
  async verify(): Promise<void> {
    const db = new SQLite(join(this.folder, 'nachweis.db'), { readonly: true });
    if (db.pragma('integrity_check', { simple: true }) !== 'ok') this.broken('the database is not whole');
    if ((db.pragma('foreign_key_check') as unknown[]).length > 0) this.broken('rows that lead nowhere');
    for (const hash of db.prepare('SELECT sha256 FROM blobs').pluck().all() as string[])
      if (!this.isWhole(hash)) this.broken(`the file ${hash} is not whole`);
    const owned = new Set(db.prepare('SELECT id FROM captures').pluck().all() as string[]);
    db.close();
    for (const student of this.students) {
      for (const [id, sha256] of student.captures) {
        if (!owned.has(id)) this.broken(`capture ${id} is gone`);
        if (!this.isWhole(sha256)) this.broken(`the bytes of capture ${id} are gone`);
      }
      const draft = await this.draft(student);
      for (const [, kept] of student.evidence) {
        const there = draft.evidence.find((e) => e.id === kept.id);
        if (
          !there ||
          JSON.stringify(there.marks) !== JSON.stringify(kept.marks) ||
          there.version !== kept.version
        )
          this.broken(`evidence ${kept.id} is not as it was acknowledged`);
      }
      for (const [id, frozen] of student.receipts) {
        const { receipt, items } = await this.view(student, id);
        if (frozenOf(receipt, items) !== frozen)
          this.broken(`hand-in ${id} is ${frozenOf(receipt, items)}, and was ${frozen}`);
        for (const { sha256 } of receipt.files)
          if (sha256 !== null && !this.isWhole(sha256)) this.broken(`a file of hand-in ${id} is gone`);
      }
    }
  }

  private async upload(student: Student, interrupted = false): Promise<void> {
    const bytes = await this.picture();
    const id = randomUUID();
    const put = () => this.call(student, this.tab(), 'PUT', `/api/captures/${id}?source=clipboard`, bytes);
    await this.acknowledged('upload', put, interrupted);
    student.captures.set(id, sha256Of(bytes));
    this.result.acknowledged.captures++;
    // The same again, as after an answer that was lost.
    if (this.random() < 0.2) await this.acknowledged('the same upload again', put);
  }

  /** The same bytes under another id are another capture of the same file. */
  private async uploadAgain(student: Student): Promise<void> {
    const [known] = [...student.captures.values()];
    if (!known) return this.upload(student);
    const bytes = new Uint8Array(readFileSync(this.blob(known)));
    const id = randomUUID();
    await this.acknowledged('the same bytes', () =>
      this.call(student, this.tab(), 'PUT', `/api/captures/${id}?source=clipboard`, bytes),
    );
    student.captures.set(id, known);
    this.result.acknowledged.captures++;
  }

  /** A connection that ends in the middle leaves nothing, or everything. */
  private async tornUpload(student: Student): Promise<void> {
    const bytes = await this.picture();
    const id = randomUUID();
    const { port } = new URL(this.address);
    await new Promise<void>((resolve) => {
      const socket = connect(Number(port), '127.0.0.1', () => {
        socket.write(
          `PUT /api/captures/${id}?source=clipboard HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nOrigin: ${this.address}\r\nCookie: ${student.cookies[0]}\r\nContent-Type: image/png\r\nContent-Length: ${bytes.length}\r\n\r\n`,
        );
        socket.write(bytes.subarray(0, Math.floor(bytes.length * this.random())), () => socket.destroy());
      });
      socket.on('close', () => resolve());
      socket.on('error', () => resolve());
    });
    // It can be sent whole afterwards under the same id.
    await this.acknowledged('an upload after a torn one', () =>
      this.call(student, 0, 'PUT', `/api/captures/${id}?source=clipboard`, bytes),
    );
    student.captures.set(id, sha256Of(bytes));
    this.result.acknowledged.captures++;
  }

  private async write(student: Student, interrupted = false): Promise<void> {
    const { path, body, keep } = await this.nextWrite(student);
    const put = () => this.call(student, this.tab(), 'PUT', path, body);
    await this.acknowledged('a write', put, interrupted);
    keep();
    if (this.random() < 0.2) await this.acknowledged('the same write again', put);
  }

  /** A page that has not seen the last change is refused, and changes nothing. */
  private async staleWrite(student: Student): Promise<void> {
    const { path, body, version } = await this.nextWrite(student);
    const { status } = await this.call(student, 1, 'PUT', path, { ...body, baseVersion: version + 7 });
    if (status !== 409) this.broken(`a write on another version was answered by ${status}`);
  }

  /** Two tabs write at the same moment: one goes through. */
  private async twoTabs(student: Student): Promise<void> {
    const one = await this.nextWrite(student);
    const other = { ...one.body, marks: this.marks() };
    const [a, b] = await Promise.all([
      this.call(student, 0, 'PUT', one.path, one.body),
      this.call(student, 1, 'PUT', one.path, other),
    ]);
    const won = [a, b].filter((answer) => answer.status === 200);
    if (won.length !== 1 || ![a.status, b.status].includes(409))
      return this.broken(`two tabs at once were answered by ${a.status} and ${b.status}`);
    if (b.status === 200) one.body.marks = other.marks;
    one.keep();
  }

  private async handIn(student: Student, interrupted = false): Promise<void> {
    while (student.evidence.size < POINTS) await this.write(student);
    const { version } = await this.draft(student);
    const id = randomUUID();
    const path = `/api/assignments/${this.assignment.id}/hand-ins`;
    const post = () => this.call(student, this.tab(), 'POST', path, { id, draftVersion: version });
    const receipt = (await this.acknowledged('a hand-in', post, interrupted)) as Receipt;
    const marks = this.assignment.points.map((point) => ({ marks: student.evidence.get(point.id)?.marks }));
    student.receipts.set(receipt.handInId, frozenOf(receipt, marks));
    this.result.acknowledged.handIns++;
    const again = (await this.acknowledged('the same hand-in again', post)) as Receipt;
    if (again.handInId !== receipt.handInId) this.broken('a repeated hand-in became a second one');
  }

  private async killed(student: Student): Promise<void> {
    await this.pick([
      () => this.upload(student, true),
      () => this.write(student, true),
      () => this.handIn(student, true),
    ])();
    this.result.kills++;
    await this.verify();
  }

  /** The next change of one of a student's proof points, and how the model takes it once it is acknowledged. */
  private async nextWrite(student: Student) {
    const point = this.pick(this.assignment.points);
    const before = student.evidence.get(point.id);
    if (!before && student.captures.size === 0) await this.upload(student);
    const captureId = before?.captureId ?? this.pick([...student.captures.keys()]);
    const id = before?.id ?? randomUUID();
    const body = {
      assignmentId: this.assignment.id,
      proofPointId: point.id,
      captureId,
      framing: { kind: 'region', box: { x: 0, y: 0, width: 200, height: 100 } },
      marks: this.marks(),
      baseVersion: before?.version ?? 0,
    };
    const keep = () => {
      student.evidence.set(point.id, { id, captureId, marks: body.marks, version: body.baseVersion + 1 });
      this.result.acknowledged.writes++;
    };
    return { path: `/api/evidence/${id}`, body, keep, version: body.baseVersion };
  }

  /** Sends until it is acknowledged, as a page does. @param interrupted the server is killed while it is on its way */
  private async acknowledged(
    what: string,
    send: () => Promise<Answer>,
    interrupted = false,
  ): Promise<unknown> {
    if (interrupted) {
      const first = send().catch(() => null);
      await new Promise((resolve) => setTimeout(resolve, this.random() * 25));
      await this.restart();
      await first;
    }
    const { status, body } = await send();
    if (status !== 200 && status !== 201)
      this.broken(`${what} was answered by ${status} ${JSON.stringify(body)}`);
    return body;
  }

  private async restart(): Promise<void> {
    if (this.child) await kill(this.child);
    await this.startServer();
  }

  private async startServer(): Promise<void> {
    const { child, address } = await start(this.folder);
    this.child = child;
    this.address = address;
  }

  private async signIn(student: Student, tab: 0 | 1): Promise<void> {
    const { email } = student;
    const response = await fetch(`${this.address}/api/session`, {
      method: 'POST',
      headers: { Origin: this.address, 'Content-Type': 'application/json' },
      body: JSON.stringify({ email, password: PASSWORD }),
    });
    student.cookies[tab] = response.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  }

  private async draft(student: Student): Promise<Draft> {
    const { body } = await this.call(student, 0, 'GET', `/api/assignments/${this.assignment.id}`);
    return (body as { draft: Draft }).draft;
  }

  private async view(student: Student, handInId: string): Promise<View> {
    return (await this.call(student, 0, 'GET', `/api/hand-ins/${handInId}`)).body as View;
  }

  /** Waits until the files of every hand-in are made. */
  async sealed(): Promise<void> {
    const until = Date.now() + 120_000;
    for (const student of this.students)
      for (const id of student.receipts.keys())
        while ((await this.view(student, id)).receipt.sealedAt === null) {
          if (Date.now() > until) return this.broken(`hand-in ${id} was not sealed`);
          await new Promise((resolve) => setTimeout(resolve, 200));
        }
  }

  private async call(
    student: Student,
    tab: 0 | 1,
    method: string,
    path: string,
    body?: unknown,
  ): Promise<Answer> {
    const picture = body instanceof Uint8Array;
    const response = await fetch(this.address + path, {
      method,
      headers: {
        Origin: this.address,
        Cookie: student.cookies[tab],
        'Content-Type': picture ? 'image/png' : 'application/json',
      },
      ...(body !== undefined && { body: picture ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body) }),
    });
    return { status: response.status, body: await response.json() };
  }

  private async picture(): Promise<Uint8Array> {
    const noise = Buffer.from(Array.from({ length: 240 * 160 * 3 }, () => Math.floor(this.random() * 256)));
    return new Uint8Array(
      await sharp(noise, { raw: { width: 240, height: 160, channels: 3 } })
        .png()
        .toBuffer(),
    );
  }

  private marks() {
    return [
      { kind: 'pin', letter: 'a', x: Math.floor(this.random() * 190), y: Math.floor(this.random() * 90) },
    ];
  }

  private isWhole(hash: string): boolean {
    return existsSync(this.blob(hash)) && sha256Of(readFileSync(this.blob(hash))) === hash;
  }

  private blob(hash: string): string {
    return join(this.folder, 'blobs', hash.slice(0, 2), hash.slice(2, 4), hash);
  }

  private broken(what: string): void {
    this.result.broken.push(what);
  }

  private tab(): 0 | 1 {
    return this.random() < 0.5 ? 0 : 1;
  }

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)] as T;
  }
}

/** What of a hand-in never changes from the moment it is acknowledged. */
const frozenOf = ({ handedInAt, files }: Receipt, items: ReadonlyArray<{ marks?: unknown }>) =>
  JSON.stringify([handedInAt, files.map((file) => file.name), items.map((item) => item.marks)]);

const sha256Of = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** Marsaglia's xorshift of 32 bits (shifts 13, 17, 5; Xorshift RNGs, 2003), from 0 to 1. */
function randomFrom(seedNumber: number): () => number {
  let state = seedNumber | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}
