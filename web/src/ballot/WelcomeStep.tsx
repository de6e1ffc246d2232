import { hasRightAnswer } from '@jacana/core/questions';
import type { BallotView } from '../client/api.generated';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { actions, firstOpenStep } from './state';
import { sampleCount } from './steps';
import { useAct, useBallot } from './ballotStore';

/** What will happen, and that one may stop. */
export function WelcomeStep({ ballot }: { ballot: BallotView }) {
  const act = useAct();
  const given = useBallot((state) => state.given);
  const isBegun = Object.keys(given).length > 0;
  const samples = sampleCount(ballot);
  const mayGuess = ballot.items.some((item) => hasRightAnswer(item.kind));
  return (
    <main className="flex grow flex-col">
      <p className="text-quiet dim:text-night-quiet">{ballot.title}</p>
      <h1 className="mt-1 mb-4 font-serif text-3xl leading-tight break-words">Hello, {ballot.name}</h1>
      <p>
        You will taste {samples} {samples === 1 ? 'sample' : 'samples'} in this order
        {ballot.warmUp ? ', after a first one that gets your mouth ready' : ''}. Check that the codes on your tray are
        the same.
      </p>
      <ol className="my-5 flex flex-wrap items-center gap-2" aria-label="Your samples in order">
        {ballot.warmUp && (
          <li>
            <Pad label={ballot.warmUp} size="3.25rem" state="coming" />
          </li>
        )}
        {ballot.sets.flatMap(({ codes }, set) =>
          codes.map((code, at) => (
            <li key={code} className={at === 0 && set > 0 ? 'border-l-2 border-line pl-2 dim:border-night-line' : ''}>
              <Pad label={code} size={samples > 8 ? '3.25rem' : '4.25rem'} />
            </li>
          )),
        )}
      </ol>
      <ul className="mb-8 list-disc space-y-2 pl-5">
        <li>Rinse with water before each sample.</li>
        {mayGuess ? (
          <li>Not sure? Then guess: a guess counts too. Please do not talk about the samples.</li>
        ) : (
          <li>There is no right or wrong answer, only yours. Please do not talk about the samples.</li>
        )}
        <li>
          Is there anything that you must not eat? Ask what is in the samples before you taste. You may stop at any
          time: press Stop above.
        </li>
      </ul>
      <BigButton
        onClick={() => act(actions.stepped(firstOpenStep(ballot, given)))}
        className="mt-auto !grow-0 !basis-auto"
      >
        {isBegun ? 'Go on' : 'Begin'}
      </BigButton>
    </main>
  );
}
