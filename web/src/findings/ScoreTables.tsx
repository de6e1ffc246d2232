import type { PlannedView, Profiled, Scored } from '@jacana/core/findings';
import { TableHead } from '../ui/TableHead';
import { FindingCard } from './FindingCard';
import { IntervalChart } from './IntervalChart';

const pText = (p: number): string => (p < 0.0001 ? 'below 0.0001' : p.toFixed(4));
const pOrNone = (p: number | null | undefined): string => (p === null || p === undefined ? 'no test' : pText(p));

type MarginTest = Scored['margins'][number]['test'];

/** A method as it stands at the head of a row. */
function rowOf(found: PlannedView, id: string) {
  const place = found.methods.findIndex((method) => method.id === id);
  return { place, name: found.methods[place].name, isLeading: found.verdict.leaders.includes(id) };
}

/** Means of liking as the planned test has them. */
export function LikingTable({ found, scored }: { found: PlannedView; scored: Scored }) {
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
export function MarginCard({ found, scored: { margins, methodTest } }: { found: PlannedView; scored: Scored }) {
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

interface ProfileTableProps {
  title?: string;
  section?: 'profile' | 'scales';
  /** Of a table that was not planned: that it was not. */
  aside?: string;
  /** How each row was asked, where its name does not say. */
  asks?: readonly string[];
  methods: readonly { id: string; name: string }[];
  alpha: number;
  about: PlannedView['verdict']['about'];
  profile: Profiled;
}

/** All words with their means, and which differ. */
export function ProfileTable({
  section = 'profile',
  title = 'Word by word',
  aside,
  asks,
  methods,
  alpha,
  about,
  profile,
}: ProfileTableProps) {
  const { rows, methodTests } = profile;
  const ofMethods = (word: string): number | null | undefined =>
    methodTests?.find(({ attribute }) => attribute === word)?.adjustedP;
  const isShown = (word: string, ofPieces: number | null): boolean =>
    ((about === 'methods' && methodTests ? ofMethods(word) : ofPieces) ?? 1) <= alpha;
  return (
    <FindingCard section={section} title={title} aside={aside ?? 'p adjusted by false discovery rate'}>
      <div className="overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr className="border-b border-line text-left text-sm text-quiet">
              <th scope="col">Word</th>
              {methods.map((method) => (
                <th key={method.id} scope="col">
                  {method.name}
                </th>
              ))}
              <th scope="col">{methodTests ? 'p, these pieces' : 'Adjusted p'}</th>
              {methodTests && <th scope="col">p, methods</th>}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ attribute, means, adjustedP }, at) => (
              <tr
                key={attribute}
                className={`border-b border-line/60 ${isShown(attribute, adjustedP) ? 'font-bold' : ''}`}
              >
                <td className="py-1">
                  {attribute}
                  {asks && asks[at] !== attribute && (
                    <span className="block text-sm font-normal text-quiet">{asks[at]}</span>
                  )}
                </td>
                {methods.map(({ id }) => {
                  const mean = means.find(({ level }) => level === id);
                  return (
                    <td key={id}>
                      {mean?.mean?.toFixed(1) ?? '–'}{' '}
                      <span className="font-mono text-sm text-quiet">{mean?.letters}</span>
                    </td>
                  );
                })}
                <td>{adjustedP === null ? 'no test' : pText(adjustedP)}</td>
                {methodTests && <td>{pOrNone(ofMethods(attribute))}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {aside && (
        <p className="mt-2 text-sm text-quiet">p adjusted by false discovery rate over {rows.length} scales.</p>
      )}
    </FindingCard>
  );
}
