import type { Tasting } from '@jacana/core/bundle';
import { inPercent, isAgainstMargin, seeksSimilarity } from '@jacana/core/questions';
import { rulesOut, type Outcomes, type Rehearsal } from '@jacana/core/simulate';
import type { VerdictKind } from '@jacana/core/verdict';
import { useState } from 'react';
import { FindingsBody } from '../../../findings/FindingsBody';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { Modal } from '../../../ui/Modal';
import { Mark } from '../../../ui/Notice';
import { rehearsalSentence } from './rehearsalSentence';

interface RehearsalResultProps {
  rehearsal: Rehearsal;
  tasting: Tasting;
  /** The plan was changed since. */
  isStale: boolean;
}

/** How often the plan would have been right, and wrong, and what one such answer looks like. */
export function RehearsalResult({ rehearsal, tasting, isStale }: RehearsalResultProps) {
  const [isShown, setShown] = useState(false);
  const { withDifference, withNothing, example } = rehearsal;
  const falsely = withNothing.wrong / withNothing.panels;
  return (
    <Card title={rehearsalSentence(rehearsal, tasting)} aside={isStale ? 'of an earlier plan' : 'simulated'}>
      <Bars
        outcomes={withDifference}
        about={rulesOut(tasting) ? 'When there is no difference' : 'When the difference is there'}
      />
      <Bars outcomes={withNothing} about={nothingText(tasting)} />
      {falsely > tasting.alpha + 3 * Math.sqrt((tasting.alpha * (1 - tasting.alpha)) / withNothing.panels) && (
        <p className="mt-3">
          <Mark>look here</Mark> Something is claimed {Math.round(falsely * 100)} times in 100{' '}
          {rulesOut(tasting) ? 'although it is not so' : 'although there is nothing'}, where{' '}
          {Math.round(tasting.alpha * 100)} are meant.{' '}
          {tasting.assumed.pieceSpread > 0
            ? 'Pieces cooked alike differ, and many bites of few pieces take that for the method: cook more pieces.'
            : 'Take this test’s answers with care.'}
        </p>
      )}
      <Button className="mt-3" onClick={() => setShown(true)}>
        See one such answer
      </Button>
      <Modal
        wide
        title={example.verdict.sentence}
        about={`What Read would show of the first simulated panel. ${example.verdict.support}`}
        open={isShown}
        onOpenChange={setShown}
      >
        <div className="space-y-4 rounded-card bg-water p-3">
          <FindingsBody found={example} />
        </div>
      </Modal>
    </Card>
  );
}

function nothingText(tasting: Tasting): string {
  const { test, decision } = tasting;
  if (seeksSimilarity(tasting) && test !== 'equivalence')
    return `When ${inPercent(decision.mostTellers)} can tell them apart`;
  return isAgainstMargin(test) ? `When ${decision.margin} points are lost` : 'When there is nothing to find';
}

const WORDS: Record<VerdictKind, string> = {
  winner: 'a winner',
  'leading-set': 'several in the lead',
  'told-apart': 'told apart',
  'good-enough': 'good enough',
  'too-great-a-loss': 'too great a loss',
  similar: 'similar',
  'too-different': 'too different',
  'no-answer': 'no answer',
  'cannot-say': 'too few came',
};

function Bars({ outcomes, about }: { outcomes: Outcomes; about: string }) {
  const kinds = (Object.keys(outcomes.verdicts) as VerdictKind[]).filter((kind) => outcomes.verdicts[kind] > 0);
  return (
    <section aria-label={about} className="mt-3">
      <h3 className="mb-1 text-sm font-bold">{about}</h3>
      <ul className="space-y-1">
        {kinds.map((kind) => {
          const share = outcomes.verdicts[kind] / outcomes.panels;
          return (
            <li key={kind} className="grid grid-cols-[9rem_minmax(0,1fr)_3rem] items-center gap-2">
              <span>{WORDS[kind]}</span>
              <span className="h-3 rounded bg-water">
                <span
                  className={`block h-full rounded ${kind === 'no-answer' || kind === 'cannot-say' ? 'bg-eaten' : 'bg-[#1B6E6A]'}`}
                  style={{ width: `${share * 100}%` }}
                />
              </span>
              <span className="text-right font-mono text-sm">{Math.round(share * 100)} %</span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
