import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';

/** A server that runs in a process of its own, and what it costs. */
export interface ServerProcess {
  address: string;
  /** processor time of the process itself, in seconds; not of those it started */
  cpu(): number;
  /** memory of the process and all it started, in MB */
  memory(): number;
  /** processor time of the processes it started and that are still there, in seconds */
  cpuOfOthers(): number;
  stop(): Promise<void>;
}

/** Starts a script that prints its address, with settings. */
export async function startServerProcess(
  args: readonly string[],
  env: Record<string, string>,
): Promise<ServerProcess> {
  const child = spawn(process.execPath, args, {
    env: { PATH: process.env.PATH ?? '', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((resolve, reject) => {
    let text = '';
    child.stdout?.on('data', (data) => {
      text += data;
      const found = /http:\/\/\S+/.exec(text)?.[0];
      if (found) resolve(found);
    });
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  const pid = child.pid ?? 0;
  return {
    address,
    cpu: () => cpuOf(pid),
    cpuOfOthers: () => childrenOf(pid).reduce((sum, one) => sum + cpuOf(one), 0),
    memory: () => [pid, ...childrenOf(pid)].reduce((sum, one) => sum + memoryOf(one), 0),
    stop: () => stop(child),
  };
}

async function stop(child: ChildProcess): Promise<void> {
  const gone = once(child, 'exit');
  child.kill('SIGTERM');
  await gone;
}

const TICKS = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }));

/** Of proc(5): utime and stime, the 14th and 15th field of stat. */
function cpuOf(pid: number): number {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /, '')
      .split(' ');
    return (Number(fields[11]) + Number(fields[12])) / TICKS;
  } catch {
    return 0;
  }
}

function memoryOf(pid: number): number {
  try {
    return Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}

function childrenOf(pid: number): number[] {
  try {
    return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
      .trim()
      .split(/\s+/)
      .filter(Boolean)
      .map(Number);
  } catch {
    return [];
  }
}
