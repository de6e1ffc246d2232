import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { stepProblem, stepText } from '@jacana/core/kitchen';
import { ChevronDown, GripVertical } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import type { StepInput } from '../../../client/api.generated';
import { useDegrees } from '../../../shell/degrees';
import { RemoveButton } from '../../../ui/CellInput';
import { StepFields } from './StepFields';

interface ChainStepProps {
  step: StepInput;
  place: number;
  isLocked: boolean;
  onChange: (step: StepInput) => void;
  onMove: (by: number) => void;
  onRemove: () => void;
}

/** One step as it was understood; it unfolds to be corrected. */
export function ChainStep({ step, place, isLocked, onChange, onMove, onRemove }: ChainStepProps) {
  const [isOpen, setOpen] = useState(false);
  const { text } = useDegrees();
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: step.id, disabled: isLocked });
  const problem = stepProblem(step);
  const keys = (event: KeyboardEvent): void => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!by) return;
    event.preventDefault();
    onMove(by);
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`rounded-lg border bg-paper ${isDragging ? 'relative z-10 border-chestnut shadow-lg' : 'border-line'}`}
    >
      <div className="flex items-center gap-1.5 px-1.5">
        {!isLocked && (
          <button
            type="button"
            {...listeners}
            onKeyDown={keys}
            aria-label={`Step ${place}, ${step.name}. Move with the arrow keys, or drag.`}
            className="touch-none rounded p-1.5 text-quiet hover:bg-pad"
          >
            <GripVertical size={16} aria-hidden />
          </button>
        )}
        <button
          type="button"
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
          className="flex min-h-9 grow items-center justify-between gap-2 rounded px-1 py-1 text-left hover:bg-pad"
        >
          <span>
            <span className="mr-2 font-mono text-sm text-quiet">{place}</span>
            {stepText(step, (celsius) => text(celsius))}
          </span>
          <ChevronDown size={16} aria-hidden className={`shrink-0 text-quiet ${isOpen ? 'rotate-180' : ''}`} />
        </button>
        {!isLocked && <RemoveButton label={`Take out step ${place}`} onRemove={onRemove} />}
      </div>
      {problem && <p className="px-3 pb-1.5 text-sm font-bold text-chestnut">{problem}</p>}
      {isOpen && <StepFields step={step} isLocked={isLocked} onChange={onChange} />}
    </li>
  );
}
