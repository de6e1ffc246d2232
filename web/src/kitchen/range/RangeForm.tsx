import { EQUIPMENT_KINDS, MOST_COOKS, MOST_EQUIPMENT, MOST_PLACES, SHORT_TEXT } from '@jacana/core/bundle';
import { EQUIPMENT_NAMES } from '@jacana/core/kitchen';
import { format } from 'date-fns';
import { Plus } from 'lucide-react';
import type { EquipmentInput, RangeInput, RangeView } from '../../client/api.generated';
import { newId } from '../../drafting/draft';
import { Button } from '../../ui/Button';
import { CellInput, RemoveButton } from '../../ui/CellInput';
import { TextField } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { SelectField } from '../../ui/SelectField';
import { Toggle } from '../../ui/Toggle';

interface RangeFormProps {
  range: RangeInput;
  view: RangeView;
  onChange: (range: RangeInput) => void;
}

/** Equipment, cooks and serving times, to be changed together. */
export function RangeForm({ range, view, onChange }: RangeFormProps) {
  const { equipment, cooks } = range;
  const put = (part: Partial<RangeInput>): void => onChange({ ...range, ...part });
  const putOne = (at: number, part: Partial<EquipmentInput>): void =>
    put({ equipment: equipment.map((one, other) => (other === at ? { ...one, ...part } : one)) });
  return (
    <div className="space-y-4">
      <fieldset>
        <legend className="mb-1 font-bold">Equipment</legend>
        <ul className="space-y-3">
          {equipment.map((one, at) => (
            <EquipmentLine
              key={one.id}
              one={one}
              onChange={(part) => putOne(at, part)}
              onRemove={() => put({ equipment: equipment.filter((_, other) => other !== at) })}
            />
          ))}
        </ul>
        {equipment.length < MOST_EQUIPMENT && (
          <Button look="quiet" className="mt-2" onClick={() => put({ equipment: [...equipment, newEquipment()] })}>
            <Plus size={16} /> Add equipment
          </Button>
        )}
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-bold">Cooks</legend>
        <div className="flex flex-wrap items-center gap-2">
          {cooks.map((name, at) => (
            // Cooks have no id: they are told apart by their place alone.
            <span key={at} className="flex w-44 items-center">
              <CellInput
                label={`Cook ${at + 1}`}
                maxLength={SHORT_TEXT}
                value={name}
                onChange={(event) =>
                  put({ cooks: cooks.map((one, other) => (other === at ? event.target.value : one)) })
                }
              />
              <RemoveButton
                label={`Take out cook ${at + 1}`}
                onRemove={() => put({ cooks: cooks.filter((_, other) => other !== at) })}
              />
            </span>
          ))}
          {cooks.length < MOST_COOKS && (
            <Button look="quiet" onClick={() => put({ cooks: [...cooks, `Cook ${cooks.length + 1}`] })}>
              <Plus size={16} /> Add a cook
            </Button>
          )}
        </div>
      </fieldset>
      <ServedFields range={range} view={view} onChange={(served) => put({ served })} />
    </div>
  );
}

const newEquipment = (): EquipmentInput => ({
  id: newId(),
  name: '',
  kind: 'oven',
  places: 1,
  perPlace: 4,
  shared: true,
});

/** Racks of an oven and a bath have one setting; burners have each their own. */
const usuallyShared = (kind: EquipmentInput['kind']): boolean =>
  !['hob', 'grill', 'board', 'refrigerator'].includes(kind);

function EquipmentLine({
  one,
  onChange,
  onRemove,
}: {
  one: EquipmentInput;
  onChange: (part: Partial<EquipmentInput>) => void;
  onRemove: () => void;
}) {
  return (
    <li className="grid grid-cols-2 items-end gap-x-3 gap-y-2 rounded-lg border border-line p-3 md:grid-cols-[minmax(0,2fr)_minmax(0,1.5fr)_minmax(0,1fr)_minmax(0,1fr)_auto_auto]">
      <TextField
        label="Name"
        maxLength={SHORT_TEXT}
        value={one.name}
        placeholder="Left oven"
        onChange={(event) => onChange({ name: event.target.value })}
      />
      <SelectField
        label="Kind"
        value={one.kind}
        options={EQUIPMENT_KINDS.map((value) => ({ value, text: EQUIPMENT_NAMES[value] }))}
        onChange={(kind) => onChange({ kind, shared: usuallyShared(kind) })}
      />
      <NumberField
        label="Places"
        whole
        min={1}
        max={MOST_PLACES}
        value={one.places}
        onChange={(places) => onChange({ places })}
      />
      <NumberField
        label="Pieces on each"
        whole
        min={1}
        max={MOST_PLACES}
        value={one.perPlace}
        onChange={(perPlace) => onChange({ perPlace })}
      />
      <div className="pb-2.5">
        <Toggle label="one setting" checked={one.shared} onChange={(shared) => onChange({ shared })} />
      </div>
      <RemoveButton label={`Take out ${one.name || 'this equipment'}`} onRemove={onRemove} />
    </li>
  );
}

/** When each flight of each sitting is served. */
function ServedFields({
  range: { served },
  view: { sittings, flights },
  onChange,
}: {
  range: RangeInput;
  view: RangeView;
  onChange: (served: RangeInput['served']) => void;
}) {
  const all = Array.from({ length: sittings }, (_, sitting) =>
    Array.from({ length: flights }, (_unused, flight) => ({ sitting: sitting + 1, flight: flight + 1 })),
  ).flat();
  const put = (sitting: number, flight: number, typed: string): void => {
    const others = served.filter((one) => one.sitting !== sitting || one.flight !== flight);
    const time = new Date(typed);
    onChange(
      Number.isNaN(time.getTime())
        ? others
        : [...others, { sitting, flight, at: time.toISOString() }].sort(
            (a, b) => a.sitting - b.sitting || a.flight - b.flight,
          ),
    );
  };
  return (
    <fieldset>
      <legend className="mb-1 font-bold">Served</legend>
      <div className="flex flex-wrap gap-3">
        {all.map(({ sitting, flight }) => {
          const at = served.find((one) => one.sitting === sitting && one.flight === flight)?.at;
          return (
            <TextField
              key={`${sitting} ${flight}`}
              label={`${sittings > 1 ? `Sitting ${sitting}, flight` : 'Flight'} ${flight}`}
              type="datetime-local"
              value={at ? format(new Date(at), "yyyy-MM-dd'T'HH:mm") : ''}
              onChange={(event) => put(sitting, flight, event.target.value)}
            />
          );
        })}
      </div>
    </fieldset>
  );
}
