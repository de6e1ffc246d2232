import { LONG_TEXT, MOST_PANELISTS } from '@jacana/core/bundle';
import { useState, type ReactNode } from 'react';
import { api } from '../../client/api';
import type { SeatView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Pad } from '../../ui/Pad';
import { SelectField } from '../../ui/SelectField';
import type { Happened } from '../useService';
import type { Asked, RepairChoice } from './choices';

interface FieldsProps {
  said: Partial<Happened>;
  seat: SeatView;
  seats: readonly SeatView[];
  onChange: (part: Partial<Happened>) => void;
}

const ASK: Record<Asked, (props: FieldsProps) => ReactNode> = {
  code: ({ said, seat, onChange }) => (
    <CodeChoice name="Which plate?" codes={seat.codes} chosen={said.code} onChoose={(code) => onChange({ code })} />
  ),
  withCode: ({ said, seat, onChange }) => (
    <CodeChoice
      name="Exchanged with which?"
      codes={seat.codes.filter((code) => code !== said.code)}
      chosen={said.withCode}
      onChoose={(withCode) => onChange({ withCode })}
    />
  ),
  seat: (props) => <OtherSeat {...props} />,
  seatCode: (props) => <OtherPlate {...props} />,
  instead: ({ said, seats, onChange }) => (
    <SelectField
      label="Which code was on the plate that was eaten?"
      value={said.instead ?? ''}
      options={[
        { value: '', text: 'Choose a code' },
        ...[...new Set(seats.flatMap(({ codes }) => codes))]
          .filter((code) => code !== said.code)
          .sort()
          .map((code) => ({ value: code, text: code })),
      ]}
      onChange={(instead) => onChange({ instead: instead || undefined })}
    />
  ),
  piece: ({ said, onChange }) => <PieceChoice said={said} onChange={onChange} />,
  order: ({ seat, onChange }) => <OrderChoice seat={seat} onChange={onChange} />,
  flight: (props) => <FlightChoice {...props} />,
  because: ({ said, onChange }) => (
    <TextField
      label="What happened?"
      maxLength={LONG_TEXT}
      value={said.because ?? ''}
      onChange={(event) => onChange({ because: event.target.value })}
    />
  ),
};

/** What has to be said of one repair. */
export function RepairFields({ choice, ...props }: FieldsProps & { choice: RepairChoice }) {
  return choice.asks.map((asked) => <div key={asked}>{ASK[asked](props)}</div>);
}

interface CodeChoiceProps {
  name: string;
  codes: readonly string[];
  chosen: string | undefined;
  onChoose: (code: string) => void;
}

function CodeChoice({ name, codes, chosen, onChoose }: CodeChoiceProps) {
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-bold">{name}</legend>
      <div className="flex flex-wrap gap-2">
        {codes.map((code) => (
          <button
            key={code}
            type="button"
            aria-pressed={code === chosen}
            aria-label={code}
            className={`rounded-full p-1 ${code === chosen ? 'ring-4 ring-chestnut' : 'hover:bg-pad'}`}
            onClick={() => onChoose(code)}
          >
            <Pad label={code} size={56} />
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function OtherSeat({ said, seat, seats, onChange }: FieldsProps) {
  const others = seats.filter(({ panelistId, codes }) => panelistId !== seat.panelistId && codes.length > 0);
  return (
    <SelectField
      label="With which seat?"
      value={said.withPanelist ?? ''}
      options={[
        { value: '', text: 'Choose a seat' },
        ...others.map((other) => ({ value: other.panelistId, text: `Seat ${other.seat}, ${other.name}` })),
      ]}
      onChange={(withPanelist) => onChange({ withPanelist: withPanelist || undefined, withCode: undefined })}
    />
  );
}

function OtherPlate(props: FieldsProps) {
  const { said, seats, onChange } = props;
  const other = seats.find(({ panelistId }) => panelistId === said.withPanelist);
  return (
    <div className="space-y-3">
      <OtherSeat {...props} />
      {other && (
        <CodeChoice
          name={`Which plate of seat ${other.seat}?`}
          codes={other.codes}
          chosen={said.withCode}
          onChoose={(withCode) => onChange({ withCode })}
        />
      )}
    </div>
  );
}

/** The piece that another portion is cut from: said by servers, who portion; else it is the same one. */
function PieceChoice({ said, onChange }: Pick<FieldsProps, 'said' | 'onChange'>) {
  const { card, me } = useInTasting();
  const { data: spares } = api.useGetSparesQuery(
    { id: card.id, code: said.code ?? '' },
    { skip: me.role !== 'server' || said.code === undefined },
  );
  if (me.role !== 'server')
    return <p className="text-sm text-quiet">Cut from the same piece. A server can say that it was another.</p>;
  return (
    <SelectField
      label="Cut from which piece?"
      value={said.piece ?? ''}
      options={[
        { value: '', text: 'the same piece' },
        ...(spares?.pieces ?? []).map((piece) => ({ value: piece, text: piece })),
      ]}
      onChange={(piece) => onChange({ piece: piece || undefined })}
    />
  );
}

/** Another flight, for this seat or for several of its own. */
function FlightChoice({ said, seat, seats, onChange }: FieldsProps) {
  const together = seats.filter(({ flight, codes }) => flight === seat.flight && codes.length > 0);
  const moved = new Set(said.panelists);
  const put = (panelists: Iterable<string>): void => onChange({ panelists: [...panelists] });
  const toggle = (panelist: string): void => {
    if (!moved.delete(panelist)) moved.add(panelist);
    put(moved);
  };
  return (
    <div className="space-y-3">
      <NumberField
        label="Flight"
        whole
        min={1}
        max={MOST_PANELISTS}
        value={said.flight}
        hint="A number that no flight has yet makes a new one."
        onChange={(flight) => onChange({ flight })}
      />
      <fieldset>
        <legend className="mb-1 text-sm font-bold">Who of flight {seat.flight}?</legend>
        <div className="flex flex-wrap gap-2">
          {together.map(({ panelistId, seat: number, name }) => (
            <button
              key={panelistId}
              type="button"
              aria-pressed={moved.has(panelistId)}
              title={name}
              onClick={() => toggle(panelistId)}
              className={`min-h-10 min-w-10 rounded-lg border px-2 ${moved.has(panelistId) ? 'border-ink bg-pad font-bold' : 'border-line bg-paper'}`}
            >
              {number}
            </button>
          ))}
          <Button look="quiet" onClick={() => put(together.map(({ panelistId }) => panelistId))}>
            All of them
          </Button>
        </div>
      </fieldset>
    </div>
  );
}

/** Codes tapped in the order of eating. */
function OrderChoice({ seat, onChange }: Pick<FieldsProps, 'seat' | 'onChange'>) {
  const all = seat.codes.slice(seat.warmUp ? 1 : 0);
  const [order, setOrder] = useState<readonly string[]>([]);
  const put = (codes: readonly string[]): void => {
    setOrder(codes);
    onChange({ codes: codes.length === all.length ? [...codes] : undefined });
  };
  return (
    <div>
      <CodeChoice
        name={order.length === 0 ? 'Which was eaten first?' : 'And then?'}
        codes={all.filter((code) => !order.includes(code))}
        chosen={undefined}
        onChoose={(code) => put([...order, code])}
      />
      {order.length > 0 && (
        <p className="mt-2">
          <span className="font-mono">{order.join(', ')}</span>{' '}
          <button type="button" className="font-bold text-chestnut underline" onClick={() => put([])}>
            Begin again
          </button>
        </p>
      )}
    </div>
  );
}
