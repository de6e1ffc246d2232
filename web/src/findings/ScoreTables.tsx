import { pText } from '@jacana/core/format';
import type { Findings } from '@jacana/core/findings';
import type { Scored } from '@jacana/core/planned';
import { TableHead } from '../ui/TableHead';
import { FindingCard } from './FindingCard';
import { IntervalChart } from './IntervalChart';

type MarginTest = Scored['margins'][number]['test'];

/** A method as it stands at the head of a row. */
function rowOf(found: Findings, id: string) {
  const place = found.methods.findIndex((method) => method.id === id);
  return { place, name: found.methods[place].name, isLeading: found.verdict.leaders.includes(id) };
}

/** Means of liking as the planned test has them. */
export function LikingTable({ found, scored }: { found: Findings; scored: Scored }) {
  const { liking, methodTest, letters } = scored;
  if (!liking) return null;
  const { test, means } = liking;
  const rows = means.flatMap(({ method, mean, interval }) =>
    mean === null || interval === null ? [] : [{ ...rowOf(found, method), middle: mean, interval }],
  );
  return (
    <FindingCard
      section="scores"
      title={methodTest ? 'Mean liking of these pieces' : 'Mean liking'}
      aside={
        test.test === 'F'
          ? `F ${test.F.toFixed(3)} on ${test.df1} and ${test.df2.toFixed(1)} df, p ${pText(test.p)}`
          : undefined
      }
    >
      <IntervalChart rows={rows} domain={[1, 9]} unit="points of liking" />
      <table className="mt-3 w-full">
        <TableHead headings={['Method', 'Mean', 'Interval', ...(letters.length > 0 ? ['Group'] : [])]} />
        <tbody>
          {means.map(({ method, mean, interval }) => (
            <tr key={method} className="border-b border-line/60">
              <td className="py-1">{rowOf(found, method).name}</td>
              <td>{mean?.toFixed(2) ?? '–'}</td>
              <td>{interval ? `${interval[0].toFixed(2)} to ${interval[1].toFixed(2)}` : '–'}</td>
              {letters.length > 0 && <td className="font-mono">{letters[rowOf(found, method).place]}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {letters.length > 0 && (
        <p className="mt-2 text-sm text-quiet">
          {found.verdict.about === 'methods'
            ? 'Methods that share a letter are not shown to differ'
            : 'Where letters are shared, these pieces are not shown to differ'}{' '}
          (Tukey{methodTest && found.verdict.about === 'methods' ? ', on the error of pieces' : ''}).
        </p>
      )}
    </FindingCard>
  );
}

/** Each method against the margin: good enough is an interval that ends to the right of it. */
export function MarginCard({ found, scored: { margins, methodTest } }: { found: Findings; scored: Scored }) {
  const { margin } = margins[0].test;
  const isBothWays = found.test === 'equivalence';
  const isShown = (test: MarginTest): boolean => (isBothWays ? test.equivalent : test.nonInferior);
  const isRefused = ({ interval: [low, high] }: MarginTest): boolean => high < -margin || (isBothWays && low > margin);
  const sides = isBothWays ? 'two one-sided' : 'one-sided';
  const [yes, no] = isBothWays ? ['liked alike', 'too different'] : ['good enough', 'too great a loss'];
  const rows = margins.map(({ method, difference, test }) => ({
    ...rowOf(found, method),
    isLeading: isShown(test),
    middle: difference,
    interval: test.interval,
  }));
  const ends = rows.flatMap(({ interval }) => interval);
  const reach = Math.ceil(Math.max(margin, ...ends.map(Math.abs)) * 1.1 * 2) / 2;
  return (
    <FindingCard
      section="scores"
      title={`Against a ${isBothWays ? 'difference' : 'loss'} of ${margin} ${margin === 1 ? 'point' : 'points'}`}
      aside={
        methodTest?.test === 'piece-blocks'
          ? `${sides} t tests on the error of pieces: about the methods`
          : `${sides} t tests, mixed model`
      }
    >
      <IntervalChart
        rows={rows}
        marks={[
          { at: -margin, name: no, isLimit: true },
          { at: 0, name: isBothWays ? 'no difference' : 'no loss' },
          ...(isBothWays ? [{ at: margin, name: no, isLimit: true }] : []),
        ]}
        domain={[-reach, reach]}
        unit="points against the reference"
      />
      <ul className="mt-2 text-sm text-quiet">
        {margins.map(({ method, test }) => (
          <li key={method}>
            {rowOf(found, method).name}: {test.interval[0].toFixed(2)} to {test.interval[1].toFixed(2)} points against
            the reference; p {pText(isBothWays ? test.equivalenceP : test.nonInferiorityP)},{' '}
            {isShown(test) ? yes : isRefused(test) ? no : 'not shown'}.
          </li>
        ))}
      </ul>
    </FindingCard>
  );
}
