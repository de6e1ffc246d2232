import { LONG_TEXT } from '@jacana/core/bundle';
import { useState } from 'react';
import { useDrafting } from '../../../drafting/draft';
import { TextArea } from '../../../ui/Field';

/**
 * Whether pieces cooked alike may differ. Taken to be alike, bites speak of the methods: that is
 * planned, with a reason, and every sentence of the answer says so.
 */
export function AlikeField() {
  const { form, draft, isLocked } = useDrafting();
  const [isAsked, setAsked] = useState(false);
  const isAlike = draft.takenAlike !== '' || isAsked;
  const choose = (alike: boolean): void => {
    setAsked(alike);
    if (!alike) form.setValue('takenAlike', '', { shouldDirty: true });
  };
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-bold">Pieces cooked alike</legend>
      <div className="flex flex-wrap gap-x-5">
        {[false, true].map((alike) => (
          <label key={String(alike)} className="flex items-center gap-1.5">
            <input
              type="radio"
              name="alike"
              checked={isAlike === alike}
              disabled={isLocked}
              onChange={() => choose(alike)}
              className="accent-chestnut"
            />
            {alike ? 'are taken to be alike' : 'may differ'}
          </label>
        ))}
      </div>
      {isAlike && (
        <div className="mt-2">
          <TextArea
            label="Why they should be"
            rows={1}
            hint="such as: one stirred pot. The answer will carry this assumption."
            problem={draft.takenAlike === '' ? 'Until it says why, pieces may differ.' : undefined}
            maxLength={LONG_TEXT}
            disabled={isLocked}
            {...form.register('takenAlike')}
          />
        </div>
      )}
    </fieldset>
  );
}
