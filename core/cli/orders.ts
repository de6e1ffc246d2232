import { incompleteOrders, orderReport, servingOrders } from '../src/design';
import { randomStream } from '../src/numeric';
import { BadInput } from './badInput';
import { columns, decimal, type Report } from './report';

const MOST_SAMPLES = 60;
const MOST_PANELISTS = 5000;

/** `jacana orders`. */
export function ordersReport(options: {
  samples: number;
  panelists: number;
  perPanelist?: number;
  seed: string;
}): Report {
  const { samples, panelists, seed } = options;
  const perPanelist = options.perPanelist ?? samples;
  if (samples < 1 || samples > MOST_SAMPLES) throw new BadInput(`--samples should lie between 1 and ${MOST_SAMPLES}.`);
  if (panelists < 1 || panelists > MOST_PANELISTS)
    throw new BadInput(`--panelists should lie between 1 and ${MOST_PANELISTS}.`);
  if (perPanelist < 1 || perPanelist > samples)
    throw new BadInput(`--per-panelist should lie between 1 and ${samples}, the number of samples.`);
  const random = randomStream(seed, 'orders');
  const rows =
    perPanelist === samples
      ? servingOrders(samples, panelists, random)
      : incompleteOrders({ samples, panelists, perPanelist }, random);
  const report = orderReport(rows, samples);
  return {
    json: { rows: rows.map((row) => row.map((sample) => sample + 1)), ...report },
    lines: [
      ...columns(rows.map((row, at) => [`panelist ${at + 1}`, ...row.map((sample) => String(sample + 1))])),
      `Each sample is served ${between(report.replication)} times, every two together to ${between(report.concurrence.flatMap((row, a) => row.filter((_, b) => b !== a)))} panelists`,
      `Positions uneven by ${report.positionImbalance}, neighbours by ${report.carryOverImbalance}, meetings by ${report.concurrenceImbalance}`,
      `Efficiency ${decimal(report.efficiency, 3)} of complete tastings${report.balanced ? '; balanced' : ''}`,
    ],
  };
}

function between(counts: readonly number[]): string {
  const [low, high] = [Math.min(...counts), Math.max(...counts)];
  if (counts.length === 0) return '0';
  return low === high ? String(low) : `${low} to ${high}`;
}
