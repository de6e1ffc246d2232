import { readFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { PASSWORD_COST, type PasswordCost } from './passwordCost';

/** How one server runs; decided once, at start. */
export interface ServerOptions {
  /** SQLite file that holds everything. */
  data: string;
  /** Load the Reedbed Kitchen and offer its sign-ins. */
  demo: boolean;
  /** Listen on the network, not on this machine only. */
  lan: boolean;
  /** 0 lets the system choose; from then on the one that it chose. */
  port: number;
  /** Folder of the built web app; null serves the API alone. */
  web: string | null;
  /** Folder with the demo bundles. */
  demoBundles: string;
  /** Compiled worker of the computation. */
  coreWorker: string;
  /** Sign-in attempts a minute from one address. */
  signInsPerMinute: number;
  /** What it costs to try a password. No word of the command line makes it cheaper; tests do. */
  passwordCost: PasswordCost;
  quiet: boolean;
  /** Kitchen seconds in one of ours; 1 but in a demo. */
  pace: number;
  /** The address that links and cards carry, where it is another than this machine's own; null for that. */
  address: string | null;
  /** The proxy in front, whose word on who is asking is taken; null where there is none. */
  proxy: string | null;
  /** Whether traffic is encrypted: not, by a certificate that Jacana makes for itself, or by one that is given. */
  tls: null | 'made' | { cert: string; key: string };
  /** Address of a label printer; null where there is none. */
  printer: string | null;
  /** Where copies of the data are kept while the server runs, and how often one is made; null makes none. */
  backup: { folder: string; everyMinutes: number } | null;
}

export const OPTIONS = Symbol('ServerOptions');

/** Options that cannot be used; the message says what to do. */
export class BadOptions extends Error {}

const ROOT = resolve(__dirname, '..', '..', '..');

/**
 * Reads the options of `npm start` and `npm run serve`.
 *
 * @throws BadOptions with what to type instead
 */
export function readOptions(args: readonly string[]): ServerOptions {
  const words = parseWords(args);
  const { data, demo, lan, port, pace: typedPace, printer } = words;
  const number = Number(port);
  if (!Number.isInteger(number) || number < 0 || number > 65535) {
    throw new BadOptions(
      `--port ${port} is not a port: give a whole number from 1 to 65535, or 0 for any that is free.`,
    );
  }
  const pace = Number(typedPace);
  if (!(pace >= 1 && pace <= 60) || (pace !== 1 && !demo))
    throw new BadOptions(`--pace ${typedPace} is not a pace: give 1 to 60, and only with --demo.`);
  if (!demo && !data) throw new BadOptions('Say where the data should live: npm run serve -- --data tastings.db');
  return {
    data: resolve(process.env.INIT_CWD ?? process.cwd(), data ?? resolve(ROOT, 'data', 'demo.db')),
    demo,
    lan,
    port: number,
    web: resolve(ROOT, 'web', 'dist'),
    demoBundles: resolve(ROOT, 'demo'),
    coreWorker: resolve(__dirname, '..', 'jobs', 'core.worker.js'),
    signInsPerMinute: 20,
    passwordCost: PASSWORD_COST,
    quiet: false,
    pace,
    address: addressOf(words),
    proxy: proxyOf(words),
    tls: tlsOf(words),
    printer: printerAt(printer),
    backup: backupOf(words),
  };
}

function parseWords(args: readonly string[]) {
  try {
    return parseArgs({
      args: [...args],
      options: {
        data: { type: 'string' },
        demo: { type: 'boolean', default: false },
        lan: { type: 'boolean', default: false },
        port: { type: 'string', default: '4680' },
        pace: { type: 'string', default: '1' },
        printer: { type: 'string' },
        address: { type: 'string' },
        proxy: { type: 'string' },
        backup: { type: 'string' },
        every: { type: 'string' },
        tls: { type: 'boolean', default: false },
        'tls-cert': { type: 'string' },
        'tls-key': { type: 'string' },
      },
    }).values;
  } catch (error) {
    throw new BadOptions(
      `${(error as Error).message} Known options: --data FILE, --lan, --port NUMBER, --tls, --tls-cert FILE with --tls-key FILE, --address URL, --proxy ADDRESS, --printer ADDRESS, --backup FOLDER with --every 15m.`,
    );
  }
}

/** Copies are made every quarter of an hour, unless another time is given. */
function backupOf({ backup, every = '15m' }: ReturnType<typeof parseWords>): ServerOptions['backup'] {
  const [, count, unit] = /^(\d{1,4})(m|h)$/.exec(every) ?? [];
  const everyMinutes = Number(count) * (unit === 'h' ? 60 : 1);
  if (!(everyMinutes >= 1 && everyMinutes <= 24 * 60))
    throw new BadOptions(
      `--every ${every} is not a time between copies: give one such as 15m or 2h, of a day at most.`,
    );
  return backup === undefined ? null : { folder: resolve(process.env.INIT_CWD ?? process.cwd(), backup), everyMinutes };
}

function tlsOf(words: ReturnType<typeof parseWords>): ServerOptions['tls'] {
  const [cert, key] = [words['tls-cert'], words['tls-key']];
  if (cert === undefined && key === undefined) return words.tls ? 'made' : null;
  if (cert === undefined || key === undefined)
    throw new BadOptions('A certificate of your own needs both: --tls-cert FILE.crt --tls-key FILE.key (PEM).');
  return { cert: contentOf(cert), key: contentOf(key) };
}

function addressOf({ address }: ReturnType<typeof parseWords>): string | null {
  if (address === undefined) return null;
  const url = URL.canParse(address) ? new URL(address) : null;
  if (url && /^https?:$/.test(url.protocol) && url.pathname === '/' && !url.search && !url.username) return url.origin;
  throw new BadOptions(`--address ${address} is not an address: give one such as https://taste.example.org.`);
}

function proxyOf({ proxy, address }: ReturnType<typeof parseWords>): string | null {
  if (proxy === undefined) return null;
  if (isIP(proxy) === 0)
    throw new BadOptions(`--proxy ${proxy} is not the address of a machine: give one such as 127.0.0.1.`);
  if (address === undefined)
    throw new BadOptions(
      'Behind a proxy, say under which address: --proxy 127.0.0.1 --address https://taste.example.org',
    );
  return proxy;
}

function contentOf(file: string): string {
  const path = resolve(process.env.INIT_CWD ?? process.cwd(), file);
  try {
    return readFileSync(path, 'utf8');
  } catch {
    throw new BadOptions(`${path} cannot be read: give a file in PEM.`);
  }
}

function printerAt(typed: string | undefined): string | null {
  if (typed === undefined || (URL.canParse(typed) && /^https?:$/.test(new URL(typed).protocol))) return typed ?? null;
  throw new BadOptions(`--printer ${typed} is not an address: give one such as http://192.168.1.20:4681.`);
}

/** The address to give out: the one that was given, else this machine's first network address with --lan, else localhost. */
export function publicAddress({
  address,
  lan,
  port,
  tls,
}: Pick<ServerOptions, 'address' | 'lan' | 'port' | 'tls'>): string {
  if (address !== null) return address;
  const [outside] = lan ? outsideAddresses() : [];
  return `${tls ? 'https' : 'http'}://${outside ?? 'localhost'}:${port}`;
}

/** Whether others than this machine's own people can come to the server. */
export const isReachable = ({ lan, address }: Pick<ServerOptions, 'lan' | 'address'>): boolean =>
  lan || address !== null;

/** Names and addresses by which the server is reached. */
export const ownNames = (lan: boolean): string[] => ['localhost', '127.0.0.1', ...(lan ? outsideAddresses() : [])];

const outsideAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .flatMap(({ family, internal, address }) => (family === 'IPv4' && !internal ? [address] : []));
