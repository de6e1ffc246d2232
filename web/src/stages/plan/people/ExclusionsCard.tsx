import { counted } from '@jacana/core/format';
import { conflicting } from '@jacana/core/library';
import { useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { ExclusionView } from '../../../client/api.generated';
import { ExclusionFields, NOTHING_EXCLUDED } from '../../../contents/ExclusionFields';
import { allergensText } from '../../../contents/allergens';
import { cutShort } from '../../../drafting/shortText';
import { useDrafting } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { Failure, Mark } from '../../../ui/Notice';
import { RemoveButton } from '../../../ui/CellInput';
import { SelectField } from '../../../ui/SelectField';

/** What people on the panel must not eat, and whether the samples hold it. Only coordinators read it. */
export function ExclusionsCard() {
  const { tasting, draft, flush } = useDrafting();
  const { id } = tasting;
  const { data: exclusions = [] } = api.useGetExclusionsQuery({ id });
  const [save, { error }] = api.useSaveExclusionMutation();
  const nameOf = (panelist: string): string => draft.panel.find((one) => one.id === panelist)?.name ?? '';
  const put = async ({ panelistId, ...exclusionInput }: ExclusionView): Promise<boolean> => {
    // Somebody who was just added has to be known to the server first.
    if (!(await flush())) return false;
    return !(await save({ id, panelist: panelistId, exclusionInput })).error;
  };
  const conflicts = exclusions.filter((one) => conflicting(draft.ingredients, one).length > 0).length;
  return (
    <Card title="Must not eat" aside={conflicts > 0 && `${counted(conflicts, 'seat')} served nothing`}>
      <p className="mb-3 text-quiet">
        Allergies and the like. Only coordinators see this, and no export holds it. Whoever must not eat something that
        is in a sample is served nothing.
      </p>
      <ul className="mb-3 divide-y divide-line">
        {exclusions.map((one) => (
          <li key={one.panelistId} className="flex items-start justify-between gap-3 py-2">
            <span>
              <strong>{nameOf(one.panelistId)}</strong>:{' '}
              {[allergensText(one.allergens), one.others].filter(Boolean).join(', ')}
              <Conflict found={conflicting(draft.ingredients, one)} />
            </span>
            <RemoveButton
              label={`${nameOf(one.panelistId)} may eat everything`}
              onRemove={() => void put({ ...one, allergens: [], others: '' })}
            />
          </li>
        ))}
      </ul>
      {error !== undefined && <Failure message={refusalOf(error).message} />}
      <NewExclusion onSave={put} known={exclusions} />
    </Card>
  );
}

const Conflict = ({ found }: { found: ReturnType<typeof conflicting> }) =>
  found.length > 0 && (
    <span className="block">
      <Mark>in the samples</Mark>{' '}
      {found
        .map(
          ({ ingredient: { name }, likely }) => name + (likely.length > 0 ? ` (likely ${allergensText(likely)})` : ''),
        )
        .join(', ')}
      : nothing is served to this seat.
    </span>
  );

function NewExclusion({
  known,
  onSave,
}: {
  known: readonly ExclusionView[];
  onSave: (exclusion: ExclusionView) => Promise<boolean>;
}) {
  const { draft } = useDrafting();
  const [panelistId, setPanelist] = useState('');
  const [said, setSaid] = useState(NOTHING_EXCLUDED);
  const isEmpty = said.allergens.length === 0 && said.others.trim() === '';
  const add = async (): Promise<void> => {
    const before = known.find((one) => one.panelistId === panelistId);
    const allergens = [...new Set([...(before?.allergens ?? []), ...said.allergens])];
    const others = cutShort([before?.others, said.others.trim()].filter(Boolean).join(', '));
    if (!(await onSave({ panelistId, allergens, others }))) return;
    setPanelist('');
    setSaid(NOTHING_EXCLUDED);
  };
  return (
    <form
      className="grid items-end gap-2 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <SelectField
        label="Who"
        value={panelistId}
        options={[
          { value: '', text: 'choose' },
          ...draft.panel.map(({ id, name }, at) => ({ value: id, text: `${at + 1} ${name}` })),
        ]}
        onChange={setPanelist}
      />
      <ExclusionFields said={said} onChange={setSaid} />
      <Button type="submit" disabled={panelistId === '' || isEmpty}>
        Note it
      </Button>
    </form>
  );
}
