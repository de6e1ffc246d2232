import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../client/api';
import { useInTasting } from '../../shell/session';
import { Waiting } from '../../shell/Waiting';
import { buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { StageLayout } from '../../ui/StageLayout';
import { RepairTrace } from '../../service/repairs/RepairTrace';
import { useService } from '../../service/useService';
import { WalkInButton } from '../../service/walkIn/WalkInButton';
import { CloseCard } from './CloseCard';
import { LinksCard } from './LinksCard';
import { SeatDialog } from './SeatDialog';
import { Board } from './Board';
import { boardSentence } from './board';
import { Watch } from './Watch';

/** Stage 5: who is where, live; never what anyone answered. */
export function TastePage() {
  const { card, me } = useInTasting();
  const isLocked = card.lockedAt !== null;
  const query = api.useGetBoardQuery({ id: card.id }, { skip: !isLocked });
  const { data: board } = query;
  const service = useService(card.id);
  const [chosen, setChosen] = useState<string | null>(null);
  if (!isLocked) {
    return (
      <StageLayout sentence="Tasting begins once the plan is locked." margin={null}>
        <p className="text-quiet">Each panelist then has a ballot of their own, behind a link or QR code.</p>
      </StageLayout>
    );
  }
  if (!board) return <Waiting what="the board" query={query} />;
  const isCoordinator = me.role === 'coordinator';
  return (
    <StageLayout
      sentence={boardSentence(board.seats, card)}
      margin={
        <>
          <Watch seats={board.seats} onChoose={setChosen} />
          {isCoordinator && <CloseCard card={card} seats={board.seats} />}
          {isCoordinator && <LinksCard />}
          {!card.closedAt && <WalkInButton seats={board.seats} contains={board.contains} />}
          {!card.closedAt && <PaperCard id={card.id} />}
        </>
      }
    >
      <Board seats={board.seats} onChoose={setChosen} />
      <p className="text-sm text-quiet">
        Filled: finished. Ringed: on the plate now. Dashed: still to come.
        {isCoordinator
          ? ' Choose a seat for its link, a repair, or to note that someone is not blind.'
          : ' Choose a seat to say what went otherwise than planned.'}
      </p>
      <RepairTrace service={service} seats={board.seats} />
      <SeatDialog
        seat={board.seats.find((seat) => seat.panelistId === chosen)}
        {...{ seats: board.seats, service }}
        onClose={() => setChosen(null)}
      />
    </StageLayout>
  );
}

function PaperCard({ id }: { id: string }) {
  return (
    <Card title="Ballots on paper">
      <p className="mb-3 text-quiet">Typed in by keys, by two people who do not see each other’s.</p>
      <Link to={`/tastings/${id}/taste/paper`} className={buttonClass()}>
        Type them in
      </Link>
    </Card>
  );
}
