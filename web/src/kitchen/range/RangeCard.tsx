import { counted } from '@jacana/core/format';
import { EQUIPMENT_NAMES } from '@jacana/core/kitchen';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { RangeInput, RangeView } from '../../client/api.generated';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { momentText } from '../clock';
import { RangeForm } from './RangeForm';

/** What it is cooked on, by whom, and when it is served: to read, and to change at any time. */
export function RangeCard({ id, view }: { id: string; view: RangeView }) {
  const { range, version } = view;
  const [draft, setDraft] = useState<RangeInput | null>(null);
  const [save, { isLoading, error, reset }] = api.useSaveRangeMutation();
  const finish = async (next: RangeInput): Promise<void> => {
    const done = await save({ id, savedRange: { version, range: next } });
    if (!('error' in done)) setDraft(null);
  };
  if (draft)
    return (
      <Card title="The kitchen">
        <RangeForm range={draft} view={view} onChange={setDraft} />
        {error !== undefined && (
          <p role="alert" className="mt-2 font-bold text-chestnut">
            {[refusalOf(error).message, ...refusalOf(error).problems.map(({ message }) => message)].join(' ')}
          </p>
        )}
        <div className="mt-4 flex gap-3">
          <Button look="main" disabled={isLoading} onClick={() => void finish(cleaned(draft))}>
            Save the kitchen
          </Button>
          <Button
            look="quiet"
            onClick={() => {
              reset();
              setDraft(null);
            }}
          >
            Leave it as it was
          </Button>
        </div>
      </Card>
    );
  return (
    <Card title="The kitchen" aside={!isEmpty(range) && counted(range.cooks.length, 'cook')}>
      {isEmpty(range) ? (
        <p className="text-quiet">
          Say what you cook on, who cooks, and when flights are served: the run sheet follows.
        </p>
      ) : (
        <RangeText range={range} />
      )}
      <div className="mt-3 flex flex-wrap gap-3">
        <Button onClick={() => setDraft(range)}>{isEmpty(range) ? 'Describe the kitchen' : 'Change'}</Button>
        <HouseKitchen range={range} onTake={setDraft} />
      </div>
    </Card>
  );
}

/** The kitchen of the house: to begin with where nothing is said yet, and to be replaced by another. */
function HouseKitchen({ range, onTake }: { range: RangeInput; onTake: (range: RangeInput) => void }) {
  const { data: house } = api.useGetHouseQuery(undefined, { refetchOnMountOrArgChange: true });
  const [keep] = api.useKeepRangeMutation();
  if (!house) return null;
  const { range: own, isKept } = house;
  if (isEmpty(range)) return own && <Button onClick={() => onTake(own)}>Take the kitchen of the house</Button>;
  return isKept && isOfHouse(range, own) ? (
    <p className="self-center text-sm text-quiet">This is the kitchen of the house, which new tastings start from.</p>
  ) : (
    <Button look="quiet" onClick={() => void keep({ keptRange: { range } })}>
      Keep it as the kitchen of the house
    </Button>
  );
}

const isEmpty = ({ equipment, cooks, served }: RangeInput): boolean =>
  equipment.length + cooks.length + served.length === 0;

/** Serving times apart, which belong to a day. */
const isOfHouse = ({ equipment, cooks }: RangeInput, house: RangeInput | null): boolean =>
  house !== null && JSON.stringify([equipment, cooks]) === JSON.stringify([house.equipment, house.cooks]);

/** Without lines that were left empty. */
const cleaned = ({ equipment, cooks, served }: RangeInput): RangeInput => ({
  equipment: equipment.filter(({ name }) => name.trim() !== ''),
  cooks: cooks.map((name) => name.trim()).filter(Boolean),
  served: served.filter(({ at }) => at !== ''),
});

function RangeText({ range: { equipment, cooks, served } }: { range: RangeInput }) {
  return (
    <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-3">
      <div>
        <dt className="text-sm font-bold">Equipment</dt>
        {equipment.map(({ id, name, kind, places, perPlace, shared }) => (
          <dd key={id}>
            {name}{' '}
            <span className="text-sm text-quiet">
              {[
                name.toLowerCase().includes(EQUIPMENT_NAMES[kind]) ? '' : EQUIPMENT_NAMES[kind],
                `${counted(places, 'place')} for ${counted(perPlace, 'piece')}`,
                places > 1 && shared ? 'at one setting' : '',
              ]
                .filter(Boolean)
                .join(', ')}
            </span>
          </dd>
        ))}
      </div>
      <div>
        <dt className="text-sm font-bold">Cooks</dt>
        <dd>{cooks.join(', ') || 'nobody yet'}</dd>
      </div>
      <div>
        <dt className="text-sm font-bold">Served</dt>
        {served.map(({ sitting, flight, at }) => (
          <dd key={`${sitting} ${flight}`}>
            {served.some((one) => one.sitting > 1) ? `Sitting ${sitting}, flight` : 'Flight'} {flight}{' '}
            <span className="font-mono">{momentText(Date.parse(at), 0)}</span>
          </dd>
        ))}
      </div>
    </dl>
  );
}
