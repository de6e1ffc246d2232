import { EQUIPMENT_KINDS, HANDS, LIMITS, SHORT_TEXT, SIDES, STEP_KINDS, type Limits } from '@jacana/core/bundle';
import { EQUIPMENT_NAMES } from '@jacana/core/kitchen';
import type { StepInput } from '../../../client/api.generated';
import { useDegrees } from '../../../shell/degrees';
import { TextField } from '../../../ui/Field';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { Toggle } from '../../../ui/Toggle';
import { DoseFields } from './DoseFields';

interface StepFieldsProps {
  step: StepInput;
  isLocked: boolean;
  onChange: (step: StepInput) => void;
}

const HANDS_NAMES = { throughout: 'all the time', start: 'to begin with', none: 'nobody’s' } as const;
const capital = (text: string): string => text[0].toUpperCase() + text.slice(1);
const KINDS = STEP_KINDS.map((value) => ({ value, text: capital(value) }));
const EQUIPMENT = [
  { value: '', text: 'none' },
  ...EQUIPMENT_KINDS.map((value) => ({ value, text: EQUIPMENT_NAMES[value] })),
];

/** All parts of one step, to correct what was understood. */
export function StepFields({ step, isLocked, onChange }: StepFieldsProps) {
  const { minutes, until } = step;
  const put = (part: Partial<StepInput>): void => onChange(pruned({ ...step, ...part }));
  const time = (label: string, value: number | undefined, set: (value: number | undefined) => void) => (
    <Optional label={label} unit="min" limits={LIMITS.step.minutes} isLocked={isLocked} value={value} onChange={set} />
  );
  const heat = (label: string, value: number | undefined, set: (value: number | undefined) => void) => (
    <OptionalHeat label={label} isLocked={isLocked} value={value} onChange={set} />
  );
  return (
    <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2 border-t border-line p-3 sm:grid-cols-3 xl:grid-cols-4">
      <TextField
        label="What is done"
        className="col-span-2"
        maxLength={SHORT_TEXT}
        disabled={isLocked}
        value={step.name}
        onChange={(event) => put({ name: event.target.value })}
      />
      <SelectField
        label="Kind"
        value={step.kind}
        options={KINDS}
        disabled={isLocked}
        onChange={(kind) => put({ kind })}
      />
      <SelectField
        label="Hands"
        value={step.hands}
        options={HANDS.map((value) => ({ value, text: HANDS_NAMES[value] }))}
        disabled={isLocked}
        onChange={(hands) => put({ hands })}
      />
      {time('At least', minutes.least, (least) => put({ minutes: { ...minutes, least } }))}
      {time('Usually', minutes.usual, (usual) => put({ minutes: { ...minutes, usual } }))}
      {time('At most', minutes.most, (most) => put({ minutes: { ...minutes, most } }))}
      <SelectField
        label="In or on"
        value={step.equipment ?? ''}
        options={EQUIPMENT}
        disabled={isLocked}
        onChange={(kind) => put({ equipment: EQUIPMENT_KINDS.find((one) => one === kind) })}
      />
      {heat('Set to', step.celsius, (celsius) => put({ celsius }))}
      <TextField
        label="Setting in words"
        maxLength={SHORT_TEXT}
        placeholder="medium-high"
        disabled={isLocked}
        value={step.setting}
        onChange={(event) => put({ setting: event.target.value })}
      />
      {heat('Until, inside', until?.celsius, (celsius) => put({ until: { where: '', ...until, celsius } }))}
      <Optional
        label="Until lost"
        unit="%"
        limits={{ least: 1, most: 99 }}
        isLocked={isLocked}
        value={until?.loss === undefined ? undefined : Math.round(until.loss * 1000) / 10}
        onChange={(loss) => put({ until: { where: '', ...until, loss: loss === undefined ? undefined : loss / 100 } })}
      />
      <RepeatFields step={step} isLocked={isLocked} onChange={put} />
      <WaitFields step={step} isLocked={isLocked} onChange={put} />
      <div className="col-span-2">
        <Toggle
          label="Pieces change places halfway"
          checked={step.swaps}
          disabled={isLocked}
          onChange={(swaps) => put({ swaps })}
        />
      </div>
      <DoseFields doses={step.doses} isLocked={isLocked} onChange={(doses) => put({ doses })} />
    </div>
  );
}

