import { MOST_PIECES } from '@jacana/core/bundle';
import { partsText } from '@jacana/core/design';
import { Plus } from 'lucide-react';
import { Controller, useFieldArray, useWatch } from 'react-hook-form';
import { newId, useDrafting } from '../../drafting/draft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { CellInput, RemoveButton } from '../../ui/CellInput';
import { Toggle } from '../../ui/Toggle';

/** Lots as blocks, pieces split across methods, and zones judged apart. */
export function BlocksCard() {
  const { form, isLocked } = useDrafting();
  return (
    <Card title="Lots, halves and zones">
      <NamedList
        what="lot"
        list="lots"
        most={MOST_PIECES}
        placeholder="animal, case, grade or day"
        about="Every method gets pieces from every lot, and each person tastes within one lot."
      />
      <div className="my-4">
        <Controller
          control={form.control}
          name="halves"
          render={({ field }) => (
            <Toggle
              label="Split each raw piece across the methods"
              hint="Halves of one piece are more alike than two pieces."
              checked={field.value}
              disabled={isLocked}
              onChange={field.onChange}
            />
          )}
        />
      </div>
      <NamedList
        what="zone"
        list="zones"
        most={4}
        placeholder="loin"
        about="Parts of a piece that are tasted and judged apart, such as loin and belly."
      />
      {/* What was locked says on its plan sheet what it asks of them. */}
      {!isLocked && <AskedByPart />}
    </Card>
  );
}

/** What will be asked of lots and zones, said before it is locked. */
function AskedByPart() {
  const { form } = useDrafting();
  const [test, zones, lots, alpha, piecesPerMethod, panel, service] = useWatch({
    control: form.control,
    name: ['test', 'zones', 'lots', 'alpha', 'piecesPerMethod', 'panel', 'service'],
  });
  const said = partsText({ test, zones, lots, alpha, piecesPerMethod, panel, service });
  return said.map((text) => (
    <p key={text} className="mt-3 border-l-4 border-line pl-3">
      {text}
    </p>
  ));
}

interface NamedListProps {
  what: 'lot' | 'zone';
  list: 'lots' | 'zones';
  most: number;
  placeholder: string;
  about: string;
}

function NamedList({ what, list, most, placeholder, about }: NamedListProps) {
  const { form, problems, isLocked } = useDrafting();
  const { fields, append, remove } = useFieldArray({ control: form.control, name: list, keyName: 'key' });
  const own = problems.filter(({ field }) => field === list || field.startsWith(`${list}.`));
  const add = (): void => append({ id: newId(), name: '' });
  return (
    <div>
      <p className="mb-2 text-quiet">{about}</p>
      <ul className="grid grid-cols-2 gap-2">
        {fields.map((field, at) => (
          <li key={field.id} className="flex items-center gap-1">
            <CellInput
              label={`Name of ${what} ${at + 1}`}
              placeholder={placeholder}
              maxLength={200}
              disabled={isLocked}
              {...form.register(`${list}.${at}.name`)}
            />
            {!isLocked && <RemoveButton label={`Remove ${what} ${at + 1}`} onRemove={() => remove(at)} />}
          </li>
        ))}
      </ul>
      {own.length > 0 && fields.length > 0 && <p className="mt-1 text-sm font-bold text-chestnut">{own[0].message}</p>}
      {!isLocked && fields.length < most && (
        <Button className="mt-2" onClick={add}>
          <Plus size={18} /> Add a {what}
        </Button>
      )}
    </div>
  );
}
