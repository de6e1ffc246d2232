import { list } from '@jacana/core/format';
import {
  EFFORT_CRITERIA,
  EQUAL_WEIGHTS,
  byEase,
  easiestOf,
  forWhomLines,
  type EffortCriterion,
  type EffortWeights,
  type FoundMethod,
  type PracticalPick,
} from '@jacana/core/findings';
import { useState } from 'react';
import { FindingCard } from './FindingCard';

const HEADS: Readonly<Record<EffortCriterion, string>> = {
  handsOnMinutes: 'hands on',
  totalMinutes: 'in all',
  cost: 'cost a portion',
  mess: 'mess 1–5',
  skill: 'skill 1–5',
};
const WEIGHTS = [0, 1, 2, 3, 4, 5];

/** The easiest method that is not noticeably worse, with what each one costs in effort, by weights that can be changed. */
export function PracticalCard({ methods, practical }: { methods: FoundMethod[]; practical: PracticalPick }) {
  const name = (id: string): string => methods.find((method) => method.id === id)?.name ?? id;
  const [weights, setWeights] = useState<EffortWeights>(EQUAL_WEIGHTS);
  const rows = byEase(practical.ease, weights);
  const isOwn = EFFORT_CRITERIA.some((criterion) => weights[criterion] !== 1);
  const isWeighed = rows.some(({ cookLoss }) => cookLoss !== null);
  return (
    <FindingCard section="practical" title={practical.sentence} aside="looked at after unsealing">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[40rem]">
          <thead>
            <tr className="text-right text-sm text-quiet">
              <th scope="col" className="text-left">
                easiest first
              </th>
              {EFFORT_CRITERIA.map((criterion) => (
                <th key={criterion} scope="col">
                  {HEADS[criterion]}
                </th>
              ))}
              {isWeighed && <th scope="col">mass lost</th>}
              <th scope="col">mean rank</th>
              <th scope="col" className="pl-5 text-left">
                liking
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ method, score, effort, cookLoss }) => (
              <tr key={method} className="border-t border-line/70 text-right">
                <th scope="row" className="py-1 text-left">
                  {name(method)}
                </th>
                <td>{effort.handsOnMinutes} min</td>
                <td>{effort.totalMinutes} min</td>
                <td className="font-mono">{effort.cost.toFixed(2)}</td>
                <td>{effort.mess}</td>
                <td>{effort.skill}</td>
                {isWeighed && <td>{cookLoss === null ? '–' : `${(100 * cookLoss).toFixed(1)} %`}</td>}
                <td className="font-mono">{score.toFixed(1)}</td>
                <td className="pl-5 text-left">
                  {method === practical.best
                    ? 'the best liked'
                    : practical.candidates.includes(method)
                      ? 'not noticeably less'
                      : 'not shown to be close'}
                </td>
              </tr>
            ))}
            <tr className="not-printed border-t border-line text-right text-sm">
              <th scope="row" className="py-1.5 text-left font-normal text-quiet">
                counts so many times
              </th>
              {EFFORT_CRITERIA.map((criterion) => (
                <td key={criterion}>
                  <select
                    aria-label={`Weight of ${HEADS[criterion]}`}
                    className="rounded border border-line bg-paper px-1.5 py-0.5"
                    value={weights[criterion]}
                    onChange={(event) => setWeights({ ...weights, [criterion]: Number(event.target.value) })}
                  >
                    {WEIGHTS.map((weight) => (
                      <option key={weight}>{weight}</option>
                    ))}
                  </select>
                </td>
              ))}
              <td colSpan={isWeighed ? 3 : 2} className="pl-5 text-left">
                {isOwn && (
                  <button
                    type="button"
                    onClick={() => setWeights(EQUAL_WEIGHTS)}
                    className="text-chestnut underline underline-offset-3"
                  >
                    Weigh all the same again
                  </button>
                )}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      {isOwn && (
        <p role="status" className="mt-2">
          By these weights, of those that come close to the best: <strong>{name(easiestOf(practical, weights))}</strong>
          .
        </p>
      )}
      {practical.forWhom.length > 0 && (
        <ul className="mt-2 grid gap-x-6 sm:grid-cols-2">
          {forWhomLines(practical, name).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-sm text-quiet">
        Close to {name(practical.best)}:{' '}
        {list(practical.candidates.filter((one) => one !== practical.best).map(name)) || 'none'}, by a one-sided test of
        a loss below {practical.margin} {practical.margin === 1 ? 'point' : 'points'} of nine
        {practical.marginWords && `, so that ${practical.marginWords}`}.
      </p>
    </FindingCard>
  );
}
