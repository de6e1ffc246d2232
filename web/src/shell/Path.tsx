import { Link } from 'react-router';
import { padPath, SEALED_NOTCH } from '@jacana/core/charts';
import type { Role, TastingCard } from '../client/api.generated';
import { isDone, mayOpen, type Stage, STAGE_NAMES, STAGES, stageStatus } from './stages';

interface PathProps {
  card: TastingCard;
  role: Role;
  current: Stage | undefined;
}

/** The navigation inside a tasting: six stepping pads on a wavering line. */
export function Path({ card, role, current }: PathProps) {
  return (
    <nav aria-label="Stages" className="not-printed relative mx-auto mb-5 grid max-w-[74rem] grid-cols-6 pt-2.5">
      <svg viewBox="0 0 1200 40" preserveAspectRatio="none" className="absolute top-3 left-0 h-10 w-full" aria-hidden>
        <path
          d="M 100 20 C 170 8 230 34 300 20 S 430 6 500 20 S 630 36 700 20 S 830 4 900 20 S 1030 36 1100 20"
          className="fill-none stroke-[#a9c2b5] stroke-2 [stroke-dasharray:5_6] [vector-effect:non-scaling-stroke]"
        />
      </svg>
      {STAGES.map((stage) => (
        <Step key={stage} stage={stage} card={card} role={role} isCurrent={stage === current} />
      ))}
    </nav>
  );
}

function Step({ stage, card, role, isCurrent }: { stage: Stage; card: TastingCard; role: Role; isCurrent: boolean }) {
  const look = isCurrent
    ? 'fill-chestnut'
    : isDone(stage, card)
      ? 'fill-eaten stroke-ink stroke-[3]'
      : 'fill-water stroke-[#a9c2b5] stroke-[3]';
  const inside = (
    <>
      <span className="flex h-11 items-center justify-center">
        <svg viewBox="-52 -52 104 104" className={isCurrent ? 'size-11' : 'size-8'} aria-hidden>
          <path d={padPath(SEALED_NOTCH)} className={look} />
        </svg>
      </span>
      <span className={`block leading-tight font-bold ${isCurrent ? 'text-base' : 'text-sm'}`}>
        {STAGE_NAMES[stage]}
      </span>
      <span className="block text-[0.8125rem] leading-snug text-quiet max-sm:sr-only">{stageStatus(stage, card)}</span>
    </>
  );
  const shape = 'relative block rounded-lg px-1 pb-1 text-center';
  // What is not open stays readable: only its pad is paler.
  if (!mayOpen(role, stage)) return <div className={`${shape} [&_svg]:opacity-60`}>{inside}</div>;
  return (
    <Link
      to={`/tastings/${card.id}/${stage}`}
      aria-current={isCurrent ? 'step' : undefined}
      className={`${shape} hover:bg-pad/60`}
    >
      {inside}
    </Link>
  );
}
