import { methodLook } from '@jacana/core/charts';
import { TEST_NAMES } from '@jacana/core/design';
import type { PlannedView } from '@jacana/core/findings';
import type { Planned, Telling, TellingResult } from '@jacana/core/planned';
import { similarityText } from '@jacana/core/verdict';
import { Card } from '../ui/Card';
import { Pad } from '../ui/Pad';
import { TableHead } from '../ui/TableHead';
import { BothSides, ShareBar } from './Bars';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';
import { ProfileTable } from './ProfileTable';
import { LikingTable, MarginCard } from './ScoreTables';

/** What a planned test other than a complete ranking found. */
export function PlannedFigures({ found }: { found: PlannedView }) {
  return <Figures found={found} planned={found.planned} />;
}

function Figures({ found, planned }: { found: PlannedView; planned: Planned }) {
  switch (planned.of) {
    case 'telling':
      return planned.result.test === null ? (
        <NoTest reason={planned.result.reason} />
      ) : (
        <TellingCard found={found} telling={planned} result={planned.result} />
      );
    case 'ranking':
      return <OrderedCard found={found} planned={planned} />;
    case 'best-worst':
      return planned.result.test === null ? (
        <NoTest reason={planned.result.reason} />
      ) : (
        <ChosenCard found={found} counts={planned.result.counts} />
      );
    case 'profile':
      return <ProfileTable methods={found.methods} alpha={found.alpha} about={found.verdict.about} profile={planned} />;
    case 'liking':
      return (
        <>
          {planned.margins.length > 0 && <MarginCard found={found} scored={planned} />}
          <LikingTable found={found} scored={planned} />
        </>
      );
  }
}

function NoTest({ reason }: { reason: string }) {
  return (
    <Card title="No test">
      <p>{reason}</p>
    </Card>
  );
}

interface TellingCardProps {
  found: PlannedView;
  telling: Telling;
  /** Its result, where there is one. */
  result: TellingResult;
}

