import 'reflect-metadata';
import { AccountsService } from './accounts/accounts.service';
import { createApplication, listen } from './application';
import { ClockWatch } from './audit/clockWatch';
import { Transactions } from './database/transactions';
import { UnfitFile } from './storage/dataFile';
import { certificateFor } from './tls/certificate';
import { BadOptions, isReachable, ownNames, publicAddress, readOptions, type ServerOptions } from './options/options';

async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2));
  const shown =
    options.tls === 'made' ? await certificateFor(`${options.data}.tls`, ownNames(options.lan)) : options.tls;
  const app = await createApplication(options, shown);
  // Going on would mean to acknowledge what is not kept.
  app.get(Transactions).whenUnsound(({ message }) => {
    process.stderr.write(`${message} Make room on the disk, look at the file, and start again.\n`);
    process.exit(1);
  });
  await listen(app, options);
  const accounts = app.get(AccountsService);
  announce(options, (await accounts.isSetUpNeeded()) ? accounts.setUpCode : null);
  const behind = app.get(ClockWatch).behind();
  if (behind !== null)
    process.stderr.write(
      `The clock of this machine is behind: it was ${behind} here already. Set it right before people taste; times would be wrong.\n`,
    );
}

function announce(options: ServerOptions, setUpCode: string | null): void {
  const lines = [`Jacana is at ${publicAddress(options)}`];
  lines.push(
    isReachable(options)
      ? 'Open to the network: give out this address.'
      : 'Open to this machine only; add --lan for phones on your network.',
  );
  if (options.tls === 'made')
    lines.push(
      `Phones trust it once they have taken in ${publicAddress(options)}/jacana-root.crt (docs/operating.md).`,
    );
  if (options.demo && isReachable(options))
    lines.push('Demo sign-ins are refused while the server is open to the network.');
  if (setUpCode) lines.push(`Set-up code for the coordinator's account: ${setUpCode}`);
  lines.push(`Data: ${options.data}`);
  if (options.backup)
    lines.push(`Copies of it: ${options.backup.folder}, every ${options.backup.everyMinutes} minutes`);
  process.stdout.write(`${lines.join('\n')}\n`);
}

/** What to do about an error that keeps the server from starting. */
function startProblem(error: unknown): string {
  if (error instanceof BadOptions || error instanceof UnfitFile) return error.message;
  const { code, message } = error as { code?: string; message?: string };
  switch (code) {
    case 'EADDRINUSE':
      return 'This port is taken. Stop the other server, or choose another port with --port 4690.';
    case 'ERR_OSSL_X509_KEY_VALUES_MISMATCH':
    case 'ERR_OSSL_PEM_NO_START_LINE':
      return 'The certificate and key given with --tls-cert and --tls-key do not fit together, or are not PEM.';
    default:
      return `Jacana could not start: ${message ?? String(error)}`;
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${startProblem(error)}\n`);
  process.exit(error instanceof BadOptions ? 2 : 1);
});