type PartFieldsProps = Omit<StepFieldsProps, 'onChange'> & { onChange: (part: Partial<StepInput>) => void };

/** What is done again and again in a step. */
function RepeatFields({ step: { every }, isLocked, onChange }: PartFieldsProps) {
  return (
    <>
      <TextField
        label="Again and again"
        maxLength={SHORT_TEXT}
        placeholder="turn"
        disabled={isLocked}
        value={every?.what ?? ''}
        onChange={(event) => onChange({ every: { ...every, what: event.target.value } })}
      />
      <Optional
        label="every"
        unit="s"
        whole
        limits={LIMITS.step.every}
        isLocked={isLocked || !every}
        value={every?.seconds}
        onChange={(seconds) => every && onChange({ every: { ...every, seconds, times: undefined } })}
      />
    </>
  );
}

/** How long the piece waits after a step, and how it is kept. */
function WaitFields({ step: { wait }, isLocked, onChange }: PartFieldsProps) {
  const put = (part: StepInput['wait']): void => onChange({ wait: { ...wait, ...part } });
  const time = (label: string, name: 'least' | 'most') => (
    <Optional
      label={label}
      unit="min"
      limits={LIMITS.step.minutes}
      isLocked={isLocked}
      value={wait?.[name]}
      onChange={(value) => put({ [name]: value })}
    />
  );
  return (
    <>
      {time('Has to wait after', 'least')}
      {time('May wait after', 'most')}
      <OptionalHeat
        label="Kept at"
        isLocked={isLocked}
        value={wait?.celsius}
        onChange={(celsius) => put({ celsius, side: wait?.side ?? 'above' })}
      />
      <SelectField
        label="or"
        value={wait?.side ?? 'above'}
        options={SIDES.map((value) => ({ value, text: value }))}
        disabled={isLocked || wait?.celsius === undefined}
        onChange={(side) => put({ side })}
      />
    </>
  );
}

/** Parts in which nothing is said are left out, and so are fields that are not known. */
function pruned(step: StepInput): StepInput {
  const said = <Part extends object>(part: Part | undefined): Part | undefined => {
    const known = Object.entries(part ?? {}).filter(([, value]) => value !== undefined);
    return known.some(([, value]) => value !== '') ? (Object.fromEntries(known) as Part) : undefined;
  };
  const { every, until, wait, minutes, ...rest } = step;
  const parts = {
    every: every?.what ? said(every) : undefined,
    until: said(until),
    wait: wait?.least === undefined && wait?.most === undefined && wait?.celsius === undefined ? undefined : said(wait),
  };
  const known = Object.entries({ ...rest, ...parts, minutes: said(minutes) ?? {} }).filter(
    ([, value]) => value !== undefined,
  );
  return Object.fromEntries(known) as unknown as StepInput;
}

interface OptionalProps {
  label: string;
  unit: string;
  limits: Limits;
  whole?: boolean;
  isLocked: boolean;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
}

/** A number that may be left open. */
const Optional = ({ label, unit, limits, whole, isLocked, value, onChange }: OptionalProps) => (
  <NumberField
    label={label}
    unit={unit}
    min={limits.least}
    max={limits.most}
    whole={whole}
    disabled={isLocked}
    value={value}
    onChange={onChange}
    onClear={() => onChange(undefined)}
  />
);

function OptionalHeat({
  label,
  isLocked,
  value,
  onChange,
}: Pick<OptionalProps, 'label' | 'isLocked' | 'value' | 'onChange'>) {
  const degrees = useDegrees();
  const { least, most } = LIMITS.step.celsius;
  return (
    <Optional
      label={label}
      unit={degrees.unit}
      limits={{ least: degrees.shown(least), most: degrees.shown(most) }}
      isLocked={isLocked}
      value={value === undefined ? undefined : degrees.shown(value)}
      onChange={(shown) => onChange(shown === undefined ? undefined : degrees.celsius(shown))}
    />
  );
}
