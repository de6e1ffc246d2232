import { counted } from '@jacana/core/format';
import type { Measures } from '@jacana/core/bundle';
import { useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { DeviceToken, DeviceView } from '../../../client/api.generated';
import { useDegrees } from '../../../shell/degrees';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { TextField } from '../../../ui/Field';
import { Failure } from '../../../ui/Notice';
import { SelectField } from '../../../ui/SelectField';
import { clockText } from '../../../kitchen/clock';
import { ReadingsFile } from './ReadingsFile';

/** Thermometers and scales that send to this tasting, and readings out of a file. */
export function DevicesCard({ id }: { id: string }) {
  const { data: devices } = api.useListDevicesQuery({ id }, { pollingInterval: 15_000 });
  const [close] = api.useCloseDeviceMutation();
  const [isAdding, setAdding] = useState(false);
  const [token, setToken] = useState<DeviceToken | null>(null);
  if (!devices) return null;
  return (
    <Card title="Thermometers and scales" aside={devices.length > 0 && counted(devices.length, 'device')}>
      {devices.length === 0 && (
        <p className="text-quiet">
          None yet. One that can send over the network gets a token here; what another has recorded comes in as a file.
        </p>
      )}
      <ul className="divide-y divide-line">
        {devices.map((device) => (
          <li key={device.name} className="flex flex-wrap items-baseline gap-x-4 gap-y-1 py-2">
            <strong>{device.name}</strong>
            <span className="grow">
              <LastOf device={device} />
            </span>
            {device.isOpen && (
              <Button look="quiet" onClick={() => void close({ id, name: device.name })}>
                Close it
              </Button>
            )}
          </li>
        ))}
      </ul>
      {token && <TokenNotice token={token} onSeen={() => setToken(null)} />}
      {isAdding ? (
        <NewDevice
          id={id}
          onDone={(opened) => {
            setAdding(false);
            setToken(opened);
          }}
        />
      ) : (
        <div className="mt-2 flex flex-wrap gap-3">
          <Button onClick={() => setAdding(true)}>Add a device</Button>
          <ReadingsFile id={id} devices={devices} />
        </div>
      )}
    </Card>
  );
}

/** What it showed last, and when. */
function LastOf({ device: { channels, measures, isOpen } }: { device: DeviceView }) {
  const { text } = useDegrees();
  if (channels.length === 0) return <span className="text-quiet">has sent nothing yet</span>;
  const newest = channels.reduce((one, other) => (other.at > one.at ? other : one));
  const values = channels.map(
    ({ channel, value }) => `${channel}: ${measures === 'grams' ? `${value} g` : text(value, 1)}`,
  );
  return (
    <>
      {values.join(' · ')}{' '}
      <span className="text-sm text-quiet">
        last at {clockText(Date.parse(newest.at))}
        {!isOpen && ', may send no more'}
      </span>
    </>
  );
}

function NewDevice({ id, onDone }: { id: string; onDone: (opened: DeviceToken | null) => void }) {
  const [open, { error, isLoading }] = api.useOpenDeviceMutation();
  const [name, setName] = useState('');
  const [measures, setMeasures] = useState<Measures>('celsius');
  const add = async (): Promise<void> => {
    const opened = await open({ id, newDevice: { name: name.trim(), measures } });
    if (opened.data) onDone(opened.data);
  };
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <TextField label="Name" maxLength={50} value={name} onChange={(event) => setName(event.target.value)} />
      <SelectField
        label="Measures"
        value={measures}
        options={[
          { value: 'celsius', text: 'temperature' },
          { value: 'grams', text: 'mass' },
        ]}
        onChange={setMeasures}
      />
      <Button look="main" type="submit" disabled={isLoading || name.trim() === ''}>
        Give it a token
      </Button>
      <Button look="quiet" type="button" onClick={() => onDone(null)}>
        Not now
      </Button>
      {error !== undefined && <Failure message={refusalOf(error).message} />}
    </form>
  );
}

/** The token, this once, and how it is used. */
function TokenNotice({ token: { name, token }, onSeen }: { token: DeviceToken; onSeen: () => void }) {
  const example = `curl ${window.location.origin}/api/readings \\\n  -H 'Authorization: Bearer ${token}' -H 'Content-Type: application/json' \\\n  -d '{"readings":[{"channel":1,"at":"${new Date().toISOString()}","value":21.4}]}'`;
  return (
    <div role="status" className="mt-3 rounded-lg bg-water p-3">
      <p>
        <strong>{name}</strong> sends by this token. It is shown only now; whoever has it can add readings, and can read
        nothing.
      </p>
      <pre className="mt-2 overflow-x-auto font-mono text-sm">{example}</pre>
      <Button className="mt-2" onClick={onSeen}>
        I have copied it
      </Button>
    </div>
  );
}
