import type { FoundMethod, GuessFinding } from '@jacana/core/findings';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';

interface GuessCardProps {
  guesses: GuessFinding;
  methods: FoundMethod[];
}

/** Whether people knew what they had, of what they took their last sample for. */
export function GuessCard({ guesses, methods }: GuessCardProps) {
  const { sentence, n } = guesses;
  return (
    <FindingCard section="guesses" title="Was it blind?" aside={`asked after handing in: “${guesses.ask}”`}>
      <p>{sentence}</p>
      {n > 0 && (
        <table className="mt-3 w-full">
          <thead className="text-left text-sm text-quiet">
            <tr>
              <th className="py-1 font-normal">Method</th>
              {['had it last', 'named it', 'rightly'].map((name) => (
                <th key={name} className="py-1 pl-3 text-right font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {guesses.methods.map(({ method, had, named, right }) => {
              const at = methods.findIndex(({ id }) => id === method);
              return (
                <tr key={method} className="border-t border-line/60">
                  <th scope="row" className="py-1 text-left font-normal">
                    <MethodName at={at} name={methods[at]?.name ?? ''} isLeading={false} />
                  </th>
                  {[had, named, right].map((count, column) => (
                    <td key={['had', 'named', 'right'][column]} className="py-1 pl-3 text-right tabular-nums">
                      {count}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </FindingCard>
  );
}
