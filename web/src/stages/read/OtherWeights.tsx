import type { Criterion, Findings, WeightedFinding } from '@jacana/core/findings';
import { useEffect, useState } from 'react';
import { api, refusalOf } from '../../client/api';
import { WeightedFigures } from '../../findings/WeightedCard';
import { useInTasting } from '../../shell/session';
import { Card } from '../../ui/Card';

const WEIGHTS = [-3, -2, -1, 0, 1, 2, 3, 4, 5];

/** Scales added up by weights that are tried out here; nothing where fewer than two scales were asked. */
export function OtherWeights({ found }: { found: Findings }) {
  const { card } = useInTasting();
  const { data: parts } = api.useGetPartsQuery({ id: card.id });
  return parts && parts.criteria.length > 1 ? <Weighing found={found} criteria={parts.criteria} /> : null;
}

function Weighing({ found, criteria }: { found: Findings; criteria: Criterion[] }) {
  const planned = Object.fromEntries(criteria.map(({ item, weight }) => [item, weight]));
  const [weights, setWeights] = useState<Readonly<Record<string, number>>>(planned);
  const isChanged = criteria.some(({ item, weight }) => weights[item] !== weight);
  const counting = criteria.filter(({ item }) => weights[item] !== 0).length;
  return (
    <Card title="What if scales counted otherwise?" aside="looked at after unsealing">
      <p className="mb-2 text-quiet">
        Say how many times each scale counts in a total; below 0 the less, the better. Weights that are chosen once the
        answers are known give a hint, and no answer.
      </p>
      <ul className="grid gap-x-6 gap-y-1.5 sm:grid-cols-2 xl:grid-cols-3">
        {criteria.map(({ item, name }) => (
          <li key={item}>
            <label className="flex items-center justify-between gap-2">
              <span className="min-w-0 break-words">{name}</span>
              <select
                aria-label={`Weight of ${name}`}
                className="rounded border border-line bg-paper px-1.5 py-0.5"
                value={weights[item]}
                onChange={(event) => setWeights({ ...weights, [item]: Number(event.target.value) })}
              >
                {[...new Set([...WEIGHTS, planned[item]])]
                  .sort((a, b) => a - b)
                  .map((weight) => (
                    <option key={weight} value={weight}>
                      {String(weight).replace('-', '−')}
                    </option>
                  ))}
              </select>
            </label>
          </li>
        ))}
      </ul>
      {isChanged && counting < 2 && <p className="mt-2 text-quiet">Two scales at least make a total.</p>}
      {isChanged && counting > 1 && <Total found={found} weights={weights} />}
      {isChanged && (
        <button
          type="button"
          onClick={() => setWeights(planned)}
          className="mt-2 text-chestnut underline underline-offset-3"
        >
          Weigh as planned again
        </button>
      )}
    </Card>
  );
}

/** The total by these weights, as the server adds it up. */
function Total({ found, weights }: { found: Findings; weights: Readonly<Record<string, number>> }) {
  const { card } = useInTasting();
  const [run, { data, error, isLoading }] = api.useAddUpMutation();
  const asked = JSON.stringify(Object.entries(weights).map(([item, weight]) => ({ item, weight })));
  useEffect(() => {
    const running = run({ id: card.id, weightsAsked: { weights: JSON.parse(asked) as Criterion[] } });
    return () => running.abort();
  }, [run, card.id, asked]);
  const weighted = isLoading ? undefined : (data?.found as WeightedFinding | null | undefined);
  return (
    <div role="status" className="mt-3 border-t border-line pt-3" data-testid="other-weights">
      {weighted ? (
        <>
          <p className="font-bold">{weighted.sentence}</p>
          <WeightedFigures found={found} weighted={weighted} />
        </>
      ) : error && !isLoading ? (
        refusalOf(error).message
      ) : weighted === null ? (
        'Nobody answered all of these scales, so there is nothing to add up.'
      ) : (
        'computing…'
      )}
    </div>
  );
}
