import { pino } from 'pino';
import { startServer } from './server.ts';
import { readSettings, SettingsError } from './settings.ts';
import { StartError } from './startError.ts';

try {
  const settings = readSettings(process.env);
  const log = pino({ level: settings.logLevel });
  const server = await startServer(settings, log);
  console.log(`Nachweis is at ${server.address}`);
  if (server.firstAddress)
    console.log(`Nobody is here yet. The first administrator is made once, at ${server.firstAddress}`);
  if (settings.trustedProxies.length > 0)
    console.log(`Browsers’ addresses are taken from the proxies at ${settings.trustedProxies.join(', ')}.`);
  else if (settings.origin)
    console.log(
      'No proxy is trusted: everybody seems to come from the proxy’s address. Set NACHWEIS_TRUSTED_PROXIES.',
    );
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      log.info({ signal }, 'stopping');
      server.stop().then(
        () => process.exit(0),
        (error) => {
          log.error({ err: error }, 'could not stop cleanly');
          process.exit(1);
        },
      );
    });
  }
} catch (error) {
  const code = (error as NodeJS.ErrnoException).code;
  if (error instanceof SettingsError || error instanceof StartError) console.error(error.message);
  else if (code === 'EADDRINUSE')
    console.error(
      'The port is taken. Stop the other program or set NACHWEIS_PORT to another one (0 takes a free one).',
    );
  else console.error(error);
  process.exit(1);
}
