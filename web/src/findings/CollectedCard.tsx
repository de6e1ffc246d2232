import type { Collected, FoundMethod } from '@jacana/core/findings';
import { Card } from '../ui/Card';
import { Comments } from './Comments';
import { MethodName } from './MethodName';

interface CollectedCardProps {
  collected: Collected[];
  methods: FoundMethod[];
}

/** What ballots asked besides, as it was answered: nothing is concluded from it, and nothing is silent. */
export function CollectedCard({ collected, methods }: CollectedCardProps) {
  return (
    <Card title="Also asked" aside="as it was answered">
      <div className="space-y-4">
        {collected.map((one) => (
          <section key={one.item} aria-label={one.ask}>
            <h3 className="mb-1 font-bold">{one.ask}</h3>
            {one.kind === 'comment' ? (
              <Comments comments={one.comments} methods={methods} />
            ) : (
              <Answers one={one} methods={methods} />
            )}
          </section>
        ))}
      </div>
    </Card>
  );
}

function Answers({ one, methods }: { one: Collected; methods: FoundMethod[] }) {
  return (
    <ul>
      {one.methods.map(({ method, answers, counts, mean }) => {
        const at = methods.findIndex(({ id }) => id === method);
        return (
          <li
            key={method}
            className="grid grid-cols-[11rem_minmax(0,1fr)_4rem] items-baseline gap-2 border-t border-line/60 py-1"
          >
            <MethodName at={at} name={methods[at]?.name ?? ''} isLeading={false} />
            <span>
              {mean === null
                ? counts.map(({ answer, times }) => `${answer} ${times}`).join(' · ')
                : `mean ${mean.toFixed(1)} of 100`}
            </span>
            <span className="text-right text-sm text-quiet">of {answers}</span>
          </li>
        );
      })}
    </ul>
  );
}
