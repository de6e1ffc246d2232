import type { ExclusionInput } from '../../client/api.generated';
import { ExclusionFields, NOTHING_EXCLUDED } from '../../contents/ExclusionFields';

interface MustNotEatProps {
  contains: readonly string[];
  /** Null until they were asked. */
  said: ExclusionInput | null;
  onSaid: (said: ExclusionInput) => void;
}

/** Asked at the door, before a code is drawn for somebody. */
export function MustNotEat({ contains, said, onSaid }: MustNotEatProps) {
  const isSomething = said !== null && said !== NOTHING_EXCLUDED;
  return (
    <fieldset className="rounded-card border-2 border-ink px-4 pt-1 pb-3">
      <legend className="px-1 font-bold">Ask first: is there anything that you must not eat?</legend>
      <p className="mb-1">
        {contains.length > 0
          ? `In one or more of the samples: ${contains.join(', ')}.`
          : 'Nobody has said what is in the samples. Ask the coordinator if there is any doubt.'}
      </p>
      <Choice
        text="They may eat all of this"
        isChosen={said === NOTHING_EXCLUDED}
        onChoose={() => onSaid(NOTHING_EXCLUDED)}
      />
      <Choice
        text="There is something they must not eat"
        isChosen={isSomething}
        onChoose={() => onSaid({ ...NOTHING_EXCLUDED })}
      />
      {isSomething && (
        <div className="mt-2 space-y-3">
          <ExclusionFields said={said} onChange={onSaid} />
          <p className="text-sm text-quiet">Only coordinators read it afterwards.</p>
        </div>
      )}
    </fieldset>
  );
}

const Choice = ({ text, isChosen, onChoose }: { text: string; isChosen: boolean; onChoose: () => void }) => (
  <label className="flex min-h-12 items-center gap-3">
    <input type="radio" name="must-not-eat" checked={isChosen} onChange={onChoose} className="size-5 accent-chestnut" />
    {text}
  </label>
);
