import { LONG_TEXT } from '@jacana/core/bundle';
import { useState } from 'react';
import { momentText } from '../../kitchen/clock';
import type { Service } from '../../service/useService';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';

/** A sitting that cannot take place, or cannot go on today: when it does, and why. What was answered stays. */
export function PutOffCard({ service: { day, write } }: { service: Service }) {
  const { card } = useInTasting();
  const [isOpen, setOpen] = useState(false);
  const [to, setTo] = useState('');
  const [because, setBecause] = useState('');
  const last = day.postponed.filter(({ sitting }) => sitting === card.sitting).at(-1);
  if (last)
    return (
      <Card title="Put off">
        <p>
          This sitting goes on {momentText(Date.parse(last.to), 0)}: {last.because}. What was answered is kept, and
          ballots that were begun can be finished.
        </p>
        <Button look="quiet" className="mt-2" onClick={() => write({ kind: 'undone', of: last.entry })}>
          Take back
        </Button>
      </Card>
    );
  if (!isOpen)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Put this sitting off
      </Button>
    );
  return (
    <Card title="Put this sitting off">
      <TextField
        label="It goes on at"
        type="datetime-local"
        value={to}
        onChange={(event) => setTo(event.target.value)}
      />
      <TextField
        label="Why?"
        className="mt-2"
        maxLength={LONG_TEXT}
        value={because}
        onChange={(event) => setBecause(event.target.value)}
      />
      <div className="mt-3 flex gap-3">
        <Button
          look="main"
          disabled={to === '' || because.trim() === ''}
          onClick={() => {
            write({ kind: 'postponed', sitting: card.sitting, to: new Date(to).toISOString(), because });
            setOpen(false);
          }}
        >
          Put it off
        </Button>
        <Button look="quiet" onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </div>
    </Card>
  );
}
