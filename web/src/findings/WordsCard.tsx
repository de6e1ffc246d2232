import { wordsMapChart, type Findings, type WordsFinding } from '@jacana/core/findings';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';
import { WordsMap } from './WordsMap';

interface WordsCardProps {
  found: Findings;
  words: WordsFinding;
}

/** Words that were ticked, by method: darker where more of the servings got the word. */
export function WordsCard({ found, words: finding }: WordsCardProps) {
  const { ask, sentence, words, servings, people } = finding;
  const { methods } = found;
  const nameOf = (id: string): string => methods.find((method) => method.id === id)?.name ?? id;
  const inTurn = [...words].sort(
    (a, b) => Number(b.differs) - Number(a.differs) || total(b.times) - total(a.times) || a.word.localeCompare(b.word),
  );
  return (
    <FindingCard section="words" title={sentence} aside="looked at after unsealing">
      <p className="mb-2 text-quiet">{ask}</p>
      <div className="overflow-x-auto">
        <table className="w-full text-sm">
          <thead className="text-left text-quiet">
            <tr>
              <th className="py-1 pr-3 font-normal">Word</th>
              {methods.map((method, at) => (
                <th key={method.id} scope="col" className="min-w-20 px-1 py-1 text-left align-bottom font-normal">
                  <MethodName at={at} name={method.name} isLeading={false} />
                </th>
              ))}
              <th className="py-1 pl-3 font-normal">Ticked more for</th>
            </tr>
          </thead>
          <tbody>
            {inTurn.map(({ word, times, differs, apart, adjustedP }) => (
              <tr key={word} className="border-t border-line/60">
                <th scope="row" className={`py-1 pr-3 text-left ${differs ? 'font-bold' : 'font-normal'}`}>
                  {word}
                </th>
                {times.map((count, at) => (
                  <td
                    key={methods[at].id}
                    className="px-2 py-1 tabular-nums"
                    style={{ background: shade(servings[at] > 0 ? count / servings[at] : 0) }}
                  >
                    {count}
                  </td>
                ))}
                <td className="py-1 pl-3">
                  {apart.map(({ more, less }) => `${nameOf(more)} than ${nameOf(less)}`).join(', ')}
                  {adjustedP !== null && (
                    <span className="text-quiet">
                      {apart.length > 0 ? '; ' : ''}p {adjustedP < 0.0001 ? 'below 0.0001' : adjustedP.toFixed(4)}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot className="text-quiet">
            <tr className="border-t border-line">
              <th scope="row" className="py-1 text-left font-normal">
                of servings
              </th>
              {servings.map((count, at) => (
                <td key={methods[at].id} className="px-2 py-1 tabular-nums">
                  {count}
                </td>
              ))}
              <td />
            </tr>
          </tfoot>
        </table>
      </div>
      {wordsMapChart(found, finding).map((chart) => (
        <WordsMap key={chart.id} chart={chart} />
      ))}
      <p className="mt-2 text-sm text-quiet">
        Cochran’s Q over the {people} who judged every method, p adjusted by Holm over {words.length} words; pairs by
        McNemar’s exact test, adjusted again. About these pieces.
      </p>
    </FindingCard>
  );
}

const total = (times: readonly number[]): number => times.reduce((sum, count) => sum + count, 0);

/** From paper to reed green by the share of servings that got the word. */
const shade = (share: number): string => `color-mix(in srgb, #1f6f6b ${Math.round(45 * share)}%, transparent)`;
