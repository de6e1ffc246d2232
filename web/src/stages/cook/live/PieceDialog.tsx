import { LIMITS, SHORT_TEXT } from '@jacana/core/bundle';
import { cookLossOf, doseOf, pieceOf } from '@jacana/core/kitchen';
import { useState } from 'react';
import { useDegrees } from '../../../shell/degrees';
import { Button } from '../../../ui/Button';
import { TextField } from '../../../ui/Field';
import { Modal } from '../../../ui/Modal';
import type { Day } from '../day/day';
import { GateFields } from './GateFields';
import type { Tapped } from '../day/kitchenPost';
import { PhotoFields } from './PhotoFields';
import { OnTheScale, ProbeFields } from './ProbeFields';

interface PieceDialogProps {
  piece: string;
  day: Day;
  write: (tapped: Tapped, text: string) => void;
  onClose: () => void;
}

/** One piece: what was measured, what it gets by its mass, a note, and the gate. */
export function PieceDialog({ piece, day, write, onClose }: PieceDialogProps) {
  const degrees = useDegrees();
  const state = pieceOf(day.state, piece);
  const chain = day.ofPiece.get(piece) ?? [];
  const loss = cookLossOf(state);
  const raw = state.grams[0]?.value;
  const measured = [
    state.grams.map(({ value }) => `${value} g`).join(', '),
    loss === null ? '' : `${(loss * 100).toFixed(1)} % lost`,
    state.celsius.map(({ value }) => degrees.text(value)).join(', '),
    state.millimetres.map(({ value }) => `${value} mm`).join(', '),
    ...state.notes.map(({ value }) => `“${value}”`),
  ].filter(Boolean);
  return (
    <Modal
      title={`Piece ${piece}`}
      about={measured.length > 0 ? measured.join(' · ') : 'Nothing was measured yet.'}
      open
      onOpenChange={(open) => !open && onClose()}
      wide
    >
      <div className="grid gap-4 sm:grid-cols-3">
        <Measure
          label="Mass (g)"
          {...LIMITS.kitchen.grams}
          onSet={(grams) => write({ kind: 'mass', piece, grams }, `${piece} ${grams} g`)}
        />
        <Measure
          label={`Temperature (${degrees.unit})`}
          least={degrees.shown(LIMITS.step.celsius.least)}
          most={degrees.shown(LIMITS.step.celsius.most)}
          onSet={(shown) =>
            write({ kind: 'temperature', piece, celsius: degrees.celsius(shown) }, `${piece} ${shown} ${degrees.unit}`)
          }
        />
        <Measure
          label="Thickness (mm)"
          {...LIMITS.kitchen.millimetres}
          onSet={(millimetres) => write({ kind: 'thickness', piece, millimetres }, `${piece} ${millimetres} mm`)}
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-3">
        <OnTheScale piece={piece} write={write} />
      </div>
      {chain
        .flatMap(({ doses }) => doses)
        .map((dose) => (
          <p key={dose.name} className="mt-3 flex flex-wrap items-center gap-3">
            {raw === undefined ? (
              `${dose.perKilogram} g/kg of ${dose.name}: weigh the piece first.`
            ) : (
              <>
                <strong>
                  {doseOf(dose, raw).grams.toFixed(1)} g of {dose.name}
                </strong>
                <Button
                  className="min-h-12!"
                  onClick={() =>
                    write(
                      { kind: 'dose', piece, name: dose.name, grams: Math.round(doseOf(dose, raw).grams * 10) / 10 },
                      `${dose.name} for ${piece}`,
                    )
                  }
                >
                  Given
                </Button>
              </>
            )}
          </p>
        ))}
      <ProbeFields piece={piece} day={day} write={write} />
      <PhotoFields piece={piece} day={day} write={write} />
      <NoteField onNote={(text) => write({ kind: 'noted', pieces: [piece], text }, `a note on ${piece}`)} />
      <GateFields piece={piece} day={day} chain={chain} write={write} />
    </Modal>
  );
}

interface MeasureProps {
  label: string;
  least: number;
  most: number;
  onSet: (value: number) => void;
}

/** A number and a button: large, for wet hands. */
function Measure({ label, least, most, onSet }: MeasureProps) {
  const [typed, setTyped] = useState('');
  const value = Number(typed.replace(',', '.'));
  const isValid = typed.trim() !== '' && Number.isFinite(value) && value >= least && value <= most;
  const set = (): void => {
    if (!isValid) return;
    onSet(value);
    setTyped('');
  };
  return (
    <div className="flex items-end gap-2">
      <TextField
        label={label}
        inputMode="decimal"
        className="min-w-0 grow"
        value={typed}
        problem={typed !== '' && !isValid ? `A number from ${least} to ${most}.` : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && set()}
      />
      <Button className="min-h-12!" disabled={!isValid} onClick={set} aria-label={`Write down: ${label}`}>
        Set
      </Button>
    </div>
  );
}

function NoteField({ onNote }: { onNote: (text: string) => void }) {
  const [text, setText] = useState('');
  return (
    <div className="mt-3 flex items-end gap-2">
      <TextField
        label="Note"
        className="grow"
        maxLength={SHORT_TEXT}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button
        className="min-h-12!"
        disabled={text.trim() === ''}
        onClick={() => {
          onNote(text.trim());
          setText('');
        }}
      >
        Note it
      </Button>
    </div>
  );
}
