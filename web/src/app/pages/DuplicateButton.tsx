import { Copy } from 'lucide-react';
import { useEffect } from 'react';
import { api, refusalOf } from '../../client/api';
import type { TastingCard } from '../../client/api.generated';
import { copyOf } from '../../drafting/copy';
import { useBegin } from '../../drafting/useBegin';
import { noticeShown } from '../../store/notices';
import { useAppDispatch } from '../../store/store';

/** The same question, methods, people and ballot as a new draft. */
export function DuplicateButton({ card }: { card: TastingCard }) {
  const [tastingOf, { isFetching, error }] = api.useLazyGetTastingQuery();
  const { begin, isBusy, problem } = useBegin();
  const dispatch = useAppDispatch();
  const said = error ? refusalOf(error).message : problem;
  useEffect(() => {
    if (said) dispatch(noticeShown({ text: `“${card.title}” was not duplicated. ${said}` }));
  }, [said, card.title, dispatch]);
  const run = async (): Promise<void> => {
    const { data } = await tastingOf({ id: card.id });
    if (data) await begin(copyOf(data.draft), card.id);
  };
  return (
    <button
      type="button"
      disabled={isFetching || isBusy}
      onClick={() => void run()}
      aria-label={`Duplicate ${card.title}`}
      title="Duplicate"
      className="rounded p-2 text-quiet hover:bg-pad hover:text-ink disabled:opacity-50"
    >
      <Copy size={18} />
    </button>
  );
}
