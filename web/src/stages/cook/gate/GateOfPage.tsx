import { kitchenState } from '@jacana/core/kitchen';
import { useMemo, useState } from 'react';
import { api } from '../../../client/api';
import type { KitchenView } from '../../../client/api.generated';
import { useCurves } from '../../../kitchen/curves';
import { entryOf } from '../../../kitchen/entry';
import { Button } from '../../../ui/Button';
import { useKitchenPost } from '../day/kitchenPost';
import { GateCard } from './GateCard';

/** The gate where nobody cooks by the sheet: decisions are needed all the same, and can be taken back. */
export function GateOfPage({ id, kitchen }: { id: string; kitchen: KitchenView }) {
  const { data: log } = api.useGetKitchenLogQuery({ id });
  const { written, tap } = useKitchenPost(id, log?.entries);
  const curves = useCurves(id);
  const [last, setLast] = useState<{ ids: string[]; text: string } | null>(null);
  const state = useMemo(() => (log ? kitchenState([...log.entries, ...written].map(entryOf)) : null), [log, written]);
  if (!state) return null;
  return (
    <>
      <GateCard
        kitchen={kitchen}
        day={{ state, curves }}
        write={(tapped, text) => setLast({ ids: tapped.map(tap), text })}
      />
      {last && (
        <p role="status" className="text-sm">
          Written down: {last.text}.{' '}
          <Button
            look="quiet"
            onClick={() => {
              for (const of of last.ids) tap({ kind: 'undone', of });
              setLast(null);
            }}
          >
            Undo
          </Button>
        </p>
      )}
    </>
  );
}
