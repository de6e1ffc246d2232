import { counted } from '@jacana/core/format';
import { guessedMapping, type ReadTable, type TableMapping } from '@jacana/core/kitchen';
import { useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { DeviceView } from '../../../client/api.generated';
import type { TableHead } from '../../../calculations/calculations.worker';
import { useCalculated } from '../../../calculations/useCalculated';
import { Button } from '../../../ui/Button';
import { TextField } from '../../../ui/Field';
import { Modal } from '../../../ui/Modal';
import { Failure } from '../../../ui/Notice';
import { momentText } from '../../../kitchen/clock';
import { MappingFields } from './MappingFields';

/** Readings in one letter; the server takes two thousand. */
const AT_ONCE = 2000;

interface ReadingsFileProps {
  id: string;
  devices: readonly DeviceView[];
}

/** What another logger has recorded: a file, whose columns are looked at before they count. */
export function ReadingsFile({ id, devices }: ReadingsFileProps) {
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  return (
    <>
      <label className="inline-flex min-h-10 cursor-pointer items-center rounded-lg border border-chestnut px-4 font-bold text-chestnut focus-within:outline-2">
        Readings from a file
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          className="sr-only"
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            event.target.value = '';
            if (chosen) void chosen.text().then((text) => setFile({ name: chosen.name, text }));
          }}
        />
      </label>
      {file && <FileDialog key={file.name} id={id} file={file} devices={devices} onClose={() => setFile(null)} />}
    </>
  );
}

interface FileDialogProps extends ReadingsFileProps {
  file: { name: string; text: string };
  onClose: () => void;
}

/** What a file begins with, and how it would be read. Large files are read off the page's own thread. */
function FileDialog(props: FileDialogProps) {
  const { file, onClose } = props;
  const { value: head, problem } = useCalculated(file.name, (calculator) => calculator.tableHead(file.text));
  if (head) return <MappingDialog {...props} head={head} />;
  return (
    <Modal
      title={`Readings from ${file.name}`}
      about={problem ?? 'The file is being read.'}
      open
      onOpenChange={(open) => !open && onClose()}
    >
      <span />
    </Modal>
  );
}

function MappingDialog({ id, file, head, devices, onClose }: FileDialogProps & { head: TableHead }) {
  const [mapping, setMapping] = useState<TableMapping>(() => ({
    ...guessedMapping(head, Date.now()),
    zoneMinutes: -new Date().getTimezoneOffset(),
  }));
  const [device, setDevice] = useState(nameOf(file.name));
  const wanted = JSON.stringify(mapping);
  const { value } = useCalculated(wanted, async (calculator) => ({
    of: wanted,
    table: await calculator.readings(file.text, mapping),
  }));
  // What was read by the columns before is not what is taken now.
  const isBusy = value?.of !== wanted;
  const read = value?.table ?? NOTHING;
  const total = read.series.reduce((sum, { readings }) => sum + readings.length, 0);
  const { take, sent, failure } = useImport(id, devices);
  return (
    <Modal
      title={`Readings from ${file.name}`}
      about={value ? readText(read, total, mapping.unit === 'g' ? 'g' : '°C') : 'The file is being read.'}
      open
      onOpenChange={(open) => !open && onClose()}
      wide
    >
      <TextField
        label="Recorded by"
        maxLength={50}
        value={device}
        onChange={(event) => setDevice(event.target.value)}
      />
      <MappingFields headings={head.headings} sample={head.rows} mapping={mapping} onChange={setMapping} />
      {read.problems.length > 0 && (
        <ul className="mt-3 list-disc pl-5 text-sm">
          {read.problems.map(({ line, text }) => (
            <li key={`${line} ${text}`}>
              Line {line}: {text}
            </li>
          ))}
        </ul>
      )}
      {failure && <Failure message={failure} />}
      <div className="mt-4 flex items-center gap-3">
        <Button
          look="main"
          disabled={isBusy || total === 0 || device.trim() === '' || sent !== null}
          onClick={() =>
            void take(device.trim(), mapping.unit === 'g' ? 'grams' : 'celsius', read).then(
              (isDone) => isDone && onClose(),
            )
          }
        >
          Take {counted(total, 'reading')}
        </Button>
        {sent !== null && (
          <p role="status">
            {sent} of {total} are in.
          </p>
        )}
      </div>
    </Modal>
  );
}

const NOTHING: ReadTable = { series: [], problems: [], linesLeftOut: 0, empty: 0, longestGap: 0 };

/** A device is called like the file; some signs may not stand in its name. */
const nameOf = (file: string): string =>
  file
    .replace(/\.\w+$/, '')
    .replace(/[/?#%\\]/g, ' ')
    .slice(0, 50);

function readText(read: ReadTable, total: number, unit: string): string {
  if (total === 0) return 'Nothing can be read yet: say which columns are what.';
  const times = read.series.flatMap(({ readings }) =>
    readings.length > 0 ? [readings[0].at, readings[readings.length - 1].at] : [],
  );
  const [from, to] = [Math.min(...times), Math.max(...times)];
  const values = read.series.flatMap(({ readings }) => [
    readings[0]?.value ?? 0,
    readings[readings.length - 1]?.value ?? 0,
  ]);
  const left = [
    read.empty > 0 && `${counted(read.empty, 'empty cell')} stay${read.empty === 1 ? 's' : ''} a gap`,
    read.linesLeftOut > 0 && `${counted(read.linesLeftOut, 'line')} without a time left out`,
  ].filter(Boolean);
  return `${counted(total, 'reading')} from ${momentText(from, Date.now())} to ${momentText(to, Date.now())}, the first and last ${Math.min(...values)} to ${Math.max(...values)} ${unit}; longest gap ${Math.round(read.longestGap)} s${left.length > 0 ? `; ${left.join(', ')}` : ''}.`;
}

/** Sends what was read, letter by letter; begun again, what is in already is not stored twice. */
function useImport(id: string, devices: readonly DeviceView[]) {
  const [open] = api.useOpenDeviceMutation();
  const [close] = api.useCloseDeviceMutation();
  const [send] = api.useImportReadingsMutation();
  const [sent, setSent] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const take = async (name: string, measures: 'celsius' | 'grams', { series }: ReadTable): Promise<boolean> => {
    setFailure(null);
    setSent(0);
    try {
      if (!devices.some((known) => known.name === name)) {
        await open({ id, newDevice: { name, measures } }).unwrap();
        // It only lends its name: nobody is to send by it.
        await close({ id, name }).unwrap();
      }
      const all = series.flatMap(({ channel, readings }) =>
        readings.map(({ at, value }) => ({ channel, at: new Date(at).toISOString(), value })),
      );
      for (let at = 0; at < all.length; at += AT_ONCE) {
        await send({ id, name, readings: { readings: all.slice(at, at + AT_ONCE) } }).unwrap();
        setSent(Math.min(all.length, at + AT_ONCE));
      }
      return true;
    } catch (error) {
      setFailure(`${refusalOf(error).message} What is in stays; take it again to go on.`);
      setSent(null);
      return false;
    }
  };
  return { take, sent, failure };
}
