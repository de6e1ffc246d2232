import type { Findings } from '@jacana/core/findings';
import { pText } from './order';

/** The statistics by their names, for whoever checks them. */
export function SmallPrint({ found }: { found: Findings }) {
  const { overall, pairs, alpha, orders, engine, tasters } = found;
  return (
    <section aria-label="Small print" className="space-y-1 text-sm text-quiet">
      {overall.test === null ? (
        <p>{overall.reason}</p>
      ) : (
        <p data-testid="friedman">
          Friedman's chi-squared {overall.statistic.toFixed(4)} on {overall.df} df with tie correction, p{' '}
          {pText(overall.probability.p)} ({howFound(overall.probability)}); Kendall's W {overall.kendallW.toFixed(4)};{' '}
          {tasters.length} tasters.
        </p>
      )}
      {pairs.length > 0 && (
        <p>
          Pairs: difference of rank sums,{' '}
          {pairs[0].probability.from === 'exact' ? 'exact distribution by convolution' : 'normal limit'}, Holm-adjusted.
          Level {alpha}. Planned before unsealing.
        </p>
      )}
      <p>
        Orders as tasted:{' '}
        {orders.positionImbalance === 0 && orders.carryOverImbalance === 0
          ? 'every position and neighbour equally often'
          : `position counts differ by at most ${orders.positionImbalance}, neighbour counts by at most ${orders.carryOverImbalance}`}
        . {engine}.
      </p>
    </section>
  );
}

function howFound(probability: { from: string; draws?: number; standardError?: number }): string {
  if (probability.from === 'exact') return 'exact, by enumeration';
  if (probability.from === 'limiting') return 'chi-squared limit';
  return `${probability.draws?.toLocaleString('en-GB')} seeded relabelings, standard error ${probability.standardError?.toExponential(1)}`;
}
