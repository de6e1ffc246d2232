import { Card } from '../ui/Card';
import { CaveatFields } from './CaveatFields';
import { useLedger } from './ledgerPost';

interface CaveatFormProps {
  id: string;
  /** Tags of the pieces that a caveat may touch; none where they are not known to the person who writes. */
  tags?: readonly string[];
}

/** Writes down a departure from the plan, by whoever saw it. Without a connection it waits in this browser. */
export function CaveatForm({ id, tags = [] }: CaveatFormProps) {
  const { write } = useLedger(id);
  return (
    <Card title="Note a caveat" className="not-printed">
      <CaveatFields
        tags={tags}
        done="Note it"
        onDone={({ text, pieces }) => write({ kind: 'noted', text, ...(pieces.length > 0 && { pieces }) })}
      />
    </Card>
  );
}