/** Answers as a row of pads: right ones filled, and where guessing alone would leave off. */
function TellingCard({ found, telling: { similarity, replicated }, result }: TellingCardProps) {
  if (result.test !== 'forced-choice')
    return (
      <FindingCard section="telling" title="In figures" aside={TEST_NAMES[found.test]}>
        <SmallPrint result={result} />
      </FindingCard>
    );
  const { n, correct, guess } = result;
  const critical = (similarity ?? result).criticalCorrect;
  const takes = similarity ? `${critical} or fewer show that they are similar` : `${critical} are needed for a claim`;
  return (
    <FindingCard
      section="telling"
      title={`${correct} of ${n} were right`}
      aside={critical === null ? 'too few for any claim' : takes}
    >
      <ul className="flex flex-wrap gap-1" aria-label={`${correct} right, ${n - correct} wrong answers`}>
        {Array.from({ length: n }, (_, at) => (
          <li key={at} aria-hidden className={at === (critical ?? 0) - 1 ? 'border-r-2 border-chestnut pr-1' : ''}>
            <Pad size={26} state={at < correct ? 'eaten' : 'coming'} />
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">
        Filled: right. The line: {similarity ? 'the most that show similarity' : 'what a claim takes'}. Guessing gives{' '}
        {Math.round(guess * n)}.
      </p>
      <div className="mt-3 space-y-1">
        {similarity && <p data-testid="similarity">{similarityText(similarity)}</p>}
        <SmallPrint result={result} replicated={replicated} beside={similarity ? 'For a difference, exact' : 'Exact'} />
      </div>
    </FindingCard>
  );
}

const interval = ([low, high]: readonly [number, number | null], digits = 2): string =>
  `${low.toFixed(digits)} to ${high === null ? 'beyond any number' : high.toFixed(digits)}`;
const pText = (p: number): string => (p < 0.0001 ? 'p below 0.0001' : `p ${p.toFixed(4)}`);

interface SmallPrintProps {
  result: TellingResult;
  /** Where people answered several times: shares and intervals that count people, not answers. */
  replicated?: Telling['replicated'];
  /** How the test for a difference begins, which stands alone or beside one of similarity. */
  beside?: string;
}

function SmallPrint({ result, replicated = null, beside = 'Exact' }: SmallPrintProps) {
  switch (result.test) {
    case 'forced-choice': {
      const { pd, pdInterval, dPrime, dPrimeInterval } = replicated ?? result;
      return (
        <ul className="space-y-1" data-testid="forced-choice">
          <li>
            {beside} binomial, one-sided: {pText(result.p)}. Of the people, {Math.round(pd * 100)} % truly tell
            (interval {interval([pdInterval[0] * 100, pdInterval[1] * 100], 0)} %).
          </li>
          <li>
            d′ {dPrime === null ? 'beyond any number' : dPrime.toFixed(2)} (interval {interval(dPrimeInterval)}).
          </li>
          {replicated && (
            <li>
              Both by the beta-binomial, since each of {replicated.panelists} people answered several times (how much
              they differ: γ {replicated.gamma.toFixed(2)}).
            </li>
          )}
        </ul>
      );
    }
    case 'paired-preference':
      return (
        <p data-testid="paired-preference">
          Exact binomial, two-sided: {pText(result.p)}, {result.counted} counted, {result.dropped} without a preference.
          Share {Math.round(result.shareA * 100)} % (interval{' '}
          {interval([result.exactInterval[0] * 100, result.exactInterval[1] * 100], 0)} %).
        </p>
      );
    default:
      return (
        <p>
          {pText(result.p)}; d′ {result.dPrime === null ? 'beyond any number' : result.dPrime.toFixed(2)} (interval{' '}
          {interval(result.dPrimeInterval)}).
        </p>
      );
  }
}

function OrderedCard({ found, planned }: { found: PlannedView; planned: Extract<Planned, { of: 'ranking' }> }) {
  const { overall, means, strength, chanceOfBest } = planned;
  const order = found.methods
    .map((method, at) => ({ method, at, ...means[at] }))
    .sort((a, b) => worthAt(b.at) - worthAt(a.at));
  function worthAt(at: number): number {
    return strength.test === null ? -(means[at].meanRank ?? Infinity) : (strength.logWorth[at] ?? 0);
  }
  return (
    <FindingCard
      section="incomplete-ranking"
      title="All methods, strongest first"
      aside={
        overall.test === null
          ? overall.reason
          : `Skillings-Mack ${overall.statistic.toFixed(2)} on ${overall.df} df, ${pText(overall.probability.p)}`
      }
    >
      <table className="w-full">
        <thead>
          <tr className="border-b border-line text-left text-sm text-quiet">
            <th scope="col">Method</th>
            <th scope="col">Mean rank</th>
            <th scope="col">Tasted</th>
            {strength.test !== null && <th scope="col">Strength</th>}
            {chanceOfBest && <th scope="col">Chance of being best</th>}
          </tr>
        </thead>
        <tbody>
          {order.map(({ method, at, meanRank, times }) => (
            <tr key={method.id} className="border-b border-line/60">
              <td className="py-1">
                <MethodName at={at} name={method.name} isLeading={found.verdict.leaders.includes(method.id)} />
              </td>
              <td>{meanRank === null ? '–' : meanRank.toFixed(2)}</td>
              <td>{times}</td>
              {strength.test !== null && (
                <td>
                  {strength.logWorth[at].toFixed(2)}{' '}
                  <span className="text-sm text-quiet">± {strength.se[at].toFixed(2)}</span>
                </td>
              )}
              {chanceOfBest && (
                <td className="sm:w-1/3">
                  <ShareBar share={chanceOfBest.chances[at]} colour={methodLook(at).colour} />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </FindingCard>
  );
}

function ChosenCard({
  found,
  counts,
}: {
  found: PlannedView;
  counts: { best: number; worst: number; shown: number }[];
}) {
  const order = found.methods
    .map((method, at) => ({ method, at, ...counts[at] }))
    .sort((a, b) => (b.best - b.worst) / b.shown - (a.best - a.worst) / a.shown);
  return (
    <FindingCard section="best-worst" title="Best and worst" aside="times chosen, of times shown">
      <table className="w-full">
        <TableHead headings={['Method', 'Best', 'Worst', 'Shown', 'Worst or best']} />
        <tbody>
          {order.map(({ method, at, best, worst, shown }) => (
            <tr key={method.id} className="border-b border-line/60">
              <td className="py-1">
                <MethodName at={at} name={method.name} isLeading={found.verdict.leaders.includes(method.id)} />
              </td>
              <td>{best}</td>
              <td>{worst}</td>
              <td>{shown}</td>
              <td className="sm:w-2/5">
                <BothSides
                  left={worst / Math.max(1, shown)}
                  right={best / Math.max(1, shown)}
                  colour={methodLook(at).colour}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </FindingCard>
  );
}
