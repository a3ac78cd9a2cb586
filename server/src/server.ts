import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Logger } from 'pino';
import { createApp } from './app.ts';
import { removeStrayFiles } from './blobs/strayFiles.ts';
import { emptyBin } from './captures/emptyBin.ts';
import { createContext } from './createContext.ts';
import { warnOfDisk } from './disk/freeDisk.ts';
import { clearResults } from './errands/results.ts';
import { tellOfTime } from './live/tellOfTime.ts';
import { mailRound } from './mail/mailRound.ts';
import { type PictureWork, sharedWork } from './pictures/pictureWork.ts';
import { firstLink, linkPath } from './sessions/links.ts';
import type { Settings } from './settings.ts';

export interface RunningServer {
  address: string;
  /** where the first administrator is made; null once somebody is on the server */
  firstAddress: string | null;
  /** Takes no new requests, finishes those under way, then closes the database. */
  stop(): Promise<void>;
}

/** Requests that are still running after this are cut off, so that a stop always ends. */
const PATIENCE_MS = 10_000;
/** How often connections that have become idle meanwhile are closed while it stops. */
const IDLE_ROUND_MS = 100;
/**
 * How long a connection without requests is kept: longer than proxies keep theirs (60 s is common practice, no source).
 * Who closes first has to be the one who asks, or a request and the end of its connection cross on the way.
 */
const KEEP_ALIVE_MS = 75_000;
/** How often the bin is looked through, and the disk. */
const BIN_ROUND_MS = 6 * 3600 * 1000;
/** How long it rests between two looks for letters. */
const MAIL_ROUND_MS = 20_000;
/** How long what came about by itself may be untold. */
const TIME_ROUND_MS = 2000;

/** @param pictures where several servers share one process, what they share to work on pixels; it stays open */
export async function startServer(
  settings: Settings,
  log: Logger,
  pictures?: PictureWork,
): Promise<RunningServer> {
  const context = await createContext(settings, log, undefined, pictures && sharedWork(pictures));
  const server = createServer({ keepAliveTimeout: KEEP_ALIVE_MS });
  let isStopping = false;
  // A page that keeps asking over a connection it has would hold up the end, and be cut off by it.
  server.on('request', (_, res) => {
    if (isStopping) res.setHeader('Connection', 'close');
  });
  server.on('request', createApp(context));
  const emptied = async () => {
    await emptyBin(context).catch((error) => log.error({ err: error }, 'the bin was not emptied'));
    await clearResults(context).catch((error) => log.error({ err: error }, 'old results were not cleared'));
    await warnOfDisk(settings.dataFolder, log);
  };
  await emptied();
  const binTimer = setInterval(emptied, BIN_ROUND_MS).unref();
  const strays = repeat(
    (signal) => removeStrayFiles(context, signal),
    BIN_ROUND_MS,
    (error) => log.error({ err: error }, 'files that nothing stands for were not looked for'),
  );
  const mail = repeat(
    (signal) => mailRound(context, signal),
    MAIL_ROUND_MS,
    (error) => log.error({ err: error }, 'no letters were sent'),
  );
  const begun = context.now().toISOString();
  let [before, toldUntil] = [begun, begun];
  const time = repeat(
    async () => {
      const now = context.now().toISOString();
      // What is entered has its time a moment before it can be read: the last round's are told once more.
      await tellOfTime(context, before, now);
      [before, toldUntil] = [toldUntil, now];
    },
    TIME_ROUND_MS,
    (error) => log.error({ err: error }, 'what came about by itself could not be told'),
  );
  try {
    await listen(server, settings);
  } catch (error) {
    await time.stop();
    await mail.stop();
    await strays.stop();
    await context.close();
    throw error;
  }
  const { port } = server.address() as AddressInfo;
  const host = settings.host.includes(':') ? `[${settings.host}]` : settings.host;
  const address = `http://${host}:${port}`;
  const first = settings.demo ? null : await firstLink(context);
  return {
    address,
    firstAddress: first && `${settings.origin ?? address}${linkPath(first)}`,
    async stop() {
      isStopping = true;
      clearInterval(binTimer);
      await time.stop();
      await mail.stop();
      await strays.stop();
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      context.live.close();
      server.closeIdleConnections();
      const idle = setInterval(() => server.closeIdleConnections(), IDLE_ROUND_MS);
      const cutOff = setTimeout(() => server.closeAllConnections(), PATIENCE_MS);
      await closed;
      clearInterval(idle);
      clearTimeout(cutOff);
      await context.close();
    },
  };
}

/** Does something again and again, with a rest after each time, so that no two run at once. */
function repeat(
  work: (signal: AbortSignal) => Promise<unknown>,
  restMs: number,
  failed: (error: unknown) => void,
) {
  let timer: NodeJS.Timeout | undefined;
  const stopping = new AbortController();
  let running = Promise.resolve();
  const round = () => {
    running = work(stopping.signal)
      .then(() => {}, failed)
      .then(() => {
        if (!stopping.signal.aborted) timer = setTimeout(round, restMs).unref();
      });
  };
  round();
  return {
    stop(): Promise<void> {
      stopping.abort();
      clearTimeout(timer);
      return running;
    },
  };
}

function listen(server: Server, { host, port }: Settings): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });
}
