import type { MessagePort } from 'node:worker_threads';
import type { TastingBundle } from '@jacana/core/bundle';
import { findings, type Findings } from '@jacana/core/findings';

/** Runs in a worker thread, so that the event loop stays free; tells its progress on the way. */
export default function compute({ bundle, port }: { bundle: TastingBundle; port: MessagePort }): Findings {
  return findings(bundle, (fraction) => port.postMessage(fraction));
}
