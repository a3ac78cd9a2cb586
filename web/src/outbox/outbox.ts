import type { Framing, Mark } from '@nachweis/core';
import { useSyncExternalStore } from 'react';
import { toast } from '../ui/notices.ts';
import {
  drop,
  type KeptEvidence,
  type KeptPicture,
  type KeptStatement,
  keep,
  type OutboxContent,
  readAll,
  statementKey,
} from './store.ts';

/**
 * What was made here and is not on the server yet. It lies in IndexedDB before anything else happens to it; this
 * module holds the same in memory for the screens, and tells the other tabs.
 */
const EMPTY: OutboxContent = { pictures: [], evidence: [], statements: [] };
let content = EMPTY;
let owner: string | null = null;
const listeners = new Set<() => void>();
const channel = new BroadcastChannel('nachweis-outbox');
channel.onmessage = () => void reload();

/** Pictures by address that the browser holds anyway, so that nothing is fetched that was just pasted. */
const urls = new Map<string, string>();

export function useOutbox(): OutboxContent {
  return useSyncExternalStore(subscribe, () => content);
}

export const outboxContent = (): OutboxContent => content;

/** Reads what an earlier visit left, for one person; another person's is left alone. */
export async function openOutbox(personId: string): Promise<void> {
  owner = personId;
  await reload();
}

async function reload(): Promise<void> {
  if (!owner) return;
  const stored = await readAll(owner);
  for (const picture of stored.pictures) rememberUrl(picture.captureId, picture.blob);
  // What the full storage did not take stays in memory.
  const only = content.pictures.filter((p) => p.personId === owner && memoryOnly.has(p.captureId));
  setContent({ ...stored, pictures: [...stored.pictures, ...only] });
}

function setContent(next: OutboxContent): void {
  content = next;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function localUrl(captureId: string): string | null {
  return urls.get(captureId) ?? null;
}

function rememberUrl(captureId: string, blob: Blob): void {
  if (!urls.has(captureId)) urls.set(captureId, URL.createObjectURL(blob));
}

const memoryOnly = new Set<string>();

/** Writes of each piece of evidence that are not on disk yet; one that the full storage refused stays. */
const writing = new Map<string, number>();

/** Whether everything about a piece of evidence is on disk, so that it outlives this page. */
export const isKept = (evidenceId: string): boolean => !writing.has(evidenceId);

/** Counts evidence as not kept until it is. @throws DOMException `QuotaExceededError`, and goes on counting */
async function keepCounted(entries: Parameters<typeof keep>[0] & { evidence: KeptEvidence }): Promise<void> {
  const { evidenceId } = entries.evidence;
  writing.set(evidenceId, (writing.get(evidenceId) ?? 0) + 1);
  await keep(entries);
  const left = (writing.get(evidenceId) ?? 1) - 1;
  if (left > 0) writing.set(evidenceId, left);
  else writing.delete(evidenceId);
  setContent({ ...content });
}

/** Keeps a new picture with the evidence it becomes. Resolves once both are on disk, or at least in this page. */
export async function keepNew(picture: KeptPicture, evidence: KeptEvidence): Promise<void> {
  rememberUrl(picture.captureId, picture.blob);
  const keeping = keepCounted({ picture, evidence });
  setContent({
    ...content,
    pictures: [...content.pictures, picture],
    evidence: [...content.evidence, evidence],
  });
  try {
    await keeping;
  } catch {
    memoryOnly.add(picture.captureId);
    toast.warning(
      'This browser’s storage is full. The picture is only in this page until it is sent: leave the page open, and delete files of other sites to make room.',
      { duration: Number.POSITIVE_INFINITY },
    );
  }
  channel.postMessage('changed');
}

/** The parts of evidence that can be changed here. */
export interface EvidenceChange {
  framing?: Framing;
  marks?: Mark[];
  removed?: boolean;
  state?: KeptEvidence['state'];
  baseVersion?: number;
}

/** Changes kept evidence, or starts keeping evidence the server has. */
export async function changeEvidence(base: KeptEvidence, change: EvidenceChange): Promise<void> {
  const current = content.evidence.find((e) => e.evidenceId === base.evidenceId) ?? base;
  await putEvidence({ ...current, state: 'waiting', problem: '', ...change, revision: current.revision + 1 });
}

export async function putEvidence(evidence: KeptEvidence): Promise<void> {
  const keeping = keepCounted({ evidence });
  setContent({
    ...content,
    evidence: [...content.evidence.filter((e) => e.evidenceId !== evidence.evidenceId), evidence],
  });
  await keeping.catch(tellFull);
  channel.postMessage('changed');
}

export async function putStatement(statement: KeptStatement): Promise<void> {
  setContent({
    ...content,
    statements: [...content.statements.filter((s) => s.key !== statement.key), statement],
  });
  await keep({ statement }).catch(tellFull);
  channel.postMessage('changed');
}

/** The person wrote: keeps the text with the version it was written on. */
export function keepStatement(
  personId: string,
  assignmentId: string,
  text: string,
  baseVersion: number,
): Promise<void> {
  const key = statementKey(personId, assignmentId);
  const current = content.statements.find((s) => s.key === key);
  return putStatement({
    key,
    personId,
    assignmentId,
    text,
    baseVersion: current?.baseVersion ?? baseVersion,
    revision: (current?.revision ?? 0) + 1,
    state: current?.state ?? 'waiting',
    problem: current?.problem ?? '',
  });
}

/** The server has it now. */
export async function forgetPicture(captureId: string): Promise<void> {
  memoryOnly.delete(captureId);
  setContent({ ...content, pictures: content.pictures.filter((p) => p.captureId !== captureId) });
  await drop('pictures', captureId);
  channel.postMessage('changed');
}

export async function forgetEvidence(evidenceId: string): Promise<void> {
  writing.delete(evidenceId);
  setContent({ ...content, evidence: content.evidence.filter((e) => e.evidenceId !== evidenceId) });
  await drop('evidence', evidenceId);
  channel.postMessage('changed');
}

export async function forgetStatement(key: string): Promise<void> {
  setContent({ ...content, statements: content.statements.filter((s) => s.key !== key) });
  await drop('statements', key);
  channel.postMessage('changed');
}

function tellFull(): void {
  toast.warning(
    'This browser’s storage is full. Your last change is only in this page until it is sent: leave the page open.',
  );
}
