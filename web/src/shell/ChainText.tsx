import { stepText } from '@jacana/core/kitchen';
import type { StepInput } from '../client/api.generated';
import { useDegrees } from './degrees';

/** How a method is done, step by step, to read. */
export function ChainText({ chain }: { chain: readonly StepInput[] }) {
  const { text } = useDegrees();
  if (chain.length === 0) return null;
  return (
    <ol className="mt-1 list-decimal pl-5 text-sm">
      {chain.map((step) => (
        <li key={step.id}>{stepText(step, (celsius) => text(celsius))}</li>
      ))}
    </ol>
  );
}
