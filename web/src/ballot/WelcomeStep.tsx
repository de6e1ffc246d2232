import type { BallotView } from '../app/api.generated';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { actions } from './state';
import { useAct, useBallot } from './store';

/** What will happen, and that one may stop. */
export function WelcomeStep({ ballot }: { ballot: BallotView }) {
  const act = useAct();
  const tasted = useBallot((state) => state.tasted);
  const next = ballot.codes.findIndex((code) => !tasted.includes(code));
  const begin = (): void => void act(actions.stepped(next < 0 ? { at: 'ranking' } : { at: 'sample', number: next }));
  return (
    <main className="flex grow flex-col">
      <p className="text-quiet dim:text-night-quiet">{ballot.title}</p>
      <h1 className="mt-1 mb-4 font-serif text-3xl leading-tight break-words">Hello, {ballot.name}</h1>
      <p>You will taste {ballot.codes.length} samples in this order. Check that the codes on your tray are the same.</p>
      <ol className="my-5 flex flex-wrap gap-2" aria-label="Your samples in order">
        {ballot.codes.map((code) => (
          <li key={code}>
            <Pad label={code} size="4.25rem" />
          </li>
        ))}
      </ol>
      <ul className="mb-8 list-disc space-y-2 pl-5">
        <li>Rinse with water before each sample.</li>
        <li>There is no right or wrong answer, only yours. Please do not talk about the samples.</li>
        <li>If you have a food allergy, ask the coordinator before you taste. You may stop at any time.</li>
      </ul>
      <BigButton onClick={begin} className="mt-auto !grow-0 !basis-auto">
        {tasted.length > 0 ? 'Go on' : 'Begin'}
      </BigButton>
    </main>
  );
}
