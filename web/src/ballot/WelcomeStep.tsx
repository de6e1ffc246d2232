import { hasRightAnswer } from '@jacana/core/questions';
import type { BallotView } from '../client/api.generated';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { newId } from './post';
import { actions, firstOpenStep, placeOf } from './state';
import { MUST_NOT_EAT } from './Stop';
import { sampleCount } from './steps';
import { useAct, useBallot } from './ballotStore';

/** A name that nobody typed greets nobody. */
const greeting = (name: string): string => (/^(panelist|seat) \d+$/i.test(name.trim()) ? 'Hello' : `Hello, ${name}`);

/** What all samples together are made of: not which holds what. */
function InTheSamples({ contains }: { contains: readonly string[] }) {
  return (
    <section
      aria-label="In the samples"
      className="mb-6 rounded-card border-2 border-ink px-4 py-3 dim:border-night-line"
    >
      <h2 className="font-bold">Is there anything that you must not eat?</h2>
      <p>
        {contains.length > 0
          ? `In one or more of the samples: ${contains.join(', ')}.`
          : 'Ask what is in the samples before you taste.'}
      </p>
    </section>
  );
}

/** What will happen, what is in it and what is stored; and that one may stop. */
export function WelcomeStep({ ballot }: { ballot: BallotView }) {
  const act = useAct();
  const given = useBallot((state) => state.given);
  const agreed = given[placeOf({ kind: 'agreed' })]?.contains;
  const isAgreed = agreed !== undefined && String(agreed) === String(ballot.contains);
  const isBegun = isAgreed && Object.keys(given).length > 1;
  const begin = (): void => {
    act(actions.answered({ id: newId(), kind: 'agreed', contains: ballot.contains }));
    act(actions.stepped(firstOpenStep(ballot, given)));
  };
  const samples = sampleCount(ballot);
  const mayGuess = ballot.items.some((item) => hasRightAnswer(item.kind));
  return (
    <main className="flex grow flex-col">
      <p className="text-quiet dim:text-night-quiet">{ballot.title}</p>
      <h1 className="mt-1 mb-4 font-serif text-3xl leading-tight break-words">{greeting(ballot.name)}</h1>
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
        <li>You may stop at any time: press Stop above.</li>
        <li>
          Your name and seat, your answers and when you gave them are stored; whoever runs the tasting reads them.
          Taking part is up to you: by going on you agree.
        </li>
      </ul>
      <InTheSamples contains={ballot.contains} />
      <BigButton onClick={begin} className="mt-auto !grow-0 !basis-auto">
        {isBegun ? 'Go on' : ballot.contains.length > 0 ? 'I may eat all of this: begin' : 'Begin'}
      </BigButton>
      {ballot.contains.length > 0 && (
        <BigButton
          look="plain"
          onClick={() => act(actions.stopping({ id: newId(), because: MUST_NOT_EAT }))}
          className="mt-3 !grow-0 !basis-auto"
        >
          I must not eat some of this
        </BigButton>
      )}
    </main>
  );
}
