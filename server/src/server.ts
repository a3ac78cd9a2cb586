import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Logger } from 'pino';
import { createApp } from './app.ts';
import { emptyBin } from './captures/emptyBin.ts';
import { createContext } from './createContext.ts';
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
/** How often the bin is looked through. */
const BIN_ROUND_MS = 6 * 3600 * 1000;

export async function startServer(settings: Settings, log: Logger): Promise<RunningServer> {
  const context = await createContext(settings, log);
  const server = createServer(createApp(context));
  const emptied = () =>
    emptyBin(context).catch((error) => log.error({ err: error }, 'the bin was not emptied'));
  await emptied();
  const binTimer = setInterval(emptied, BIN_ROUND_MS).unref();
  try {
    await listen(server, settings);
  } catch (error) {
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
      clearInterval(binTimer);
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      server.closeIdleConnections();
      const cutOff = setTimeout(() => server.closeAllConnections(), PATIENCE_MS);
      await closed;
      clearTimeout(cutOff);
      await context.close();
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
