import { pText } from '@jacana/core/format';
import type { PlannedView, RankingView } from '@jacana/core/findings';
import type { LikingFinding } from '@jacana/core/planned';
import { methodTestText } from '@jacana/core/verdict';

/** The statistics by their names, for whoever checks them. */
export function SmallPrint({ found }: { found: RankingView }) {
  const { overall, pairs, alpha, orders, engine, panelists, liking, strength } = found;
  return (
    <section aria-label="Small print" className="space-y-1 text-sm text-quiet">
      <MethodPrint test={found.methodTest} />
      {overall.test === null ? (
        <p>{overall.reason}</p>
      ) : (
        <p data-testid="friedman">
          {found.methodTest && 'Of these pieces: '}Friedman's chi-squared {overall.statistic.toFixed(4)} on {overall.df}{' '}
          df with tie correction, p {pText(overall.probability.p)} ({howFound(overall.probability)}); Kendall's W{' '}
          {overall.kendallW.toFixed(4)}; {panelists.length} panelists.
        </p>
      )}
      {pairs.length > 0 && (
        <p>
          Pairs: difference of rank sums,{' '}
          {found.methodTest?.test === 'piece-blocks'
            ? 'Student’s t on the error of pieces, together by Tukey'
            : `${pairs[0].probability.from === 'exact' ? 'exact, by turning each panelist’s difference round' : 'normal limit'}, adjusted by Holm as Shaffer shortens it`}
          . Level {alpha}. {whenPlanned(found)}
        </p>
      )}
      {liking && <LikingPrint liking={liking} />}
      {strength.test !== null && (
        <p>
          Strength: Plackett-Luce on {strength.rankings} rankings. Chance of being best: true mean ranks normal, their
          standard deviation anywhere from none to that of complete agreement; Monte Carlo standard error up to{' '}
          {strength.standardError.toFixed(3)}.
          {strength.penalised && ' A method won everything, so strengths are held finite by a stated penalty.'}{' '}
          Explored.
        </p>
      )}
      <p>
        Orders as tasted:{' '}
        {orders === null
          ? 'not known'
          : orders.positionImbalance === 0 && orders.carryOverImbalance === 0
            ? 'every position and neighbour equally often'
            : `position counts differ by at most ${orders.positionImbalance}, neighbour counts by at most ${orders.carryOverImbalance}`}
        . {engine}.
      </p>
    </section>
  );
}

/** The same for a planned test other than a complete ranking, whose figures stand in its cards. */
export function PlannedPrint({ found }: { found: PlannedView }) {
  const { planned, alpha, engine } = found;
  return (
    <section aria-label="Small print" className="space-y-1 text-sm text-quiet">
      {planned.of === 'profile' ? (
        planned.methodTests?.map(({ attribute, test }) => <MethodPrint key={attribute} test={test} of={attribute} />)
      ) : (
        <MethodPrint test={planned.methodTest} />
      )}
      {planned.of === 'liking' && planned.liking && <LikingPrint liking={planned.liking} />}
      <p>
        Level {alpha}. {whenPlanned(found)} {engine}.
      </p>
    </section>
  );
}

/** What was planned before anyone knew the answers, or said when they were brought. */
const whenPlanned = ({ brought }: { brought: string | null }): string =>
  brought === null ? 'Planned before unsealing.' : 'Chosen when the answers were brought in.';

function MethodPrint({ test, of }: { test: Parameters<typeof methodTestText>[0]; of?: string }) {
  const said = methodTestText(test);
  return (
    said && (
      <p data-testid="method-test">
        {of && `${of}. `}
        {said}
      </p>
    )
  );
}

function LikingPrint({ liking }: { liking: LikingFinding }) {
  const { test, variances, residualVariance, leftOut, concerns, rankCheck } = liking;
  if (test.test === null) return <p>Liking: {test.reason}</p>;
  return (
    <p data-testid="liking">
      Liking: mixed model by REML, F {test.F.toFixed(3)} on {test.df1} and {test.df2.toFixed(1)} df (Satterthwaite), p{' '}
      {pText(test.p)}; {liking.answers} scores, {liking.panelists} panelists, {liking.pieces} pieces. Variances:{' '}
      {variances.map(({ term, variance }) => `${term} ${variance.toFixed(2)}`).join(', ')}, residual{' '}
      {residualVariance?.toFixed(2)}. Pairs by Tukey. {leftOut.map(({ reason }) => reason).join(' ')}{' '}
      {concerns.join(' ')}{' '}
      {rankCheck.test !== null &&
        `Ranked within panelists: Friedman ${rankCheck.statistic.toFixed(3)}, p ${pText(rankCheck.probability.p)} (${howFound(rankCheck.probability)}).`}{' '}
      {liking.status === 'explored' && 'Explored after unsealing.'}
    </p>
  );
}

function howFound(probability: { from: string; draws?: number; standardError?: number }): string {
  if (probability.from === 'exact') return 'exact, by enumeration';
  if (probability.from === 'limiting') return 'chi-squared limit';
  return `${probability.draws?.toLocaleString('en-GB')} seeded relabelings, standard error ${probability.standardError?.toExponential(1)}`;
}
