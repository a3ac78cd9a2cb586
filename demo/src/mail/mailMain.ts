import { startMailStandIn } from './mailStandIn.ts';

// `node demo/dist/mail/mailMain.js [smtp port] [page port]`
const [smtpPort = 4625, pagePort = 4610] = process.argv.slice(2).map(Number);
try {
  const standIn = await startMailStandIn({ smtpPort, pagePort });
  console.log(`Mail that is sent is shown at ${standIn.address}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void standIn.close().then(() => process.exit(0)));
} catch (error) {
  if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
  console.error(
    `The ports ${smtpPort} and ${pagePort} are needed for mail, and one is taken. Name two others.`,
  );
  process.exit(1);
}
