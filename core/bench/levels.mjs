/**
 * npm run bench -- --levels: how often a planned test claims something of its methods where there
 * is nothing to find, and where one method is better, over whole simulated tastings: plan, lock,
 * panel, verdict. With --write the table goes into docs/levels.md; --tastings 200 for a quick look.
 * One worker for each processor.
 */
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { EXPLORED, NOTHING, SOMETHING } from './levelCells.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const words = process.argv.slice(2);
const given = words.indexOf('--tastings');
const TASTINGS = given >= 0 ? Number(words[given + 1]) : 1000;
const start = Date.now();

const cells = [...NOTHING, ...SOMETHING, ...EXPLORED];
/** What stands beside a verdict takes fifty times as long as the verdict. */
const EXPLORED_TASTINGS = Math.ceil(TASTINGS / 4);
const counts = await counted(cells);
const share = (count) => (count / TASTINGS).toFixed(3);
const row = (values) => `| ${values.join(' | ')} |`;
const head = (names) => [row(names), row(names.map(() => '---'))];
const setting = ({ test, methods, together = methods, people, pieces, spread, what = '' }) => [
  test,
  together < methods ? `${together} of ${methods}` : methods,
  ...[people, pieces, spread, what],
];
const SETTING = ['test', 'methods', 'people', 'pieces', 'spread', 'besides'];
const nothing = NOTHING.map((cell, at) => row([...setting(cell), share(counts[at].claims)]));
const something = SOMETHING.map((cell, at) => {
  const { claims, winners, wrong } = counts[NOTHING.length + at];
  const truth = cell.tellers === undefined ? cell.liking.join(', ') : `${cell.tellers * 100} % tell`;
  const ofWinners = winners > 0 ? (wrong / winners).toFixed(2) : '–';
  return row([...setting(cell), truth, share(claims), share(winners), share(wrong), ofWinners]);
});
const explored = EXPLORED.map((cell, at) => {
  const { position, carryOver, groups, liking, said, right } = counts[NOTHING.length + SOMETHING.length + at];
  const part = (count) => (count / EXPLORED_TASTINGS).toFixed(3);
  const isAsked = cell.asks.includes('liking');
  return row([
    ...setting(cell),
    ...[part(position), part(carryOver), part(groups), isAsked ? part(liking) : '–', part(said)],
    cell.drawn ? part(right) : '–',
  ]);
});
const tables = [
  [...head([...SETTING, 'claims']), ...nothing].join('\n'),
  [...head([...SETTING, 'truth', 'claims', 'names a winner', 'a wrong one', 'wrong of named']), ...something].join(
    '\n',
  ),
  [
    ...head([...SETTING, 'position', 'carry-over', 'two groups', 'liking (these pieces)', 'best: said', 'right']),
    ...explored,
  ].join('\n'),
];
const highest = Math.max(...counts.slice(0, NOTHING.length).map(({ claims }) => claims / TASTINGS));
process.stdout.write(`${tables.join('\n\n')}\n`);
process.stderr.write(`highest level ${highest.toFixed(3)}; ${((Date.now() - start) / 1000).toFixed(0)} s\n`);
if (words.includes('--write')) writeFileSync(join(here, '..', '..', 'docs', 'levels.md'), text());

/** What each cell came to, worked off by as many workers as there are processors. */
async function counted(all) {
  const found = new Array(all.length);
  let next = 0;
  let done = 0;
  await Promise.all(
    Array.from({ length: availableParallelism() }, async () => {
      const worker = new Worker(join(here, 'levelWorker.mjs'));
      while (next < all.length) {
        const at = next++;
        worker.postMessage({ cell: all[at], tastings: all[at].asks ? EXPLORED_TASTINGS : TASTINGS });
        [found[at]] = await once(worker, 'message');
        if (++done % 20 === 0) process.stderr.write(`${done} of ${all.length}\n`);
      }
      await worker.terminate();
    }),
  );
  return found;
}

function text() {
  return `# What a verdict claims of its methods, and how often it should not

\`npm run bench -- --levels --write\` makes these tables: ${TASTINGS.toLocaleString('en-GB')} whole tastings a row (plan, lock, panel, verdict), level 0.05,
taste and noise of one point each, pieces of a method differing by the spread. Monte Carlo standard error at 0.05:
${Math.sqrt((0.05 * 0.95) / TASTINGS).toFixed(3)}, so that of ${NOTHING.length} rows a few lie above 0.06 by chance alone. Choices: nobody tells the methods apart, and everyone goes by
what the pieces in front of them differ by. "Good enough": a loss as large as the margin.

Where there is nothing to find. With few blocks, F of rankings claims somewhat too much where pieces differ as much as people do:
ranks are bounded, and four methods in three blocks agree on the best by chance in 1 of 16
([decision](decisions/0020-methods-by-blocks-of-pieces.md)).

${tables[0]}

Where there is something. "Wrong of named" is the share of wrong ones among the winners that were named: where a plan can see little,
it is larger than how often a wrong one is named at all.

${tables[1]}

Sentences beside the verdict, ${EXPLORED_TASTINGS} tastings a row: how often an effect of the position, a carry-over, or two groups of panelists is
claimed where there is none; how often liking scores are said to differ, which speaks of the pieces that were eaten, and
differs where they do; and how sure the best is said to be, against how often it is. Where all methods are alike nothing is
best; likings drawn: a normal law whose standard deviation is anywhere up to 1.5 points, as the chance supposes of
mean ranks.

${tables[2]}
`;
}
