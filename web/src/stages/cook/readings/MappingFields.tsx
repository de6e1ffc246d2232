import { LIMITS } from '@jacana/core/bundle';
import type { TableMapping } from '@jacana/core/kitchen';
import { format } from 'date-fns';
import { TextField } from '../../../ui/Field';
import { SelectField } from '../../../ui/SelectField';

interface MappingFieldsProps {
  headings: readonly string[];
  /** The first lines, to see what stands in a column. */
  sample: readonly (readonly string[])[];
  mapping: TableMapping;
  onChange: (mapping: TableMapping) => void;
}

const COUNTS = [
  { value: 'clock', text: 'day and time' },
  { value: 'seconds', text: 'seconds since the start' },
  { value: 'minutes', text: 'minutes since the start' },
] as const;

/** Which column is what, in which unit, and by which clock. */
export function MappingFields({ headings, sample, mapping, onChange }: MappingFieldsProps) {
  const set = (part: Partial<TableMapping>): void => onChange({ ...mapping, ...part });
  const columns = headings.map((text, at) => ({ value: String(at), text }));
  const days = sample.map((row) => row[mapping.day ?? mapping.time] ?? '');
  const hasSlashes = mapping.counts === 'clock' && days.some((cell) => /^\d{1,2}[-/]\d{1,2}[-/]/.test(cell.trim()));
  const namesDay = days.some((cell) => /^\d{1,4}[-/.]\d/.test(cell.trim()));
  const channelOf = (column: number): number | undefined =>
    mapping.channels.find((one) => one.column === column)?.channel;
  const assign = (column: number, channel: number | null): void =>
    set({
      channels: [
        ...mapping.channels.filter((one) => one.column !== column),
        ...(channel === null ? [] : [{ column, channel }]),
      ].sort((one, other) => one.column - other.column),
    });
  return (
    <div className="mt-3 space-y-3">
      <div className="grid gap-3 sm:grid-cols-3">
        <SelectField
          label="Time"
          value={String(mapping.time)}
          options={columns}
          onChange={(value) =>
            set({ time: Number(value), channels: mapping.channels.filter(({ column }) => column !== Number(value)) })
          }
        />
        <SelectField label="counts" value={mapping.counts} options={COUNTS} onChange={(counts) => set({ counts })} />
        {mapping.counts === 'clock' && (
          <SelectField
            label="Day"
            value={mapping.day === undefined ? '' : String(mapping.day)}
            options={[{ value: '', text: 'with the time' }, ...columns]}
            onChange={(value) =>
              set({
                day: value === '' ? undefined : Number(value),
                channels: mapping.channels.filter(({ column }) => String(column) !== value),
              })
            }
          />
        )}
        {hasSlashes && (
          <SelectField
            label="Days are written"
            value={mapping.monthFirst ? 'month' : 'day'}
            options={[
              { value: 'day', text: 'day first' },
              { value: 'month', text: 'month first' },
            ]}
            onChange={(first) => set({ monthFirst: first === 'month' })}
          />
        )}
        <SelectField
          label="Values in"
          value={mapping.unit}
          options={(['°C', '°F', 'g'] as const).map((value) => ({ value, text: value }))}
          onChange={(unit) => set({ unit })}
        />
        {(mapping.counts !== 'clock' || !namesDay) && (
          <TextField
            label="Started at"
            type="datetime-local"
            step={1}
            value={format(mapping.start, "yyyy-MM-dd'T'HH:mm:ss")}
            onChange={(event) => {
              const start = new Date(event.target.value).getTime();
              if (!Number.isNaN(start)) set({ start });
            }}
          />
        )}
        <TextField
          label="Its clock was behind by (s)"
          type="number"
          value={String(mapping.offsetSeconds)}
          onChange={(event) => set({ offsetSeconds: Number(event.target.value) || 0 })}
        />
      </div>
      <table className="w-full text-sm">
        <thead>
          <tr className="text-left text-quiet">
            <th className="pr-3 font-normal">Column</th>
            <th className="pr-3 font-normal">First values</th>
            <th className="font-normal">Channel (empty: left out)</th>
          </tr>
        </thead>
        <tbody>
          {headings.map((heading, column) =>
            [mapping.time, mapping.day].includes(column) ? null : (
              <tr key={column} className="border-t border-line">
                <th scope="row" className="py-1 pr-3 text-left font-bold">
                  {heading}
                </th>
                <td className="pr-3 font-mono">{sample.map((row) => row[column] ?? '').join('  ')}</td>
                <td>
                  <input
                    type="number"
                    aria-label={`Channel of ${heading}`}
                    min={LIMITS.reading.channel.least}
                    max={LIMITS.reading.channel.most}
                    value={channelOf(column) ?? ''}
                    onChange={(event) => assign(column, channelIn(event.target.value))}
                    className="w-20 rounded border border-quiet/50 px-2 py-1"
                  />
                </td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}

function channelIn(typed: string): number | null {
  const { least, most } = LIMITS.reading.channel;
  const channel = Math.round(Number(typed));
  return typed !== '' && channel >= least && channel <= most ? channel : null;
}
