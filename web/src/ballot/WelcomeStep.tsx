import { hasRightAnswer, isOneByOne } from '@jacana/core/questions';
import type { BallotView } from '../client/api.generated';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { en } from '@jacana/core/words';
import { useWords, type WordKey, type Words } from '../words/words';
import { Languages } from './Languages';
import { newId } from './post';
import { actions, firstOpenStep, placeOf } from './state';
import { MUST_NOT_EAT } from './Stop';
import { sampleCount } from './steps';
import { useAct, useBallot } from './ballotStore';

/** A name that nobody typed greets nobody. */
const isNamed = (name: string): boolean => !/^(panelist|seat) \d+$/i.test(name.trim());

/** What all samples together are made of: not which holds what. */
function InTheSamples({ contains }: { contains: readonly string[] }) {
  const t = useWords();
  return (
    <section
      aria-label={t('in-the-samples')}
      className="mb-6 rounded-card border-2 border-ink px-4 py-3 dim:border-night-line"
    >
      <h2 className="font-bold">{t('must-not-eat')}</h2>
      <p>
        {contains.length > 0
          ? t('contains-list', { list: contains.map((one) => ingredientText(one, t)).join(', ') })
          : t('ask-before')}
      </p>
    </section>
  );
}

type WordOfAllergen = Extract<WordKey, `allergen-${string}`>;
const ALLERGENS = Object.keys(en).filter((key): key is WordOfAllergen => key.startsWith('allergen-'));

/** Allergens are named in the language that is read; ingredients stand as they were typed. */
function ingredientText(name: string, t: Words): string {
  const known = ALLERGENS.find((key) => en[key] === name);
  return known ? t(known) : name;
}

/** What will happen, what is in it and what is stored; and that one may stop. */
export function WelcomeStep({ ballot }: { ballot: BallotView }) {
  const t = useWords();
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
  const isTogether = !isOneByOne(ballot.items, ballot.presentation);
  const mayGuess = ballot.items.some((item) => hasRightAnswer(item.kind));
  return (
    <main className="flex grow flex-col">
      <Languages />
      <p className="text-quiet dim:text-night-quiet">{ballot.title}</p>
      <h1 className="mt-1 mb-4 font-serif text-3xl leading-tight break-words">
        {isNamed(ballot.name) ? t('hello-name', { name: ballot.name }) : t('hello')}
      </h1>
      <p>{t(ballot.warmUp ? 'will-taste-warm' : 'will-taste', { count: samples })}</p>
      <ol className="my-5 flex flex-wrap items-center gap-2" aria-label={t('your-samples')}>
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
        <li>{t(isTogether ? 'stand-together' : 'rinse-before')}</li>
        <li>{t(mayGuess ? 'may-guess' : 'only-yours')}</li>
        <li>{t('may-stop')}</li>
        <li>{t('is-stored')}</li>
      </ul>
      <InTheSamples contains={ballot.contains} />
      <BigButton onClick={begin} className="mt-auto !grow-0 !basis-auto">
        {t(isBegun ? 'go-on' : ballot.contains.length > 0 ? 'begin-all' : 'begin')}
      </BigButton>
      {ballot.contains.length > 0 && (
        <BigButton
          look="plain"
          onClick={() => act(actions.stopping({ id: newId(), because: MUST_NOT_EAT }))}
          className="mt-3 !grow-0 !basis-auto"
        >
          {t('not-some')}
        </BigButton>
      )}
    </main>
  );
}
