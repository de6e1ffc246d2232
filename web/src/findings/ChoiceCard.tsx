import { pText } from '@jacana/core/format';
import { TEST_FACTS } from '@jacana/core/questions';
import type { Findings } from '@jacana/core/findings';
import type { Telling, TellingResult } from '@jacana/core/planned';
import { similarityText } from '@jacana/core/verdict';
import { Pad } from '../ui/Pad';
import { FindingCard } from './FindingCard';
import { NoTest } from './NoTest';

/** Two samples: who was right, or which was preferred. */
export function ChoiceCard({ found, data }: { found: Findings; data: Telling }) {
  return data.result.test === null ? (
    <NoTest reason={data.result.reason} />
  ) : (
    <ChoiceFigures found={found} telling={data} result={data.result} />
  );
}

interface ChoiceFiguresProps {
  found: Findings;
  telling: Telling;
  /** Its result, where there is one. */
  result: TellingResult;
}

/** Answers as a row of pads: right ones filled, and where guessing alone would leave off. */
function ChoiceFigures({ found, telling: { similarity, replicated }, result }: ChoiceFiguresProps) {
  if (result.test !== 'forced-choice')
    return (
      <FindingCard section="telling" title="In figures" aside={TEST_FACTS[found.test].name}>
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
            {beside} binomial, one-sided: p {pText(result.p)}. Of the people, {Math.round(pd * 100)} % truly tell
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
          Exact binomial, two-sided: p {pText(result.p)}, {result.counted} counted, {result.dropped} without a
          preference. Share {Math.round(result.shareA * 100)} % (interval{' '}
          {interval([result.exactInterval[0] * 100, result.exactInterval[1] * 100], 0)} %).
        </p>
      );
    default:
      return (
        <p>
          p {pText(result.p)}; d′ {result.dPrime === null ? 'beyond any number' : result.dPrime.toFixed(2)} (interval{' '}
          {interval(result.dPrimeInterval)}).
        </p>
      );
  }
}
