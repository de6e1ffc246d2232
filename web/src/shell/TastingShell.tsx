import { useMemo } from 'react';
import { Navigate, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { useAppSelector } from '../store/store';
import { Mark } from '../ui/Notice';
import { Waiting } from './Waiting';
import { api, isGone } from '../client/api';
import type { TastingCard } from '../client/api.generated';
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
  const query = api.useGetCardQuery({ id });
  const { data: card, error } = query;
  if (!card || isGone(error)) {
    return (
      <Shell me={desk.me}>
        <Waiting what="the tasting" query={query} />
      </Shell>
    );
  }
  return <OpenTasting key={id} desk={desk} card={card} />;
}

function OpenTasting({ desk, card }: { desk: Desk; card: TastingCard }) {
  const { me } = desk;
  const stage = useLocation().pathname.split('/')[3];
  const isStage = (STAGES as readonly string[]).includes(stage);
  useStageCommands(card, desk);
  usePrintCommands(card, desk);
  useLive(card.id, stage ?? '');
  if (!stage || (isStage && !mayOpen(me.role, stage as Stage)))
    return <Navigate to={`/tastings/${card.id}/${currentStage(me.role, card)}`} replace />;
  return (
    <Shell me={me} crumb={card.title} seal={<SealChip card={card} isCoordinator={me.role === 'coordinator'} />}>
      <OthersHere id={card.id} stage={stage} />
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

/** Every sheet that this person may print, by the palette. */
function usePrintCommands({ id, lockedAt, unsealedAt }: TastingCard, { me }: Desk): void {
  const commands = useMemo(() => {
    const sheets = [
      { sheet: 'plan', name: 'plan sheet', roles: ['coordinator'], isThere: lockedAt },
      { sheet: 'kitchen', name: 'kitchen list', roles: ['coordinator', 'kitchen'], isThere: lockedAt },
      { sheet: 'portioning', name: 'portioning sheet', roles: ['server'], isThere: lockedAt },
      { sheet: 'trays', name: 'tray map', roles: ['coordinator', 'server'], isThere: lockedAt },
      { sheet: 'links', name: 'ballot cards', roles: ['coordinator'], isThere: lockedAt },
      { sheet: 'report', name: 'report', roles: ['coordinator', 'reader'], isThere: unsealedAt },
    ];
    return sheets
      .filter(({ roles, isThere }) => isThere && roles.includes(me.role))
      .map(({ sheet, name }) => ({
        label: `Print the ${name}`,
        group: 'Print',
        run: () => void window.open(`/api/tastings/${id}/sheets/${sheet}`, '_blank', 'noopener'),
      }));
  }, [id, lockedAt, unsealedAt, me.role]);
  useCommands(commands);
}

/** Says who else has this tasting open, and where, before both write the same. */
function OthersHere({ id, stage }: { id: string; stage: string | undefined }) {
  const visitors = useAppSelector((state) => state.live.visitors[id]) ?? [];
  // Oneself is one of them; a second page of one's own is somebody else too.
  const own = visitors.findIndex((visitor) => visitor.at === stage);
  const others = visitors.filter((_, at) => at !== own).filter(({ at }) => at === 'ask' || at === 'plan');
  if (others.length === 0 || (stage !== 'ask' && stage !== 'plan')) return null;
  const said = [...new Set(others.map(({ name, at }) => `${name} is in ${STAGE_NAMES[at as Stage]}`))];
  return (
    <p role="status" className="not-printed mt-2 text-center text-sm">
      <Mark>also here</Mark> {said.join(', ')}. Your changes are merged.
    </p>
  );
}
