import { useEffect, useState } from 'react';
import { CheckStep } from './CheckStep';
import { dimMemory } from './memory';
import { isAllSaved } from './post';
import { RinseStep } from './RinseStep';
import { SampleStep } from './SampleStep';
import { PracticeStep, WarmUpStep } from './WarmUpStep';
import { TrayStep } from './TrayStep';
import { SetStep } from './SetStep';
import { Sent, Stopped } from './Endings';
import { HasStopped, StopAsked, Withheld } from './Stop';
import type { BallotView } from '../client/api.generated';
import type { BallotState } from './state';
import { type Step, stepsOf, whereText } from './steps';
import { useBallot } from './ballotStore';
import { WelcomeStep } from './WelcomeStep';
import { useWords, type Words } from '../words/words';

/** The panelist's page: one decision at a time, from welcome to hand-in. */
export function Ballot() {
  const [isDim, setDim] = useState(dimMemory.read);
  const [isStopping, setStopping] = useState(false);
  useEffect(() => dimMemory.write(isDim), [isDim]);
  return (
    <div data-dim={isDim} className="min-h-dvh bg-water text-[1.0625rem] text-ink dim:bg-night dim:text-night-ink">
      <div className="mx-auto flex min-h-dvh max-w-[30rem] flex-col px-[20px] pt-3 pb-6">
        <TopLine isDim={isDim} onDim={() => setDim(!isDim)} onStop={() => setStopping(true)} />
        <Remembered />
        <Content isStopping={isStopping} onGoOn={() => setStopping(false)} />
      </div>
    </div>
  );
}

function TopLine({ isDim, onDim, onStop }: { isDim: boolean; onDim: () => void; onStop: () => void }) {
  const t = useWords();
  const text = useBallot((ballot) => whereOf(ballot, t));
  const state = useBallot((ballot) =>
    ballot.line === 'waiting' ? 'line-waiting' : isAllSaved(ballot) ? 'line-saved' : 'line-saving',
  );
  const isStarted = useBallot(({ ballot }) => ballot !== null);
  const isOpen = useBallot(({ ballot, handIn, stop }) => ballot?.state === 'open' && handIn === null && stop === null);
  return (
    <div className="mb-3 flex flex-wrap items-center justify-between gap-x-4 text-sm text-quiet dim:text-night-quiet">
      <span>{text}</span>
      <span className="flex items-center gap-3">
        {isStarted && <span role="status">{t(state)}</span>}
        {isOpen && (
          <button type="button" onClick={onStop} className="min-h-12 rounded px-2 underline underline-offset-3">
            {t('stop')}
          </button>
        )}
        <button type="button" onClick={onDim} className="min-h-12 rounded px-2 underline underline-offset-3">
          {t(isDim ? 'bright' : 'dim')}
        </button>
      </span>
    </div>
  );
}

function whereOf({ ballot, step }: BallotState, t: Words): string {
  if (!ballot || ballot.state !== 'open') return '';
  return whereText(stepAt(ballot, step), ballot, t);
}

/** A kept number may be past the end when the plan was drawn anew. */
function stepAt(ballot: BallotView, number: number): Step {
  const steps = stepsOf(ballot);
  return steps[number] ?? steps[0];
}

/** Records that are not the ones that this phone was told of: said to whoever can do something about it. */
function Remembered() {
  const t = useWords();
  const isAsRemembered = useBallot((state) => state.ballot?.isAsRemembered ?? true);
  if (isAsRemembered) return null;
  return (
    <p role="alert" className="rounded-card border border-chestnut p-3 font-bold">
      {t('other-records')}
    </p>
  );
}

function Content({ isStopping, onGoOn }: { isStopping: boolean; onGoOn: () => void }) {
  const ballot = useBallot((state) => state.ballot);
  const step = useBallot((state) => state.step);
  const refusal = useBallot((state) => state.refusal);
  const isHandingIn = useBallot((state) => state.handIn !== null);
  const hasStopped = useBallot((state) => state.stop !== null);
  useEffect(() => {
    if (hasStopped) onGoOn();
  }, [hasStopped, onGoOn]);
  useEffect(() => {
    window.scrollTo(0, 0);
  }, [step]);
  if (ballot?.state === 'handed-in') return <Sent />;
  if (ballot?.state === 'withheld') return <Withheld />;
  if (ballot?.state === 'stopped' || hasStopped) return <HasStopped />;
  if (refusal) return <Stopped />;
  if (!ballot) return <Opening />;
  if (isHandingIn) return <Sent />;
  return isStopping ? <StopAsked onBack={onGoOn} /> : <Screen ballot={ballot} step={step} />;
}

function Screen({ ballot, step }: { ballot: BallotView; step: number }) {
  const shown = stepAt(ballot, step);
  switch (shown.at) {
    case 'welcome':
      return <WelcomeStep ballot={ballot} />;
    case 'tray':
      return <TrayStep />;
    case 'warm-up':
      return shown.item ? (
        <PracticeStep key={step} code={shown.code} item={shown.item} />
      ) : (
        <WarmUpStep code={shown.code} isPractised={ballot.practice} />
      );
    case 'rinse':
      return <RinseStep key={step} code={shown.code} pause={shown.pause} />;
    case 'sample':
      return <SampleStep key={step} step={shown} />;
    case 'set':
      return <SetStep key={step} step={shown} />;
    case 'check':
      return <CheckStep ballot={ballot} />;
  }
}

function Opening() {
  const t = useWords();
  const isWaiting = useBallot((state) => state.line === 'waiting');
  return (
    <p role="status" className="my-auto text-center text-lg">
      {t(isWaiting ? 'opening-later' : 'opening')}
    </p>
  );
}
