import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';

/**
 * A label printer that is not there: it takes jobs as a real one would (docs/operating.md), shows each label that
 * came out, and can run out of labels and jam.
 */
export interface PrinterOptions {
  /** Labels on a fresh roll. */
  roll: number;
  /** It jams each time that so many have come out; 0 for never. */
  jamsEvery: number;
}

interface Label {
  large: string;
  small: string;
}

type State = 'ready' | 'out-of-labels' | 'jammed';
const MOST_BYTES = 4_000_000;

export class SimulatedPrinter {
  private left: number;
  private isJammed = false;
  private readonly out: Label[] = [];
  /** How many of each job came out. */
  private readonly jobs = new Map<string, number>();

  constructor(private readonly options: PrinterOptions) {
    this.left = options.roll;
  }

  get state(): State {
    if (this.isJammed) return 'jammed';
    return this.left === 0 ? 'out-of-labels' : 'ready';
  }

  /** Prints what is missing of a job, as far as it goes. @returns how many of it have come out, and how it stands */
  print(job: string, labels: readonly Label[]): { printed: number; state: State } {
    let printed = this.jobs.get(job) ?? 0;
    while (printed < labels.length && this.state === 'ready') {
      this.out.push(labels[printed++]);
      this.left--;
      const { jamsEvery } = this.options;
      if (jamsEvery > 0 && this.out.length % jamsEvery === 0) this.isJammed = true;
    }
    this.jobs.set(job, printed);
    return { printed, state: printed < labels.length ? this.state : 'ready' };
  }

  load(): void {
    this.left = this.options.roll;
  }

  clear(): void {
    this.isJammed = false;
  }

  /** What lies in front of it, the newest first. */
  page(): string {
    const shown = this.out.slice(-200).reverse();
    const labels = shown.map(({ large, small }) => `<li><b>${plain(large)}</b><br>${plain(small)}</li>`).join('');
    return `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="2"><title>Simulated label printer</title>
<style>body{font:16px sans-serif;margin:2rem}ul{display:flex;flex-wrap:wrap;gap:.5rem;padding:0;list-style:none}li{border:1px solid #888;border-radius:4px;padding:.4rem .8rem;text-align:center;min-width:6rem}b{font:bold 1.5rem monospace}form{display:inline}</style>
<h1>Simulated label printer</h1><p>${STATES[this.state]} ${this.left} on the roll, ${this.out.length} came out.</p>
<form method="post" action="/load"><button>Put in a new roll</button></form> <form method="post" action="/clear"><button>Clear the jam</button></form><ul>${labels}</ul></html>`;
  }

  listen(port: number): Promise<Server> {
    const server = createServer((asked, reply) => void this.answer(asked, reply));
    return new Promise((done, fail) => server.once('error', fail).listen(port, '127.0.0.1', () => done(server)));
  }

  private async answer(asked: IncomingMessage, reply: ServerResponse): Promise<void> {
    const what = `${asked.method} ${asked.url}`;
    if (what === 'POST /labels') return this.take(asked, reply);
    if (what === 'POST /load') this.load();
    if (what === 'POST /clear') this.clear();
    if (asked.method === 'POST') return void reply.writeHead(303, { location: '/' }).end();
    reply.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(this.page());
  }

  private async take(asked: IncomingMessage, reply: ServerResponse): Promise<void> {
    const said = await bodyOf(asked);
    const { job, labels } = (said ?? {}) as { job?: unknown; labels?: unknown };
    const isJob = typeof job === 'string' && Array.isArray(labels) && labels.every(isLabel);
    const body = isJob ? this.print(job, labels) : { error: 'A job has an id and labels, each large and small.' };
    reply.writeHead(isJob ? 200 : 400, { 'content-type': 'application/json' }).end(JSON.stringify(body));
  }
}

const STATES: Record<State, string> = {
  ready: 'Ready.',
  'out-of-labels': 'Out of labels.',
  jammed: 'Jammed.',
};

const isLabel = (one: unknown): one is Label =>
  typeof one === 'object' &&
  one !== null &&
  typeof (one as Label).large === 'string' &&
  typeof (one as Label).small === 'string';

async function bodyOf(asked: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of asked as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > MOST_BYTES) return null;
    parts.push(part);
  }
  try {
    return JSON.parse(Buffer.concat(parts).toString()) as unknown;
  } catch {
    return null;
  }
}

const plain = (text: string): string =>
  text.replace(/[&<>"]/g, (letter) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter] as string);
