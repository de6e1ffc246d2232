import { useMemo } from 'react';
import { Navigate, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { Failure, Loading } from '../ui/Notice';
import { api, refusalOf } from './api';
import type { TastingCard } from './api.generated';
import { useCommands } from './CommandProvider';
import { Path } from './Path';
import { SealChip } from './SealChip';
import { useDesk, type Desk } from './session';
import { Shell } from './Shell';
import { currentStage, mayOpen, type Stage, STAGE_NAMES, STAGES } from './stages';
import { useLive } from './useLive';

/** Everything inside one tasting: path, seal, live connection. */
export function TastingShell() {
  const desk = useDesk();
  const { id = '' } = useParams();
  const { data: card, error, refetch } = api.useGetCardQuery({ id });
  if (error) {
    return (
      <Shell me={desk.me}>
        <div className="mx-auto mt-16 max-w-lg">
          <Failure message={refusalOf(error).message} onRetry={() => void refetch()} />
        </div>
      </Shell>
    );
  }
  if (!card) return <Loading what="the tasting" />;
  return <OpenTasting key={id} desk={desk} card={card} />;
}

function OpenTasting({ desk, card }: { desk: Desk; card: TastingCard }) {
  const { me } = desk;
  const stage = useLocation().pathname.split('/')[3];
  const isStage = (STAGES as readonly string[]).includes(stage);
  useStageCommands(card, desk);
  useLiveBoard(card, desk);
  if (!stage || (isStage && !mayOpen(me.role, stage as Stage)))
    return <Navigate to={`/tastings/${card.id}/${currentStage(me.role, card)}`} replace />;
  return (
    <Shell me={me} crumb={card.title} seal={<SealChip card={card} isCoordinator={me.role === 'coordinator'} />}>
      <Path card={card} role={me.role} current={isStage ? (stage as Stage) : undefined} />
      <Outlet context={{ ...desk, card }} />
    </Shell>
  );
}

function useStageCommands(card: TastingCard, { me }: Desk): void {
  const go = useNavigate();
  const commands = useMemo(
    () =>
      STAGES.map((stage, at) => ({ stage, at }))
        .filter(({ stage }) => mayOpen(me.role, stage))
        .map(({ stage, at }) => ({
          label: STAGE_NAMES[stage],
          group: 'Stages',
          keys: String(at + 1),
          run: () => void go(`/tastings/${card.id}/${stage}`),
        })),
    [go, card.id, me.role],
  );
  useCommands(commands);
}

function useLiveBoard(card: TastingCard, { me }: Desk): void {
  const watches = (me.role === 'coordinator' || me.role === 'server') && card.status !== 'draft';
  const { data: board } = api.useGetBoardQuery({ id: card.id }, { skip: !watches });
  useLive(card.id, board?.asOf);
}
