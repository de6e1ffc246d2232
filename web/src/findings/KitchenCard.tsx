import { gateLines, type CookedPiece, type FoundMethod, type KitchenFinding } from '@jacana/core/findings';
import { useState } from 'react';
import { PieceStory } from '../kitchen/PieceStory';
import { useMeasured } from '../kitchen/measured';
import { Modal } from '../ui/Modal';
import { TableHead } from '../ui/TableHead';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';

interface KitchenCardProps {
  kitchen: KitchenFinding;
  methods: readonly FoundMethod[];
}

/** What the kitchen measured, beside how it was liked; from each piece the way back to its log and curve. */
export function KitchenCard({ kitchen, methods }: KitchenCardProps) {
  const said = useMeasured();
  const [open, setOpen] = useState<CookedPiece | null>(null);
  const lines = gateLines(kitchen);
  return (
    <FindingCard
      section="kitchen"
      title="From the kitchen"
      aside="means over pieces, with intervals of 95 %; methods differ in much besides"
    >
      <div className="overflow-x-auto">
        <table className="w-full min-w-[46rem] text-sm">
          <TableHead
            headings={[
              'Method',
              'Liking',
              'Mass lost, %',
              `Core at the end, ${said.unit}`,
              `Highest, ${said.unit}`,
              'In the heat, min',
              'Then to the seat, min',
              'Pieces',
            ]}
          />
          <tbody>
            {kitchen.methods.map(({ method, liking, cookLoss, ended, highest, heated, toSeat }) => {
              const at = methods.findIndex(({ id }) => id === method);
              return (
                <tr key={method} className="border-t border-line">
                  <th scope="row" className="py-1.5 pr-3 text-left">
                    <MethodName at={at} name={methods[at]?.name ?? ''} isLeading={false} />
                  </th>
                  <td>{liking === null ? '–' : liking.toFixed(1)}</td>
                  <td>{said.share(cookLoss)}</td>
                  <td>{said.degrees(ended)}</td>
                  <td>{said.degrees(highest)}</td>
                  <td>{said.minutes(heated)}</td>
                  <td>{said.minutes(toSeat)}</td>
                  <td className="py-1">
                    <Pieces pieces={kitchen.pieces.filter((piece) => piece.method === method)} onOpen={setOpen} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {lines.length > 0 && (
        <ul className="mt-2 list-disc pl-5 text-sm">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {open && <PieceDialog piece={open} onClose={() => setOpen(null)} />}
    </FindingCard>
  );
}

function Pieces({ pieces, onOpen }: { pieces: readonly CookedPiece[]; onOpen: (piece: CookedPiece) => void }) {
  return (
    <span className="flex flex-wrap gap-1">
      {pieces.map((piece) => (
        <button
          key={piece.tag}
          type="button"
          aria-label={`Piece ${piece.tag}`}
          onClick={() => onOpen(piece)}
          className={`rounded border px-1.5 font-mono font-semibold ${piece.standing === 'stands' ? 'border-ink' : 'border-line text-quiet line-through'}`}
        >
          {piece.tag}
        </button>
      ))}
    </span>
  );
}

/** One piece: who ate of it, how they liked it, what was done to it. */
export function PieceDialog({ piece, onClose }: { piece: CookedPiece; onClose: () => void }) {
  const { tag, seats, liking, gate, insteadOf } = piece;
  const facts = [
    insteadOf && `cooked in place of ${insteadOf}`,
    seats.length > 0 ? `served to ${seats.length === 1 ? 'seat' : 'seats'} ${seats.join(', ')}` : 'served to nobody',
    liking && `liked ${liking.mean.toFixed(1)} by ${liking.answers}`,
    gate && gate.decision !== 'passed' && `${gate.decision.replaceAll('-', ' ')}: ${gate.because} (${gate.by})`,
  ].filter(Boolean);
  return (
    <Modal title={`Piece ${tag}`} about={facts.join(' · ')} open onOpenChange={(isOpen) => !isOpen && onClose()} wide>
      <PieceStory tag={tag} chain={piece.chain} />
    </Modal>
  );
}
