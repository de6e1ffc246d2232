import { counted } from '@jacana/core/format';
import { Tags } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { api, refusalOf } from '../client/api';
import type { PrintedView } from '../client/api.generated';
import { useInTasting } from '../shell/session';
import { Button } from '../ui/Button';

interface SendLabelsProps {
  of: 'labels' | 'tags';
  /** Of one label, and how many spare ones there are. */
  size: { width: number; height: number; spares: number };
}

/** To the label printer of the house. Sent again, what is missing of a pile comes out, and nothing twice. */
export function SendLabels({ of, size }: SendLabelsProps) {
  const { card } = useInTasting();
  const [job, setJob] = useState(() => nanoid(14));
  const [sendLabels, labels] = api.useSendLabelsMutation();
  const [sendTags, tags] = api.useSendTagsMutation();
  const { data, error, isLoading } = of === 'labels' ? labels : tags;
  const isRest = data !== undefined && data.printed < data.asked;
  const send = (): void => {
    const begun = data !== undefined && !isRest ? nanoid(14) : job;
    setJob(begun);
    const asked = { id: card.id, labelsToPrint: { job: begun, ...size } };
    void (of === 'labels' ? sendLabels(asked) : sendTags(asked));
  };
  return (
    <div className="mt-3">
      <Button onClick={send} disabled={isLoading}>
        <Tags size={18} /> {isRest ? 'Send the rest' : 'Send to the label printer'}
      </Button>
      <p role="status" className="mt-2 empty:hidden">
        {isLoading ? 'Sending.' : error ? refusalOf(error).message : data && printedText(data)}
      </p>
    </div>
  );
}

function printedText({ asked, printed, state }: PrintedView): string {
  if (printed === asked) return `${counted(asked, 'label')} came out.`;
  const why = state === 'jammed' ? 'The printer jammed: clear it' : 'The roll is empty: put in a new one';
  return `${printed} of ${counted(asked, 'label')} came out. ${why}, and send the rest.`;
}
