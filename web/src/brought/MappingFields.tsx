import type { AnswerKind, BroughtMapping, LongMapping, WideMapping } from '@jacana/core/brought';
import { SelectField } from '../ui/SelectField';
import { Toggle } from '../ui/Toggle';

interface MappingFieldsProps {
  headings: readonly string[];
  mapping: BroughtMapping;
  onChange: (mapping: BroughtMapping) => void;
}

const NONE = '-1';

/** What each column is, as it was guessed and can be put right. */
export function MappingFields({ headings, mapping, onChange }: MappingFieldsProps) {
  const columns = headings.map((text, at) => ({ value: String(at), text }));
  const turn = (shape: BroughtMapping['shape']): void => {
    if (shape === mapping.shape) return;
    const { panelist, higherIsBetter } = mapping;
    const rest = headings.map((_, at) => at).filter((at) => at !== panelist);
    onChange(
      shape === 'wide'
        ? { ...{ shape, panelist, higherIsBetter }, samples: rest, kind: 'liking' }
        : { ...{ shape, panelist, higherIsBetter }, sample: rest[0] ?? 0, answers: [], position: null, piece: null },
    );
  };
  const isRanked =
    mapping.shape === 'wide' ? mapping.kind === 'ranking' : mapping.answers.some(({ kind }) => kind === 'ranking');
  return (
    <div className="space-y-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <SelectField
          label="A row stands for"
          value={mapping.shape}
          onChange={turn}
          options={[
            { value: 'long', text: 'one sample that somebody tasted' },
            { value: 'wide', text: 'one panelist, with a column a sample' },
          ]}
        />
        <SelectField
          label="Panelist"
          value={String(mapping.panelist)}
          options={columns}
          onChange={(column) => onChange({ ...mapping, panelist: Number(column) })}
        />
      </div>
      {mapping.shape === 'long' ? (
        <LongFields {...{ headings, mapping, onChange, columns }} />
      ) : (
        <WideFields {...{ headings, mapping, onChange, columns }} />
      )}
      {isRanked && (
        <Toggle
          label="A higher number of the ranking is better"
          hint="Otherwise 1 is the best."
          checked={mapping.higherIsBetter}
          onChange={(higherIsBetter) => onChange({ ...mapping, higherIsBetter })}
        />
      )}
    </div>
  );
}

interface FieldsProps<Mapping> {
  headings: readonly string[];
  mapping: Mapping;
  columns: { value: string; text: string }[];
  onChange: (mapping: BroughtMapping) => void;
}

function LongFields({ headings, mapping, columns, onChange }: FieldsProps<LongMapping>) {
  const perhaps = [{ value: NONE, text: 'not in the table' }, ...columns];
  const orNull = (column: string): number | null => (column === NONE ? null : Number(column));
  const used = [mapping.panelist, mapping.sample, mapping.position, mapping.piece];
  const kindOf = (column: number): AnswerKind | 'none' =>
    mapping.answers.find((one) => one.column === column)?.kind ?? 'none';
  const setKind = (column: number, kind: AnswerKind | 'none'): void => {
    const others = mapping.answers.filter((one) => one.column !== column);
    const answers = kind === 'none' ? others : [...others, { column, kind }].sort((a, b) => a.column - b.column);
    onChange({ ...mapping, answers });
  };
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-3">
        <SelectField
          label="Sample"
          value={String(mapping.sample)}
          options={columns}
          onChange={(column) => onChange({ ...mapping, sample: Number(column) })}
        />
        <SelectField
          label="Position when served"
          value={String(mapping.position ?? NONE)}
          options={perhaps}
          onChange={(column) => onChange({ ...mapping, position: orNull(column) })}
        />
        <SelectField
          label="Piece of the method"
          value={String(mapping.piece ?? NONE)}
          options={perhaps}
          onChange={(column) => onChange({ ...mapping, piece: orNull(column) })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-3">
        {headings.map((heading, column) =>
          used.includes(column) ? null : (
            <SelectField
              key={column}
              label={heading}
              value={kindOf(column)}
              onChange={(kind) => setKind(column, kind)}
              options={[
                { value: 'none', text: 'not read' },
                { value: 'ranking', text: 'ranking' },
                { value: 'liking', text: 'liking, 1 to 9' },
                { value: 'attribute', text: 'attribute, 0 to 100' },
              ]}
            />
          ),
        )}
      </div>
    </>
  );
}

function WideFields({ headings, mapping, onChange }: FieldsProps<WideMapping>) {
  const toggle = (column: number): void => {
    const has = mapping.samples.includes(column);
    const samples = has
      ? mapping.samples.filter((one) => one !== column)
      : [...mapping.samples, column].sort((a, b) => a - b);
    onChange({ ...mapping, samples });
  };
  return (
    <>
      <SelectField
        label="The numbers are"
        value={mapping.kind}
        onChange={(kind) => onChange({ ...mapping, kind })}
        options={[
          { value: 'ranking', text: 'a ranking' },
          { value: 'liking', text: 'liking, 1 to 9' },
        ]}
      />
      <fieldset>
        <legend className="mb-1 text-sm font-bold">Samples</legend>
        <div className="flex flex-wrap gap-x-5 gap-y-1">
          {headings.map((heading, column) =>
            column === mapping.panelist ? null : (
              <label key={column} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-chestnut"
                  checked={mapping.samples.includes(column)}
                  onChange={() => toggle(column)}
                />
                {heading}
              </label>
            ),
          )}
        </div>
      </fieldset>
    </>
  );
}
