import { counted } from '@jacana/core/format';
import { LIMITS, type Limits } from '@jacana/core/bundle';
import { quantities } from '@jacana/core/design';
import { Controller } from 'react-hook-form';
import type { DraftInput } from '../../client/api.generated';
import { useDrafting } from '../../drafting/draft';
import { TableHead } from '../../ui/TableHead';
import { Card } from '../../ui/Card';
import { NumberField } from '../../ui/NumberField';

type Masses = DraftInput['quantities'];

/** From bites to kilograms and money; it changes as panel, pieces and orders do. */
export function QuantitiesPart() {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 md:grid-cols-[17rem_minmax(0,1fr)]">
      <MassesCard />
      <ShoppingCards />
    </div>
  );
}

function MassesCard() {
  const { form, draft, isLocked } = useDrafting();
  const number = (name: keyof Masses, label: string, unit: string, { least, most }: Limits, scale = 1) => (
    <Controller
      control={form.control}
      name={`quantities.${name}`}
      render={({ field }) => (
        <NumberField
          {...{ label, unit, min: least * scale, max: most * scale }}
          disabled={isLocked}
          value={Math.round(field.value * scale * 1000) / 1000}
          onChange={(value) => field.onChange(value / scale)}
        />
      )}
    />
  );
  return (
    <Card title="Masses">
      <div className="space-y-2.5">
        {number('portionGrams', 'One portion', 'g', LIMITS.quantities.portionGrams)}
        {number(
          'pieceGrams',
          draft.halves ? 'Part of a raw piece for one method' : 'One piece, raw',
          'g',
          LIMITS.quantities.pieceGrams,
        )}
        {draft.halves && (
          <p className="text-sm text-quiet">
            A raw piece is split across {counted(draft.methods.length, 'method')}: it weighs{' '}
            {kilograms(draft.quantities.pieceGrams * draft.methods.length)} whole.
          </p>
        )}
        {number('cookLoss', 'Lost in cooking', '%', LIMITS.quantities.cookLoss, 100)}
        {number('usable', 'Can be served', '%', LIMITS.quantities.usable, 100)}
        {number('spare', 'Spare portions', '%', LIMITS.quantities.spare, 100)}
        {number('costPerKilogram', 'Price', 'per kg raw', LIMITS.quantities.costPerKilogram)}
      </div>
    </Card>
  );
}

function ShoppingCards() {
  const { design, draft, problems } = useDrafting();
  const list = quantities(design);
  const short = problems.find(({ field }) => field === 'quantities')?.message;
  const lotName = (id: string | null): string => draft.lots.find((lot) => lot.id === id)?.name || 'all';
  return (
    <div className="space-y-4">
      <Card
        title={`Buy ${kilograms(list.grams)}${list.cost > 0 ? ` for ${money(list.cost)}` : ''}`}
        aside={counted(list.pieces, draft.halves ? 'raw piece' : 'piece')}
      >
        {short && <p className="mb-2 font-bold text-chestnut">{short}</p>}
        <table className="w-full">
          <thead>
            <tr className="border-b border-line text-left text-sm text-quiet">
              <th scope="col">Lot</th>
              <th scope="col">{draft.halves ? 'Raw pieces' : 'Pieces'}</th>
              <th scope="col">Raw</th>
              <th scope="col">Cost</th>
            </tr>
          </thead>
          <tbody>
            {list.lots.map(({ lot, pieces, grams, cost }) => (
              <tr key={lot} className="border-b border-line/60">
                <td className="py-1">{lotName(lot)}</td>
                <td>{pieces}</td>
                <td>{kilograms(grams)}</td>
                <td>{cost > 0 ? money(cost) : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Card>
      <Card title="By method" aside={`${counted(list.methods[0]?.perPiece ?? 0, 'portion')} from a piece`}>
        <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="By method">
          <table className="w-full">
            <TableHead
              headings={[
                'Method',
                'Servings',
                'With spare',
                'From a piece',
                'Pieces needed',
                'Planned',
                'Raw',
                'Left over',
              ]}
            />
            <tbody>
              {list.methods.map((method, at) => {
                const left = method.perPiece * method.pieces - method.servings;
                return (
                  <tr key={method.method} className="border-b border-line/60">
                    <td className="py-1 pr-2">{draft.methods[at].name || `Method ${at + 1}`}</td>
                    <td>{method.servings}</td>
                    <td>{method.portions}</td>
                    <td>{method.perPiece}</td>
                    <td>{Number.isFinite(method.piecesNeeded) ? method.piecesNeeded : 'no piece is enough'}</td>
                    <td>{method.pieces}</td>
                    <td className="pr-3 whitespace-nowrap">{kilograms(method.grams)}</td>
                    <td className={left < 0 ? 'font-bold text-chestnut' : ''}>{left < 0 ? `${-left} short` : left}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      </Card>
    </div>
  );
}

const kilograms = (grams: number): string =>
  grams >= 1000 ? `${(grams / 1000).toFixed(grams >= 10_000 ? 1 : 2)} kg` : `${Math.round(grams)} g`;
const money = (amount: number): string => amount.toFixed(2);
