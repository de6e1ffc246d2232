import { PROBE_PLACES, type ProbePlace } from '@jacana/core/bundle';
import { useState } from 'react';
import { api } from '../../../client/api';
import { useDegrees } from '../../../shell/degrees';
import { useInTasting } from '../../../shell/session';
import { Button } from '../../../ui/Button';
import { SelectField } from '../../../ui/SelectField';
import { CurveChart } from '../../../kitchen/CurveChart';
import { endText, useCurves } from '../../../kitchen/curves';
import { useKitchenNow } from '../../../kitchen/kitchenClock';
import type { Day } from '../day/day';
import type { Tapped } from '../day/kitchenPost';

interface ProbeFieldsProps {
  piece: string;
  day: Day;
  write: (tapped: Tapped, text: string) => void;
}

const PLACE_NAMES: Record<ProbePlace, string> = { core: 'in the core', surface: 'at the surface', around: 'beside it' };

/** Which probe is in this piece, what it shows, and which one goes in. */
export function ProbeFields({ piece, day, write }: ProbeFieldsProps) {
  const { card } = useInTasting();
  const { data: devices } = api.useListDevicesQuery({ id: card.id }, { pollingInterval: 5000 });
  const curves = useCurves(card.id, { piece, isLive: true });
  const degrees = useDegrees();
  const [where, setWhere] = useState<ProbePlace>('core');
  const inIt = day.state.probes.filter((probe) => probe.piece === piece && probe.to === null);
  const taken = new Map(
    day.state.probes.filter(({ to }) => to === null).map((probe) => [`${probe.device} ${probe.channel}`, probe.piece]),
  );
  const channels = (devices ?? [])
    .filter(({ measures }) => measures === 'celsius')
    .flatMap(({ name, channels: own }) => own.map((channel) => ({ device: name, ...channel })));
  if (channels.length === 0 && curves.length === 0) return null;
  const pieceOfProbe = ({ device, channel }: Channel): string | undefined => taken.get(`${device} ${channel}`);
  const free = channels.filter((one) => pieceOfProbe(one) === undefined);
  const others = channels.filter((one) => ![undefined, piece].includes(pieceOfProbe(one)));
  const put = ({ device, channel }: Channel): void =>
    write({ kind: 'probed', piece, device, channel, where }, `a probe in ${piece}`);
  const shown = curves.findLast(({ points }) => points.length > 0);
  const expected = day.expected.get(piece);
  return (
    <fieldset className="mt-4 rounded-lg border border-line p-3">
      <legend className="px-1 font-bold">Probe</legend>
      {expected && <p className="font-bold">{endText(expected, degrees)}</p>}
      {shown && <CurveChart curve={shown} expected={expected} height={150} />}
      {inIt.map(({ device, channel, where: place }) => (
        <p key={`${device} ${channel}`} className="mt-2 flex flex-wrap items-center gap-3">
          {device}, channel {channel}, {PLACE_NAMES[place]}
          <Button
            className="min-h-12!"
            onClick={() => write({ kind: 'unprobed', device, channel }, `probe out of ${piece}`)}
          >
            Take it out
          </Button>
        </p>
      ))}
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <SelectField
          label="Put a probe"
          value={where}
          options={PROBE_PLACES.map((value) => ({ value, text: PLACE_NAMES[value] }))}
          onChange={setWhere}
        />
        {free.map((one) => (
          <Put key={`${one.device} ${one.channel}`} one={one} onPut={put} />
        ))}
      </div>
      {others.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-12 cursor-pointer py-2 text-chestnut">From another piece</summary>
          <div className="flex flex-wrap gap-2">
            {others.map((one) => (
              <Put key={`${one.device} ${one.channel}`} one={one} from={pieceOfProbe(one)} onPut={put} />
            ))}
          </div>
        </details>
      )}
    </fieldset>
  );
}

interface Channel {
  device: string;
  channel: number;
  value: number;
}

/** One probe, with what it shows now: it goes into the piece by a tap. */
function Put({ one, from, onPut }: { one: Channel; from?: string; onPut: (one: Channel) => void }) {
  const { text } = useDegrees();
  return (
    <Button className="min-h-12!" aria-label={`${one.device}, channel ${one.channel}`} onClick={() => onPut(one)}>
      {one.channel}: {text(one.value, 1)}
      {from && <span className="ml-1 text-sm font-normal">now in {from}</span>}
    </Button>
  );
}

/** What lies on the scale, one tap from the record. */
export function OnTheScale({ piece, write }: Pick<ProbeFieldsProps, 'piece' | 'write'>) {
  const { card } = useInTasting();
  const { data: devices } = api.useListDevicesQuery({ id: card.id }, { pollingInterval: 5000 });
  const now = useKitchenNow(5000);
  const scales = (devices ?? []).filter(({ measures }) => measures === 'grams');
  const lying = scales.flatMap(({ name, channels }) =>
    channels
      .filter(({ value, at }) => value >= LEAST && now - Date.parse(at) < STALE_MS)
      .map((one) => ({ name, ...one })),
  );
  return lying.map(({ name, channel, value }) => (
    <Button
      key={`${name} ${channel}`}
      className="min-h-12!"
      onClick={() => write({ kind: 'mass', piece, grams: value }, `${piece} ${value} g`)}
    >
      {name} shows {value} g: put it down
    </Button>
  ));
}

/** What a scale showed longer ago may have been taken off since. */
const STALE_MS = 2 * 60_000;
/** A scale that is empty shows a little. */
const LEAST = 0.5;
