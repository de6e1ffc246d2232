import { counted } from '@jacana/core/format';
import { LABEL_LIMITS, labelGrid, type LabelLayout } from '@jacana/core/sheets';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { useInTasting } from '../shell/session';
import { buttonClass } from '../ui/Button';
import { Card } from '../ui/Card';
import { NumberField } from '../ui/NumberField';
import { SelectField } from '../ui/SelectField';
import { SendLabels } from './SendLabels';

type Asked = LabelLayout & { spares: number };

/** A few sizes to begin with; any other is typed in. */
const SIZES: { name: string; layout: Omit<Asked, 'start' | 'spares'> }[] = [
  {
    name: 'A4, 5 by 13 of 38 × 21 mm',
    layout: { page: 'A4', width: 38, height: 21, left: 10, top: 12, gapX: 0, gapY: 0 },
  },
  {
    name: 'A4, 3 by 8 of 70 × 36 mm',
    layout: { page: 'A4', width: 70, height: 36, left: 0, top: 4.5, gapX: 0, gapY: 0 },
  },
  {
    name: 'Letter, 4 by 12 of 50 × 21 mm',
    layout: { page: 'Letter', width: 50, height: 21, left: 7.9, top: 13, gapX: 0, gapY: 0 },
  },
  {
    name: 'Roll of 50 × 25 mm',
    layout: { page: 'roll', width: 50, height: 25, left: 0, top: 0, gapX: 0, gapY: 0 },
  },
];

const STORE = 'jacana.labels.1';
const remembered = (): Asked =>
  (JSON.parse(localStorage.getItem(STORE) ?? 'null') as Asked | null) ?? { ...SIZES[0].layout, start: 1, spares: 1 };

/** Labels true to size: of portions by code, or for the kitchen of pieces by tag. */
export function LabelsCard({ of }: { of: 'labels' | 'tags' }) {
  const { card, session } = useInTasting();
  const [asked, setAsked] = useState<Asked>(remembered);
  const [isOpen, setOpen] = useState(false);
  const put = (part: Partial<Asked>): void => {
    const next = { ...asked, ...part };
    localStorage.setItem(STORE, JSON.stringify(next));
    setAsked(next);
  };
  const { across, down } = labelGrid(asked);
  const query = new URLSearchParams(Object.entries(asked).map(([name, value]) => [name, String(value)]));
  const millimetres = (name: 'width' | 'height' | 'left' | 'top' | 'gapX' | 'gapY', label: string) => (
    <NumberField
      {...{ label, unit: 'mm' }}
      min={LIMITS_OF[name].least}
      max={LIMITS_OF[name].most}
      value={asked[name]}
      onChange={(value) => put({ [name]: value })}
    />
  );
  return (
    <Card title={of === 'labels' ? 'Labels of portions' : 'Labels of pieces'}>
      <SelectField
        label="Paper"
        value={SIZES.find(({ layout }) => isLaidOut(asked, layout))?.name ?? 'own'}
        options={[...SIZES.map(({ name }) => ({ value: name, text: name })), { value: 'own', text: 'Other sizes' }]}
        onChange={(name) => {
          const size = SIZES.find((one) => one.name === name);
          if (size) put(size.layout);
          else setOpen(true);
        }}
      />
      <button
        type="button"
        className="mt-2 font-bold text-chestnut underline underline-offset-3"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? 'Less' : 'Sizes, margins and where to begin'}
      </button>
      {isOpen && (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <SelectField
            label="Page"
            value={asked.page}
            options={[
              { value: 'A4', text: 'A4' },
              { value: 'Letter', text: 'Letter' },
              { value: 'roll', text: 'Roll' },
            ]}
            onChange={(page) => put({ page })}
          />
          {millimetres('width', 'Label wide')}
          {millimetres('height', 'Label high')}
          {millimetres('left', 'Margin left')}
          {millimetres('top', 'Margin above')}
          {millimetres('gapX', 'Gap across')}
          {millimetres('gapY', 'Gap down')}
          <NumberField
            label="First free label"
            whole
            min={LABEL_LIMITS.start.least}
            max={LABEL_LIMITS.start.most}
            value={asked.start}
            onChange={(start) => put({ start })}
          />
          {of === 'labels' && (
            <NumberField
              label="Spares of each code"
              whole
              min={LABEL_LIMITS.spares.least}
              max={LABEL_LIMITS.spares.most}
              value={asked.spares}
              onChange={(spares) => put({ spares })}
            />
          )}
        </div>
      )}
      {across * down === 0 ? (
        <p role="alert" className="mt-3 font-bold text-chestnut">
          Not one label fits on this page.
        </p>
      ) : (
        <a
          href={`/api/tastings/${card.id}/sheets/${of}?${query.toString()}`}
          target="_blank"
          rel="noreferrer"
          className={`${buttonClass()} mt-3`}
        >
          <Printer size={18} /> {asked.page === 'roll' ? 'Labels, one by one' : counted(across * down, 'label')}{' '}
          {asked.page !== 'roll' && 'a page'} (PDF)
        </a>
      )}
      {session.hasPrinter && <SendLabels of={of} size={sizeOf(asked)} />}
    </Card>
  );
}

const sizeOf = ({ width, height, spares }: Asked) => ({ width, height, spares });

const LIMITS_OF = {
  ...{ width: LABEL_LIMITS.width, height: LABEL_LIMITS.height, left: LABEL_LIMITS.margin, top: LABEL_LIMITS.margin },
  ...{ gapX: LABEL_LIMITS.gap, gapY: LABEL_LIMITS.gap },
};

const isLaidOut = (asked: Asked, layout: Omit<Asked, 'start' | 'spares'>): boolean =>
  (Object.keys(layout) as (keyof typeof layout)[]).every((name) => asked[name] === layout[name]);
