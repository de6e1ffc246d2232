import type { GateDecision, Product } from '@jacana/core/bundle';
import {
  freeTag,
  gateCheck,
  GATE_WORDS,
  LOOKS,
  maskingAdvice,
  needsText,
  pieceOf,
  type GateCheck,
} from '@jacana/core/kitchen';
import { useState } from 'react';
import { useLocale } from '../../../kitchen/useLocale';
import { api } from '../../../client/api';
import type { StepInput } from '../../../client/api.generated';
import { useDegrees } from '../../../shell/degrees';
import { useInTasting } from '../../../shell/session';
import { Button } from '../../../ui/Button';
import { TextField } from '../../../ui/Field';
import { clockText } from '../../../kitchen/clock';
import { useCurves } from '../../../kitchen/curves';
import type { Day } from '../day/day';
import type { Tapped } from '../day/kitchenPost';

interface GateFieldsProps {
  piece: string;
  day: Day;
  chain: StepInput[];
  write: (tapped: Tapped, text: string) => void;
}

/** The check before the plate: what the record says, and a person's decision. It never says that a piece is safe. */
export function GateFields({ piece, day, chain, write }: GateFieldsProps) {
  const { card, me } = useInTasting();
  const { data: kitchen } = api.useGetKitchenQuery({ id: card.id });
  const { text } = useDegrees();
  const locale = useLocale();
  const [because, setBecause] = useState('');
  const curves = useCurves(card.id, { piece, isLive: true });
  const state = pieceOf(day.state, piece);
  if (!kitchen) return null;
  const check = gateCheck(state, chain, kitchen.product, {
    curves,
    locale,
  });
  const decide = (decision: GateDecision): void => {
    write({ kind: 'gate', piece, decision, because: because.trim() }, `${piece} ${GATE_WORDS[decision]}`);
    setBecause('');
  };
  const lines = linesOf(check, text);
  const needs = needsText(check);
  return (
    <fieldset className="mt-4 rounded-lg border border-line p-3">
      <legend className="px-1 font-bold">Gate</legend>
      <ul className="text-sm">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {needs && <p className="mt-1 font-bold first-letter:uppercase">{needs}: a reason is needed.</p>}
      <p className="mt-1 text-sm text-quiet">Look at it as well. Local codes and licensed practice decide.</p>
      <Looks because={because} product={kitchen.product} onChange={setBecause} />
      {state.gate && (
        <p className="mt-1 font-bold">
          {GATE_WORDS[state.gate.decision]}
          {state.gate.because && `: ${state.gate.because}`}
        </p>
      )}
      <TextField
        label="What was seen, or why it is served anyway"
        className="mt-2"
        value={because}
        onChange={(event) => setBecause(event.target.value)}
      />
      {state.gate?.decision === 'withdrawn' && <CookAgain piece={piece} day={day} write={write} />}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          look={check.mayPass ? 'main' : 'plain'}
          className="min-h-12!"
          disabled={!check.mayPass || check.open.length > 0}
          onClick={() => decide('passed')}
        >
          Pass
        </Button>
        <Button className="min-h-12!" disabled={because.trim() === ''} onClick={() => decide('withdrawn')}>
          Withdraw
        </Button>
        <Button className="min-h-12!" disabled={because.trim() === ''} onClick={() => decide('served-all-the-same')}>
          Serve anyway, as {me.name} decides
        </Button>
      </div>
    </fieldset>
  );
}

/** Another piece in the place of one that was withdrawn, under a tag that nobody has used. */
function CookAgain({ piece, day, write }: Omit<GateFieldsProps, 'chain'>) {
  const { card } = useInTasting();
  const { data: kitchen } = api.useGetKitchenQuery({ id: card.id });
  const again = day.state.redone.get(piece);
  if (again) return <p className="mt-1">{again} is cooked in its place.</p>;
  const taken = (kitchen?.methods ?? []).flatMap(({ pieces }) => pieces.map(({ tag }) => tag));
  const as = freeTag([...taken, ...day.state.redone.values()]);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <Button
        className="min-h-12!"
        onClick={() => write({ kind: 'redone', piece, as }, `${as} is cooked in place of ${piece}`)}
      >
        Cook another in its place, as {as}
      </Button>
      <p className="text-sm text-quiet">Without one, its portions are cut from the pieces that remain.</p>
    </div>
  );
}

/** Why readings are not taken for the core. */
const DOUBTS: Record<Exclude<GateCheck['doubtful'][number]['why'], 'settling'>, string> = {
  jump: 'they move faster than a core can',
  hotter: 'hotter than anything it has been in',
  'too-soon': 'sooner so warm than heat comes to the middle',
};

/** What the record says, line by line. */
function linesOf(
  { open, highest, endPoint, limit, isThawedWarm, doubtful, doubtfulSpots }: GateCheck,
  text: (celsius: number) => string,
): string[] {
  return [
    open.length > 0 ? `Still open: ${open.join(', ').toLowerCase()}.` : 'All its steps are over.',
    highest === null ? 'No temperature was measured.' : `Highest measured: ${text(highest)}.`,
    endPoint
      ? `End point ${text(endPoint.celsius)}: recorded as ${endPoint.isReached ? 'reached' : 'not reached'}.`
      : '',
    ...doubtful.flatMap(({ from, to, why }) =>
      why === 'settling'
        ? []
        : [`Readings from ${clockText(from)} to ${clockText(to)} count for nothing: ${DOUBTS[why]}.`],
    ),
    ...doubtfulSpots.map((celsius) => `${text(celsius)} counts for nothing: hotter than anything it has been in.`),
    isThawedWarm ? 'It was found too warm while it thawed: it is cooked at once, or withdrawn.' : '',
    limit ? `${limit.name}: limit recorded as ${limit.isMet ? 'met' : 'not met'} (${limit.source}).` : '',
  ].filter(Boolean);
}

interface LooksProps {
  because: string;
  product: Product;
  onChange: (because: string) => void;
}

/** What is seen, by one tap; and what helps where its looks give it away. */
function Looks({ because, product, onChange }: LooksProps) {
  const seen = because.split(', ').filter(Boolean);
  return (
    <>
      <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="What is seen">
        {LOOKS.map((look) => {
          const isSeen = seen.includes(look);
          return (
            <Button
              key={look}
              className={`min-h-12! ${isSeen ? 'bg-water' : ''}`}
              aria-pressed={isSeen}
              onClick={() => onChange((isSeen ? seen.filter((one) => one !== look) : [...seen, look]).join(', '))}
            >
              {look}
            </Button>
          );
        })}
      </div>
      {seen.includes('gives itself away') && (
        <ul className="mt-2 list-disc pl-5 text-sm">
          {maskingAdvice(product).map((advice) => (
            <li key={advice}>{advice}</li>
          ))}
        </ul>
      )}
    </>
  );
}
