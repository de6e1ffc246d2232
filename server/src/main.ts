import 'reflect-metadata';
import { AccountsService } from './accounts/accounts.service';
import { createApplication } from './application';
import { BadOptions, publicAddress, readOptions, type ServerOptions } from './options';

async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2));
  const app = await createApplication(options);
  await app.listen(options.port, options.lan ? '0.0.0.0' : '127.0.0.1');
  const accounts = app.get(AccountsService);
  announce(options, (await accounts.isSetUpNeeded()) ? accounts.setUpCode : null);
}

function announce(options: ServerOptions, setUpCode: string | null): void {
  const lines = [`Jacana is at ${publicAddress(options)}`];
  lines.push(
    options.lan
      ? 'Open to the network: give out this address.'
      : 'Open to this machine only; add --lan for phones on your network.',
  );
  if (options.demo && options.lan) lines.push('Demo sign-ins are refused while the server is open to the network.');
  if (setUpCode && options.lan) lines.push(`Set-up code for the coordinator's account: ${setUpCode}`);
  lines.push(`Data: ${options.data}`);
  process.stdout.write(`${lines.join('\n')}\n`);
}

main().catch((error: unknown) => {
  const code = (error as { code?: string }).code;
  const message =
    code === 'EADDRINUSE'
      ? 'This port is taken. Stop the other server, or choose another port with --port 4690.'
      : error instanceof BadOptions
        ? error.message
        : `Jacana could not start: ${error instanceof Error ? error.message : String(error)}`;
  process.stderr.write(`${message}\n`);
  process.exit(error instanceof BadOptions ? 2 : 1);
});
