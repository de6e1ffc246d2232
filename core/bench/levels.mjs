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
const counts = await counted(cells.map((cell) => ({ cell, tastings: cell.asks ? EXPLORED_TASTINGS : TASTINGS })));
/** Of so many rows some lie high by chance: those are simulated anew, over other tastings, which alone count. */
const ANEW = { above: 0.06, tastings: 4 * TASTINGS };
const high = NOTHING.flatMap((_, at) => (counts[at].claims / TASTINGS >= ANEW.above ? [at] : []));
process.stderr.write(`${high.length} rows anew\n`);
const anew = await counted(high.map((at) => ({ cell: NOTHING[at], tastings: ANEW.tastings, from: TASTINGS })));
const levels = NOTHING.map((_, at) =>
  high.includes(at) ? anew[high.indexOf(at)].claims / ANEW.tastings : counts[at].claims / TASTINGS,
);
const share = (count) => (count / TASTINGS).toFixed(3);
const row = (values) => `| ${values.join(' | ')} |`;
const head = (names) => [row(names), row(names.map(() => '---'))];
const setting = ({ test, methods, together = methods, people, pieces, spread, what = '' }) => [
  test,
  together < methods ? `${together} of ${methods}` : methods,
  ...[people, pieces, spread, what],
];
const SETTING = ['test', 'methods', 'people', 'pieces', 'spread', 'besides'];
const nothing = NOTHING.map((cell, at) =>
  row([...setting(cell), levels[at].toFixed(3) + (high.includes(at) ? ' *' : '')]),
);
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
process.stdout.write(`${tables.join('\n\n')}\n`);
process.stderr.write(
  `highest level ${Math.max(...levels).toFixed(3)}; ${((Date.now() - start) / 1000).toFixed(0)} s\n`,
);
if (words.includes('--write')) writeFileSync(join(here, '..', '..', 'docs', 'levels.md'), text());

/** What each task came to, worked off by as many workers as there are processors. */
async function counted(all) {
  const found = new Array(all.length);
  let next = 0;
  let done = 0;
  await Promise.all(
    Array.from({ length: availableParallelism() }, async () => {
      const worker = new Worker(join(here, 'levelWorker.mjs'));
      while (next < all.length) {
        const at = next++;
        worker.postMessage(all[at]);
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
${Math.sqrt((0.05 * 0.95) / TASTINGS).toFixed(3)}. Of ${NOTHING.length} rows some lie high by chance alone: those at ${ANEW.above} and above were simulated anew over ${ANEW.tastings.toLocaleString('en-GB')}
other tastings, which alone count (marked *; standard error ${Math.sqrt((0.05 * 0.95) / ANEW.tastings).toFixed(3)}). The highest is ${Math.max(...levels).toFixed(3)}.

Choices: nobody tells the methods apart, and everyone goes by what the pieces in front of them differ by. "Good enough": a loss
as large as the margin. How methods are judged by blocks of pieces, and why ranks are read as log odds where blocks are few:
[decision](decisions/0020-methods-by-blocks-of-pieces.md).

Where there is nothing to find:

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
