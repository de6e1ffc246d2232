import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';

/** A server of a test's own, on a port and a data file of its own. */
export interface Jacana {
  address: string;
  data: string;
  /** Asked for with the first account. */
  setUpCode: string;
}

interface Reply {
  id: number;
  result?: { port: number; data: string; setUpCode: string };
  problem?: string;
}

/** The process in which all servers of one test worker run; see manyServers.mjs. */
export class Servers {
  private readonly child: ChildProcess;
  private readonly waiting = new Map<number, { done: (reply: Reply) => void; fail: (error: Error) => void }>();
  private asked = 0;

  constructor() {
    this.child = fork(join(import.meta.dirname, 'manyServers.mjs'), { execArgv: [] });
    this.child.on('message', (reply: Reply) => {
      this.waiting.get(reply.id)?.done(reply);
      this.waiting.delete(reply.id);
    });
    this.child.on('exit', (code) => {
      for (const { fail } of this.waiting.values()) fail(new Error(`The process of the servers ended with ${code}.`));
      this.waiting.clear();
    });
  }

  async start(isDemo: boolean): Promise<Jacana & { port: number }> {
    const { port, ...rest } = (await this.ask({ start: { isDemo } })).result!;
    return { ...rest, port, address: `http://localhost:${port}` };
  }

  async stop(port: number): Promise<void> {
    await this.ask({ stop: port });
  }

  end(): void {
    this.child.disconnect();
  }

  private async ask(what: object): Promise<Reply> {
    const id = ++this.asked;
    const reply = await new Promise<Reply>((done, fail) => {
      this.waiting.set(id, { done, fail });
      this.child.send({ id, ...what });
    });
    if (reply.problem) throw new Error(reply.problem);
    return reply;
  }
}
