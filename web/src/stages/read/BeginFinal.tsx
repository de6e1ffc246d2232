import { guideFor, madeOf } from '@jacana/core/library';
import { useNavigate } from 'react-router';
import { api } from '../../client/api';
import type { DraftInput } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { counted } from '../../shell/stages';
import { Button } from '../../ui/Button';

/** After a screening: a tasting of its own among those that lead, with fresh codes, where everyone tastes all of them. */
export function BeginFinal({ leaders }: { leaders: string[] }) {
  const { card } = useInTasting();
  const { data: tasting } = api.useGetTastingQuery({ id: card.id });
  const [create, { isLoading }] = api.useCreateTastingMutation();
  const [save] = api.useSaveDraftMutation();
  const [exclusionsOf] = api.useLazyGetExclusionsQuery();
  const [exclude] = api.useSaveExclusionMutation();
  const go = useNavigate();
  if (!tasting) return null;
  const begin = async (): Promise<void> => {
    const title = `${tasting.draft.title}: final`.slice(0, 200);
    const { id, version } = await create({ newTasting: { title } }).unwrap();
    await save({ id, savedDraft: { version, draft: { ...finalOf(tasting.draft, leaders), title } } }).unwrap();
    // The same people must not eat the same things.
    for (const { panelistId: panelist, ...exclusionInput } of await exclusionsOf({ id: card.id }).unwrap())
      await exclude({ id, panelist, exclusionInput }).unwrap();
    void go(`/tastings/${id}/ask`);
  };
  return (
    <Button disabled={isLoading} onClick={() => void begin()}>
      Begin a final with these {counted(leaders.length, 'method')}
    </Button>
  );
}

/** The same tasting, of fewer methods and at one sitting, as far as a mouth manages them. */
export function finalOf(draft: DraftInput, leaders: string[]): DraftInput {
  const methods = draft.methods.filter(({ id }) => leaders.includes(id));
  return {
    ...draft,
    methods,
    bundled: draft.bundled.filter(({ method }) => leaders.includes(method)),
    ingredients: madeOf(draft.ingredients, leaders),
    service: {
      ...draft.service,
      sittings: 1,
      together: Math.max(2, Math.min(methods.length, guideFor(draft.product).mostSamples)),
    },
  };
}
