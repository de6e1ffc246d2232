import type { Findings } from '@jacana/core/findings';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, refusalOf } from '../../client/api';
import type { DraftInput } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { nextTastings } from './nextTastings';

/** What can be begun with one tap, from what was found here. */
export function BeginNext({ found }: { found: Findings }) {
  const { card } = useInTasting();
  const { data: tasting } = api.useGetTastingQuery({ id: card.id });
  const [create] = api.useCreateTastingMutation();
  const [save] = api.useSaveDraftMutation();
  const [exclusionsOf] = api.useLazyGetExclusionsQuery();
  const [exclude] = api.useSaveExclusionMutation();
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const go = useNavigate();
  if (!tasting) return null;
  const begin = async (draft: DraftInput): Promise<void> => {
    const { id, version } = await create({ newTasting: { title: draft.title } }).unwrap();
    await save({ id, savedDraft: { version, draft } }).unwrap();
    // The same people must not eat the same things.
    for (const { panelistId: panelist, ...exclusionInput } of await exclusionsOf({ id: card.id }).unwrap())
      await exclude({ id, panelist, exclusionInput }).unwrap();
    void go(`/tastings/${id}/ask`);
  };
  return nextTastings(found, tasting.draft).map(({ label, draft }) => (
    <div key={label} className="not-printed">
      <Button
        disabled={isBusy}
        onClick={() => {
          setBusy(true);
          setProblem('');
          begin(draft).catch((error: unknown) => {
            setProblem(refusalOf(error).message);
            setBusy(false);
          });
        }}
      >
        {label}
      </Button>
      {problem && (
        <p role="alert" className="mt-1 font-bold text-chestnut">
          {problem}
        </p>
      )}
    </div>
  ));
}
